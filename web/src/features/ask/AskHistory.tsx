import './ask.css';
import {
  assess,
  assessSoFar,
  carriedOver,
  isStop,
  mayBeSetAside,
  NOTHING_SAID,
  QUESTIONS,
  questionsFor,
  type History,
  type QuestionId,
} from '@tidy-quill/core/suitability';
import { Button } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { defined } from '@tidy-quill/core/units';
import { useDraft } from '../../app/draft';
import { useSignedIn } from '../../app/clinic-context';
import { clockText, dayOf, dayText, shortAsk } from '../../text';
import { Notice } from '../../widgets/Notice';
import { StageFoot } from '../visit/StageFoot';
import type { OpenVisit } from '../../visit-engine/open-visit';
import { useVisit } from '../visit/use-visit';
import { FindingLines } from './FindingLines';
import { HistoryQuestions } from './HistoryQuestions';
import { goToQuestion, missingIn } from './missing';
import { SaidBefore } from './SaidBefore';
import { ShortReturn } from './ShortReturn';
import { lazily } from '../../widgets/lazily';

const InviteForm = lazily(async () => (await import('./InviteForm')).InviteForm);
const SupervisorWord = lazily(async () => (await import('../visit/SupervisorWord')).SupervisorWord);

/** Asks what stops or postpones a session: all of it on the first visit, what can change on a return. */
export function AskHistory({ onConsent }: { onConsent: () => void }) {
  const visit = useVisit(
    'record',
    'visit',
    'today',
    'add',
    'ahead',
    'saidLast',
    'suitability',
    'consented',
    'suitabilityCase',
    'suitabilityCases',
    'bookedCase',
    'booked',
    'zones',
    'pathOf',
  );
  const { record, visit: header, today, add, ahead, saidLast, suitability, consented } = visit;
  const { job, place } = visit.suitabilityCase;
  const navigate = useNavigate();
  const [short, setShort] = useState(
    visit.zones.every((zone) => zone.record.history === null) &&
      ahead === null &&
      saidLast !== null,
  );
  const [history, setHistory, clearDraft, changed] = useDraft<History>(
    `ask ${header.id}`,
    startingFrom(visit),
  );
  const [asking, setAsking] = useState<'override' | 'invite' | null>(null);
  const { assessment } = assessSoFar(history, visit.suitabilityCase, suitability.content);
  const problems = visit.suitabilityCases
    .flatMap((of) => assessSoFar(history, of, suitability.content).problems)
    .filter((one, index, all) => all.findIndex(({ field }) => field === one.field) === index);
  const carried = saidLast === null ? null : carriedOver(saidLast, job, place);
  const stillNone =
    short && carried !== null ? carried.stillNone.filter((id) => !history.answers[id]) : [];
  // A visit of several zones asks what any of them needs to know.
  const needed = new Set(
    visit.suitabilityCases.flatMap((of) => questionsFor(of.job, of.place)).map(({ id }) => id),
  );
  const asked = QUESTIONS.filter(({ id }) => needed.has(id));
  const left = asked.filter(({ id }) => history.answers[id] === undefined);
  const shown = short && carried !== null ? carried.again : asked;
  const kept = record.history !== null && !changed;
  const stopped = isStop(assessment.outcome);
  const missing = missingIn(
    asked,
    left.map(({ id }) => id),
    problems,
  );
  const [next] = missing;
  const held = stopped && record.override === null;

  const no = (ids: readonly QuestionId[]) =>
    setHistory({
      ...history,
      answers: { ...history.answers, ...Object.fromEntries(ids.map((id) => [id, { yes: false }])) },
    });
  const onward = () => (consented ? void navigate(visit.pathOf('look')) : onConsent());
  const keep = async () => {
    const medicines = history.answers.medicines?.yes ? history.medicines : [];
    const { answers } = history;
    const aheadId = ahead?.id ?? null;
    const { content } = suitability;
    const elsewhere = Object.fromEntries(
      visit.zones.flatMap(({ area }, index) =>
        area.id === visit.booked.id
          ? []
          : [[area.id, assess(history, defined(visit.suitabilityCases[index]), content)]],
      ),
    );
    const ofBooked = assess(history, visit.bookedCase, content);
    const said = { answers, medicines, on: today, aheadId };
    await add({ kind: 'answersGiven', ...said, assessment: ofBooked, elsewhere });
    clearDraft();
    setShort(false);
    if (!stopped) onward();
  };
  const after = consented ? 'go to Look' : 'go to Consent';
  const goTo = (id: QuestionId) => {
    // What lasts is asked line by line once something of it is missing.
    setShort(false);
    requestAnimationFrame(() => goToQuestion(id));
  };

  return (
    <>
      <div className="stage ask">
        {ahead === null ? null : <FromHome givenAt={ahead.givenAt} />}
        {short && saidLast !== null ? (
          <p className="quiet">
            What has changed since {dayText(saidLast.on)}, when {saidLast.by} asked?
          </p>
        ) : null}
        {short && carried !== null ? (
          <ShortReturn
            carried={carried.answers}
            stillNone={stillNone}
            onStillNone={() => no(stillNone)}
            onOpen={() => setShort(false)}
          />
        ) : null}
        <div className="ask-questions">
          <HistoryQuestions
            questions={shown}
            history={history}
            last={saidLast}
            today={today}
            problems={problems}
            substances={suitability.content.substances}
            onChange={setHistory}
          />
        </div>
        <SaidBefore />
        {record.history === null && ahead === null ? (
          <Button onClick={() => setAsking('invite')}>Let the client answer on a phone…</Button>
        ) : null}
      </div>
      <StageFoot
        above={
          <section className="ask-result" aria-live="polite">
            <FindingLines assessment={assessment} today={today} />
            {held && kept ? (
              mayBeSetAside(assessment) ? (
                <Button onClick={() => setAsking('override')}>Supervisor override…</Button>
              ) : (
                <p>
                  <strong>This stop is never overridden.</strong>
                </p>
              )
            ) : null}
            {record.override !== null && kept ? (
              <p>
                <strong>Overridden by a supervisor:</strong> {record.override.reason}
              </p>
            ) : null}
          </section>
        }
        action={
          next !== undefined
            ? `Next: ${shortAsk(next)}`
            : kept
              ? held
                ? 'Stopped'
                : after.replace('go', 'Go')
              : stopped
                ? 'Save answers, stop here'
                : `Save answers, ${after}`
        }
        disabled={kept && held}
        onAction={() => {
          if (next !== undefined) goTo(next);
          else if (kept) onward();
          else void keep();
        }}
      >
        {left.length > 0 ? (
          <>
            {left.length === 1 ? '1 question left.' : `${left.length} questions left.`}{' '}
            <Button size="small" onClick={() => no(left.map(({ id }) => id))}>
              Mark the rest “No”
            </Button>
          </>
        ) : next === undefined ? (
          'All asked.'
        ) : (
          `Still to be told: ${missing.map((id) => shortAsk(id)).join(', ')}.`
        )}
      </StageFoot>
      {asking === 'override' ? (
        <SupervisorWord about="stop" onClose={() => setAsking(null)} />
      ) : null}
      {asking === 'invite' ? (
        <InviteForm visitId={header.id} onClose={() => setAsking(null)} />
      ) : null}
    </>
  );
}

function FromHome({ givenAt }: { givenAt: string }) {
  const { clinic } = useSignedIn();
  return (
    <Notice kind="info" title="Answered ahead of the visit">
      <p>
        On {dayText(dayOf(givenAt, clinic.timeZone))} at {clockText(givenAt, clinic.timeZone)}. Go
        through them together; keeping them confirms them.
      </p>
    </Notice>
  );
}

/** What was kept here; else what came from home; else what an earlier visit carries over. */
function startingFrom({
  zones,
  record,
  ahead,
  saidLast,
  suitabilityCase,
}: Pick<OpenVisit, 'zones' | 'record' | 'ahead' | 'saidLast' | 'suitabilityCase'>): History {
  // What was said for another zone holds for this one too, as far as it goes.
  const said = record.history ?? zones.find((zone) => zone.record.history !== null)?.record.history;
  if (said !== undefined && said !== null) return said;
  if (ahead !== null) return { answers: ahead.answers, medicines: ahead.medicines };
  if (saidLast === null) return NOTHING_SAID;
  const { job, place } = suitabilityCase;
  return { answers: carriedOver(saidLast, job, place).answers, medicines: saidLast.medicines };
}

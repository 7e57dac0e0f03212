import {
  assess,
  carriedOver,
  isStop,
  mayBeSetAside,
  NOTHING_SAID,
  QUESTIONS,
  questionsFor,
  type Assessment,
  type History,
  type QuestionId,
  type SuitabilityCase,
  type SuitabilityRules,
} from '@tidy-quill/core/suitability';
import { InputError } from '@tidy-quill/core/units';
import { Button } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useDraft } from '../../app/draft';
import { useSignedIn } from '../../app/clinic-context';
import { clockText, dayOf, dayText } from '../../text';
import { Notice } from '../../widgets/Notice';
import { StageFoot } from '../visit/StageFoot';
import { SupervisorWord } from '../visit/SupervisorWord';
import { useOpenVisit, type OpenVisit } from '../visit/use-visit';
import { FindingLines } from './FindingLines';
import { HistoryQuestions } from './HistoryQuestions';
import { InviteForm } from './InviteForm';
import { SaidBefore } from './SaidBefore';
import { ShortReturn } from './ShortReturn';

/** Asks what stops or postpones a session: all of it on the first visit, what can change on a return. */
export function AskHistory({ onConsent }: { onConsent: () => void }) {
  const visit = useOpenVisit();
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
  const { assessment, problem } = judged(history, visit.suitabilityCase, suitability.content);
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
  const stopped = assessment !== null && isStop(assessment.outcome);
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
          : [[area.id, judged(history, visit.suitabilityCases[index]!, content).assessment!]],
      ),
    );
    const ofBooked = judged(history, visit.bookedCase, content).assessment;
    const said = { answers, medicines, on: today, aheadId };
    await add({ kind: 'answersGiven', ...said, assessment: ofBooked, elsewhere });
    clearDraft();
    setShort(false);
    if (!stopped) onward();
  };
  const next = consented ? 'go to Look' : 'go to Consent';

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
            problem={problem}
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
            {held && kept && assessment !== null ? (
              mayBeSetAside(assessment) ? (
                <Button onClick={() => setAsking('override')}>A supervisor sets this aside…</Button>
              ) : (
                <p>
                  <strong>This stop is never set aside.</strong>
                </p>
              )
            ) : null}
            {record.override !== null && kept ? (
              <p>
                <strong>Set aside by a supervisor:</strong> {record.override.reason}
              </p>
            ) : null}
          </section>
        }
        action={
          kept
            ? held
              ? 'Stopped'
              : next.replace('go', 'Go')
            : stopped
              ? 'Keep answers, stop here'
              : `Keep answers, ${next}`
        }
        disabled={left.length > 0 || problem !== null || (kept && held)}
        onAction={() => (kept ? onward() : void keep())}
      >
        {left.length > 0 ? (
          <>
            {left.length === 1 ? '1 question left.' : `${left.length} questions left.`}{' '}
            <Button size="small" onClick={() => no(left.map(({ id }) => id))}>
              No to the rest
            </Button>
          </>
        ) : (
          'All asked. Identity checked by you.'
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
function startingFrom({ zones, record, ahead, saidLast, suitabilityCase }: OpenVisit): History {
  // What was said for another zone holds for this one too, as far as it goes.
  const said = record.history ?? zones.find((zone) => zone.record.history !== null)?.record.history;
  if (said !== undefined && said !== null) return said;
  if (ahead !== null) return { answers: ahead.answers, medicines: ahead.medicines };
  if (saidLast === null) return NOTHING_SAID;
  const { job, place } = suitabilityCase;
  return { answers: carriedOver(saidLast, job, place).answers, medicines: saidLast.medicines };
}

interface Judged {
  readonly assessment: Assessment | null;
  readonly problem: InputError | null;
}

function judged(history: History, of: SuitabilityCase, rules: SuitabilityRules): Judged {
  try {
    return { assessment: assess(history, of, rules), problem: null };
  } catch (error) {
    if (error instanceof InputError) return { assessment: null, problem: error };
    throw error;
  }
}

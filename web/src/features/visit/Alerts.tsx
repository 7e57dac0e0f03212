import './visit.css';
import { intervalStateOf } from '@tidy-quill/core/course';
import { figureOf } from '@tidy-quill/core/figures';
import { lastSessions, stepRule, wholeSessions } from '@tidy-quill/core/plan';
import { laterDay, type Day } from '@tidy-quill/core/units';
import { isStop, type Finding } from '@tidy-quill/core/suitability';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import {
  ADVERSE_WORDS,
  CONSENT_STATE_WORDS,
  countText,
  dayOf,
  dayText,
  findingText,
  fromToday,
  LEVEL_WORDS,
  REACTION_WORDS,
} from '../../text';
import { useSignedIn } from '../../app/clinic-context';
import { Notice } from '../../widgets/Notice';
import type { OpenVisit } from '../../visit-engine/open-visit';
import { consentPath, useVisit } from './use-visit';

interface Alert {
  readonly key: string;
  readonly kind: 'stop' | 'care' | 'info';
  readonly title: string;
  readonly text: ReactNode;
}

const ORDER: readonly Alert['kind'][] = ['stop', 'care', 'info'];

/** What must be known before anything else: stops first, then what asks for care. */
export function Alerts() {
  const visit = useVisit(
    'record',
    'today',
    'consent',
    'pathOf',
    'history',
    'before',
    'area',
    'ahead',
    'client',
    'visit',
    'catalogue',
  );
  const { timeZone } = useSignedIn().clinic;
  // A visit that is booked ahead is judged for its own day, one whose day is past for today.
  const on = laterDay(visit.today, dayOf(visit.visit.startsAt, timeZone));
  const alerts = [
    ...answered(visit),
    ...consent(visit),
    ...openReactions(visit),
    ...lastTime(visit),
    ...interval(visit, on),
    ...fromHome(visit),
  ].sort((one, other) => ORDER.indexOf(one.kind) - ORDER.indexOf(other.kind));
  return (
    <>
      {alerts.map(({ key, kind, title, text }) => (
        <Notice key={key} kind={kind} title={title}>
          <p>{text}</p>
        </Notice>
      ))}
      {visit.client.note === '' ? null : <p className="client-note">{visit.client.note}</p>}
    </>
  );
}

type Shown = Pick<
  OpenVisit,
  'record' | 'today' | 'consent' | 'pathOf' | 'history' | 'before' | 'area' | 'ahead' | 'catalogue'
>;

function answered({ record, today }: Shown): Alert[] {
  if (record.history === null || record.run.state === 'ended') return [];
  if (record.assessment === null) {
    const text = 'Ask again; what was said then is kept.';
    return [{ key: 'unjudged', kind: 'stop', title: 'Stop: asked under older rules', text }];
  }
  return record.assessment.findings.map((finding) => {
    const stops = isStop(finding.outcome);
    return {
      key: `${finding.rule.id} ${finding.medicine}`,
      kind: stops && record.override === null ? 'stop' : 'care',
      title: `${stops ? 'Stop' : 'Care'}: ${findingText(finding).toLowerCase()}`,
      text: `${findingLine(finding, today)}${stops && record.override !== null ? ' Overridden by a supervisor.' : ''}`,
    };
  });
}

function findingLine({ outcome, lastOn, clearOn, advice }: Finding, today: string): string {
  const last = lastOn === null ? '' : `Last ${dayText(lastOn)}, ${fromToday(lastOn, today)}. `;
  return outcome === 'wait' && clearOn !== null
    ? `${last}Not before ${dayText(clearOn)}, ${fromToday(clearOn, today)}.`
    : `${last}${advice}`;
}

function consent({ area, consent: { state }, record, pathOf }: Shown): Alert[] {
  if (state === 'valid' || record.run.startedAt !== null) return [];
  return [
    {
      key: 'consent',
      kind: 'stop',
      title: `No treatment: consent ${CONSENT_STATE_WORDS[state]}`,
      text: (
        <>
          <Link to={consentPath(pathOf, area.job)}>Read and sign</Link> under Ask.
        </>
      ),
    },
  ];
}

function lastTime({ history, record }: Shown): Alert[] {
  // A session that harmed is told of even after a test spot that went well; each light of that day counts.
  const harmed = lastSessions(history).filter(({ answer }) => stepRule(answer).newTestSpot);
  if (harmed.length === 0) return [];
  const supervisor = harmed.some(({ answer }) => stepRule(answer).supervisor);
  const marks = [...new Set(harmed.flatMap(({ answer }) => answer.adverse))];
  const pain = Math.max(...harmed.map(({ answer }) => answer.painMax ?? 0));
  const seen = marks.map((mark) => ADVERSE_WORDS[mark]).join(', ') || `Pain ${pain}`;
  const next = supervisor ? 'The supervisor’s approval comes first.' : 'Find the cause first.';
  const title = 'It reacted last time';
  const { agreed } = record;
  return agreed === null || !supervisor
    ? [{ key: 'reaction', kind: 'stop', title, text: `${seen}. ${next}` }]
    : [{ key: 'reaction', kind: 'care', title, text: `${seen}. Agreed: ${agreed.reason}` }];
}

function openReactions({ before, area }: Shown): Alert[] {
  const open = before[area.id]?.openReactions ?? [];
  return open.map(({ visitId, reaction }) => ({
    key: reaction.id,
    kind: 'stop',
    title: `Still followed: ${REACTION_WORDS[reaction.report.what]}`,
    text: (
      <>
        {reaction.triage === null ? '' : `${LEVEL_WORDS[reaction.triage.level]}. `}
        Nothing is fired here before it has closed, or the supervisor agrees.{' '}
        <Link to={`/visits/${visitId}/reactions?zone=${area.id}`}>Open it</Link>
      </>
    ),
  }));
}

function interval({ area, history, catalogue: { protocol } }: Shown, on: Day): Alert[] {
  const last = wholeSessions(history).at(-1)?.on ?? null;
  const ink = area.job === 'ink';
  const state = intervalStateOf(area, last, on, protocol);
  if (last === null || state !== 'tooSoon') return [];
  if (ink) {
    const least = countText(figureOf(protocol, 'inkLeastWeeks'), 'week');
    const why = `Since ${dayText(last)} the skin still heals and the body still clears ink: ${least} at least, longer is no loss.`;
    return [{ key: 'tooSoon', kind: 'stop', title: `Sooner than ${least}`, text: why }];
  }
  const text = `Little new hair has come back since ${dayText(last)}.`;
  return [{ key: 'tooSoon', kind: 'care', title: 'Sooner than the interval', text }];
}

function fromHome({ ahead }: Shown): Alert[] {
  if (ahead === null) return [];
  const text = 'To be confirmed under Ask.';
  return [{ key: 'ahead', kind: 'info', title: 'Answered at home', text }];
}

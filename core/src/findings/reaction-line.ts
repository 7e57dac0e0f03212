import { TRIAGE_LEVELS, type Grade, type ReactionKind, type TriageLevel } from '../reaction';
import type { ReactionOutcome, ReactionStep } from '../events';
import type { Reaction } from '../session';

/** A reaction as a register lists it. */
export interface ReactionLine {
  readonly what: ReactionKind;
  /** Hours from the last pulse until it began; null where no triage could be worked out. */
  readonly onsetHours: number | null;
  /** ISO 8601. */
  readonly reportedAt: string;
  /** The gravest level that any triage of it came to; null where none could be worked out. */
  readonly level: TriageLevel | null;
  /** How grave it was, as sessions are graded: 0 normal, 1 advice, 2 to be seen, 3 for a clinician. */
  readonly grade: Grade | null;
  readonly adverse: boolean;
  /** When somebody first saw it, in the clinic or as a clinician; null while nobody has. */
  readonly seenAt: string | null;
  /** From the report until then, hours. */
  readonly hoursToSee: number | null;
  /** What was done, each once, in order. */
  readonly did: readonly ReactionStep[];
  readonly closed: { readonly at: string; readonly outcome: ReactionOutcome } | null;
}

const HOUR_MS = 3_600_000;

/** Sums up a reaction for a register. */
export function reactionLine({
  report,
  reportedAt,
  triage,
  adverse,
  entries,
  closed,
}: Reaction): ReactionLine {
  const judged = entries.flatMap(({ body }) =>
    'triage' in body && body.triage !== null ? [body.triage] : [],
  );
  const all = triage === null ? judged : [...judged, triage];
  const level = all.reduce<TriageLevel | null>(
    (worst, each) =>
      worst === null || TRIAGE_LEVELS.indexOf(each.level) > TRIAGE_LEVELS.indexOf(worst)
        ? each.level
        : worst,
    null,
  );
  const seen = entries.find(({ body }) => body.kind !== 'reactionClosed' && body.how === 'seen');
  const seenAt = seen?.at ?? null;
  return {
    ...{ what: report.what, reportedAt, level, adverse, seenAt, closed },
    onsetHours: all[0]?.onsetHours ?? null,
    grade: level === null ? null : (TRIAGE_LEVELS.indexOf(level) as Grade),
    hoursToSee:
      seenAt === null ? null : Math.max(0, Date.parse(seenAt) - Date.parse(reportedAt)) / HOUR_MS,
    did: [
      ...new Set(entries.flatMap(({ body }) => (body.kind === 'reactionFollowed' ? body.did : []))),
    ],
  };
}

/** The middle of some numbers; null of none. */
export function median(values: readonly number[]): number | null {
  const sorted = [...values].sort((one, other) => one - other);
  const [low, high] = [
    sorted[Math.floor((sorted.length - 1) / 2)],
    sorted[Math.floor(sorted.length / 2)],
  ];
  return low === undefined || high === undefined ? null : (low + high) / 2;
}

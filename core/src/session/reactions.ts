import { SITES } from '../sites';
import { workingSkin } from '../plan';
import { triage, type ReactionReport, type Triage, type TriageCase } from '../reaction';
import type { BodyOf, EventBody, ReactionOutcome, VisitEvent } from '../events';
import { lastFiredAt } from './onset';
import { shortestNm } from './shortest-nm';
import type { VisitRecord } from './visit-record';
import { defined } from '../units';

type Followed = BodyOf<'reactionReported'> | BodyOf<'reactionFollowed'> | BodyOf<'reactionClosed'>;

/** Whether an event reports a reaction, follows one or closes it. */
export const isReactionStep = (body: EventBody): body is Followed =>
  ['reactionReported', 'reactionFollowed', 'reactionClosed'].includes(body.kind);

/** One step of following a reaction, as it was recorded. */
export interface ReactionEntry {
  readonly id: string;
  readonly at: string;
  readonly staffId: string;
  readonly body: Followed;
}

/** A reaction that belongs to this session, followed until it is closed. */
export interface Reaction {
  /** The event that reported it. */
  readonly id: string;
  readonly reportedAt: string;
  /** As it was last known. */
  readonly report: ReactionReport;
  /** The last triage; null where it could not be worked out yet. */
  readonly triage: Triage | null;
  /** Whether any triage of it counted as harm. */
  readonly adverse: boolean;
  /** When somebody has to look or ask again, ISO 8601; null once closed, or where nothing asks for it. */
  readonly againAt: string | null;
  readonly closed: { readonly at: string; readonly outcome: ReactionOutcome } | null;
  /** Every step, the report first. */
  readonly entries: readonly ReactionEntry[];
}

type Grounds = Pick<VisitRecord, 'plan' | 'run' | 'segments' | 'spots'>;

/** What a session gives to judge a reaction by; null where nothing was fired. */
export function triageCase(
  grounds: Grounds,
  report: ReactionReport,
  now: string,
): TriageCase | null {
  const { plan } = grounds;
  const wavelengthNm = shortestNm(grounds);
  const treatedAt = lastFiredAt(grounds);
  if (plan === null || wavelengthNm === null || treatedAt === null) return null;
  const { subject, job = 'hair' } = plan;
  return {
    report,
    treatedAt,
    now,
    job,
    wavelengthNm,
    workingType: workingSkin(subject).type,
    face: SITES[subject.site].part === 'face',
    dependent: SITES[subject.site].dependent,
  };
}

/** The triage of an event that reports a reaction or follows one; null where it cannot be worked out. */
export function triageOf(
  record: Grounds & Pick<VisitRecord, 'reactions'>,
  { body, at }: Pick<VisitEvent, 'body' | 'at'>,
): Triage | null {
  const report = reportAfter(record.reactions, body);
  const of = report === null ? null : triageCase(record, report, at);
  return of === null ? null : triage(of);
}

/** The reactions with one event more; an event about none that is known changes nothing. */
export function withReaction(
  reactions: readonly Reaction[],
  event: VisitEvent,
  record: Grounds,
): readonly Reaction[] {
  const { id, at, staffId } = event;
  const body = event.body as Followed;
  const entry = { id, at, staffId, body };
  const judged = (given: Triage | null) => given ?? triageOf({ ...record, reactions }, event);
  if (body.kind === 'reactionReported') {
    const found = judged(body.triage);
    const reaction: Reaction = {
      id,
      reportedAt: at,
      report: body.report,
      triage: found,
      adverse: found?.adverse ?? true,
      againAt: again(at, found),
      closed: null,
      entries: [entry],
    };
    return [...reactions, reaction];
  }
  return reactions.map((reaction): Reaction => {
    if (reaction.id !== body.reactionId) return reaction;
    const entries = [...reaction.entries, entry];
    if (body.kind === 'reactionClosed') {
      const notOurs = body.outcome === 'notFromSession';
      return {
        ...reaction,
        entries,
        againAt: null,
        adverse: reaction.adverse && !notOurs,
        closed: { at, outcome: body.outcome },
      };
    }
    const found = judged(body.triage);
    return {
      ...reaction,
      entries,
      report: defined(reportAfter([reaction], body)),
      triage: found,
      adverse: reaction.adverse || (found?.adverse ?? false),
      againAt: body.againAt ?? again(at, found),
    };
  });
}

/** Reactions that nobody has closed yet. */
export const openReactions = ({ reactions }: Pick<VisitRecord, 'reactions'>): readonly Reaction[] =>
  reactions.filter(({ closed }) => closed === null);

function reportAfter(reactions: readonly Reaction[], body: EventBody): ReactionReport | null {
  if (body.kind === 'reactionReported') return body.report;
  if (body.kind !== 'reactionFollowed') return null;
  const before = reactions.find(({ id }) => id === body.reactionId);
  if (before === undefined) return null;
  const { trend, signs, sizeCm } = body;
  return { ...before.report, trend, signs, sizeCm };
}

const again = (at: string, found: Triage | null): string | null =>
  found === null || found.againHours === null
    ? null
    : new Date(Date.parse(at) + found.againHours * 3_600_000).toISOString();

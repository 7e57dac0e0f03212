import { changesBetween, type Change } from '../look';
import type { PastSession } from '../plan';
import type { Adverse } from '../reaction';
import { laterReasons, spotVerdict } from '../spot';
import { faintEnough, plannedSpots, readingsIn } from './planned-spots';
import type { PlanBasis, VisitRecord } from './visit-record';
import { defined } from '../units';

/** One cause for which an accepted plan no longer fits. */
export type StaleReason =
  | { readonly kind: 'findings' | 'answers'; readonly changes: readonly Change[] }
  /** The test spots allow less fluence than planned: the most that the step rule allows after them, J/cm². */
  | { readonly kind: 'spots'; readonly wantedJcm2: number }
  /** An earlier session turned out to have done harm that the plan knew nothing of. */
  | { readonly kind: 'reactions'; readonly harm: readonly Adverse[] };

/** A record whose plan is judged against what was found since. */
export function withStale(record: VisitRecord): VisitRecord {
  const stale = staleReasons(record);
  return { ...record, stale, planIsStale: stale.length > 0 };
}

/** Why a record's plan no longer fits it. */
function staleReasons(record: VisitRecord): readonly StaleReason[] {
  const { plan, planBasis: basis } = record;
  if (plan === null || basis === null) return [];
  const findings = changesBetween(basis.findings, record.findings).filter(
    ({ field }) => !OF_THE_COURSE.test(field),
  );
  const answers = changesBetween(basis.history, record.history).filter(
    (change) => !isNewNo(change),
  );
  const spots = spotsAgainst(record, basis);
  return [
    ...(findings.length === 0 ? [] : [{ kind: 'findings', changes: findings } as const]),
    ...(answers.length === 0 ? [] : [{ kind: 'answers', changes: answers } as const]),
    ...(spots === null ? [] : [spots]),
  ];
}

/** What is counted for the course has no bearing on a setting. */
const OF_THE_COURSE = /^hair\.(hairsPerCm2|counted|paleShare|moreBeside)/;

/** A question that another zone of the visit asks, and that was answered no: it changes nothing here. */
const isNewNo = ({ before, now }: Change) =>
  before === undefined && (now as { readonly yes?: boolean } | undefined)?.yes === false;

/** Test spots read since the plan was accepted that allow less fluence than planned. */
function spotsAgainst(record: VisitRecord, basis: PlanBasis): StaleReason | null {
  if (readingsIn(record.spots) <= basis.readings) return null;
  const { subject, setting } = defined(record.plan);
  const later = laterReasons(subject).length > 0;
  const verdict = spotVerdict(plannedSpots(record), later, faintEnough(defined(record.plan)));
  if (verdict.state !== 'use' && verdict.state !== 'stop') return null;
  if (setting.handpieceId !== verdict.spot.setting.handpieceId) return null;
  const { wantedJcm2 } = verdict;
  return setting.fluenceJcm2 > wantedJcm2 + 1e-9 ? { kind: 'spots', wantedJcm2 } : null;
}

/**
 * A record against what earlier sessions are now known to have done: a plan that was accepted before a reaction was
 * told of no longer fits.
 */
export function againstHistory(record: VisitRecord, history: readonly PastSession[]): VisitRecord {
  const { plan } = record;
  if (plan === null || record.run.startedAt !== null) return record;
  const same = (one: PastSession, other: PastSession) =>
    one.on === other.on &&
    one.wavelengthNm === other.wavelengthNm &&
    one.setting.fluenceJcm2 === other.setting.fluenceJcm2;
  const harm = history.flatMap((session) => {
    const known = plan.subject.history.filter((each) => same(each, session));
    return session.answer.adverse.filter(
      (each) => !known.some(({ answer }) => answer.adverse.includes(each)),
    );
  });
  if (harm.length === 0) return record;
  const stale = [...record.stale, { kind: 'reactions', harm: [...new Set(harm)] } as const];
  return { ...record, stale, planIsStale: true };
}

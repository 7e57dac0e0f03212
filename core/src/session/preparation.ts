import { checklist, isBeforeFiring, mismatches, type Check, type ReadBackField } from '../prepare';
import { spotReasons } from './past-session';
import type { VisitRecord } from './visit-record';

/** How far a zone is made ready for its plan. */
export interface Preparation {
  readonly checks: readonly Check[];
  /** What is still to be done. */
  readonly open: readonly Check[];
  /** Cream that is still on. */
  readonly numbed: boolean;
  /** What on the console is not as planned; null where nobody has compared. */
  readonly mismatches: readonly ReadBackField[] | null;
  readonly complete: boolean;
  /** Whether a test spot may be fired: eyewear, door, skin and console are ready. */
  readonly readyToFire: boolean;
}

/** Whether another plan was accepted in the midst of a session that stands, and is not made ready yet. */
export const isSwapping = (record: VisitRecord): boolean =>
  ['paused', 'stopped'].includes(record.run.state) && awaitsReadiness(record);

/**
 * Whether a plan that was accepted after the start is still to be made ready: the console read back, and, for other work
 * than before, its checks and a test spot where one is needed. A console that agreed when it was read is not read again
 * for what the technician dials in afterwards.
 */
export function awaitsReadiness(record: VisitRecord): boolean {
  const { run, shown, segments } = record;
  if (run.startedAt === null) return false;
  const { open, numbed, mismatches: differing } = preparation(record);
  const agrees = shown?.agreed === true || differing?.length === 0;
  if (segments.length === 0) return !agrees;
  return !agrees || open.length > 0 || numbed || spotReasons(record).length > 0;
}

/** What has to be made ready for a zone's plan, and how much of it is. Nothing can be without a plan. */
export function preparation(record: VisitRecord): Preparation {
  const { plan, findings, numbing, shown, ready } = record;
  if (plan === null) {
    return {
      checks: [],
      open: [],
      numbed: false,
      mismatches: null,
      complete: false,
      readyToFire: false,
    };
  }
  const setting = record.run.setting ?? plan.setting;
  const { wavelengthNm, subject } = plan;
  const checks = checklist({
    site: subject.site,
    zone: findings?.zone,
    job: plan.job ?? 'hair',
    setting,
    light: plan.light ?? { wavelengthNm },
    cooling: setting.cooling ?? plan.cooling ?? { kind: 'none' },
    gel: plan.gel ?? false,
    numbed: numbing !== null,
  });
  const open = checks.filter(({ id }) => !ready.has(id));
  const numbed = numbing !== null && numbing.offAt === null;
  const differing = shown === null ? null : mismatches(setting, wavelengthNm, shown.shown);
  const agrees = differing !== null && differing.length === 0;
  return {
    checks,
    open,
    numbed,
    mismatches: differing,
    complete: open.length === 0 && !numbed && agrees,
    readyToFire: open.every(({ id }) => !isBeforeFiring(id)) && !numbed && agrees,
  };
}

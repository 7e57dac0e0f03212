import { averagePowerW, energyJ, spotAreaCm2, type Spot } from '../units';
import {
  evaluate,
  noTarget,
  spotFits,
  type Evaluation,
  type PlanCase,
  type Refusal,
} from './evaluate';
import { shotMs, type Handpiece, type Technique } from './handpiece';
import { ladder } from './ladder';
import { rowsFor, type ProtocolRow } from './protocol';
import type { Setting } from './setting';
import { lastComparable, type Start } from './start';
import { workingSkin, type WorkingSkin } from './subject';

/** One way to treat the zone, with all that follows from it. */
export interface Proposal {
  readonly setting: Setting;
  readonly evaluation: Evaluation;
  readonly start: Start;
  /** Test-spot fluences from the start up, J/cm². */
  readonly ladder: readonly number[];
}

/** A handpiece and technique that gives no proposal here, and why. */
export interface LeftOut {
  readonly handpieceId: string;
  readonly technique: Technique;
  readonly refusal: Refusal;
}

export interface Proposals {
  /** Best first. */
  readonly proposals: readonly Proposal[];
  readonly leftOut: readonly LeftOut[];
  /** Set where nothing can be proposed at all. */
  readonly refused: Refusal | null;
  readonly working: WorkingSkin;
}

/**
 * The ranked ways to treat a subject, one for each handpiece in service and technique it can do.
 * No proposal is above any limit.
 */
export function propose(plan: PlanCase): Proposals {
  const working = workingSkin(plan.subject);
  const refused = noTarget(plan.subject);
  if (refused !== null) return { proposals: [], leftOut: [], refused, working };
  const proposals: Proposal[] = [];
  const leftOut: LeftOut[] = [];
  for (const handpiece of plan.handpieces.filter((each) => each.inService)) {
    for (const technique of handpiece.techniques) {
      const found = best(plan, handpiece, technique, working);
      if ('code' in found) leftOut.push({ handpieceId: handpiece.id, technique, refusal: found });
      else proposals.push(found);
    }
  }
  return { proposals: proposals.sort(byRank), leftOut, refused: null, working };
}

/** What this skin has already answered to first, then room between start and upper, then fewer minutes. */
function byRank(one: Proposal, other: Proposal): number {
  return (
    known(other) - known(one) ||
    room(other) - room(one) ||
    one.evaluation.work.minutes - other.evaluation.work.minutes
  );
}

const known = ({ start }: Proposal) => (start.basis.kind === 'lastSession' ? 1 : 0);

/** How far the start may still rise, as a factor; whole steps of 10 % count, smaller ones do not. */
const room = ({ start, evaluation }: Proposal) =>
  Math.floor(Math.log(evaluation.upper!.fluenceJcm2! / start.fluenceJcm2) / Math.log(1.1) + 1e-9);

function best(
  plan: PlanCase,
  handpiece: Handpiece,
  technique: Technique,
  working: WorkingSkin,
): Proposal | Refusal {
  const rows = rowsFor(plan.protocol, {
    handpiece,
    technique,
    skinType: working.type,
    calibre: plan.subject.hair.calibre,
  });
  const spot = largestFitting(plan, handpiece);
  if (spot === null) return { code: 'spotNotFlat', largestMm: flattest(handpiece) };
  const choice = pulseFor(plan, handpiece, rows);
  if (choice === null) return { code: 'noProtocolRow' };
  const habit = plan.protocol.techniques[technique];
  const draft: Setting = {
    handpieceId: handpiece.id,
    technique,
    spot,
    pulseMs: choice,
    fluenceJcm2: handpiece.fluenceJcm2.min,
    rateHz: Math.min(habit.rateHz, handpiece.maxRateHz, fastest(handpiece, choice)),
    passes: habit.passes,
  };
  const drafted = evaluate(plan, draft);
  const { start, upper } = drafted;
  if (start === null || upper?.fluenceJcm2 == null) {
    return drafted.refusals[0] ?? { code: 'noProtocolRow' };
  }
  const setting = settle(handpiece, { ...draft, fluenceJcm2: start.fluenceJcm2 });
  const evaluation = evaluate(plan, setting);
  const [refusal] = evaluation.refusals;
  if (refusal !== undefined) return refusal;
  return {
    setting,
    evaluation,
    start,
    ladder: ladder(start.fluenceJcm2, upper.fluenceJcm2, handpiece.fluenceJcm2),
  };
}

/** Slows the rate to what the console's average power allows at this fluence, in steps of 0.1 Hz. */
function settle(handpiece: Handpiece, setting: Setting): Setting {
  const oneHzW = averagePowerW(energyJ(setting.fluenceJcm2, setting.spot), 1);
  const allowed = Math.floor((handpiece.maxAveragePowerW / oneHzW) * 10 + 1e-9) / 10;
  return { ...setting, rateHz: Math.max(0.1, Math.min(setting.rateHz, allowed)) };
}

/** The fastest rate in Hz at which a shot fits its period, with a tenth of it to spare. */
function fastest(handpiece: Handpiece, pulseMs: number): number {
  return Math.floor((900 / shotMs(pulseMs, handpiece.train)) * 10) / 10;
}

function largestFitting(plan: PlanCase, handpiece: Handpiece): Spot | null {
  const fitting = handpiece.spots.filter((spot) => spotFits(spot, plan.subject));
  return fitting.reduce<Spot | null>(
    (best, spot) => (best === null || spotAreaCm2(spot) > spotAreaCm2(best) ? spot : best),
    null,
  );
}

const flattest = (handpiece: Handpiece) =>
  Math.min(
    ...handpiece.spots.map((spot) =>
      'diameterMm' in spot ? spot.diameterMm : Math.max(spot.widthMm, spot.heightMm),
    ),
  );

/**
 * The pulse to start from: that of the last comparable session while its row still stands, else the
 * offered one nearest the middle of the approved range on a log scale.
 */
function pulseFor(
  plan: PlanCase,
  handpiece: Handpiece,
  rows: readonly ProtocolRow[],
): number | null {
  const inRows = handpiece.pulsesMs.filter((pulse) =>
    rows.some((row) => pulse >= row.pulseMs.low - 1e-9 && pulse <= row.pulseMs.high + 1e-9),
  );
  const last = plan.subject.history
    .filter((session) => session.setting.handpieceId === handpiece.id)
    .map((session) => session.setting.pulseMs)
    .filter((pulse) => inRows.includes(pulse) && lastComparable(plan.subject, handpiece, pulse))
    .at(-1);
  if (last !== undefined) return last;
  const [row] = rows;
  if (row === undefined || inRows.length === 0) return null;
  const middle = Math.log(row.pulseMs.low * row.pulseMs.high) / 2;
  return inRows.reduce((best, pulse) =>
    Math.abs(Math.log(pulse) - middle) < Math.abs(Math.log(best) - middle) ? pulse : best,
  );
}

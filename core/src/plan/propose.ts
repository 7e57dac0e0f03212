import type { SiteId } from '../sites';
import { CALIBRES, HAIR_MELANIN } from '../optics';
import {
  defined,
  averagePowerW,
  energyJ,
  longestSideMm,
  sameSpot,
  spotAreaCm2,
  type Spot,
} from '../units';
import { measured } from './device-output';
import { atFluence, evaluate, groundOf, refusalsAt, type Evaluation } from './evaluate';
import type { PlanCase } from './plan-case';
import { noTarget, spotFits, type Refusal } from './refusals';
import { habitOf, passRule } from './habits';
import { centralWavelengthNm, isForInk, shotMs, type Handpiece, type Technique } from './handpiece';
import { deviceLimitJcm2 } from './limits';
import { modelSilence } from './model-silence';
import { rowsFor, type ProtocolRow } from './protocol';
import { firstBecause, rank, type FirstBecause } from './rank';
import type { Setting } from './setting';
import type { Start } from './start';
import { workingSkin, type PastSession, type Subject, type WorkingSkin } from './subject';

/** One way to treat the zone, with all that follows from it. */
export interface Proposal {
  readonly setting: Setting;
  readonly wavelengthNm: number;
  readonly site: SiteId;
  readonly evaluation: Evaluation;
  readonly start: Start;
  /** Test-spot fluences from the start up, J/cm². */
  readonly ladder: readonly number[];
  /** Upper end over floor: how much room there is between too little and too much; null without a floor. */
  readonly room: number | null;
}

/** A handpiece and technique that gives no proposal here, and why. */
export interface LeftOut {
  readonly handpieceId: string;
  readonly technique: Technique;
  readonly refusal: Refusal;
}

export type { FirstBecause } from './rank';

export interface Proposals {
  /** Best first. */
  readonly proposals: readonly Proposal[];
  readonly leftOut: readonly LeftOut[];
  /** Set where nothing can be proposed at all. */
  readonly refused: Refusal | null;
  readonly firstBecause: FirstBecause | null;
  readonly working: WorkingSkin;
}

const PULSES_TRIED = 12;

/**
 * The ranked ways to treat a subject: for each handpiece in service and technique it can do, the best
 * of its spots and pulses. No proposal is above any limit.
 */
export function propose(plan: PlanCase): Proposals {
  const working = workingSkin(plan.subject);
  const refused = noTarget(plan.subject, plan.protocol);
  if (refused !== null) {
    return { proposals: [], leftOut: [], refused, firstBecause: null, working };
  }
  const proposals: Proposal[] = [];
  const leftOut: LeftOut[] = [];
  for (const handpiece of plan.handpieces.filter((each) => !isForInk(each))) {
    for (const technique of handpiece.techniques) {
      const found = handpiece.inService
        ? best(plan, handpiece, technique, working)
        : ({ code: 'notInService' } as const);
      if ('code' in found) leftOut.push({ handpieceId: handpiece.id, technique, refusal: found });
      else proposals.push(found);
    }
  }
  const ranked = rank(proposals, working);
  return {
    proposals: ranked,
    leftOut,
    refused: null,
    firstBecause: firstBecause(ranked, working),
    working,
  };
}

function best(
  plan: PlanCase,
  handpiece: Handpiece,
  technique: Technique,
  working: WorkingSkin,
): Proposal | Refusal {
  const spots = handpiece.spots.filter((spot) => spotFits(spot, plan.subject));
  if (spots.length === 0) return { code: 'spotNotFlat', largestMm: flattest(handpiece) };
  const rows = rowsFor(plan.protocol, {
    handpiece,
    technique,
    skinType: working.type,
    calibre: plan.subject.hair.calibre,
  });
  const known = pulseToKeep(plan.subject, handpiece, rows);
  const pulses = known === null ? pulsesToTry(plan.subject, offeredIn(handpiece, rows)) : [known];
  if (pulses.length === 0) return { code: 'noProtocolRow' };
  const found = spotsToTry(plan.subject, handpiece, spots).flatMap((spot) =>
    pulses.map((pulseMs) => tryOut(plan, handpiece, technique, spot, pulseMs)),
  );
  const proposals = found.filter((each): each is Proposal => !('code' in each));
  const [first] = rank(proposals, working);
  if (first === undefined) return defined(found[0]);
  return first;
}

function tryOut(
  plan: PlanCase,
  handpiece: Handpiece,
  technique: Technique,
  spot: Spot,
  pulseMs: number,
): Proposal | Refusal {
  const habit = habitOf(plan.protocol, technique);
  const beatHz = fastest(handpiece, pulseMs);
  if (beatHz < SLOWEST_HZ) {
    const shot = shotMs(pulseMs, handpiece.train);
    return { code: 'pulseLongerThanPeriod', periodMs: 1000 / SLOWEST_HZ, shotMs: shot };
  }
  const draft: Setting = {
    handpieceId: handpiece.id,
    technique,
    spot,
    pulseMs,
    fluenceJcm2: handpiece.fluenceJcm2.min,
    rateHz: Math.min(habit.rateHz, handpiece.maxRateHz, beatHz),
    passes: passRule(plan.protocol, technique, plan.subject, modelSilence(plan.subject)).usual,
    ...measured(handpiece),
  };
  const drafted = groundOf(plan, draft, 'ranking');
  const { start, upper } = drafted.ground;
  if (start === null || upper?.fluenceJcm2 == null) {
    return refusalsAt(drafted, draft)[0] ?? { code: 'noProtocolRow' };
  }
  const setting = settle(handpiece, { ...draft, fluenceJcm2: start.fluenceJcm2 });
  if (setting === null) {
    const limitJcm2 = deviceLimitJcm2(handpiece, spot, SLOWEST_HZ);
    return { code: 'noStepLowEnough', binding: 'device', limitJcm2 };
  }
  // Only where the console's power slowed the rate is there more to work out than what the fluence changes.
  const evaluation =
    setting.rateHz === draft.rateHz
      ? atFluence(drafted, setting)
      : evaluate(plan, setting, 'ranking');
  const [refusal] = evaluation.refusals;
  if (refusal !== undefined) return refusal;
  const floor = evaluation.model?.floorJcm2 ?? null;
  return {
    setting,
    wavelengthNm: centralWavelengthNm(handpiece.light),
    site: plan.subject.site,
    evaluation,
    start,
    ladder: evaluation.ladder,
    room: floor === null ? null : upper.fluenceJcm2 / floor,
  };
}

// No hand waits longer between two pulses.
const SLOWEST_HZ = 0.1;

/**
 * Slows the rate to what the console's average power allows at this fluence, in steps of 0.1 Hz; null where even the
 * slowest is too much for it.
 */
export function settle(handpiece: Handpiece, setting: Setting): Setting | null {
  const oneHzW = averagePowerW(energyJ(setting.fluenceJcm2, setting.spot), 1);
  const allowed = Math.floor((handpiece.maxAveragePowerW / oneHzW) * 10 + 1e-9) / 10;
  if (allowed < SLOWEST_HZ) return null;
  return { ...setting, rateHz: Math.min(setting.rateHz, allowed) };
}

/** The fastest rate in Hz at which a shot fits its period, with a tenth of it to spare. */
export function fastest(handpiece: Handpiece, pulseMs: number): number {
  return Math.floor((900 / shotMs(pulseMs, handpiece.train)) * 10 + 1e-9) / 10;
}

/** The spot of the last session with this handpiece where it still fits, else all that fit. */
function spotsToTry(subject: Subject, handpiece: Handpiece, spots: readonly Spot[]) {
  const last = lastWith(subject, handpiece)?.setting.spot;
  const same = spots.filter((spot) => last !== undefined && sameSpot(spot, last));
  return same.length > 0 ? same : [...spots].sort((a, b) => spotAreaCm2(b) - spotAreaCm2(a));
}

const flattest = (handpiece: Handpiece) => Math.min(...handpiece.spots.map(longestSideMm));

const offeredIn = (handpiece: Handpiece, rows: readonly ProtocolRow[]) =>
  handpiece.pulsesMs.filter((pulse) =>
    rows.some((row) => pulse >= row.pulseMs.low - 1e-9 && pulse <= row.pulseMs.high + 1e-9),
  );

/** The pulses that are tried; where the model is silent the longest alone, which is the gentlest. */
function pulsesToTry(subject: Subject, offered: readonly number[]): readonly number[] {
  return modelSilence(subject) === null ? thinned(offered) : offered.slice(-1);
}

/** Twelve pulses at most, evenly through the list, its ends included. */
function thinned(pulses: readonly number[]): readonly number[] {
  if (pulses.length <= PULSES_TRIED) return pulses;
  const stride = (pulses.length - 1) / (PULSES_TRIED - 1);
  return Array.from({ length: PULSES_TRIED }, (_, i) => defined(pulses[Math.round(i * stride)]));
}

const lastWith = (subject: Subject, handpiece: Handpiece): PastSession | undefined =>
  subject.history.filter((session) => session.setting.handpieceId === handpiece.id).at(-1);

/**
 * The pulse of the last session with this handpiece, where its row still stands. Once hair has become
 * finer or paler by a class a new pulse is looked for first, and the fluence follows from it.
 */
function pulseToKeep(
  subject: Subject,
  handpiece: Handpiece,
  rows: readonly ProtocolRow[],
): number | null {
  const last = lastWith(subject, handpiece);
  if (last === undefined || hairHasFallen(subject, last)) return null;
  const { pulseMs } = last.setting;
  return offeredIn(handpiece, rows).includes(pulseMs) ? pulseMs : null;
}

/** Whether hair is finer or paler now than at an earlier session. */
export function hairHasFallen({ hair }: Subject, { hair: then }: PastSession): boolean {
  if (then === undefined) return false;
  return (
    CALIBRES.indexOf(hair.calibre) < CALIBRES.indexOf(then.calibre) ||
    HAIR_MELANIN[hair.colour] < HAIR_MELANIN[then.colour]
  );
}

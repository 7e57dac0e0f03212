import {
  centralWavelengthNm,
  checkSubject,
  deviceLimitJcm2,
  type Handpiece,
  historyLimitJcm2,
  type InkRow,
  isForInk,
  ladder,
  type Limits,
  mostToBeginWith,
  type Setting,
  stepRule,
  type Upper,
  upperOf,
  measured,
  sameOutput,
} from '../plan';
import { workload, type Pace, type Workload } from '../coverage';
import { bySize, defined, energyJ, isOnStep, longestSideMm, sameSpot, type Spot } from '../units';
import { inkProtocolOf, wantedColours, workingSkinOf, type InkCase } from './case';
import { awaitsDarkening } from './darkening';
import { edgeOverlap, treatedParts, type EdgeOverlap } from './design';
import type { InkStep } from './order';
import { inkRowFor } from './protocol';
import { inkToldHere } from './past-response';
import { inkRisk, type InkRisk } from './risk';
import { melanosomeRuptureJcm2 } from './selectivity';
import { faintIsEnough, inkStartFor, lastAt, type InkStart } from './start';
import { inkWays, type InkRefusal } from './ways';

export type InkRefusalCode =
  | InkRefusal
  | 'notOffered'
  | 'otherOutput'
  | 'offStep'
  | 'aboveLimit'
  | 'noColour'
  | 'colourNotHere';

/** All that is known of one setting on ink. */
export interface InkEvaluation {
  readonly setting: Setting;
  readonly wavelengthNm: number;
  readonly energyJ: number;
  readonly refusals: readonly InkRefusalCode[];
  readonly row: InkRow | null;
  readonly limits: Limits;
  readonly upper: Upper | null;
  readonly start: (InkStart & { readonly fluenceJcm2: number }) | null;
  readonly ladder: readonly number[];
  /** How many times the fluence at which melanosomes burst, in this skin. */
  readonly ruptures: number;
  readonly risk: InkRisk;
  readonly work: Workload;
  /** Around the smallest part that is treated. */
  readonly edge: EdgeOverlap | null;
  /** Ink that may darken: one test spot of one pulse, and nothing else before that was seen again after four weeks. */
  readonly testSpotOnly: boolean;
}

/** A setting for a step of the order, worked out from the protocol, the console and what this tattoo has answered. */
export interface InkProposal {
  readonly step: InkStep;
  readonly setting: Setting;
  readonly evaluation: InkEvaluation;
}

// Slow enough to place each spot by eye.
const RATE_HZ = 2;

/** The setting to begin with for one step; null where no spot or fluence is left within the limits. */
export function proposeInk(of: InkCase, step: InkStep, pace: Pace): InkProposal | null {
  const handpiece = of.handpieces.find(({ id }) => id === step.handpieceId);
  if (handpiece === undefined) return null;
  const spot = spotFor(of, step, handpiece);
  if (spot === null) return null;
  const pulseMs = defined(handpiece.pulsesMs[0]);
  const draft: Setting = {
    handpieceId: handpiece.id,
    technique: 'stamping',
    spot,
    pulseMs,
    fluenceJcm2: handpiece.fluenceJcm2.min,
    rateHz: Math.min(RATE_HZ, handpiece.maxRateHz),
    passes: 1,
    ...measured(handpiece),
  };
  const first = evaluateInk(of, step, draft, pace);
  if (first.start === null) return null;
  const setting = { ...draft, fluenceJcm2: first.start.fluenceJcm2 };
  return { step, setting, evaluation: evaluateInk(of, step, setting, pace) };
}

/** Judges a setting on ink: every limit, what binds, where it begins, and why it may not be used. */
export function evaluateInk(
  of: InkCase,
  step: Pick<InkStep, 'colours'>,
  setting: Setting,
  pace: Pace,
): InkEvaluation {
  const { subject } = of;
  checkSubject(subject, of.today);
  const handpiece = of.handpieces.find(({ id }) => id === setting.handpieceId);
  if (handpiece === undefined) return unknown(of, step, setting, pace);
  const wavelengthNm = centralWavelengthNm(handpiece.light);
  const { spot, pulseMs } = setting;
  const row = inkRowFor(inkProtocolOf(of).rows, {
    pulseMs,
    wavelengthNm,
    spot,
    colours: step.colours,
    density: subject.ink.density,
  });
  const limits: Limits = {
    device: deviceLimitJcm2(handpiece, spot, setting.rateHz),
    protocol: row?.fluenceJcm2.high ?? null,
    model: null,
    risk: null,
    history: historyLimitJcm2(inkToldHere(of, { wavelengthNm, pulseMs, spot }), of.own),
  };
  const upper = upperOf(limits, handpiece);
  const start =
    row === null || upper.fluenceJcm2 === null
      ? null
      : inkStartFor(
          of,
          step,
          setting,
          handpiece,
          row,
          mostToBeginWith(limits, upper, handpiece.fluenceJcm2, of.own),
        );
  const working = workingSkinOf(of);
  const parts = treatedParts(subject.ink).filter(({ colour }) => step.colours.includes(colour));
  const areaCm2 = partsArea(of, step);
  return {
    setting,
    wavelengthNm,
    energyJ: energyJ(setting.fluenceJcm2, spot),
    refusals: refusalsOf(of, step, setting, handpiece, row, upper),
    testSpotOnly: awaitsDarkening(of, step.colours),
    row,
    limits,
    upper,
    start,
    ladder:
      start === null || upper.fluenceJcm2 === null
        ? []
        : ladder(start.fluenceJcm2, upper.fluenceJcm2, handpiece.fluenceJcm2),
    ruptures: setting.fluenceJcm2 / melanosomeRuptureJcm2(wavelengthNm, working.melanosomeFraction),
    risk: inkRisk({ subject, colours: step.colours, wavelengthNm, workingType: working.type }),
    work: workload({
      areaCm2: Math.max(0.05, areaCm2),
      spot,
      rateHz: setting.rateHz,
      fluenceJcm2: setting.fluenceJcm2,
      strokes: { kind: 'stamping' },
      pace,
      gel: false,
    }),
    edge:
      parts.length === 0
        ? null
        : edgeOverlap(
            parts.reduce((small, part) => (part.areaCm2 < small.areaCm2 ? part : small)),
            longestSideMm(spot),
          ),
  };
}

/** What of the ink a step is meant for, cm². */
export function partsArea(
  { subject }: Pick<InkCase, 'subject'>,
  { colours }: Pick<InkStep, 'colours'>,
): number {
  const parts = treatedParts(subject.ink).filter(({ colour }) => colours.includes(colour));
  if (parts.length > 0) return parts.reduce((sum, { areaCm2 }) => sum + areaCm2, 0);
  const share = subject.ink.colours
    .filter(({ colour }) => colours.includes(colour))
    .reduce((sum, each) => sum + each.share, 0);
  return share * subject.areaCm2;
}

/** The spot of last time, the next larger once the ink responds with too little; the middle one to begin with. */
function spotFor(of: InkCase, step: InkStep, handpiece: Handpiece): Spot | null {
  const { rows } = inkProtocolOf(of);
  const wavelengthNm = centralWavelengthNm(handpiece.light);
  const pulseMs = defined(handpiece.pulsesMs[0]);
  const usable = bySize(
    handpiece.spots.filter(
      (spot) =>
        inkRowFor(rows, {
          pulseMs,
          wavelengthNm,
          spot,
          colours: step.colours,
          density: of.subject.ink.density,
        }) !== null,
    ),
  );
  if (usable.length === 0) return null;
  const last = lastAt(of, handpiece);
  // The middle one, of two the larger: the larger the spot, the deeper its light.
  if (last === null) return defined(usable[Math.floor(usable.length / 2)]);
  const at = usable.findIndex((spot) => sameSpot(spot, last.setting.spot));
  const own = at < 0 ? 0 : at;
  const wantsMore = stepRule(last.answer, faintIsEnough(step.colours)).action === 'raise';
  return defined(
    usable[wantsMore && last.test !== true ? Math.min(own + 1, usable.length - 1) : own],
  );
}

function refusalsOf(
  of: InkCase,
  step: Pick<InkStep, 'colours'>,
  setting: Setting,
  handpiece: Handpiece,
  row: InkRow | null,
  upper: Upper,
): readonly InkRefusalCode[] {
  const wanted = wantedColours(of.subject).map(({ colour }) => colour);
  // A setting is refused as soon as one of its target colours may not be treated with its light.
  const ofColours = inkWays(of)
    .filter(
      ({ handpieceId, colour }) => handpieceId === handpiece.id && step.colours.includes(colour),
    )
    .flatMap(({ refusals }) => refusals);
  const offered =
    handpiece.spots.some((spot) => sameSpot(spot, setting.spot)) &&
    handpiece.pulsesMs.includes(setting.pulseMs) &&
    setting.rateHz <= handpiece.maxRateHz;
  const list: readonly (readonly [InkRefusalCode, boolean])[] = [
    ['longPulse', !isForInk(handpiece)],
    ['noColour', step.colours.length === 0],
    ['colourNotHere', step.colours.some((colour) => !wanted.includes(colour))],
    ['noProtocolRow', row === null],
    ['notOffered', !offered],
    ['otherOutput', !sameOutput(setting.output, handpiece.output)],
    ['offStep', !isOnStep(setting.fluenceJcm2, handpiece.fluenceJcm2)],
    ['aboveLimit', setting.fluenceJcm2 > (upper.fluenceJcm2 ?? 0) + 1e-9],
  ];
  return [...new Set([...ofColours, ...list.flatMap(([why, holds]) => (holds ? [why] : []))])];
}

function unknown(
  of: InkCase,
  step: Pick<InkStep, 'colours'>,
  setting: Setting,
  pace: Pace,
): InkEvaluation {
  return {
    setting,
    wavelengthNm: 1064,
    energyJ: energyJ(setting.fluenceJcm2, setting.spot),
    refusals: ['notOffered'],
    row: null,
    limits: { device: null, protocol: null, model: null, risk: null, history: null },
    upper: null,
    start: null,
    ladder: [],
    ruptures: 0,
    risk: inkRisk({
      subject: of.subject,
      colours: step.colours,
      wavelengthNm: 1064,
      workingType: workingSkinOf(of).type,
    }),
    work: workload({
      areaCm2: 1,
      spot: setting.spot,
      rateHz: 1,
      fluenceJcm2: 1,
      strokes: { kind: 'stamping' },
      pace,
      gel: false,
    }),
    edge: null,
    testSpotOnly: awaitsDarkening(of, step.colours),
  };
}

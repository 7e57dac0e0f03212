import { SITES } from '../course';
import { workload, type Workload } from '../coverage';
import type { HairColour } from '../optics';
import {
  energyJ,
  isOnStep,
  longestSideMm,
  sameSpot,
  spotAreaCm2,
  thermalRelaxationMs,
  within,
  type Day,
  type Spot,
} from '../units';
import { cautionsFor, testSpotReasons, type CautionCode, type TestSpotReason } from './cautions';
import {
  glides,
  marginFor,
  modelSilence,
  windowFor,
  windowInput,
  type Depth,
  type ModelSilence,
  type ModelWindow,
} from './model';
import { coolingFits } from './cooling-dial';
import { centralWavelengthNm, isForInk, shotMs, type Handpiece, type Technique } from './handpiece';
import {
  deviceLimitJcm2,
  limitsFor,
  upperOf,
  type LimitName,
  type Limits,
  type Upper,
} from './limits';
import { rowForPulse, rowsFor, type Protocol, type ProtocolRow } from './protocol';
import type { Setting } from './setting';
import { startFor, type Start } from './start';
import {
  hairDiameterUm,
  workingSkin,
  type PastSession,
  type Subject,
  type WorkingSkin,
} from './subject';

/** All that a plan is worked out from. */
export interface PlanCase {
  readonly subject: Subject;
  readonly handpieces: readonly Handpiece[];
  readonly protocol: Protocol;
  readonly today: Day;
}

/** Why a setting, or a whole handpiece, cannot be used here. */
export type Refusal =
  | { readonly code: 'noTarget'; readonly colour: HairColour }
  | { readonly code: 'unknownHandpiece' }
  | { readonly code: 'notInService' }
  | { readonly code: 'techniqueNotOffered' }
  | { readonly code: 'spotNotOffered' }
  | { readonly code: 'spotNotFlat'; readonly largestMm: number }
  | { readonly code: 'pulseNotOffered' }
  | { readonly code: 'coolingNotOffered' }
  | { readonly code: 'overTattoo' }
  | { readonly code: 'noProtocolRow' }
  | { readonly code: 'noStepLowEnough'; readonly binding: LimitName; readonly limitJcm2: number }
  | { readonly code: 'notOnStep'; readonly stepJcm2: number }
  | {
      readonly code: 'aboveLimit';
      readonly binding: LimitName;
      readonly limitJcm2: number;
      readonly upperJcm2: number;
    }
  | { readonly code: 'rateTooFast'; readonly maxHz: number }
  | { readonly code: 'pulseLongerThanPeriod'; readonly periodMs: number; readonly shotMs: number }
  | { readonly code: 'passesOutOfRange'; readonly low: number; readonly high: number };

/** What may be hoped for at the upper end: to the bulb, in part, or not at all. */
export type Expected = 'toTheBulb' | 'inPart' | 'tooLittle' | 'unknown';

/** All that follows from a setting on this subject. */
export interface Evaluation {
  readonly working: WorkingSkin;
  readonly refusals: readonly Refusal[];
  readonly limits: Limits | null;
  readonly upper: Upper | null;
  /** What the model says here; null where it is silent. */
  readonly model: ModelWindow | null;
  readonly modelSilence: ModelSilence | null;
  /** Share of the model's ceiling that may be used. */
  readonly margin: number;
  readonly expected: Expected;
  readonly row: ProtocolRow | null;
  /** Where the planner would start at this handpiece, spot and pulse. */
  readonly start: Start | null;
  readonly energyJ: number;
  readonly hairRelaxationMs: number;
  readonly work: Workload;
  readonly cautions: readonly CautionCode[];
  readonly testSpot: readonly TestSpotReason[];
}

const NO_TARGET: readonly HairColour[] = ['blond', 'grey', 'white'];

export const PASSES: Readonly<Record<Technique, { low: number; high: number }>> = {
  stamping: { low: 1, high: 1 },
  inMotion: { low: 6, high: 12 },
  longPulse1064: { low: 1, high: 1 },
  subMs1064: { low: 1, high: 6 },
  pulsedLight: { low: 1, high: 1 },
};

/** Why hair here cannot be treated at all: white, grey and blond hair, or a tattoo under the spots. */
export function noTarget(subject: Subject): Refusal | null {
  const { colour } = subject.hair;
  if (subject.skin.surface === 'tattooed') return { code: 'overTattoo' };
  return NO_TARGET.includes(colour) ? { code: 'noTarget', colour } : null;
}

/** Whether a spot lies flat on the site and is no larger than the zone. */
export function spotFits(spot: Spot, subject: Subject): boolean {
  return (
    longestSideMm(spot) <= SITES[subject.site].flatSpotMm && spotAreaCm2(spot) <= subject.areaCm2
  );
}

/**
 * Works out everything that a setting means for a subject: what refuses it, its limits, its work and
 * its cautions.
 * @throws InputError naming the field where the case itself makes no sense.
 */
export function evaluate(plan: PlanCase, setting: Setting, depth: Depth = 'whole'): Evaluation {
  within('subject.areaCm2', plan.subject.areaCm2, 1, 5000);
  within('setting.fluenceJcm2', setting.fluenceJcm2, 0.1, 500);
  within('setting.rateHz', setting.rateHz, 0.1, 20);
  within('setting.pulseMs', setting.pulseMs, 0.01, 1000);
  const handpiece = hairHandpiece(plan, setting);
  const working = workingSkin(plan.subject);
  const row = handpiece === undefined ? null : rowOfSetting(plan, handpiece, setting, working);
  const silence = modelSilence(plan.subject);
  const margin = marginFor(plan.protocol.margins, plan.subject, working);
  const model =
    handpiece === undefined || silence !== null
      ? null
      : windowFor(
          windowInput(plan.subject, working, handpiece, setting, plan.protocol.techniques),
          depth,
        );
  const limits =
    handpiece === undefined || row === null
      ? null
      : limitsFor({
          ...setting,
          handpiece,
          row,
          history: plan.subject.history,
          modelJcm2: model === null ? null : model.ceilingJcm2 * margin,
          throughModel: (session) => ceilingRatio(plan, working, session, model),
        });
  const upper = limits === null ? null : upperOf(limits, handpiece!);
  return {
    working,
    refusals: refusalsFor({ plan, setting, handpiece, row, limits, upper }),
    limits,
    upper,
    model,
    modelSilence: silence,
    margin,
    expected: expectedAt(upper, model),
    row,
    start:
      handpiece === undefined || row === null || upper === null
        ? null
        : startFor({
            subject: plan.subject,
            working,
            handpiece,
            pulseMs: setting.pulseMs,
            row,
            upper,
          }),
    energyJ: energyJ(setting.fluenceJcm2, setting.spot),
    hairRelaxationMs: thermalRelaxationMs('cylinder', hairDiameterUm(plan.subject.hair)),
    work: workFor(plan, setting, handpiece?.gel ?? false),
    cautions: cautionsFor(plan.subject, working, plan.today),
    testSpot:
      handpiece === undefined
        ? []
        : testSpotReasons(
            plan.subject,
            { handpieceId: handpiece.id, wavelengthNm: centralWavelengthNm(handpiece.light) },
            plan.today,
          ),
  };
}

/** This pulse's ceiling over that of an earlier session, on the skin as it is now. */
function ceilingRatio(
  plan: PlanCase,
  working: WorkingSkin,
  { setting }: PastSession,
  model: ModelWindow | null,
): number | null {
  const handpiece = hairHandpiece(plan, setting);
  if (handpiece === undefined || model === null) return null;
  const { techniques } = plan.protocol;
  const then = windowFor(windowInput(plan.subject, working, handpiece, setting, techniques));
  return model.ceilingJcm2 / then.ceilingJcm2;
}

function expectedAt(upper: Upper | null, model: ModelWindow | null): Expected {
  if (model === null || upper?.fluenceJcm2 == null) return 'unknown';
  const { floorJcm2, fullJcm2 } = model;
  if (floorJcm2 === null || upper.fluenceJcm2 < floorJcm2) return 'tooLittle';
  return fullJcm2 !== null && upper.fluenceJcm2 >= fullJcm2 ? 'toTheBulb' : 'inPart';
}

/** The protocol's row that speaks of a setting on a subject; null where none does. */
export function rowOfSetting(
  plan: Pick<PlanCase, 'protocol' | 'subject'>,
  handpiece: Handpiece,
  setting: Pick<Setting, 'technique' | 'pulseMs'>,
  working: WorkingSkin = workingSkin(plan.subject),
): ProtocolRow | null {
  const rows = rowsFor(plan.protocol, {
    handpiece,
    technique: setting.technique,
    skinType: working.type,
    calibre: plan.subject.hair.calibre,
  });
  return rowForPulse(rows, setting.pulseMs);
}

function workFor(plan: PlanCase, setting: Setting, gel: boolean): Workload {
  const { cellCm2 } = plan.protocol.techniques[setting.technique];
  return workload({
    areaCm2: plan.subject.areaCm2,
    spot: setting.spot,
    rateHz: setting.rateHz,
    fluenceJcm2: setting.fluenceJcm2,
    strokes: glides(setting.technique)
      ? { kind: 'inMotion', passes: setting.passes, cellCm2 }
      : { kind: 'stamping' },
    pace: plan.protocol.pace,
    gel,
  });
}

interface Checked {
  readonly plan: PlanCase;
  readonly setting: Setting;
  readonly handpiece: Handpiece | undefined;
  readonly row: ProtocolRow | null;
  readonly limits: Limits | null;
  readonly upper: Upper | null;
}

/** A handpiece for ink is none for hair. */
const hairHandpiece = ({ handpieces }: PlanCase, { handpieceId }: Setting) =>
  handpieces.find((each) => each.id === handpieceId && !isForInk(each));

function refusalsFor(checked: Checked): readonly Refusal[] {
  const { plan, handpiece } = checked;
  const target = noTarget(plan.subject);
  const first: Refusal[] = target === null ? [] : [target];
  if (handpiece === undefined) return [...first, { code: 'unknownHandpiece' }];
  return [
    ...first,
    ...offered(handpiece, checked.setting, plan.subject),
    ...timing(handpiece, checked.setting),
    ...fluence(handpiece, checked),
  ];
}

function offered(handpiece: Handpiece, setting: Setting, subject: Subject): Refusal[] {
  const list: Refusal[] = [];
  if (!handpiece.inService) list.push({ code: 'notInService' });
  if (!handpiece.techniques.includes(setting.technique)) list.push({ code: 'techniqueNotOffered' });
  if (!handpiece.spots.some((spot) => sameSpot(spot, setting.spot))) {
    list.push({ code: 'spotNotOffered' });
  }
  if (!spotFits(setting.spot, subject)) {
    list.push({ code: 'spotNotFlat', largestMm: SITES[subject.site].flatSpotMm });
  }
  if (!handpiece.pulsesMs.some((pulse) => Math.abs(pulse - setting.pulseMs) < 1e-9)) {
    list.push({ code: 'pulseNotOffered' });
  }
  if (setting.cooling !== undefined && !coolingFits(handpiece, setting.cooling)) {
    list.push({ code: 'coolingNotOffered' });
  }
  return list;
}

function timing(handpiece: Handpiece, setting: Setting): Refusal[] {
  const list: Refusal[] = [];
  if (setting.rateHz > handpiece.maxRateHz) {
    list.push({ code: 'rateTooFast', maxHz: handpiece.maxRateHz });
  }
  const periodMs = 1000 / setting.rateHz;
  const shot = shotMs(setting.pulseMs, handpiece.train);
  if (shot >= periodMs) list.push({ code: 'pulseLongerThanPeriod', periodMs, shotMs: shot });
  const range = PASSES[setting.technique];
  if (
    !Number.isInteger(setting.passes) ||
    setting.passes < range.low ||
    setting.passes > range.high
  ) {
    list.push({ code: 'passesOutOfRange', ...range });
  }
  return list;
}

function fluence(handpiece: Handpiece, { setting, row, limits, upper }: Checked): Refusal[] {
  if (row === null || limits === null || upper === null) return [{ code: 'noProtocolRow' }];
  const limitJcm2 = limits[upper.binding]!;
  if (upper.fluenceJcm2 === null) {
    return [{ code: 'noStepLowEnough', binding: upper.binding, limitJcm2 }];
  }
  const list: Refusal[] = [];
  if (!isOnStep(setting.fluenceJcm2, handpiece.fluenceJcm2)) {
    const withinScale =
      setting.fluenceJcm2 <= deviceLimitJcm2(handpiece, setting.spot, setting.rateHz);
    if (withinScale) list.push({ code: 'notOnStep', stepJcm2: handpiece.fluenceJcm2.step });
  }
  if (setting.fluenceJcm2 > upper.fluenceJcm2 + 1e-9) {
    list.push({
      code: 'aboveLimit',
      binding: upper.binding,
      limitJcm2,
      upperJcm2: upper.fluenceJcm2,
    });
  }
  return list;
}

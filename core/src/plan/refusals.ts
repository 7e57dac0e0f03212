import { hasNoTarget, type ClinicalFigures } from '../figures';
import { SITES } from '../sites';
import type { HairColour } from '../optics';
import { defined, isOnStep, longestSideMm, sameSpot, spotAreaCm2, type Spot } from '../units';
import { coolingFits } from './cooling-dial';
import { sameOutput } from './device-output';
import { passRule } from './habits';
import { isForInk, shotMs, type Handpiece } from './handpiece';
import { deviceLimitJcm2, type LimitName, type Limits, type Upper } from './limits';
import { modelSilence } from './model-silence';
import type { PlanCase } from './plan-case';
import type { ProtocolRow } from './protocol';
import type { Setting } from './setting';
import type { Subject } from './subject';

/** Why a setting, or a whole handpiece, cannot be used here. */
export type Refusal =
  | { readonly code: 'noTarget'; readonly colour: HairColour }
  | { readonly code: 'unknownHandpiece' }
  | { readonly code: 'notInService' }
  | { readonly code: 'otherOutput' }
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

/** Why hair here cannot be treated at all: it has no target, as white, grey and blond hair has none, or a tattoo is under the spots. */
export function noTarget(subject: Subject, own: ClinicalFigures): Refusal | null {
  const { colour } = subject.hair;
  if (subject.skin.surface === 'tattooed') return { code: 'overTattoo' };
  return hasNoTarget(own, colour) ? { code: 'noTarget', colour } : null;
}

/** Whether a spot lies flat on the site and is no larger than the zone. */
export function spotFits(spot: Spot, subject: Subject): boolean {
  return (
    longestSideMm(spot) <= SITES[subject.site].flatSpotMm && spotAreaCm2(spot) <= subject.areaCm2
  );
}

interface Checked {
  readonly plan: PlanCase;
  readonly setting: Setting;
  readonly handpiece: Handpiece | undefined;
  readonly row: ProtocolRow | null;
  readonly limits: Limits | null;
  readonly upper: Upper | null;
}

/** The handpiece of a setting; one for ink is none for hair. */
export const hairHandpiece = (
  { handpieces }: PlanCase,
  { handpieceId }: Pick<Setting, 'handpieceId'>,
) => handpieces.find((each) => each.id === handpieceId && !isForInk(each));

/** Every reason that refuses a setting; empty where it may be used. */
export function refusalsFor(checked: Checked): readonly Refusal[] {
  const { plan, handpiece } = checked;
  const target = noTarget(plan.subject, plan.protocol);
  const first: Refusal[] = target === null ? [] : [target];
  if (handpiece === undefined) return [...first, { code: 'unknownHandpiece' }];
  return [
    ...first,
    ...offered(handpiece, checked.setting, plan.subject),
    ...timing(plan, handpiece, checked.setting),
    ...fluence(handpiece, checked),
  ];
}

function offered(handpiece: Handpiece, setting: Setting, subject: Subject): Refusal[] {
  const list: Refusal[] = [];
  if (!handpiece.inService) list.push({ code: 'notInService' });
  if (!sameOutput(setting.output, handpiece.output)) list.push({ code: 'otherOutput' });
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

function timing(plan: PlanCase, handpiece: Handpiece, setting: Setting): Refusal[] {
  const list: Refusal[] = [];
  if (setting.rateHz > handpiece.maxRateHz) {
    list.push({ code: 'rateTooFast', maxHz: handpiece.maxRateHz });
  }
  const periodMs = 1000 / setting.rateHz;
  const shot = shotMs(setting.pulseMs, handpiece.train);
  if (shot >= periodMs) list.push({ code: 'pulseLongerThanPeriod', periodMs, shotMs: shot });
  const { low, high } = passRule(
    plan.protocol,
    setting.technique,
    plan.subject,
    modelSilence(plan.subject),
  );
  if (!Number.isInteger(setting.passes) || setting.passes < low || setting.passes > high) {
    list.push({ code: 'passesOutOfRange', low, high });
  }
  return list;
}

function fluence(handpiece: Handpiece, { setting, row, limits, upper }: Checked): Refusal[] {
  if (row === null || limits === null || upper === null) return [{ code: 'noProtocolRow' }];
  const limitJcm2 = defined(limits[upper.binding]);
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

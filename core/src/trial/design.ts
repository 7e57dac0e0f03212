import { addDays, addMonths, assertInRange, InputError, spotAreaCm2, type Day } from '../units';
import { SITES, type SiteId } from '../sites';
import { glides, type Setting, type Technique } from '../plan';
import type { TrialSide } from './sides';

export const ARMS = ['a', 'b'] as const;

/** One of the two ways of working. */
export type Arm = (typeof ARMS)[number];

/** How the settings of a side are chosen: each as it is planned for its own way, or the side worked second like the first. */
export const SETTINGS_RULES = ['asPlanned', 'alike'] as const;

export type SettingsRule = (typeof SETTINGS_RULES)[number];

/** A way of working: by its handpiece, its technique, or both; null leaves that open. */
export interface ArmRule {
  readonly name: string;
  readonly handpieceId: string | null;
  readonly technique: Technique | null;
}

/** What a trial may be decided by, one of them named before the first draw. */
export const OUTCOMES = ['hairLeft', 'pain', 'minutes', 'harm'] as const;

export type TrialOutcome = (typeof OUTCOMES)[number];

/** After how many months the skin is looked at again. */
export const FOLLOW_UP_MONTHS = [1, 6, 12] as const;

export type FollowUpMonth = (typeof FOLLOW_UP_MONTHS)[number];

/** A trial of two ways on the two sides of the same clients, as it is fixed before the first draw. */
export interface TrialDesign {
  readonly title: string;
  readonly question: string;
  readonly arms: Readonly<Record<Arm, ArmRule>>;
  readonly settings: SettingsRule;
  /** Sites of which a left and a right one are treated. */
  readonly sites: readonly SiteId[];
  /** Visits of each client, both sides on the same day. */
  readonly visits: number;
  readonly outcome: TrialOutcome;
  /** Of a count: the follow-up that decides. */
  readonly decidedAt: FollowUpMonth;
  /** Clients that it needs. */
  readonly clients: number;
  /** The difference that would matter, and its standard deviation, as the size was worked out from. */
  readonly difference: number;
  readonly deviation: number;
  /** What clients are told before they consent. */
  readonly information: string;
}

/** @throws InputError naming what of a design makes no sense */
export function checkDesign(design: TrialDesign): TrialDesign {
  const { arms, sites, visits, clients, difference, deviation } = design;
  const isOpen = (arm: ArmRule) => arm.handpieceId === null && arm.technique === null;
  if (isOpen(arms.a) || isOpen(arms.b)) {
    throw new InputError('arms', 'each must name a handpiece or a technique');
  }
  if (!tellApart(arms.a, arms.b)) {
    throw new InputError('arms', 'must differ, or no setting can belong to one alone');
  }
  const [one, other] = [arms.a.technique, arms.b.technique];
  if (
    design.settings === 'alike' &&
    one !== null &&
    other !== null &&
    glides(one) !== glides(other)
  ) {
    throw new InputError('settings', 'cannot be alike where one way glides and the other does not');
  }
  if (sites.length === 0) throw new InputError('sites', 'must hold one site at least');
  for (const site of sites) {
    if (!SITES[site].paired) throw new InputError('sites', `must have two sides: ${site}`);
  }
  assertInRange('visits', visits, 1, 12);
  assertInRange('clients', clients, 6, 200);
  assertInRange('deviation', deviation, 1e-6, 1e6);
  if (difference === 0) throw new InputError('difference', 'must not be 0');
  return design;
}

/** Whether no setting can belong to both ways. */
const tellApart = (one: ArmRule, other: ArmRule): boolean =>
  differs(one.technique, other.technique) || differs(one.handpieceId, other.handpieceId);

const differs = (one: string | null, other: string | null) =>
  one !== null && other !== null && one !== other;

/** Whether a setting is of a way of working. */
export const belongsTo = (
  { handpieceId, technique }: ArmRule,
  setting: Pick<Setting, 'handpieceId' | 'technique'>,
): boolean =>
  (handpieceId === null || handpieceId === setting.handpieceId) &&
  (technique === null || technique === setting.technique);

/** A follow-up with the days between which it counts. */
export interface FollowUpWindow {
  readonly month: FollowUpMonth;
  readonly due: Day;
  readonly from: Day;
  readonly until: Day;
}

/** Follow-ups after the last treatment: 1, 6 and 12 months, within two weeks, one and two months. */
export const followUpWindows = (lastTreatedOn: Day): readonly FollowUpWindow[] =>
  FOLLOW_UP_MONTHS.map((month) => {
    const due = addMonths(lastTreatedOn, month);
    const around = {
      1: { from: addDays(due, -14), until: addDays(due, 14) },
      6: { from: addMonths(due, -1), until: addMonths(due, 1) },
      12: { from: addMonths(due, -2), until: addMonths(due, 2) },
    }[month];
    return { month, due, ...around };
  });

/** How a follow-up stands on a day. */
export function followUpState(
  { from, until }: FollowUpWindow,
  counted: boolean,
  today: Day,
): 'done' | 'ahead' | 'open' | 'missed' {
  if (counted) return 'done';
  if (today < from) return 'ahead';
  return today <= until ? 'open' : 'missed';
}

/**
 * Why a setting may not be used on a side; null where it may. A deviation that was recorded for the visit lets another way
 * through, and it stays a deviation.
 */
export function armRefusal(of: {
  readonly arms: TrialDesign['arms'];
  /** Null before the sides were drawn. */
  readonly drawn: Readonly<Record<TrialSide, Arm>> | null;
  readonly side: TrialSide;
  readonly setting: Pick<Setting, 'handpieceId' | 'technique'>;
  readonly deviates: boolean;
}): 'notDrawn' | 'otherArm' | null {
  if (of.deviates) return null;
  if (of.drawn === null) return 'notDrawn';
  return belongsTo(of.arms[of.drawn[of.side]], of.setting) ? null : 'otherArm';
}

/** What two sides share where they are to go alike. */
export const ALIKE_PARTS = ['fluence', 'pulse', 'spot'] as const;

export type AlikePart = (typeof ALIKE_PARTS)[number];

/** How far a figure of one side may lie from the other's and still be alike: a step of most consoles, as a share. */
const ALIKE_WITHIN = 0.05;

/**
 * In what a side's setting differs from that of the other side where both are to go alike; empty where it does not. Gliding
 * and stamping are not compared: neither their fluences nor their pulses mean the same.
 */
export function unlikeParts(
  rule: SettingsRule,
  setting: Pick<Setting, 'technique' | 'fluenceJcm2' | 'pulseMs' | 'spot'>,
  other: Pick<Setting, 'technique' | 'fluenceJcm2' | 'pulseMs' | 'spot'> | null,
): readonly AlikePart[] {
  if (rule !== 'alike' || other === null) return [];
  if (glides(setting.technique) !== glides(other.technique)) return [];
  const isOff = (own: number, its: number) => Math.abs(own - its) > ALIKE_WITHIN * its;
  const off: Readonly<Record<AlikePart, boolean>> = {
    fluence: isOff(setting.fluenceJcm2, other.fluenceJcm2),
    pulse: isOff(setting.pulseMs, other.pulseMs),
    spot: isOff(spotAreaCm2(setting.spot), spotAreaCm2(other.spot)),
  };
  return ALIKE_PARTS.filter((part) => off[part]);
}

/** Whether somebody who looked at what a trial shows sees it again without another look: until the end of that day. */
export const lookHolds = (lookedOn: Day, today: Day): boolean => lookedOn === today;

import { type SiteId, SITES } from '../sites';
import type { HairColour, SkinType, Tan } from '../optics';
import type { Finding, Job } from '../suitability';

const PALE: readonly HairColour[] = [
  ...(['lightBrown', 'darkBlond', 'red', 'blond', 'grey', 'white'] as const),
];

/** Whether hair has too little pigment to be a good target. */
export const isPaleHair = (colour: HairColour): boolean => PALE.includes(colour);

/** What may go wrong, from the commonest to the rarest. */
export const RISK_CODES = [
  'redness',
  'blister',
  'darkening',
  'lightening',
  'scar',
  'keloid',
  'bruise',
  'coldSore',
  'moreHair',
  'poorResult',
  'legHealing',
  'eye',
  'inkDarkening',
  'inkAllergy',
  'inkRemains',
] as const;

export type RiskCode = (typeof RISK_CODES)[number];

/** What is known of a client when consent is asked; what is not known yet is null. */
export interface RiskCase {
  readonly job: Job;
  readonly site: SiteId;
  readonly skinType: SkinType | null;
  readonly tan: Tan | null;
  /** Little pigment in the hair; null where it was not looked at. */
  readonly paleHair: boolean | null;
  readonly findings: readonly Finding[];
}

/** One risk, and whether this client is likelier than others to meet it. */
export interface Risk {
  readonly code: RiskCode;
  readonly raised: boolean;
}

const set = (findings: readonly Finding[], ...questions: readonly string[]) =>
  findings.some(
    ({ rule }) => 'question' in rule.trigger && questions.includes(rule.trigger.question),
  );

const takes = (findings: readonly Finding[], medicineClass: string) =>
  findings.some(
    ({ rule }) => 'medicine' in rule.trigger && rule.trigger.medicine === medicineClass,
  );

/**
 * The risks that a consent names for this client: those that everybody bears, and those that skin, ink, place and
 * history bring, each marked where it is raised. What is not known counts as not raised, never as absent.
 */
export function risksFor(of: RiskCase): readonly Risk[] {
  const { job, findings, skinType, tan } = of;
  const { part } = SITES[of.site];
  const dark = skinType !== null && skinType >= 4;
  const tanned = tan !== null && tan !== 'none';
  const hair = job === 'hair';
  const healsBadly = set(findings, 'diabetes', 'immune') || takes(findings, 'immuneMedicine');
  const lines: readonly (readonly [RiskCode, applies: boolean, raised: boolean])[] = [
    ['redness', true, false],
    ['blister', true, dark || tanned || takes(findings, 'photosensitiser')],
    ['darkening', true, dark || tanned],
    ['lightening', true, dark || tanned || set(findings, 'vitiligo')],
    ['scar', true, set(findings, 'keloid') || healsBadly],
    ['keloid', set(findings, 'keloid'), true],
    ['bruise', true, set(findings, 'bleeding') || takes(findings, 'anticoagulant')],
    ['coldSore', set(findings, 'herpes'), true],
    ['moreHair', hair, hair && part === 'face' && (skinType ?? 0) >= 3],
    ['poorResult', hair, of.paleHair === true || set(findings, 'hormonal')],
    ['legHealing', part === 'limb' && (healsBadly || SITES[of.site].dependent), healsBadly],
    ['eye', part === 'face', true],
    ['inkDarkening', !hair, false],
    ['inkAllergy', !hair, set(findings, 'inkReaction', 'allergy')],
    ['inkRemains', !hair, false],
  ];
  return lines.flatMap(([code, applies, raised]) => (applies ? [{ code, raised }] : []));
}

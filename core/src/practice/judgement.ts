import { evaluateInk, inkOrder, type InkCase, type InkRefusalCode, type InkRisk } from '../ink';
import {
  centralWavelengthNm,
  evaluate,
  expectedAt,
  noTarget,
  testSpotReasons,
  workingSkin,
  type Expected,
  type Handpiece,
  type PlanCase,
  type Protocol,
  type Refusal,
  type Setting,
  type TestSpotReason,
} from '../plan';
import { figureOf, type FigureId } from '../figures';
import { SITES } from '../sites';
import { assess, type Assessment, type SuitabilityRules } from '../suitability';
import type { Day } from '../units';
import type { InventedClient } from './invented-client';

/** The decisions on a client: treat, wait, refer, or decline because nothing takes up the light. */
export const DECISIONS = ['go', 'wait', 'refer', 'decline'] as const;

export type Decision = (typeof DECISIONS)[number];

/** What of a choice is held against the rules. */
export const JUDGED_PARTS = ['decision', 'setting', 'testSpot'] as const;

/** Somebody invented, and the clinic that is to judge them. */
export interface JudgementCase {
  readonly client: InventedClient;
  readonly today: Day;
  readonly rules: SuitabilityRules;
  readonly handpieces: readonly Handpiece[];
  readonly protocol: Protocol;
}

/** What was chosen. */
export interface JudgementChoice {
  readonly decision: Decision;
  /** With what; null unless it is to be treated. */
  readonly setting: Setting | null;
  readonly testSpot: boolean;
}

/** What there was to see, and whether it was heeded. */
export type FactId =
  | 'freshTan'
  | 'fadingTan'
  | 'selfTan'
  | 'medicine'
  | 'answer'
  | 'noTarget'
  | 'mayDarken'
  | 'darkSkin'
  | 'newZone';

export interface Fact {
  readonly id: FactId;
  readonly isHeeded: boolean;
}

/** What the chosen setting would do. */
export interface SettingFound {
  readonly refusals: readonly Refusal[];
  readonly inkRefusals: readonly InkRefusalCode[];
  /** The highest that would be allowed here, J/cm²; null where nothing is. */
  readonly upperJcm2: number | null;
  /** What the skin would do: the model's ceiling by its two laws of damage leaves a doubt between them. */
  readonly skin: 'holds' | 'mayBurn' | 'burns' | 'unknown';
  /** Those ceilings, J/cm², the lower first; null where the model is silent, and on ink. */
  readonly ceilingsJcm2: readonly [number, number] | null;
  /** Hair: what may be hoped for, and the share of growing hair that such a visit takes by the clinic's figure; null on ink. */
  readonly hair: Expected | null;
  readonly hairShare: number | null;
  /** Ink: how many times the fluence at which pigment in the skin bursts, and the risk of blisters; null on hair. */
  readonly ruptures: number | null;
  readonly risk: InkRisk['level'] | null;
}

/** What the rules and the model say of a choice. */
export interface Judged {
  readonly assessment: Assessment;
  readonly shouldBe: Decision;
  /** Null where none was chosen. */
  readonly setting: SettingFound | null;
  readonly spotReasons: readonly TestSpotReason[];
  readonly facts: readonly Fact[];
  /** What was decided otherwise than the rules do. */
  readonly wrong: readonly (typeof JUDGED_PARTS)[number][];
}

/** Holds a choice against the clinic's own rules, limits and the model. */
export function judgeChoice(of: JudgementCase, choice: JudgementChoice): Judged {
  const { client, today, rules } = of;
  const place = SITES[client.site].part === 'face' ? 'face' : 'body';
  const { answers, medicines, job, age } = client;
  const assessment = assess({ answers, medicines }, { job, place, age, on: today }, rules);
  const shouldBe = decisionOf(assessment, isUntreatable(of));
  const setting = choice.setting === null ? null : settingFound(of, choice.setting);
  const spotReasons = shouldBe === 'go' ? reasonsForSpot(of, choice.setting) : [];
  const isTreated = choice.decision === 'go';
  const wrong = [
    ...(choice.decision === shouldBe ? [] : ['decision' as const]),
    ...(isTreated && (setting === null || isRefused(setting)) ? ['setting' as const] : []),
    ...(shouldBe === 'go' && isTreated && !choice.testSpot && spotReasons.length > 0
      ? ['testSpot' as const]
      : []),
  ];
  return {
    assessment,
    shouldBe,
    setting,
    spotReasons,
    wrong,
    facts: factsOf(of, assessment, wrong, spotReasons.includes('newZone')),
  };
}

/** Nothing to fire at comes before all else: waiting would not change it. */
function decisionOf({ outcome }: Assessment, untreatable: boolean): Decision {
  if (untreatable) return 'decline';
  return outcome === 'wait' || outcome === 'refer' ? outcome : 'go';
}

const isRefused = ({ refusals, inkRefusals }: SettingFound) =>
  refusals.length + inkRefusals.length > 0;

const hairPlan = ({ client, handpieces, protocol, today }: JudgementCase): PlanCase | null => {
  const { hair, site, areaCm2, skin, history } = client;
  if (hair === null) return null;
  return { subject: { site, areaCm2, skin, history, hair }, handpieces, protocol, today };
};

const inkPlan = ({ client, handpieces, protocol, today }: JudgementCase): InkCase | null => {
  const { ink, site, areaCm2, skin, history } = client;
  if (ink === null) return null;
  const subject = { site, areaCm2, skin, history, ink };
  return { subject, handpieces, protocol: protocol.ink, own: protocol, agreed: false, today };
};

/** Whether no light of the clinic may be used: hair without a target, ink that none may treat. */
function isUntreatable(of: JudgementCase): boolean {
  const hair = hairPlan(of);
  if (hair !== null) return noTarget(hair.subject, of.protocol) !== null;
  const ink = inkPlan(of);
  return ink !== null && inkOrder(ink).steps.length === 0;
}

function reasonsForSpot(of: JudgementCase, setting: Setting | null): readonly TestSpotReason[] {
  const plan = hairPlan(of) ?? inkPlan(of);
  const handpiece = of.handpieces.find(({ id }) => id === setting?.handpieceId);
  if (plan === null || handpiece === undefined) return [];
  const light = { handpieceId: handpiece.id, wavelengthNm: centralWavelengthNm(handpiece.light) };
  return testSpotReasons(plan.subject, light, of.today);
}

const TAKES: Readonly<Record<Expected, FigureId>> = {
  toTheBulb: 'killFull',
  inPart: 'killPart',
  tooLittle: 'killLittle',
  unknown: 'killUnknown',
};

function settingFound(of: JudgementCase, setting: Setting): SettingFound {
  const plan = hairPlan(of);
  if (plan !== null) {
    const { refusals, upper, model } = evaluate(plan, setting);
    const hair = expectedAt(setting.fluenceJcm2, model);
    const ceilings =
      model === null
        ? null
        : ([
            Math.min(model.ceilingJcm2, model.cautiousCeilingJcm2 ?? model.ceilingJcm2),
            Math.max(model.ceilingJcm2, model.cautiousCeilingJcm2 ?? model.ceilingJcm2),
          ] as const);
    return {
      ...{ refusals, inkRefusals: [], upperJcm2: upper?.fluenceJcm2 ?? null },
      skin: skinOf(setting.fluenceJcm2, ceilings),
      ...{ ceilingsJcm2: ceilings, hair, hairShare: figureOf(of.protocol, TAKES[hair]) },
      ...{ ruptures: null, risk: null },
    };
  }
  const ink = inkPlan(of);
  if (ink === null) throw new TypeError('A client has hair or ink');
  const step = inkOrder(ink).steps.find(({ handpieceId }) => handpieceId === setting.handpieceId);
  const colours = step?.colours ?? ink.subject.ink.colours.map(({ colour }) => colour);
  const found = evaluateInk(ink, { colours }, setting, of.protocol.pace);
  return {
    ...{ refusals: [], inkRefusals: found.refusals, upperJcm2: found.upper?.fluenceJcm2 ?? null },
    ...{ skin: 'unknown', ceilingsJcm2: null, hair: null, hairShare: null },
    ...{ ruptures: found.ruptures, risk: found.risk.level },
  };
}

function skinOf(
  fluenceJcm2: number,
  ceilings: readonly [number, number] | null,
): SettingFound['skin'] {
  if (ceilings === null) return 'unknown';
  if (fluenceJcm2 < ceilings[0]) return 'holds';
  return fluenceJcm2 < ceilings[1] ? 'mayBurn' : 'burns';
}

const DARKENS = ['white', 'skinColoured'];

function factsOf(
  of: JudgementCase,
  { findings }: Assessment,
  wrong: Judged['wrong'],
  isForSpot: boolean,
): readonly Fact[] {
  const { skin, ink, hair } = of.client;
  const decided = !wrong.includes('decision');
  const set = !wrong.includes('setting');
  const working = workingSkin(of.client);
  const facts: readonly (readonly [FactId, boolean, boolean])[] = [
    ['noTarget', hair !== null && isUntreatable(of), decided],
    [
      'mayDarken',
      ink !== null &&
        (ink.origin === 'cosmetic' || ink.colours.some(({ colour }) => DARKENS.includes(colour))),
      decided && set,
    ],
    ['freshTan', skin.tan === 'fresh', decided],
    ['selfTan', skin.tan === 'selfTan', decided],
    ['fadingTan', skin.tan === 'fading', set],
    ['medicine', findings.some(({ medicine }) => medicine !== null), decided],
    [
      'answer',
      findings.some(({ medicine, outcome }) => medicine === null && outcome !== 'care'),
      decided,
    ],
    ['darkSkin', working.type >= 4, set],
    ['newZone', isForSpot, !wrong.includes('testSpot')],
  ];
  return facts.flatMap(([id, is, isHeeded]) => (is ? [{ id, isHeeded }] : []));
}

import { JOBS, PLACES, type Job, type Place, type QuestionId } from './questions';
import type { Outcome } from './outcome';
import { STANDARD_SUBSTANCES, type MedicineClass, type Substance } from './substances';

/** How long after the last day nothing may be fired. */
export type Wait = { readonly days: number } | { readonly months: number };

/** What sets a rule off. */
export type Trigger =
  | { readonly question: QuestionId }
  /** A named medicine of this class; `unknown` is one that the list does not hold. */
  | { readonly medicine: MedicineClass | 'unknown' }
  /** A client under the least age, or under the age at which one consents alone. */
  | { readonly age: 'tooYoung' | 'minor' };

export interface Rule {
  readonly id: string;
  readonly trigger: Trigger;
  readonly jobs: readonly Job[];
  readonly places: readonly Place[];
  readonly outcome: Exclude<Outcome, 'go'>;
  /** A `wait` without one has no day of its own; of another outcome, how long after the last dose it still holds. */
  readonly wait: Wait | null;
  /** Who made the rule. */
  readonly whose: 'protocol' | 'law' | 'model';
  /** Who may set it aside, with a reason on the record. */
  readonly override: 'supervisor' | 'never';
  /** Why, and what to do: said to the technician. */
  readonly advice: string;
}

/** All that suitability goes by: one document, in versions that a supervisor approves. */
export interface SuitabilityRules {
  readonly rules: readonly Rule[];
  readonly substances: readonly Substance[];
  readonly ages: {
    /** Nobody younger is treated. */
    readonly least: number;
    /** Under this age a guardian consents too. */
    readonly alone: number;
  };
}

type More = Partial<Pick<Rule, 'jobs' | 'places' | 'wait' | 'whose' | 'override' | 'id'>>;

function rule(trigger: Trigger, outcome: Rule['outcome'], advice: string, more: More = {}): Rule {
  const [name] = Object.values(trigger) as [string];
  return {
    id: plainWords(name),
    trigger,
    jobs: JOBS,
    places: PLACES,
    outcome,
    wait: null,
    whose: 'protocol',
    override: 'supervisor',
    advice,
    ...more,
  };
}

/** `selfTan` as “self tan”: what a rule is called unless it has a name of its own. */
const plainWords = (name: string) => name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

const NEVER = { override: 'never' } as const;
const HAIR = { jobs: ['hair'] } as const;
const INK = { jobs: ['ink'] } as const;
const FACE = { places: ['face'] } as const;
const BODY = { places: ['body'] } as const;
const days = (count: number) => ({ wait: { days: count } }) as const;

/** What ships: ordinary clinic practice, to be edited by the clinic and approved by its supervisor. */
const STANDARD: readonly Rule[] = [
  rule({ question: 'sun' }, 'wait', 'Fresh pigment in the epidermis takes up the light.', days(28)),
  rule({ question: 'selfTan' }, 'wait', 'The dye takes up the light like a tan.', days(10)),
  rule({ question: 'hairPulled' }, 'wait', 'The root has to be there. Shaving is fine.', {
    ...HAIR,
    ...days(28),
  }),
  rule(
    { question: 'infection' },
    'refer',
    'Never on infected or broken skin; it heals first.',
    NEVER,
  ),
  rule(
    { question: 'herpes' },
    'refer',
    'Light can wake it near the mouth: a clinician decides on protection beforehand.',
    { ...FACE, id: 'herpes on the face' },
  ),
  rule({ question: 'herpes' }, 'care', 'Light can wake it: keep off where it has been.', {
    ...BODY,
    id: 'herpes on the body',
  }),
  rule({ question: 'keloid' }, 'care', 'A burn would scar: test spot, low start, off old scars.', {
    ...HAIR,
    id: 'keloid, hair',
  }),
  rule(
    { question: 'keloid' },
    'refer',
    'Ink work can raise a scar: the supervisor decides first.',
    {
      ...INK,
      id: 'keloid, ink',
    },
  ),
  rule({ question: 'vitiligo' }, 'refer', 'Injury can set off new patches.'),
  rule({ question: 'psoriasis' }, 'care', 'Injury can set off new patches: off affected skin.'),
  rule(
    { question: 'lightIllness' },
    'refer',
    'Light itself may set this illness off: a clinician agrees first.',
    { ...NEVER, id: 'light-sensitive illness' },
  ),
  rule({ question: 'inkMade' }, 'wait', 'A fresh tattoo heals and settles first.', {
    ...INK,
    wait: { months: 3 },
  }),
  rule(
    { question: 'inkReaction' },
    'refer',
    'Allergy to ink: breaking it up may spread the allergy. A clinician decides.',
    { ...INK, ...NEVER },
  ),
  rule({ question: 'gold' }, 'refer', 'Gold in the skin can darken at once and for good.', NEVER),
  rule({ question: 'pregnant' }, 'refer', 'Not treated in pregnancy.', NEVER),
  rule({ question: 'breastFeeding' }, 'refer', 'The supervisor decides.'),
  rule({ question: 'epilepsy' }, 'refer', 'Flashes may set off a fit.'),
  rule({ question: 'hormonal' }, 'care', 'Results cannot be promised while it goes on.', HAIR),
  rule({ question: 'cancer' }, 'refer', 'A clinician agrees first.'),
  rule({ question: 'immune' }, 'refer', 'Healing and infection: a clinician agrees first.'),
  rule({ question: 'bleeding' }, 'care', 'Bruises and purpura are likelier: watch for them.', {
    ...HAIR,
    id: 'bleeding, hair',
  }),
  rule({ question: 'bleeding' }, 'refer', 'Pinpoint bleeding goes with ink work.', {
    ...INK,
    id: 'bleeding, ink',
  }),
  rule({ question: 'diabetes' }, 'care', 'Heals slower, most on leg and foot: early review.'),
  rule(
    { question: 'implant' },
    'care',
    'Keep the beam off implants and metal; stay a hand’s breadth away.',
  ),
  rule({ question: 'allergy' }, 'care', 'Choose gloves, gel, creams and dressings by it.'),
  rule({ question: 'treatedElsewhere' }, 'wait', 'Skin treated elsewhere has not settled yet.', {
    ...HAIR,
    ...days(28),
    id: 'treated elsewhere, hair',
  }),
  rule({ question: 'treatedElsewhere' }, 'wait', 'Ink goes on clearing for weeks.', {
    ...INK,
    ...days(42),
    id: 'treated elsewhere, ink',
  }),
  rule({ question: 'injected' }, 'wait', 'Filler or botulinum settles first.', {
    ...FACE,
    ...days(14),
  }),
  rule(
    { question: 'earlierReaction' },
    'refer',
    'The supervisor looks at it before anything is fired.',
  ),
  rule(
    { medicine: 'photosensitiser' },
    'wait',
    'The skin may burn at a fluence that it bore before. Never stop a prescribed medicine for a session: the prescriber decides.',
    days(14),
  ),
  rule(
    { medicine: 'pigmenting' },
    'refer',
    'May leave pigment in the skin that the light can darken.',
  ),
  rule({ medicine: 'retinoidTablet' }, 'wait', 'Healing is poorer for six months.', {
    wait: { months: 6 },
  }),
  rule(
    { medicine: 'retinoidCream' },
    'wait',
    'Where it was put on, skin is thinner and more easily hurt.',
    days(7),
  ),
  rule({ medicine: 'irritantCream' }, 'wait', 'Where it was put on, skin is irritated.', days(7)),
  rule({ medicine: 'anticoagulant' }, 'care', 'Bruises and purpura are likelier.', {
    ...HAIR,
    ...days(14),
    id: 'anticoagulant, hair',
  }),
  rule({ medicine: 'anticoagulant' }, 'refer', 'Pinpoint bleeding goes with ink work.', {
    ...INK,
    ...days(14),
    id: 'anticoagulant, ink',
  }),
  rule(
    { medicine: 'immuneMedicine' },
    'refer',
    'Healing and infection: a clinician agrees first.',
    {
      wait: { months: 3 },
    },
  ),
  rule({ medicine: 'goldSalt' }, 'refer', 'Gold in the skin can darken for good.', NEVER),
  rule({ medicine: 'hormone' }, 'care', 'May make hair grow while we remove it.', HAIR),
  rule(
    { medicine: 'unknown' },
    'refer',
    'Not in the clinic’s list: the supervisor looks it up before anything is fired.',
    { id: 'unknown medicine' },
  ),
  rule({ age: 'tooYoung' }, 'refer', 'Under the age at which the clinic treats.', {
    ...NEVER,
    whose: 'law',
    id: 'under the least age',
  }),
  rule({ age: 'minor' }, 'care', 'A guardian signs too and may stay in the room.', {
    whose: 'law',
    id: 'minor',
  }),
];

/**
 * A clinic's rules with those that ship for every question that none of them speaks of: a question that was added later
 * is never answered with a yes that means nothing.
 */
export function completed(own: SuitabilityRules): SuitabilityRules {
  const known = new Set(
    own.rules.flatMap(({ trigger }) => ('question' in trigger ? [trigger.question] : [])),
  );
  const shipped = STANDARD.filter(
    ({ trigger }) => 'question' in trigger && !known.has(trigger.question),
  );
  return shipped.length === 0 ? own : { ...own, rules: [...own.rules, ...shipped] };
}

export const STANDARD_SUITABILITY: SuitabilityRules = {
  rules: STANDARD,
  substances: STANDARD_SUBSTANCES,
  ages: { least: 16, alone: 18 },
};

import type { QuestionGroup, QuestionId } from '@tidy-quill/core/suitability';

interface QuestionWords {
  readonly ask: string;
  /** What the day means, where one is asked. */
  readonly day?: string;
  /** Why a yes matters, said to the technician. */
  readonly why: string;
}

export const GROUP_WORDS: Readonly<Record<QuestionGroup, string>> = {
  skin: 'Skin',
  history: 'Before now',
  medicines: 'Medicines',
  body: 'Body',
};

export const QUESTION_WORDS: Readonly<Record<QuestionId, QuestionWords>> = {
  sun: {
    ask: 'Sun or sunbed on the area',
    day: 'Last sun',
    why: 'Fresh pigment in the epidermis takes up the light.',
  },
  selfTan: {
    ask: 'Self-tan on the area',
    day: 'Last put on',
    why: 'The dye takes up the light like a tan.',
  },
  hairPulled: {
    ask: 'Waxing, plucking or threading',
    day: 'Last time',
    why: 'The root has to be there. Shaving is fine.',
  },
  infection: {
    ask: 'Infection or broken skin on the area',
    why: 'Never on infected or broken skin; it has to heal first.',
  },
  herpes: {
    ask: 'Cold sores or herpes here before',
    why: 'Light can wake it: ask a clinician about protection beforehand.',
  },
  keloid: {
    ask: 'Raised or spreading scars',
    why: 'A burn would scar: test spot, low start, keep off old scars.',
  },
  vitiligo: {
    ask: 'Vitiligo',
    why: 'Injury can set off new patches.',
  },
  psoriasis: {
    ask: 'Psoriasis or eczema',
    why: 'Injury can set off new patches: keep off affected skin.',
  },
  photosensitiser: {
    ask: 'Medicine that makes skin sensitive to light',
    day: 'Last taken',
    why: 'The skin may burn at a fluence that it bore before.',
  },
  retinoidCream: {
    ask: 'Retinoid cream on the area',
    day: 'Last used',
    why: 'The skin is thinner and more easily hurt.',
  },
  isotretinoin: {
    ask: 'Isotretinoin tablets',
    day: 'Last taken',
    why: 'Healing is poorer for six months.',
  },
  anticoagulant: {
    ask: 'Blood thinners',
    why: 'Bruises and purpura are likelier: watch for them.',
  },
  gold: {
    ask: 'Gold treatment, ever',
    why: 'Gold in the skin can darken at once and for good.',
  },
  pregnant: {
    ask: 'Pregnant, or may be',
    why: 'Not treated in pregnancy.',
  },
  breastFeeding: {
    ask: 'Breast-feeding',
    why: 'The supervisor decides.',
  },
  epilepsy: {
    ask: 'Fits set off by light',
    why: 'Flashes may set off a fit.',
  },
  hormonal: {
    ask: 'Hormonal cause of the hair',
    why: 'Results cannot be promised while it goes on.',
  },
  cancer: {
    ask: 'Cancer, now or before',
    why: 'A clinician has to agree first.',
  },
  immune: {
    ask: 'Weak immune system or immune medicine',
    why: 'Healing and infection: a clinician has to agree first.',
  },
  implant: {
    ask: 'Implant, pacemaker or metal near the area',
    why: 'Keep the beam off it; stay a hand’s breadth away.',
  },
  allergy: {
    ask: 'Allergy: latex, numbing cream, antibiotics',
    why: 'Choose gloves, gel and creams by it.',
  },
  earlierReaction: {
    ask: 'Bad reaction to light or laser before',
    why: 'The supervisor looks at it before anything is fired.',
  },
};

export const OUTCOME_WORDS = {
  go: 'Go ahead',
  care: 'Go with care',
  wait: 'Wait',
  refer: 'Refer',
} as const;

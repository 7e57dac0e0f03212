import type { Outcome, QuestionGroup, QuestionId } from '@tidy-quill/core/suitability';
import { defined } from '@tidy-quill/core/units';

interface QuestionWords {
  readonly ask: string;
  /** What the day means, where one is asked. */
  readonly day?: string;
  /** What a word on it is to say, where one is asked. */
  readonly note?: string;
}

export const GROUP_WORDS: Readonly<Record<QuestionGroup, string>> = {
  skin: 'Skin',
  history: 'Before now',
  medicines: 'Medicines',
  body: 'Body',
};

/** As they are asked of the client, at the desk and on the phone alike. */
export const QUESTION_WORDS: Readonly<Record<QuestionId, QuestionWords>> = {
  sun: { ask: 'Sun or sunbed on the area', day: 'Last sun' },
  selfTan: { ask: 'Self-tan on the area', day: 'Last put on' },
  hairPulled: { ask: 'Waxing, plucking or threading', day: 'Last time' },
  infection: { ask: 'Infection or broken skin on the area' },
  herpes: { ask: 'Cold sores or herpes here before' },
  keloid: { ask: 'Raised or spreading scars' },
  vitiligo: { ask: 'Vitiligo' },
  psoriasis: { ask: 'Psoriasis or eczema' },
  lightIllness: {
    ask: 'Illness set off by light: lupus, porphyria, xeroderma pigmentosum, albinism, solar urticaria',
    note: 'Which',
  },
  inkMade: { ask: 'Tattoo made within the last year', day: 'Made on' },
  inkReaction: { ask: 'Itching, swelling or rash in a tattoo' },
  medicines: { ask: 'Medicines, creams or supplements, now or in the last year' },
  gold: { ask: 'Gold treatment, ever' },
  pregnant: { ask: 'Pregnant, or may be' },
  breastFeeding: { ask: 'Breast-feeding' },
  epilepsy: { ask: 'Photosensitive epilepsy' },
  hormonal: { ask: 'Hormonal cause of the hair' },
  cancer: { ask: 'Cancer, now or before', note: 'Which, when, and skin or not' },
  immune: { ask: 'Weak immune system' },
  bleeding: { ask: 'Bleeding or clotting disorder' },
  diabetes: { ask: 'Diabetes' },
  implant: { ask: 'Implant, pacemaker or metal near the area', note: 'What and where' },
  allergy: { ask: 'Allergies: latex, numbing cream, antibiotics, others', note: 'To what' },
  treatedElsewhere: { ask: 'Laser, light or peel on the area elsewhere', day: 'Last time' },
  injected: { ask: 'Filler or botulinum in the face', day: 'Last time' },
  earlierReaction: { ask: 'Bad reaction to light or laser before', note: 'What happened' },
};

/** A question's first words, for a list of what is missing. */
export const firstWords = (question: string): string => defined(question.split(/[:,]/)[0]);

export const shortAsk = (id: QuestionId): string => firstWords(QUESTION_WORDS[id].ask);

/** What an answer leads to, as a client reads it at home. */
export const HOME_OUTCOME_WORDS: Readonly<Record<Exclude<Outcome, 'go'>, string>> = {
  care: 'Good to know. We take it into account.',
  wait: 'We may have to wait for a while before we treat you, so that your skin is safe.',
  refer: 'We talk this over with you first, and may ask a doctor. Nothing is decided yet.',
};

export const OUTCOME_WORDS: Readonly<Record<Outcome, string>> = {
  go: 'Go ahead',
  care: 'Go with care',
  wait: 'Wait',
  refer: 'Refer',
};

import type { Day } from '../units';

/** What is asked before a hair session, in the order of asking. */
export const QUESTION_IDS = [
  'pregnant',
  'breastFeeding',
  'photosensitiser',
  'retinoidCream',
  'isotretinoin',
  'anticoagulant',
  'gold',
  'sun',
  'selfTan',
  'hairPulled',
  'infection',
  'herpes',
  'keloid',
  'epilepsy',
  'hormonal',
  'cancer',
  'vitiligo',
  'psoriasis',
  'immune',
  'implant',
  'allergy',
  'earlierReaction',
] as const;

export type QuestionId = (typeof QUESTION_IDS)[number];

/** An answer: no, or yes with the last day it applied where the question asks for one. */
export type Answer =
  { readonly yes: false } | { readonly yes: true; readonly lastOn?: Day | undefined };

/** A whole set of answers. A question left out has not been asked yet. */
export type Answers = Readonly<Partial<Record<QuestionId, Answer>>>;

export type QuestionGroup = 'body' | 'medicines' | 'skin' | 'history';

export interface Question {
  readonly id: QuestionId;
  readonly group: QuestionGroup;
  /** Whether a yes needs the last day on which it applied. */
  readonly asksDay: boolean;
}

const ASK_DAY: readonly QuestionId[] = [
  'photosensitiser',
  'retinoidCream',
  'isotretinoin',
  'sun',
  'selfTan',
  'hairPulled',
];

const GROUPS: Readonly<Record<QuestionGroup, readonly QuestionId[]>> = {
  skin: ['sun', 'selfTan', 'hairPulled', 'infection', 'herpes', 'keloid', 'vitiligo', 'psoriasis'],
  medicines: ['photosensitiser', 'retinoidCream', 'isotretinoin', 'anticoagulant', 'gold'],
  body: ['pregnant', 'breastFeeding', 'epilepsy', 'hormonal', 'cancer', 'immune', 'implant'],
  history: ['allergy', 'earlierReaction'],
};

/** The questions in their groups, what changes most often first. */
export const QUESTIONS: readonly Question[] = (
  Object.entries(GROUPS) as [QuestionGroup, readonly QuestionId[]][]
).flatMap(([group, ids]) => ids.map((id) => ({ id, group, asksDay: ASK_DAY.includes(id) })));

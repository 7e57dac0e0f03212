import { defined, type Day } from '../units';

/** What a visit is for. */
export const JOBS = ['hair', 'ink'] as const;

export type Job = (typeof JOBS)[number];

export const PLACES = ['face', 'body'] as const;

/** Where on the client, as far as rules tell places apart. */
export type Place = (typeof PLACES)[number];

/** All that is ever asked before a session. */
export const QUESTION_IDS = [
  'sun',
  'selfTan',
  'hairPulled',
  'infection',
  'herpes',
  'keloid',
  'vitiligo',
  'psoriasis',
  'lightIllness',
  'inkMade',
  'inkReaction',
  'medicines',
  'gold',
  'pregnant',
  'breastFeeding',
  'epilepsy',
  'hormonal',
  'cancer',
  'immune',
  'bleeding',
  'diabetes',
  'implant',
  'allergy',
  'treatedElsewhere',
  'injected',
  'earlierReaction',
] as const;

export type QuestionId = (typeof QUESTION_IDS)[number];

/** No, or yes with the last day it applied and a word on it, where the question asks for them. */
export type Answer =
  | { readonly yes: false }
  | { readonly yes: true; readonly lastOn?: Day | undefined; readonly note?: string | undefined };

/** A whole set of answers. A question left out has not been asked yet. */
export type Answers = Readonly<Partial<Record<QuestionId, Answer>>>;

/** A medicine, cream or supplement that the client names. */
export interface Medicine {
  readonly name: string;
  /** The substance of the clinic's list; null where it was typed freely. */
  readonly substanceId: string | null;
  /** Last day taken; null while it is still taken. */
  readonly lastOn: Day | null;
}

/** All that a client says before a session. */
export interface History {
  readonly answers: Answers;
  /** Named under a yes to `medicines`. */
  readonly medicines: readonly Medicine[];
}

export const NOTHING_SAID: History = { answers: {}, medicines: [] };

export type QuestionGroup = 'body' | 'medicines' | 'skin' | 'history';

export interface Question {
  readonly id: QuestionId;
  readonly group: QuestionGroup;
  readonly jobs: readonly Job[];
  readonly places: readonly Place[];
  /** Whether a yes needs the last day on which it applied. */
  readonly asksDay: boolean;
  /** Whether a yes needs a word on what it was. */
  readonly asksNote: boolean;
  /** Once yes, always yes: a short return carries it over. */
  readonly lasting: boolean;
}

const GROUPS: Readonly<Record<QuestionGroup, readonly QuestionId[]>> = {
  skin: [
    ...(['sun', 'selfTan', 'hairPulled', 'infection', 'inkMade', 'inkReaction'] as const),
    ...(['herpes', 'keloid', 'vitiligo', 'psoriasis', 'lightIllness'] as const),
  ],
  medicines: ['medicines', 'gold'],
  body: [
    ...(['pregnant', 'breastFeeding', 'epilepsy', 'hormonal', 'cancer'] as const),
    ...(['immune', 'bleeding', 'diabetes', 'implant'] as const),
  ],
  history: ['allergy', 'treatedElsewhere', 'injected', 'earlierReaction'],
};

const ASK_DAY: readonly QuestionId[] = [
  ...(['sun', 'selfTan', 'hairPulled', 'inkMade'] as const),
  ...(['treatedElsewhere', 'injected'] as const),
];
const ASK_NOTE: readonly QuestionId[] = [
  'lightIllness',
  'allergy',
  'cancer',
  'implant',
  'earlierReaction',
];
const LASTING: readonly QuestionId[] = [
  ...(['herpes', 'keloid', 'vitiligo', 'psoriasis', 'inkMade', 'inkReaction', 'gold'] as const),
  ...(['epilepsy', 'hormonal', 'cancer', 'bleeding', 'diabetes', 'implant', 'allergy'] as const),
  ...(['earlierReaction', 'lightIllness'] as const),
];
const ONLY_JOB: Readonly<Partial<Record<QuestionId, Job>>> = {
  hairPulled: 'hair',
  hormonal: 'hair',
  inkMade: 'ink',
  inkReaction: 'ink',
};
const ONLY_PLACE: Readonly<Partial<Record<QuestionId, Place>>> = { injected: 'face' };

/** Every question in its group, what changes most often first. */
export const QUESTIONS: readonly Question[] = (
  Object.entries(GROUPS) as [QuestionGroup, readonly QuestionId[]][]
).flatMap(([group, ids]) =>
  ids.map((id) => ({
    id,
    group,
    jobs: ONLY_JOB[id] === undefined ? JOBS : [ONLY_JOB[id]],
    places: ONLY_PLACE[id] === undefined ? PLACES : [ONLY_PLACE[id]],
    asksDay: ASK_DAY.includes(id),
    asksNote: ASK_NOTE.includes(id),
    lasting: LASTING.includes(id),
  })),
);

/** The questions for a job at a place. */
export const questionsFor = (job: Job, place: Place): readonly Question[] =>
  QUESTIONS.filter(({ jobs, places }) => jobs.includes(job) && places.includes(place));

/**
 * What a short return begins with: what was once yes and lasts is carried over; lasting things that were no are
 * left for one question together; all that can change is asked again.
 */
export function carriedOver(last: History, job: Job, place: Place) {
  const asked = questionsFor(job, place);
  const lastingYes = asked.filter(({ id, lasting }) => lasting && last.answers[id]?.yes === true);
  const lastingNo = asked.filter(({ id, lasting }) => lasting && last.answers[id]?.yes === false);
  return {
    answers: Object.fromEntries(
      lastingYes.map(({ id }) => [id, defined(last.answers[id])]),
    ) as Answers,
    /** Still none of these? */
    stillNone: lastingNo.map(({ id }) => id),
    /** To be asked one by one. */
    again: asked.filter((each) => !lastingYes.includes(each) && !lastingNo.includes(each)),
  };
}

import type { SkinType } from '../optics';
import { defined } from '../units';

/** What is asked to find how skin answers to sun; each answer scores 0 (fairest) to 4. */
export const TYPING_IDS = [
  'eyes',
  'hairBorn',
  'skinUnexposed',
  'freckles',
  'burns',
  'tans',
  'tanDepth',
  'tanLasts',
  'faceInSun',
  'lastSun',
] as const;

export type TypingId = (typeof TYPING_IDS)[number];

export type TypingScore = 0 | 1 | 2 | 3 | 4;

export type TypingAnswers = Readonly<Partial<Record<TypingId, TypingScore>>>;

/** What the answers come to. */
export interface Typing {
  readonly sum: number;
  readonly type: SkinType;
  /** The neighbouring type, where one point more or less would give it. */
  readonly near: SkinType | null;
}

// The sum with which each type ends: ten answers of 0–4 (a sum score in wide use, after Fitzpatrick 1988).
const ENDS: readonly number[] = [6, 13, 20, 27, 34, 40];

/** The type for a sum of 0–40. */
export const typeForSum = (sum: number): SkinType =>
  (ENDS.findIndex((end) => sum <= end) + 1) as SkinType;

/** The type that ten answers come to, and whether it is near a border; null while one is missing. */
export function typingOf(answers: TypingAnswers): Typing | null {
  const scores = TYPING_IDS.map((id) => answers[id]);
  if (scores.some((score) => score === undefined)) return null;
  const sum = scores.reduce<number>((total, score) => total + defined(score), 0);
  const type = typeForSum(sum);
  const beside = [Math.max(0, sum - 1), Math.min(40, sum + 1)].map(typeForSum);
  return { sum, type, near: beside.find((each) => each !== type) ?? null };
}

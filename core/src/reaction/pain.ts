export const PAIN_SCORES = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10] as const;

/** What a pain score asks for: go on at 0–4, slow down at 5–6, stop at 7 or more. */
export function painMeaning(score: number): 'goOn' | 'slowDown' | 'stop' {
  if (score >= 7) return 'stop';
  return score >= 5 ? 'slowDown' : 'goOn';
}

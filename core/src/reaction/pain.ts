export const PAIN_SCORES = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10] as const;

/** What a pain score asks for: go on at 0–4, slow down at 5–6, stop at 7 or more. */
export function painMeaning(score: number): 'goOn' | 'slowDown' | 'stop' {
  if (score >= 7) return 'stop';
  return score >= 5 ? 'slowDown' : 'goOn';
}

/** How often a client is asked where the clinic has not said, minutes. */
export const USUAL_PAIN_MINUTES = 3;

/** After how many pulses of a session the client is asked first. */
export const FIRST_PULSES = 3;

/**
 * Whether the client has to be asked now: after the first pulses, then whenever so many minutes have gone by since the
 * last answer.
 *
 * @param everyMinutes the clinic's rhythm
 */
export function painDue(of: {
  readonly pulses: number;
  /** When it was last asked, ms; null where it never was. */
  readonly askedMs: number | null;
  readonly nowMs: number;
  readonly everyMinutes: number;
}): boolean {
  if (of.askedMs === null) return of.pulses >= FIRST_PULSES;
  return of.nowMs - of.askedMs >= of.everyMinutes * 60_000;
}

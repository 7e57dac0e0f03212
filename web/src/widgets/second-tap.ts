// A hand that taps twice by accident does so within this; who means to go on again waits longer.
const SECOND_TAP_MS = 400;

/** Whether a press is the second half of a double tap on the same key. Times in ms; null where it was never pressed. */
export const isSecondTap = (lastMs: number | null, nowMs: number): boolean =>
  lastMs !== null && nowMs - lastMs < SECOND_TAP_MS;

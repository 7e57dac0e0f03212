import { defined } from '../units';
const LENGTH = 6;

/**
 * What is wrong with a PIN that unlocks a tablet in the room; null where it may be used. Six figures, and none that is
 * tried first: all alike, or a run up or down.
 */
export function pinProblem(pin: string): string | null {
  if (!/^\d{6}$/.test(pin)) return `must be ${LENGTH} figures`;
  const steps = new Set([...pin].slice(1).map((figure, i) => Number(figure) - Number(pin[i])));
  const [step] = steps;
  return steps.size === 1 && Math.abs(defined(step)) <= 1 ? 'is too easy to guess' : null;
}

/** Wrong tries before the password alone unlocks. */
export const PIN_TRIES = 3;

import type { InkColour, InkFinding } from '../look';
import { addDays } from '../units';
import type { InkCase } from './case';

const DARKENS: readonly InkColour[] = ['white', 'skinColoured'];

/** Whether light may turn an ink dark at once: white and skin-coloured ink, and cosmetic tattoos of any colour. */
export const mayDarken = (ink: Pick<InkFinding, 'origin'>, colour: InkColour): boolean =>
  ink.origin === 'cosmetic' || DARKENS.includes(colour);

/** Days after its one test spot on which ink that may darken is seen again: four weeks. */
export const DARKENING_DAYS = 28;

/** Most pulses of that test spot. */
export const DARKENING_PULSES = 1;

/**
 * Whether colours that may darken still wait for their test spot to be seen again: one that was fired on them, read four
 * weeks later or more, and did no harm.
 */
export function awaitsDarkening(
  { subject }: Pick<InkCase, 'subject'>,
  colours: readonly InkColour[],
): boolean {
  const risky = colours.filter((colour) => mayDarken(subject.ink, colour));
  return risky.some(
    (colour) =>
      !subject.history.some(
        ({ test, ink, on, readOn, answer }) =>
          test === true &&
          (ink ?? []).includes(colour) &&
          readOn !== undefined &&
          readOn >= addDays(on, DARKENING_DAYS) &&
          answer.adverse.length === 0,
      ),
  );
}

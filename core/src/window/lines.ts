import { assertInRange, InputError } from '../units';

/** A line of a light source and its share of the pulse energy. */
export interface Line {
  readonly wavelengthNm: number;
  readonly share: number;
}

/** One laser line, or a filtered band as weighted lines whose shares add up to 1. */
export type Light = { readonly wavelengthNm: number } | { readonly lines: readonly Line[] };

/** The lines of a light source. @throws InputError where shares do not add up to 1. */
export function linesOf(light: Light): readonly Line[] {
  if ('wavelengthNm' in light) return [{ wavelengthNm: light.wavelengthNm, share: 1 }];
  const total = light.lines.reduce((sum, { share }) => sum + share, 0);
  if (light.lines.length === 0 || Math.abs(total - 1) > 1e-6) {
    throw new InputError('light.lines', `must have shares that add up to 1, got ${total}`);
  }
  for (const { share } of light.lines) assertInRange('light.lines.share', share, 0, 1);
  return light.lines;
}

/** The one wavelength of a light, nm; null for a filtered band. */
export const lineNm = (light: Light): number | null =>
  'wavelengthNm' in light ? light.wavelengthNm : null;

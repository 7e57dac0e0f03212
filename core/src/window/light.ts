import { shaftSource, skinGrid, type SkinGrid } from '../heat';
import { fluenceRatio, hairMua, skinOptics, type Skin, type Surface } from '../optics';
import { defined, InputError, assertInRange, type Spot } from '../units';

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

/** Where light falls. */
export interface Illumination {
  readonly light: Light;
  readonly skin: Skin;
  readonly spot: Spot;
  readonly surface: Surface;
}

/** What a light source does in skin and hair, whatever its pulse: solved once, used for every pulse. */
export interface LitSkin {
  readonly grid: SkinGrid;
  /** Power per cell of a column of 1 cm² for 1 W/cm² on the surface, W. */
  readonly heating: Float64Array;
  /** Heat put into the shaft at each follicle depth for each J/cm² on the skin, J/cm³. */
  readonly shaftSources: readonly number[];
}

/** Fluence ratio φ/F at depths in mm, the lines weighted by their shares. */
export function ratiosAt(on: Illumination, depthsMm: ArrayLike<number>): Float64Array {
  const sum = new Float64Array(depthsMm.length);
  for (const { wavelengthNm, share } of linesOf(on.light)) {
    fluenceRatio({ ...on, wavelengthNm, depthsMm }).forEach((ratio, i) => {
      sum[i] = defined(sum[i]) + share * ratio;
    });
  }
  return sum;
}

/** Solves light for a column of skin and for a hair at some depths in mm. */
export function lightSkin(
  on: Illumination,
  hair: { readonly melanosomeFraction: number; readonly diameterUm: number },
  follicleDepthsMm: readonly number[],
  refine = 1,
): LitSkin {
  const grid = skinGrid(on.skin, refine);
  const { centres, widths, epidermisCells, dermisCells } = grid;
  const cells = widths.length;
  const depthsMm = [...centres].map((centre) => centre * 10).concat(follicleDepthsMm);
  const heating = new Float64Array(cells);
  const shaftSources = follicleDepthsMm.map(() => 0);
  for (const { wavelengthNm, share } of linesOf(on.light)) {
    const optics = skinOptics(wavelengthNm, on.skin.melanosomeFraction, on.skin.bloodShare);
    const ratios = fluenceRatio({ ...on, wavelengthNm, depthsMm });
    for (let i = 0; i < cells; i++) {
      const mua =
        i < epidermisCells
          ? optics.epidermisMuaPerCm
          : i < dermisCells
            ? optics.dermis.muaPerCm
            : optics.fat.muaPerCm;
      heating[i] = defined(heating[i]) + share * mua * defined(ratios[i]) * defined(widths[i]);
    }
    const mua = hairMua(wavelengthNm, hair.melanosomeFraction);
    for (let i = 0; i < shaftSources.length; i++) {
      shaftSources[i] =
        defined(shaftSources[i]) +
        share * shaftSource(mua, hair.diameterUm, defined(ratios[cells + i]));
    }
  }
  return { grid, heating, shaftSources };
}

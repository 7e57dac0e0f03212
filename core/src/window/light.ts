import { shaftSource, skinGrid, type SkinGrid } from '../heat';
import { fluenceRatio, hairMua, skinOptics, type Skin, type Surface } from '../optics';
import { linesOf, type Light, type Line } from './lines';
import { Cache, defined, type Spot } from '../units';

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

/** What a light does in a column of skin, whatever the hair in it. */
interface ColumnInLight extends Pick<LitSkin, 'grid' | 'heating'> {
  /** φ/F of each line at each follicle depth. */
  readonly lines: readonly (Line & { readonly ratios: Float64Array })[];
}

// Another hair in the same skin under the same light meets the same light.
const columns = new Cache<ColumnInLight>(100);

/** Solves light for a column of skin and for a hair at some depths in mm. */
export function lightSkin(
  on: Illumination,
  hair: { readonly melanosomeFraction: number; readonly diameterUm: number },
  follicleDepthsMm: readonly number[],
  refine = 1,
): LitSkin {
  const { light, skin, spot, surface } = on;
  const key = JSON.stringify([light, skin, spot, surface, follicleDepthsMm, refine]);
  const { grid, heating, lines } = columns.recall(key, () =>
    lightColumn(on, follicleDepthsMm, refine),
  );
  const shaftSources = follicleDepthsMm.map((_, i) =>
    lines.reduce((sum, { wavelengthNm, share, ratios }) => {
      const mua = hairMua(wavelengthNm, hair.melanosomeFraction);
      return sum + share * shaftSource(mua, hair.diameterUm, defined(ratios[i]));
    }, 0),
  );
  return { grid, heating, shaftSources };
}

function lightColumn(
  on: Illumination,
  follicleDepthsMm: readonly number[],
  refine: number,
): ColumnInLight {
  const grid = skinGrid(on.skin, refine);
  const { centres, widths, epidermisCells, dermisCells } = grid;
  const cells = widths.length;
  const depthsMm = new Float64Array(cells + follicleDepthsMm.length);
  for (let i = 0; i < cells; i++) depthsMm[i] = defined(centres[i]) * 10;
  depthsMm.set(follicleDepthsMm, cells);
  const heating = new Float64Array(cells);
  const lines = linesOf(on.light).map(({ wavelengthNm, share }) => {
    const optics = skinOptics(wavelengthNm, on.skin.melanosomeFraction, on.skin.bloodShare);
    const { skin, spot, surface } = on;
    const ratios = fluenceRatio({ wavelengthNm, skin, spot, surface, depthsMm });
    for (let i = 0; i < cells; i++) {
      const mua =
        i < epidermisCells
          ? optics.epidermisMuaPerCm
          : i < dermisCells
            ? optics.dermis.muaPerCm
            : optics.fat.muaPerCm;
      heating[i] = defined(heating[i]) + share * mua * defined(ratios[i]) * defined(widths[i]);
    }
    return { wavelengthNm, share, ratios: ratios.slice(cells) };
  });
  return { grid, heating, lines };
}

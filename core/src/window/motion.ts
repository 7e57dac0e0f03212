import type { Site } from '../damage';
import {
  openAir,
  packPhases,
  scheduleWith,
  skinGrid,
  solveMoving,
  type Motion,
  type MovingHeat,
  type SkinGrid,
  type SkinHeat,
} from '../heat';
import { defined, Cache, spotAreaCm2 } from '../units';
import type { WindowInput } from './input';
import { lightSkin } from './light';

// The widest beam that the light solver takes; beyond it nothing changes under the middle.
const WIDEST_MM = 100;

/**
 * Puts a single pulse's course at a depth into motion: each pass meets skin as warm as all passes before have
 * left it, under the cell's mean light and the tip's share of the cooling, and its pulse comes on top. The
 * pulse's own pre-cooling is left out: a tip that glides rests nowhere.
 */
export function withMotion(
  input: WindowInput,
  motion: Omit<Motion, 'spotCm2'>,
  skin: SkinHeat,
): (site: Site, depthCm: number) => Site {
  const { grid } = skin;
  const moving = movingHeat(input, motion, grid);
  return (site, depthCm) => {
    const backgroundC = moving.background.between(grid.centres, depthCm);
    const responsePerJcm2 = moving.response.between(grid.centres, depthCm);
    return {
      backgroundC: new Float64Array(site.backgroundC.length),
      responsePerJcm2: site.responsePerJcm2,
      passes: moving.passRows.map((row) => ({
        addC: defined(backgroundC[row]),
        addPerJcm2: defined(responsePerJcm2[row]),
      })),
      slow: { course: { backgroundC, responsePerJcm2 }, stepsS: moving.stepsS },
    };
  };
}

/**
 * The mean temperature at a depth of the cell at the end of each pass, °C: what has built up, without the peak of the single
 * pulse.
 */
export function builtUpByPassC(
  input: WindowInput,
  motion: Omit<Motion, 'spotCm2'>,
  at: { readonly depthMm: number; readonly fluenceJcm2: number },
): readonly number[] {
  const grid = skinGrid(input.skin);
  const { background, response, passRows } = movingHeat(input, motion, grid);
  const backgroundC = background.between(grid.centres, at.depthMm / 10);
  const perJcm2 = response.between(grid.centres, at.depthMm / 10);
  return passRows.map((row) => defined(backgroundC[row]) + at.fluenceJcm2 * defined(perJcm2[row]));
}

/** The highest of these, °C. */
export const builtUpC = (...of: Parameters<typeof builtUpByPassC>): number =>
  Math.max(...builtUpByPassC(...of));

// What builds up does not depend on the pulse's duration: all pulses of a map share it.
const known = new Cache<MovingHeat>(50);

function movingHeat(
  input: WindowInput,
  motion: Omit<Motion, 'spotCm2'>,
  grid: SkinGrid,
): MovingHeat {
  const { light, skin, spot, surface, cooling, added } = input;
  const key = JSON.stringify([
    light,
    skin,
    spot,
    surface,
    cooling,
    added,
    motion,
    grid.widths.length,
  ]);
  return known.recall(key, () => {
    const side = Math.min(WIDEST_MM, Math.sqrt(motion.cellCm2) * 10);
    // Seen over the whole cell, what one spot scatters sideways falls on its neighbours: a beam as
    // wide as the cell.
    const wide = lightSkin({ ...input, spot: { widthMm: side, heightMm: side } }, input.hair, []);
    return solveMoving({
      grid,
      heating: wide.heating,
      cooling: scheduleWith(cooling, added),
      between: openAir(added),
      first: packPhases(added),
      motion: { ...motion, spotCm2: spotAreaCm2(spot) },
    });
  });
}

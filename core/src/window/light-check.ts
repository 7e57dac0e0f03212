import { fluenceRatio, monteCarlo, SKIN_INDEX, skinLayers } from '../optics';
import { linesOf, type Illumination } from './light';

/** Both light solvers on the same skin, spot and light. */
export interface LightCheck {
  readonly depthsMm: readonly number[];
  /** Fluence ratio by the fast solver, used while planning. */
  readonly fast: readonly number[];
  /** Fluence ratio by Monte Carlo, and one standard error of it. */
  readonly slow: readonly number[];
  readonly standardError: readonly number[];
  readonly packets: number;
  /** Whether it ran to its end. */
  readonly finished: boolean;
}

const DEPTHS_MM = [0.05, 0.2, 0.5, 1, 1.5, 2, 3, 4];

/**
 * Runs the slow solver beside the fast one, the lines of a band in turn. Monte Carlo knows no plate that sends light
 * back, so both are asked without it. `onProgress` is told the share done and stops the run by
 * returning false; what was done until then is given.
 */
export function lightCheck(
  on: Illumination,
  run: { readonly packets: number; readonly seed: number },
  onProgress: (done: number) => boolean,
): LightCheck {
  const lines = linesOf(on.light);
  const surface = { ...on.surface, plateReturn: 0 };
  const fast = DEPTHS_MM.map(() => 0);
  const slow = DEPTHS_MM.map(() => 0);
  const variance = DEPTHS_MM.map(() => 0);
  let packets = 0;
  let going = true;
  lines.forEach(({ wavelengthNm, share }, index) => {
    if (!going) return;
    const found = monteCarlo(
      {
        layers: skinLayers(wavelengthNm, on.skin),
        indexAbove: surface.outsideIndex,
        indexBelow: SKIN_INDEX,
        packets: Math.ceil(run.packets / lines.length),
        seed: run.seed + index,
        spot: on.spot,
        depthsMm: DEPTHS_MM,
      },
      (done) => {
        going = onProgress((index + done) / lines.length);
        return going;
      },
    );
    const quick = fluenceRatio({ ...on, surface, wavelengthNm, depthsMm: DEPTHS_MM });
    packets += found.packets;
    DEPTHS_MM.forEach((_, i) => {
      fast[i]! += share * quick[i]!;
      slow[i]! += share * found.fluenceRatio[i]!;
      variance[i]! += (share * found.standardError.fluenceRatio[i]!) ** 2;
    });
  });
  return {
    depthsMm: DEPTHS_MM,
    fast,
    slow,
    standardError: variance.map(Math.sqrt),
    packets,
    finished: going,
  };
}

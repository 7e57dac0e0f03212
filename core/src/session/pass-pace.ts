import type { CellRun } from './run';

/** How one pass over a cell went. */
export interface PassPace {
  /** Fired in it, by hand and by the console together. */
  readonly pulses: number;
  readonly seconds: number;
  /** What an even hand takes at the console's rate, its rest before it included, s. */
  readonly expectedS: number;
  readonly pace: 'even' | 'tooQuick' | 'tooSlow';
}

/**
 * The passes over a cell, each against an even hand's.
 *
 * @param of pulses of one pass, the console's rate, the rest between two passes, and how far off a hand may be, as a share
 */
export function passPaces(
  { passEnds }: Pick<CellRun, 'passEnds'>,
  of: {
    readonly pulsesAPass: number;
    readonly rateHz: number;
    readonly restS: number;
    readonly off: number;
  },
): readonly PassPace[] {
  return passEnds.map(({ pulses, seconds }, i) => {
    const before = passEnds[i - 1] ?? { pulses: 0, seconds: 0 };
    const took = seconds - before.seconds;
    const expectedS = of.pulsesAPass / of.rateHz + (i === 0 ? 0 : of.restS);
    const share = took / expectedS;
    return {
      ...{ pulses: pulses - before.pulses, seconds: took, expectedS },
      pace: share < 1 - of.off ? 'tooQuick' : share > 1 + of.off ? 'tooSlow' : 'even',
    };
  });
}

import type { TimedPulse } from '../coverage';
import { defined } from '../units';
import { sidesOf } from './even-hand';
import type { Exercise } from './exercise';

/** How fast a hand went: distance from pulse to pulse, in lengths of the tip. */
export interface PaceFigures {
  readonly meanSpacing: number;
  /** Shares of the pulses that lie too far apart, and too close together. */
  readonly tooQuick: number;
  readonly tooSlow: number;
}

/** The distances between pulses that follow each other at the rate; where the hand was lifted none is counted. */
export function paceFigures(
  { tip, rateHz }: Pick<Exercise, 'tip' | 'rateHz'>,
  pulses: readonly TimedPulse[],
  off: number,
): PaceFigures {
  const { widthMm } = sidesOf(tip);
  const spacings = pulses.slice(1).flatMap((pulse, i) => {
    const before = defined(pulses[i]);
    if (pulse.atS - before.atS > 1.5 / rateHz) return [];
    return [Math.hypot(pulse.xMm - before.xMm, pulse.yMm - before.yMm) / widthMm];
  });
  if (spacings.length === 0) return { meanSpacing: 0, tooQuick: 0, tooSlow: 1 };
  const share = (is: (spacing: number) => boolean) => spacings.filter(is).length / spacings.length;
  return {
    meanSpacing: spacings.reduce((sum, each) => sum + each, 0) / spacings.length,
    tooQuick: share((each) => each > 1 + off),
    tooSlow: share((each) => each < 1 - off),
  };
}

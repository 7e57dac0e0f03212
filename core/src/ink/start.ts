import { figureOf, type FigureId } from '../figures';
import type { InkColour } from '../look';
import {
  centralWavelengthNm,
  type Handpiece,
  type InkRow,
  likePulse,
  ownSessions,
  type PastSession,
  sameBand,
  type Setting,
  type StepAdvice,
  stepRule,
} from '../plan';
import { defined, longestSideMm, stepDown } from '../units';
import { workingSkinOf, type InkCase } from './case';
import type { InkStep } from './order';

/** Where on the protocol's range a first treatment begins, by how dense the ink is. */
const BEGIN = {
  solid: 'inkBeginSolid',
  medium: 'inkBeginMedium',
  fine: 'inkBeginFine',
} as const satisfies Record<string, FigureId>;

/** Colours whose faint shade is all that is wanted. */
const FAINT_IS_ENOUGH: readonly InkColour[] = ['red', 'orange', 'yellow'];

/** Whether a faint whitening is all that these colours should show. */
export const faintIsEnough = (colours: readonly InkColour[]): boolean =>
  colours.length > 0 && colours.every((colour) => FAINT_IS_ENOUGH.includes(colour));

/** Where the starting fluence on ink comes from. */
export type InkStart =
  | {
      readonly kind: 'protocol';
      readonly share: number;
      readonly low: number;
      readonly high: number;
    }
  | {
      readonly kind: 'protocolLow';
      readonly low: number;
      readonly because: 'darkSkin' | 'layered' | 'mayDarken';
    }
  | {
      readonly kind: 'lastSession';
      readonly session: PastSession;
      readonly advice: StepAdvice;
      readonly wantedJcm2: number;
    }
  /** A larger spot reaches deeper: its range from the beginning, and never above what was used. */
  | {
      readonly kind: 'largerSpot';
      readonly session: PastSession;
      readonly advice: StepAdvice;
      readonly fromMm: number;
      readonly toMm: number;
      readonly wantedJcm2: number;
    };

/**
 * The fluence to begin with on ink, and what it rests on: what the last session showed, else the protocol's range by the
 * density of the ink, or its low end where caution asks; on the console's step, rounded down. Null where no step is low enough.
 */
export function inkStartFor(
  of: InkCase,
  step: Pick<InkStep, 'colours'>,
  setting: Setting,
  handpiece: Handpiece,
  row: InkRow,
  mostJcm2: number,
): (InkStart & { readonly fluenceJcm2: number }) | null {
  const basis = basisFor(of, step, setting, handpiece, row);
  const wanted =
    basis.kind === 'protocol'
      ? basis.low + (basis.high - basis.low) * basis.share
      : basis.kind === 'protocolLow'
        ? basis.low
        : basis.wantedJcm2;
  const fluenceJcm2 = stepDown(Math.min(wanted, mostJcm2), handpiece.fluenceJcm2);
  return fluenceJcm2 === null ? null : { ...basis, fluenceJcm2 };
}

function basisFor(
  of: InkCase,
  step: Pick<InkStep, 'colours'>,
  setting: Setting,
  handpiece: Handpiece,
  row: InkRow,
): InkStart {
  const { ink } = of.subject;
  const { low, high } = row.fluenceJcm2;
  const session = lastAt(of, handpiece);
  if (session !== null) {
    const advice = stepRule(session.answer, faintIsEnough(step.colours));
    const { spot, fluenceJcm2: used } = session.setting;
    const [fromMm, toMm] = [longestSideMm(spot), longestSideMm(setting.spot)];
    if (toMm > fromMm + 1e-9) {
      const begun = low + (high - low) * figureOf(of.own, BEGIN[ink.density]);
      const wantedJcm2 = Math.min(used * Math.min(1, advice.factor), begun);
      return { kind: 'largerSpot', session, advice, fromMm, toMm, wantedJcm2 };
    }
    return { kind: 'lastSession', session, advice, wantedJcm2: used * advice.factor };
  }
  if (workingSkinOf(of).type >= 4) return { kind: 'protocolLow', low, because: 'darkSkin' };
  if (ink.layered) return { kind: 'protocolLow', low, because: 'layered' };
  if (ink.origin === 'cosmetic') return { kind: 'protocolLow', low, because: 'mayDarken' };
  return { kind: 'protocol', share: figureOf(of.own, BEGIN[ink.density]), low, high };
}

/** This clinic's latest session or test spot of the same band and a like pulse. */
export const lastAt = (of: InkCase, handpiece: Handpiece): PastSession | null =>
  ownSessions(of.subject.history)
    .filter(
      ({ wavelengthNm, setting }) =>
        sameBand(wavelengthNm, centralWavelengthNm(handpiece.light)) &&
        likePulse(setting.pulseMs, defined(handpiece.pulsesMs[0])),
    )
    .at(-1) ?? null;

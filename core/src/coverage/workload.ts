import { spotAreaCm2, assertInRange, type Spot } from '../units';
import { widestHexagonalLayout } from './lattice';

/** What the clinic allows for besides firing. Seconds, and shares 0–1. */
export interface Pace {
  /** Largest share of an area that may stay untouched between round spots. */
  readonly allowedGapShare: number;
  readonly secondsPerMove: number;
  /** Pulses between two moves of hand or body. */
  readonly pulsesPerMove: number;
  readonly gelSecondsPer100Cm2: number;
  readonly checkSeconds: number;
  /** How often the client is asked for pain in a session, minutes; three where the clinic has not said. */
  readonly painMinutes?: number | undefined;
  /** How long after its end a session's presses can be taken back, minutes; 15 where the clinic has not said. */
  readonly undoMinutes?: number | undefined;
}

export type Strokes =
  | { readonly kind: 'stamping' }
  | {
      readonly kind: 'inMotion';
      readonly passes: number;
      readonly cellCm2: number;
      /** Rest after each pass, s; none where absent. */
      readonly restSeconds?: number;
    };

/** Pulses and minutes for an area, and how evenly it is met. */
export interface Workload {
  readonly pulses: number;
  readonly passes: number;
  /** Cells of an in-motion session; 1 when stamping. */
  readonly cells: number;
  readonly overlapShare: number;
  readonly gapShare: number;
  /** Distance between centres, mm; null for rectangles and in motion. */
  readonly pitchMm: number | null;
  readonly minutes: number;
  /** Energy on the area ÷ its size, J/cm²: what adds up over passes and overlaps. */
  readonly totalJcm2: number;
}

/**
 * The work of one zone.
 * Minutes are pulses ÷ rate, moves, gel and checks; stamping puts rectangles edge to edge and round
 * spots on the widest hexagonal layout within the allowed gaps.
 * @throws InputError for an area outside 0.05 to 5000 cm², or a rate outside 0.1 to 20 Hz.
 */
export function workload(input: {
  readonly areaCm2: number;
  readonly spot: Spot;
  readonly rateHz: number;
  readonly fluenceJcm2: number;
  readonly strokes: Strokes;
  readonly pace: Pace;
  readonly gel: boolean;
  /** Skin drawn into the tip: one spot covers its area ÷ this of skin at rest; 1 where absent. */
  readonly stretch?: number;
}): Workload {
  const { spot, strokes, pace } = input;
  const areaCm2 = assertInRange('areaCm2', input.areaCm2, 0.05, 5000);
  const rateHz = assertInRange('rateHz', input.rateHz, 0.1, 20);
  const spotCm2 = spotAreaCm2(spot) / (input.stretch ?? 1);
  const layout =
    strokes.kind === 'stamping' && 'diameterMm' in spot
      ? widestHexagonalLayout(spot.diameterMm, pace.allowedGapShare)
      : null;
  const passes = strokes.kind === 'inMotion' ? strokes.passes : 1;
  // A console fires whole pulses and a rim is never left out: round up.
  const pulses = Math.ceil((areaCm2 * passes) / (layout?.cellCm2 ?? spotCm2) - 1e-9);
  const cells = strokes.kind === 'inMotion' ? Math.ceil(areaCm2 / strokes.cellCm2 - 1e-9) : 1;
  const moves = strokes.kind === 'inMotion' ? cells : pulses / pace.pulsesPerMove;
  const seconds =
    pulses / rateHz +
    moves * pace.secondsPerMove +
    (strokes.kind === 'inMotion' ? cells * (passes - 1) * (strokes.restSeconds ?? 0) : 0) +
    (input.gel ? (areaCm2 / 100) * pace.gelSecondsPer100Cm2 : 0) +
    pace.checkSeconds;
  return {
    pulses,
    passes,
    cells,
    overlapShare: layout?.overlapShare ?? 0,
    gapShare: layout?.gapShare ?? 0,
    pitchMm: layout?.pitchMm ?? null,
    minutes: seconds / 60,
    totalJcm2: (pulses * input.fluenceJcm2 * spotAreaCm2(spot)) / areaCm2,
  };
}

import type { Pace } from '../coverage';
import type { InkProtocol } from './ink-protocol';
import type { LearningRule } from './learnt';
import type { Calibre, SkinType } from '../optics';
import type { ClinicalFigures } from '../figures';
import { assertInRange } from '../units';
import type { TechniqueHabit } from './habits';
import { centralWavelengthNm, type Handpiece, type LaserClass, type Technique } from './handpiece';

export interface Range {
  readonly low: number;
  readonly high: number;
}

/** One approved line of the clinic's protocol. */
export interface ProtocolRow {
  readonly id: string;
  readonly laserClass: LaserClass;
  readonly technique: Technique;
  readonly wavelengthNm: Range;
  readonly skinTypes: readonly SkinType[];
  readonly calibres: readonly Calibre[];
  readonly pulseMs: Range;
  readonly fluenceJcm2: Range;
}

/** Share of the model's ceiling that may be used: the lowest that applies holds. Never above 0.8. */
export interface Margins {
  readonly usual: number;
  /** Working types IV–VI. */
  readonly darkSkin: number;
  /** Skin typed by questionnaire alone, or a tan or self-tan that is allowed. */
  readonly doubtful: number;
}

/** The clinic's editable rules. */
export interface Protocol extends ClinicalFigures {
  readonly rows: readonly ProtocolRow[];
  /** Those that ship stand in for a technique, or a figure of one, that the clinic has not set. */
  readonly techniques: Readonly<Partial<Record<Technique, TechniqueHabit>>>;
  readonly pace: Pace;
  readonly margins: Margins;
  /** What answers may do to a limit; nothing where absent. */
  readonly learning?: LearningRule | undefined;
  /** Its rules for ink; those that ship where it has none of its own. */
  readonly ink?: InkProtocol | undefined;
}

/** @throws InputError for a margin that is no share, or above 0.8 */
export function checkMargins(margins: Margins): void {
  for (const [name, value] of Object.entries(margins)) {
    assertInRange(`protocol.margins.${name}`, value as number, 0.05, 0.8);
  }
}

const holds = (range: Range, value: number) =>
  value >= range.low - 1e-9 && value <= range.high + 1e-9;

/** The rows that speak of a handpiece and technique on this skin and hair, whatever the pulse. */
export function rowsFor(
  protocol: Protocol,
  wanted: {
    readonly handpiece: Handpiece;
    readonly technique: Technique;
    readonly skinType: SkinType;
    readonly calibre: Calibre;
  },
): readonly ProtocolRow[] {
  return protocol.rows.filter(
    (row) =>
      row.laserClass === wanted.handpiece.laserClass &&
      row.technique === wanted.technique &&
      holds(row.wavelengthNm, centralWavelengthNm(wanted.handpiece.light)) &&
      row.skinTypes.includes(wanted.skinType) &&
      row.calibres.includes(wanted.calibre),
  );
}

/** The row that covers a pulse duration: the one with the lowest high end where several do. */
export function rowForPulse(rows: readonly ProtocolRow[], pulseMs: number): ProtocolRow | null {
  const fitting = rows.filter((row) => holds(row.pulseMs, pulseMs));
  return fitting.reduce<ProtocolRow | null>(
    (best, row) => (best === null || row.fluenceJcm2.high < best.fluenceJcm2.high ? row : best),
    null,
  );
}

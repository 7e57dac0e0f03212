import { figureOf, type ClinicalFigures } from '../figures';
import { stepDown, type Scale } from '../units';

/** What one cell of a zone bears less than the zone: in either case one pass, and no place twice. */
export interface CellLimit {
  readonly because: 'bony' | 'mucosal';
  /** Null where the console has no step that low: leave the cell out, or change spot, pulse or handpiece. */
  readonly fluenceJcm2: number | null;
}

/**
 * The highest fluence for a cell, J/cm²: over bone `bonyShare` of what was planned; on mucosa the protocol's low end, where
 * that is known, and `mucosalShare` of what was planned at the most. On the console's step, rounded down; null where the cell has no
 * limit of its own.
 *
 * @param lowestJcm2 the low end of the protocol's row; null where none speaks of the setting
 */
export function cellLimit(
  cell: { readonly bony: boolean; readonly mucosal: boolean },
  of: {
    readonly plannedJcm2: number;
    readonly lowestJcm2: number | null;
    readonly scale: Scale;
    readonly own: ClinicalFigures;
  },
): CellLimit | null {
  const { plannedJcm2, lowestJcm2, scale, own } = of;
  const down = (fluenceJcm2: number) => stepDown(fluenceJcm2, scale);
  if (cell.mucosal) {
    // A zone that is mucosal as a whole was planned at the low end already.
    const share =
      lowestJcm2 !== null && plannedJcm2 <= lowestJcm2 ? 1 : figureOf(own, 'mucosalShare');
    const least = Math.min(plannedJcm2 * share, lowestJcm2 ?? Infinity);
    return { because: 'mucosal', fluenceJcm2: down(least) };
  }
  return cell.bony
    ? { because: 'bony', fluenceJcm2: down(plannedJcm2 * figureOf(own, 'bonyShare')) }
    : null;
}

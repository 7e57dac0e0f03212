import { assertInRange } from '../units';

/** One cell of a zone as it faces whoever looks at it: row by row, there and back again. */
export interface Cell {
  /** From 1, in the order of work. */
  readonly number: number;
  /** From 0, left to right and top to bottom. */
  readonly column: number;
  readonly row: number;
  readonly areaCm2: number;
  /** Pulses planned, over all passes. */
  readonly pulses: number;
  /** Which of two like sides it lies on; null where the zone is one. */
  readonly side: 'right' | 'left' | null;
  /** Where its middle lies on the zone, 0–1 each. */
  readonly x: number;
  readonly y: number;
}

/** A zone parted into cells. */
export interface CellLayout {
  readonly columns: number;
  readonly rows: number;
  readonly cells: readonly Cell[];
}

const UNMEASURED = 2;

/**
 * Parts a zone into cells of about `cellCm2`, as near to square as its shape allows, and its pulses among them so that none
 * is lost: cell by cell the running total is rounded. The order goes along the rows, there and back, so that the hand never
 * jumps.
 *
 * @param of.aspect width ÷ height of the zone as it faces whoever looks at it; 2 where it was not measured, as a screen is wide
 * @throws InputError for an area outside 0.2 to 5000 cm² or cells outside 1 to 1000 cm²
 */
export function cellsOf(of: {
  readonly areaCm2: number;
  readonly cellCm2: number;
  readonly pulses: number;
  readonly aspect?: number;
}): CellLayout {
  const areaCm2 = assertInRange('areaCm2', of.areaCm2, 0.2, 5000);
  const cellCm2 = assertInRange('cellCm2', of.cellCm2, 1, 1000);
  const aspect = Math.min(12, Math.max(1 / 12, of.aspect ?? UNMEASURED));
  const wanted = Math.max(1, Math.round(areaCm2 / cellCm2));
  const columns = Math.min(wanted, Math.max(1, Math.round(Math.sqrt(wanted * aspect))));
  const rows = Math.ceil(wanted / columns);
  const each = areaCm2 / wanted;
  const upTo = (count: number) => Math.round((of.pulses * count) / wanted);
  const cells = Array.from({ length: wanted }, (_, index): Cell => {
    const row = Math.floor(index / columns);
    const inRow = index - row * columns;
    // A row that runs back begins where the one above ended.
    const column = row % 2 === 0 ? inRow : columns - 1 - inRow;
    return {
      number: index + 1,
      side: null,
      column,
      row,
      areaCm2: each,
      pulses: upTo(index + 1) - upTo(index),
      x: (column + 0.5) / columns,
      y: (row + 0.5) / rows,
    };
  });
  return { columns, rows, cells };
}

/**
 * Parts both sides of a pair, each by itself: no cell lies on two legs. As they face whoever looks at the client, the right
 * one first, its cells numbered before those of the left. `areaCm2` and `pulses` are those of both, `aspect` that of one.
 */
export function pairedCellsOf(of: Parameters<typeof cellsOf>[0]): CellLayout {
  const areaCm2 = of.areaCm2 / 2;
  const first = Math.round(of.pulses / 2);
  const right = cellsOf({ ...of, areaCm2, pulses: first });
  const left = cellsOf({ ...of, areaCm2, pulses: of.pulses - first });
  const put = (cell: Cell, side: 'right' | 'left', upTo: number): Cell => ({
    ...cell,
    side,
    number: upTo + cell.number,
    x: (side === 'right' ? 0 : 0.5) + cell.x / 2,
  });
  return {
    columns: right.columns,
    rows: right.rows,
    cells: [
      ...right.cells.map((cell) => put(cell, 'right', 0)),
      ...left.cells.map((cell) => put(cell, 'left', right.cells.length)),
    ],
  };
}

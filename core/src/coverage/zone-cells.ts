import { PLACES, type Avoided, type Place, type ZoneFinding } from '../look';
import type { Cell, CellLayout } from './cells';
import { defined } from '../units';

/** A cell with what has to be minded on it. */
export interface MindedCell extends Cell {
  /** Bone or cartilage close under thin skin: one pass, less fluence. */
  readonly bony: boolean;
  /** Mucosa, or skin next to it: the lowest step, one pulse. */
  readonly mucosal: boolean;
  /** What lies here under white cover. */
  readonly avoid: readonly Avoided[];
  /** Test spots of today that lie here: they are not fired on again, and come off the pulses planned. */
  readonly tested: number;
}

const centre = (place: Place): readonly [x: number, y: number] => {
  const index = PLACES.indexOf(place);
  return [((index % 3) + 0.5) / 3, (Math.floor(index / 3) + 0.5) / 3];
};

/** The cell whose middle lies nearest to that of a place. */
function nearest({ cells }: CellLayout, place: Place): number {
  const [x, y] = centre(place);
  const far = (cell: Cell) => Math.hypot(cell.x - x, cell.y - y);
  return cells.reduce((best, each) => (far(each) < far(best) - 1e-9 ? each : best)).number;
}

/** The place that a cell's middle lies in. */
function placeOf({ x, y }: Cell): Place {
  const part = (at: number) => Math.min(2, Math.floor(at * 3));
  return defined(PLACES[part(y) * 3 + part(x)]);
}

/**
 * Tells each cell what was found on the zone: a bony or mucosal place holds for all cells in it and for the one nearest
 * to it, a mark or a test spot for the nearest alone.
 */
export function mindedCells(
  layout: CellLayout,
  of: {
    readonly zone: Pick<ZoneFinding, 'bony' | 'mucosal' | 'marked'> | undefined;
    /** Whether all of the zone is mucosal. */
    readonly mucosal?: boolean;
    readonly tested: readonly { readonly place: Place; readonly pulses: number }[];
  },
): readonly MindedCell[] {
  const { bony = [], mucosal = [], marked = [] } = of.zone ?? {};
  const liesIn = (places: readonly Place[], cell: Cell) =>
    places.includes(placeOf(cell)) ||
    places.some((place) => nearest(layout, place) === cell.number);
  return layout.cells.map((cell) => {
    const here = of.tested.filter(({ place }) => nearest(layout, place) === cell.number);
    const spent = here.reduce((sum, { pulses }) => sum + pulses, 0);
    return {
      ...cell,
      pulses: Math.max(0, cell.pulses - spent),
      bony: liesIn(bony, cell),
      mucosal: of.mucosal === true || liesIn(mucosal, cell),
      avoid: marked.flatMap(({ what, place }) =>
        nearest(layout, place) === cell.number ? [what] : [],
      ),
      tested: here.length,
    };
  });
}

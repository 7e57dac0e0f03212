import type { Contact } from './cooling';
import { steadyState, type HeatChain } from './diffusion-step';
import type { SkinGrid } from './grid';
import type { Stretch } from './march';
import { BODY_C } from './materials';
import { Cache, defined } from '../units';

/** A column of skin 1 cm² wide, and what it gives to whatever touches it. */
export interface Column extends Omit<HeatChain, 'loss'> {
  /** What tells one column from another. */
  readonly key: string;
  /** Its losses under a contact, and the temperature of the very surface for that of the first cell, °C. */
  readonly under: (
    contact: Contact,
  ) => Omit<Stretch, 'steps'> & { readonly surfaceC: (firstCellC: number) => number };
  /** Its temperatures after a contact has lasted for long, °C. */
  readonly steadyC: (contact: Contact) => Float64Array;
}

const columns = new WeakMap<SkinGrid, Column>();

/** The column of a grid: blood brings heat to every cell, the body to the lowest one. */
export function columnOf(grid: SkinGrid): Column {
  const known = columns.get(grid);
  if (known !== undefined) return known;
  const column = builtColumn(grid);
  columns.set(grid, column);
  return column;
}

function builtColumn({ widths, materials, epidermisCells, dermisCells }: SkinGrid): Column {
  const size = widths.length;
  const half = (i: number) => defined(widths[i]) / 2 / defined(materials[i]).conductivity;
  const perfusion = widths.map((width, i) => width * defined(materials[i]).perfusion);
  const toBody = 1 / half(size - 1);
  const chain = {
    capacity: widths.map((width, i) => width * defined(materials[i]).heatCapacity),
    between: Float64Array.from({ length: size - 1 }, (_, i) => 1 / (half(i) + half(i + 1))),
  };
  const contacts = new Cache<ReturnType<Column['under']>>(100);
  const under: Column['under'] = (contact) =>
    contacts.recall(`${contact.transfer} ${contact.temperatureC}`, () => touched(contact));
  const touched = (contact: Contact) => {
    const outwards = 1 / (1 / contact.transfer + half(0));
    const loss = perfusion.slice();
    const surroundings = perfusion.map((each) => each * BODY_C);
    loss[0] = defined(loss[0]) + outwards;
    surroundings[0] = defined(surroundings[0]) + outwards * contact.temperatureC;
    loss[size - 1] = defined(loss[size - 1]) + toBody;
    surroundings[size - 1] = defined(surroundings[size - 1]) + toBody * BODY_C;
    const surfaceShare = outwards * half(0);
    return {
      loss,
      surroundings,
      surfaceC: (firstCellC: number) =>
        firstCellC + surfaceShare * (contact.temperatureC - firstCellC),
    };
  };
  return {
    ...chain,
    key: [size, epidermisCells, dermisCells, widths[0], widths[epidermisCells]].join(' '),
    under,
    steadyC: (contact) => {
      const { loss, surroundings } = under(contact);
      return steadyState({ ...chain, loss }, surroundings);
    },
  };
}

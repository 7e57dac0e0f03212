import { PULSE_KINDS, type Eyewear, type LabelBand } from '@tidy-quill/core/eyewear';
import { addDays, type Day } from '@tidy-quill/core/units';
import { v7 } from 'uuid';
import { eyewear } from '../eyewear';
import type { Tx } from './writing';

const PULSED = PULSE_KINDS.filter((kind) => kind !== 'continuous');

const band = (
  fromNm: number,
  toNm: number,
  density: number,
  more: Partial<LabelBand> = {},
): LabelBand => ({ fromNm, toNm, density, scale: null, pulses: PULSED, ...more });

type Listed = Pick<Eyewear, 'name' | 'kind' | 'bands' | 'visible' | 'colour' | 'count' | 'place'> &
  Partial<Eyewear>;

/** Invented labels, plain names. */
const LIST: readonly Listed[] = [
  {
    ...{ name: 'Green goggles, 690–830', kind: 'goggles', count: 3, place: 'Window room, door' },
    ...{ bands: [band(690, 830, 8, { scale: 8 })], visible: 0.28, colour: 'green' },
  },
  {
    ...{ name: 'Pale goggles, 1064', kind: 'goggles', count: 3, place: 'Garden room, door' },
    ...{ bands: [band(1000, 1100, 8, { scale: 8 })], visible: 0.55, colour: 'pale green' },
  },
  {
    ...{ name: 'Orange goggles, 532', kind: 'goggles', count: 2, place: 'Garden room, door' },
    ...{ bands: [band(515, 540, 9)], visible: 0.42, colour: 'orange' },
  },
  {
    ...{
      name: 'Blue goggles, 585 and 650',
      kind: 'goggles',
      count: 2,
      place: 'Garden room, drawer',
    },
    ...{ bands: [band(575, 595, 9), band(640, 660, 9)], visible: 0.2, colour: 'blue' },
  },
  {
    ...{
      name: 'Dark goggles, pulsed light',
      kind: 'goggles',
      count: 3,
      place: 'Window room, door',
    },
    ...{ bands: [band(400, 1200, 7, { pulses: ['long'] })], visible: 0.04, colour: 'dark' },
  },
  {
    ...{ name: 'Steel shields', kind: 'shields', count: 2, place: 'Window room, steriliser' },
    ...{ bands: [band(400, 1200, 10)], visible: 0, colour: 'steel' },
  },
  {
    ...{ name: 'Old spectacles, 755', kind: 'spectacles', count: 1, place: 'Window room, drawer' },
    ...{ bands: [band(740, 780, 7)], visible: 0.3, colour: 'green', state: 'scratched' },
  },
];

const LOOKED_DAYS_AGO = 96;

/** Lists the demo's eyewear: something for each handpiece, and one pair that is scratched. */
export async function fillEyewear(
  tx: Tx,
  { clinicId, supervisorId, today }: { clinicId: string; supervisorId: string; today: Day },
): Promise<void> {
  const pairs = LIST.map((each): Eyewear => ({
    ...{ id: v7(), inService: true, lookedOn: addDays(today, -LOOKED_DAYS_AGO), state: 'sound' },
    ...each,
  }));
  await tx.insert(eyewear).values(
    pairs.map((content) => ({
      ...{ clinicId, id: content.id, version: 1, content, addedBy: supervisorId },
    })),
  );
}

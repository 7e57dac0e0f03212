import { expect, it } from 'vitest';
import { simulatedEnergyMeter } from './energy-meter';

it('gives what the console gives of what it shows, with the scatter of a head', async () => {
  const read = async (random: number) => {
    const meter = simulatedEnergyMeter({ shownJ: 10, ratio: 0.9 }, () => random);
    await meter.connect();
    return meter.read();
  };
  expect(await read(0.5)).toBe(9);
  // 1 % either way, to four figures.
  expect(await read(1)).toBe(9.09);
  expect(await read(0)).toBe(8.91);
});

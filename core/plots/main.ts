import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { AIR, fluenceRatio, MELANOSOME_FRACTION, monteCarlo, skinRun } from '../src/optics';
import { Chart, picture } from './chart';
import { defined } from '../src/units';

// The two light solvers side by side, from real runs: the pictures of docs/model.
const WAVELENGTHS_NM = [532, 755, 1064];
const COLOURS = ['#1F6F66', '#A3261B', '#22303C'];
const DEPTHS_MM = [0.03, 0.05, 0.1, 0.2, 0.35, 0.5, 0.75, 1, 1.5, 2, 2.5, 3, 4, 5];
const LINE_MM = Array.from({ length: 100 }, (_, i) => 0.02 + i * 0.0503);
const PACKETS = 400_000;

function both(wavelengthNm: number, fraction: number, diameterMm: number) {
  const skin = { melanosomeFraction: fraction, epidermisUm: 80, dermisMm: 4 };
  const on = { wavelengthNm, skin, spot: { diameterMm }, surface: AIR };
  const slow = monteCarlo(skinRun({ ...on, depthsMm: DEPTHS_MM, packets: PACKETS, seed: 1 }));
  return {
    slow: slow.fluenceRatio,
    error: slow.standardError.fluenceRatio,
    fast: fluenceRatio({ ...on, depthsMm: DEPTHS_MM }),
    line: fluenceRatio({ ...on, depthsMm: LINE_MM }),
  };
}

function save(name: string, svg: string): void {
  writeFileSync(fileURLToPath(new URL(`../../docs/model/${name}.svg`, import.meta.url)), svg);
  console.log(`docs/model/${name}.svg`);
}

const depth = { from: 0, to: 5, ticks: [0, 1, 2, 3, 4, 5], label: 'depth, mm' };

function curves(): void {
  const charts = WAVELENGTHS_NM.map((wavelengthNm, place) => {
    const chart = new Chart(
      { left: 40 + place * 300, top: 40, width: 240, height: 220 },
      depth,
      { from: 0, to: 5, ticks: [0, 1, 2, 3, 4, 5], label: 'fluence in the skin ÷ fluence on it' },
      `${wavelengthNm} nm, 12 mm spot`,
    );
    ([2, 4, 6] as const).forEach((type, i) => {
      const { slow, error, line } = both(wavelengthNm, MELANOSOME_FRACTION[type], 12);
      chart.line(
        LINE_MM.map((mm, at) => [mm, defined(line[at])]),
        defined(COLOURS[i]),
      );
      DEPTHS_MM.forEach((mm, at) =>
        chart.point(mm, defined(slow[at]), 3 * defined(error[at]), defined(COLOURS[i])),
      );
      chart.label(2.6, 4.6 - i * 0.35, `type ${['II', 'IV', 'VI'][i]}`, defined(COLOURS[i]));
    });
    return chart;
  });
  save('light-curves', picture(920, 330, charts));
}

function differences(): void {
  let worst = 0;
  let squares = 0;
  let count = 0;
  const charts = WAVELENGTHS_NM.map((wavelengthNm, place) => {
    const chart = new Chart(
      { left: 40 + place * 300, top: 40, width: 240, height: 220 },
      depth,
      { from: -12, to: 12, ticks: [-12, -8, -4, 0, 4, 8, 12], label: 'fast ÷ Monte Carlo − 1, %' },
      `${wavelengthNm} nm, spots of 5, 10 and 18 mm`,
    );
    chart.band(-8, 8, '#DCEBE4');
    [0.011, 0.05, 0.2].forEach((fraction, i) => {
      chart.label(3.1, 11 - i * 1.6, `f = ${fraction}`, defined(COLOURS[i]));
      for (const diameterMm of [5, 10, 18]) {
        const { slow, error, fast } = both(wavelengthNm, fraction, diameterMm);
        const bright = DEPTHS_MM.flatMap((mm, at) =>
          defined(slow[at]) > 0.03 ? [{ mm, at }] : [],
        );
        const off = (at: number) => 100 * (defined(fast[at]) / defined(slow[at]) - 1);
        chart.line(
          bright.map(({ mm, at }) => [mm, off(at)]),
          defined(COLOURS[i]),
          0.8,
        );
        for (const { mm, at } of bright) {
          chart.point(
            mm,
            off(at),
            (100 * defined(error[at])) / defined(slow[at]),
            defined(COLOURS[i]),
          );
          worst = Math.max(worst, Math.abs(off(at)));
          squares += off(at) ** 2;
          count += 1;
        }
      }
    });
    return chart;
  });
  save('light-differences', picture(920, 330, charts));
  const rms = Math.sqrt(squares / count);
  console.log(`${count} points: rms ${rms.toFixed(1)} %, worst ${worst.toFixed(1)} %`);
}

curves();
differences();

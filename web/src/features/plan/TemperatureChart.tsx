import './plan.css';
import type { TemperatureCurves } from '@tidy-quill/core/plan';
import { defined } from '@tidy-quill/core/units';
import { memo } from 'react';
import { figure } from '../../text';
import { linear, linePath, roundTicks } from './chart-scale';

const WIDTH = 760;
const HEIGHT = 176;
const LEFT = 40;
const RIGHT = 600;
const TOP = 12;
const BOTTOM = 134;
const FOLLICLE_C = 70;
const PAIN_C = 45;

/** Temperature against time at the chosen setting: epidermis, bulge and bulb, labelled on the lines. */
export const TemperatureChart = memo(function TemperatureChart({
  temperatureCurves,
  fluenceJcm2,
}: {
  temperatureCurves: TemperatureCurves;
  fluenceJcm2: number;
}) {
  const { seconds, peaks, lit } = temperatureCurves;
  const trainS = defined(lit.at(-1)).to;
  const wanted = Math.max(trainS * 3, trainS + 0.02);
  const shownS = seconds.find((second) => second >= wanted) ?? defined(seconds.at(-1));
  const highest = Math.max(80, peaks.bulgeC * 1.05, peaks.epidermisC * 1.1);
  const lowest = Math.min(0, ...temperatureCurves.epidermisC.slice(0, 1));
  const x = linear(0, shownS, LEFT, RIGHT);
  const y = linear(lowest, highest, BOTTOM, TOP);
  const path = (course: readonly number[]) =>
    linePath(
      course.flatMap((value, i) =>
        defined(seconds[i]) > shownS ? [] : [[x.to(defined(seconds[i])), y.to(value)] as const],
      ),
    );
  const lastOf = (course: readonly number[]) => {
    const end = seconds.findIndex((second) => second > shownS);
    return defined(course[end === -1 ? course.length - 1 : end]);
  };
  const courses = [
    {
      word: 'bulge',
      peak: peaks.bulgeC,
      course: temperatureCurves.bulgeC,
      colour: 'var(--accent)',
      dash: '',
    },
    {
      word: 'bulb',
      peak: peaks.bulbC,
      course: temperatureCurves.bulbC,
      colour: 'var(--accent)',
      dash: '6 4',
    },
    {
      word: 'epidermis',
      peak: peaks.epidermisC,
      course: temperatureCurves.epidermisC,
      colour: 'var(--stop)',
      dash: '',
    },
  ];
  const labels = apart(courses.map(({ course }) => y.to(lastOf(course))));
  return (
    <figure className="temperature-curves">
      <h2>Temperature at {figure(fluenceJcm2, 2)} J/cm²</h2>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={courses
          .map(({ word, peak }) => `${word} peaks at ${figure(peak, 0)} °C`)
          .join('; ')}
      >
        {lit.map(({ from, to }) => (
          <rect
            key={from}
            x={x.to(from)}
            width={x.to(to) - x.to(from)}
            y={TOP}
            height={BOTTOM - TOP}
            fill="var(--rule)"
            opacity={0.55}
          />
        ))}
        <text x={LEFT + 5} y={TOP + 13} className="temperature-curves-word">
          light on
        </text>
        {[FOLLICLE_C, PAIN_C].map((level) => (
          <path
            key={level}
            d={`M${LEFT},${y.to(level)}H${RIGHT}`}
            stroke="var(--strong-rule)"
            strokeDasharray="2 4"
          />
        ))}
        {roundTicks(highest, 4).map((value) => (
          <text
            key={value}
            x={LEFT - 6}
            y={y.to(value) + 4}
            textAnchor="end"
            className="temperature-curves-word"
          >
            {figure(value)}
          </text>
        ))}
        <text x={2} y={TOP + 4} className="temperature-curves-word">
          °C
        </text>
        {roundTicks(shownS * 1000, 5).map((value) => (
          <text
            key={value}
            x={x.to(value / 1000)}
            y={BOTTOM + 18}
            textAnchor="middle"
            className="temperature-curves-word"
          >
            {figure(value, 2)}
          </text>
        ))}
        <text
          x={(LEFT + RIGHT) / 2}
          y={BOTTOM + 34}
          textAnchor="middle"
          className="temperature-curves-word"
        >
          ms from the start of the pulse
        </text>
        {courses.map(({ word, course, colour, dash, peak }, i) => (
          <g key={word}>
            <path d={path(course)} className="map-line" stroke={colour} strokeDasharray={dash} />
            <text x={RIGHT + 8} y={defined(labels[i]) + 4} className="temperature-curves-label">
              {word}, peak {figure(peak, 0)} °C
            </text>
          </g>
        ))}
      </svg>
      <figcaption>
        Dotted: 70 °C, about what follicle cells need for tens of ms; 45 °C, where skin begins to
        hurt.
        {peaks.shaftC > 300
          ? ` The shaft passes 300 °C: the model ends there, and floors under 10 ms are lower bounds.`
          : ''}
      </figcaption>
    </figure>
  );
});

/** Moves labels so that none lies on another: 15 px between neighbours. */
function apart(heights: readonly number[]): number[] {
  const order = heights.map((height, i) => ({ height, i })).sort((a, b) => a.height - b.height);
  const placed = [...heights];
  let last = -Infinity;
  for (const { height, i } of order) {
    last = Math.max(height, last + 15);
    placed[i] = last;
  }
  return placed;
}

import { chanceText } from '@tidy-quill/contract/labels/learning';
import { chancesAt, type LearntHere, type ModelWindow } from '@tidy-quill/core/plan';
import { useMemo, type SVGProps } from 'react';
import { figure } from '../../text';
import { ChartAxes } from './ChartAxes';
import { axisTop, linear, linePath, roundTicks } from './chart-scale';

const WIDTH = 460;
const HEIGHT = 190;
const LEFT = 46;
const RIGHT = 448;
const TOP = 12;
const BOTTOM = 142;
const POINTS = 60;
// Beyond the ceiling nothing is planned; a little of what lies there shows why.
const BEYOND = 1.25;

/** The two chances over fluence, with the fluence at hand and the one that the clinic's risk allows. */
export function ChanceCurves({
  model,
  learnt,
  fluenceJcm2,
  riskJcm2,
}: {
  model: ModelWindow;
  learnt: LearntHere;
  fluenceJcm2: number;
  /** What the clinic's risk allows, J/cm²; null where nothing does. */
  riskJcm2: number | null;
}) {
  const most = axisTop(Math.max(model.ceilingJcm2 * BEYOND, fluenceJcm2));
  const curves = useMemo(
    () =>
      Array.from({ length: POINTS }, (_, i) => {
        const fluence = (most * (i + 1)) / POINTS;
        return { fluence, ...chancesAt(fluence, model, learnt) };
      }),
    [most, model, learnt],
  );
  const x = linear(0, most, LEFT, RIGHT);
  const y = linear(0, 1, BOTTOM, TOP);
  const now = chancesAt(fluenceJcm2, model, learnt);
  const marks = [
    { at: now.adverse, colour: 'var(--stop)' },
    ...(now.works === null ? [] : [{ at: now.works, colour: 'var(--accent)' }]),
  ];
  const words: {
    word: string;
    at: (typeof curves)[number] | undefined;
    side: SVGProps<SVGTextElement>;
  }[] = [
    {
      word: 'works',
      at: curves.find(({ works }) => works !== null && works >= 0.4),
      side: { dx: -16, textAnchor: 'end' },
    },
    {
      word: 'adverse answer',
      at: curves.find(({ adverse }) => adverse >= 0.4),
      side: { dx: 8, textAnchor: 'start' },
    },
  ];
  const said = curves
    .filter((_, i) => i % 10 === 9)
    .map(
      ({ fluence, adverse, works }) =>
        `${figure(fluence)} J/cm²: adverse ${chanceText(adverse)}${works === null ? '' : `, works ${chanceText(works)}`}`,
    );
  return (
    <figure className="temperature-curves">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={said.join('; ')}>
        <ChartAxes
          {...{ x, y }}
          xTicks={roundTicks(most, 6)}
          yTicks={[0, 0.5, 1]}
          yWord={(value) => `${figure(value * 100, 0)} %`}
          word="fluence, J/cm²"
          box={{ left: LEFT, right: RIGHT, top: TOP, bottom: BOTTOM }}
        />
        {riskJcm2 === null ? null : (
          <path
            d={`M${x.to(riskJcm2)},${TOP}V${BOTTOM}`}
            stroke="var(--caution)"
            strokeWidth={2}
            strokeDasharray="5 4"
          />
        )}
        <path d={`M${x.to(fluenceJcm2)},${TOP}V${BOTTOM}`} stroke="var(--ink)" strokeWidth={1.2} />
        <path
          d={linePath(curves.map(({ fluence, adverse }) => [x.to(fluence), y.to(adverse)]))}
          className="map-line"
          stroke="var(--stop)"
        />
        <path
          d={linePath(
            curves.map(({ fluence, works }) =>
              works === null ? null : [x.to(fluence), y.to(works)],
            ),
          )}
          className="map-line"
          stroke="var(--accent)"
          strokeDasharray="9 3"
        />
        {words.map(({ word, at, side }) =>
          at === undefined ? null : (
            <text
              key={word}
              x={x.to(at.fluence)}
              {...side}
              y={y.to(0.4)}
              className="temperature-curves-label"
            >
              {word}
            </text>
          ),
        )}
        {marks.map(({ at, colour }) => (
          <circle
            key={colour}
            cx={x.to(fluenceJcm2)}
            cy={y.to(at)}
            r={4.5}
            fill={colour}
            stroke="var(--paper)"
            strokeWidth={1.5}
          />
        ))}
      </svg>
      <figcaption>
        How likely each is, by fluence. Upright: the fluence at hand
        {riskJcm2 === null ? '' : '; dashed: the most that this clinic’s risk allows'}.
      </figcaption>
    </figure>
  );
}

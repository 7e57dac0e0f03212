import './plan.css';
import { defined, stepDown } from '@tidy-quill/core/units';
import type {
  UncertaintyMap,
  Evaluation,
  Handpiece,
  PlanCase,
  Setting,
  WindowMap,
} from '@tidy-quill/core/plan';
import { useId, type MouseEvent } from 'react';
import { figure } from '../../text';
import { linear, linePath, logarithmic } from './chart-scale';
import { useHeldTop } from './use-held-top';
import { BOTTOM, HEIGHT, LEFT, RIGHT, TOP, WIDTH } from './map-frame';
import { Axes, Band, Dots, Hatching, PastMarks } from './WindowMapParts';

/**
 * Pulse duration × fluence for the handpiece, spot and cooling at hand: too little, works, too much, by
 * words and hatching; the uncertainty as a band; the protocol's row as a frame; steps as dots; past sessions
 * and the chosen point over all. A press takes the nearest step.
 */
export function WindowMapChart({
  plan,
  handpiece,
  setting,
  evaluation,
  ladder,
  map,
  uncertainty,
  onChange,
}: {
  plan: PlanCase;
  handpiece: Handpiece;
  setting: Setting;
  evaluation: Evaluation;
  ladder: readonly number[];
  map: WindowMap;
  uncertainty: UncertaintyMap | null;
  onChange: (setting: Setting) => void;
}) {
  const id = useId();
  const first = defined(handpiece.pulsesMs[0]);
  const last = defined(handpiece.pulsesMs.at(-1));
  const single = last / first < 1.01;
  const top = useHeldTop(handpiece.id, topFluence(handpiece, setting, evaluation));
  const x = logarithmic(single ? first / 2 : first, single ? last * 2 : last, LEFT, RIGHT);
  const y = linear(0, top, BOTTOM, TOP);
  const clampY = (value: number) => Math.max(TOP, Math.min(BOTTOM, y.to(value)));
  const line = (values: readonly (number | null)[]) =>
    linePath(
      map.pulsesMs.map((pulse, i) => {
        const value = values[i] ?? null;
        return value === null ? null : [x.to(pulse), clampY(value)];
      }),
    );
  const area = (values: readonly (number | null)[], edge: number) => {
    const known = map.pulsesMs.flatMap((pulse, i) =>
      values[i] === null ? [] : [[x.to(pulse), clampY(defined(values[i]))] as const],
    );
    if (known.length === 0) return '';
    return `${linePath(known)}L${defined(known.at(-1))[0]},${edge}L${defined(known[0])[0]},${edge}Z`;
  };
  const noFloor = map.floorJcm2.every((value) => value === null);
  const little = noFloor
    ? `M${LEFT},${TOP}H${RIGHT}V${BOTTOM}H${LEFT}Z`
    : area(map.floorJcm2, BOTTOM);
  const onPress = (event: MouseEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const pulse = x.from(((event.clientX - box.left) / box.width) * WIDTH);
    const wanted = y.from(((event.clientY - box.top) / box.height) * HEIGHT);
    const pulseMs = handpiece.pulsesMs.reduce((best, each) =>
      Math.abs(Math.log(each / pulse)) < Math.abs(Math.log(best / pulse)) ? each : best,
    );
    const fluenceJcm2 = stepDown(
      Math.max(wanted, handpiece.fluenceJcm2.min),
      handpiece.fluenceJcm2,
    );
    if (fluenceJcm2 !== null) onChange({ ...setting, pulseMs, fluenceJcm2 });
  };
  const labelPulse = Math.exp(Math.log(first) + 0.12 * Math.log(last / first || 1));
  const at = nearestIndex(map.pulsesMs, labelPulse);
  const right = nearestIndex(
    map.pulsesMs,
    Math.exp(Math.log(first) + 0.8 * Math.log(last / first || 1)),
  );
  return (
    <figure className="window-map">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={described(setting, evaluation)}
        onClick={onPress}
      >
        <Hatching id={id} />
        <clipPath id={`${id}-plot`}>
          <rect x={LEFT} y={TOP} width={RIGHT - LEFT} height={BOTTOM - TOP} />
        </clipPath>
        <rect
          x={LEFT}
          y={TOP}
          width={RIGHT - LEFT}
          height={BOTTOM - TOP}
          fill="var(--accent-tint)"
        />
        <g clipPath={`url(#${id}-plot)`}>
          <path d={little} fill={`url(#${id}-little)`} />
          <path d={area(map.ceilingJcm2, TOP)} fill={`url(#${id}-much)`} />
          {uncertainty === null ? null : (
            <>
              <Band map={uncertainty} which="ceiling" x={x.to} y={clampY} colour="var(--stop)" />
              <Band map={uncertainty} which="floor" x={x.to} y={clampY} colour="var(--accent)" />
            </>
          )}
          <path d={line(map.floorJcm2)} className="map-line" stroke="var(--accent)" />
          <path
            d={line(map.fullJcm2)}
            className="map-line"
            stroke="var(--accent)"
            strokeDasharray="6 4"
          />
          <path d={line(map.ceilingJcm2)} className="map-line" stroke="var(--stop)" />
          <Dots handpiece={handpiece} top={top} x={x.to} y={y.to} />
          {evaluation.row === null ? null : (
            <rect
              x={Math.max(LEFT + 1, x.to(evaluation.row.pulseMs.low) - 5)}
              width={
                Math.min(RIGHT - 1, x.to(evaluation.row.pulseMs.high) + 5) -
                Math.max(LEFT + 1, x.to(evaluation.row.pulseMs.low) - 5)
              }
              y={clampY(evaluation.row.fluenceJcm2.high)}
              height={
                clampY(evaluation.row.fluenceJcm2.low) - clampY(evaluation.row.fluenceJcm2.high)
              }
              className="map-frame"
            />
          )}
        </g>
        <Axes x={x.to} y={y.to} first={first} last={last} top={top} />
        <g className="map-words">
          <text
            x={LEFT + 8}
            y={Math.max(TOP + 16, (TOP + clampY(defined(map.ceilingJcm2[at]))) / 2)}
            className="is-stop"
          >
            above the skin ceiling
          </text>
          <text x={RIGHT - 6} y={BOTTOM - 8} textAnchor="end" className="is-quiet">
            {noFloor ? 'skin would overheat with this hair' : 'too little for this hair'}
          </text>
          {map.floorJcm2[right] === null ? null : (
            <text
              x={RIGHT - 6}
              y={clampY(defined(map.floorJcm2[right])) - 20}
              textAnchor="end"
              className="is-good"
            >
              works partly
            </text>
          )}
          {map.fullJcm2[at] == null ||
          defined(map.fullJcm2[at]) > defined(map.ceilingJcm2[at]) ? null : (
            <text
              x={x.to(defined(map.pulsesMs[at]))}
              y={clampY(defined(map.fullJcm2[at])) - 5}
              className="is-good"
            >
              works fully
            </text>
          )}
          {evaluation.row === null ? null : (
            <text
              x={Math.max(LEFT + 4, x.to(evaluation.row.pulseMs.low) - 4)}
              y={Math.max(TOP + 30, clampY(evaluation.row.fluenceJcm2.high) - 5)}
            >
              clinic protocol
            </text>
          )}
        </g>
        <PastMarks plan={plan} setting={setting} x={x.to} y={clampY} />
        {ladder.slice(1).map((rung) => (
          <path
            key={rung}
            d={`M${x.to(setting.pulseMs) - 6},${clampY(rung)}h12`}
            className="map-rung"
          />
        ))}
        <circle
          cx={x.to(setting.pulseMs)}
          cy={clampY(setting.fluenceJcm2)}
          r={8}
          className="map-point"
        />
        <circle
          cx={x.to(setting.pulseMs)}
          cy={clampY(setting.fluenceJcm2)}
          r={3}
          fill="var(--ink)"
        />
      </svg>
      <figcaption>
        ⊙ chosen, — steps of the test-spot ladder, ✕ past sessions. Bands: how sure melanin, hair
        and contact are. An estimate, not tested on patients.
      </figcaption>
    </figure>
  );
}

function topFluence(handpiece: Handpiece, setting: Setting, { model, row }: Evaluation): number {
  const wanted = Math.max(
    setting.fluenceJcm2 * 1.4,
    (row?.fluenceJcm2.high ?? 0) * 1.25,
    (model?.ceilingJcm2 ?? 0) * 1.15,
  );
  return Math.max(10, Math.min(handpiece.fluenceJcm2.max * 1.05, wanted));
}

function described(setting: Setting, { model, upper }: Evaluation): string {
  if (model === null) return 'No model here';
  const floor = model.floorJcm2 === null ? 'none' : `${figure(model.floorJcm2)} J/cm²`;
  return `Window at ${figure(setting.pulseMs, 2)} ms: works from ${floor}, too much from ${figure(model.ceilingJcm2)} J/cm², not above ${figure(upper?.fluenceJcm2 ?? 0)}; chosen ${figure(setting.fluenceJcm2)}.`;
}

const nearestIndex = (list: readonly number[], value: number) =>
  list.reduce(
    (best, each, i) => (Math.abs(each - value) < Math.abs(defined(list[best]) - value) ? i : best),
    0,
  );

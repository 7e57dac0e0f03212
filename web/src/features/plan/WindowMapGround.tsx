import './plan.css';
import type { Handpiece, ProtocolRow, UncertaintyMap, WindowMap } from '@tidy-quill/core/plan';
import { defined } from '@tidy-quill/core/units';
import { memo } from 'react';
import { linePath } from './chart-scale';
import { BOTTOM, LEFT, mapScales, RIGHT, TOP } from './map-frame';
import { Axes, Band, Dots, Hatching } from './WindowMapParts';

/** What lies under the chosen point: too little, works and too much, how sure they are, the console's steps, the protocol's row. */
export const WindowMapGround = memo(function WindowMapGround({
  id,
  handpiece,
  top,
  map,
  uncertainty,
  row,
}: {
  /** Tells this map's patterns from another's. */
  id: string;
  handpiece: Handpiece;
  /** Highest fluence of the axis, J/cm². */
  top: number;
  map: WindowMap;
  uncertainty: UncertaintyMap | null;
  row: ProtocolRow | null;
}) {
  const { first, last, x, y, clampY } = mapScales(handpiece, top);
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
  const labelPulse = Math.exp(Math.log(first) + 0.12 * Math.log(last / first || 1));
  const at = nearestIndex(map.pulsesMs, labelPulse);
  const right = nearestIndex(
    map.pulsesMs,
    Math.exp(Math.log(first) + 0.8 * Math.log(last / first || 1)),
  );
  return (
    <>
      <Hatching id={id} />
      <clipPath id={`${id}-plot`}>
        <rect x={LEFT} y={TOP} width={RIGHT - LEFT} height={BOTTOM - TOP} />
      </clipPath>
      <rect x={LEFT} y={TOP} width={RIGHT - LEFT} height={BOTTOM - TOP} fill="var(--accent-tint)" />
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
        {row === null ? null : (
          <rect
            x={Math.max(LEFT + 1, x.to(row.pulseMs.low) - 5)}
            width={
              Math.min(RIGHT - 1, x.to(row.pulseMs.high) + 5) -
              Math.max(LEFT + 1, x.to(row.pulseMs.low) - 5)
            }
            y={clampY(row.fluenceJcm2.high)}
            height={clampY(row.fluenceJcm2.low) - clampY(row.fluenceJcm2.high)}
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
        {row === null ? null : (
          <text
            x={Math.max(LEFT + 4, x.to(row.pulseMs.low) - 4)}
            y={Math.max(TOP + 30, clampY(row.fluenceJcm2.high) - 5)}
          >
            clinic protocol
          </text>
        )}
      </g>
    </>
  );
});

const nearestIndex = (list: readonly number[], value: number) =>
  list.reduce(
    (best, each, i) => (Math.abs(each - value) < Math.abs(defined(list[best]) - value) ? i : best),
    0,
  );

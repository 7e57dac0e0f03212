import './plan.css';
import type { UncertaintyMap, Handpiece, PlanCase, Setting } from '@tidy-quill/core/plan';
import { defined, isOnStep, sameSpot } from '@tidy-quill/core/units';
import { ENDPOINT_WORDS, figure, shortDay } from '../../text';
import { linePath, logTicks, roundTicks } from './chart-scale';
import { BOTTOM, LEFT, RIGHT, TOP } from './map-frame';

export function Hatching({ id }: { id: string }) {
  return (
    <defs>
      <pattern
        id={`${id}-much`}
        width="9"
        height="9"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="9" height="9" fill="var(--stop-tint)" />
        <path d="M0,0V9" stroke="var(--stop)" strokeWidth="1.4" opacity="0.55" />
      </pattern>
      <pattern id={`${id}-little`} width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" fill="var(--paper)" />
        <circle cx="3" cy="3" r="0.9" fill="var(--strong-rule)" />
      </pattern>
    </defs>
  );
}

export function Band({
  map,
  which,
  x,
  y,
  colour,
}: {
  map: UncertaintyMap;
  which: 'ceiling' | 'floor';
  x: (value: number) => number;
  y: (value: number) => number;
  colour: string;
}) {
  const known = map.pulsesMs.flatMap((pulse, i) => {
    const { low, high } = defined(map[which][i]);
    return low === null ? [] : [{ at: x(pulse), low: y(low), high: y(high ?? 1e6) }];
  });
  if (known.length < 2) return null;
  const there = linePath(known.map(({ at, low }) => [at, low]));
  const back = [...known].reverse().map(({ at, high }) => `L${at.toFixed(1)},${high.toFixed(1)}`);
  return <path d={`${there}${back.join('')}Z`} fill={colour} opacity={0.16} />;
}

export function Dots({
  handpiece,
  top,
  x,
  y,
}: {
  handpiece: Handpiece;
  top: number;
  x: (value: number) => number;
  y: (value: number) => number;
}) {
  const { min, max, step } = handpiece.fluenceJcm2;
  // No more than fits without turning grey.
  const stride = step * Math.max(1, Math.ceil(Math.min(max, top) / step / 30));
  const fluences: number[] = [];
  for (let value = min; value <= Math.min(max, top); value += stride) {
    if (isOnStep(value, handpiece.fluenceJcm2)) fluences.push(value);
  }
  const path = handpiece.pulsesMs
    .flatMap((pulse) => fluences.map((value) => `M${x(pulse).toFixed(1)},${y(value).toFixed(1)}h0`))
    .join('');
  return <path d={path} className="map-dots" />;
}

export function Axes({
  x,
  y,
  first,
  last,
  top,
}: {
  x: (value: number) => number;
  y: (value: number) => number;
  first: number;
  last: number;
  top: number;
}) {
  const pulses = logTicks(first, last);
  return (
    <g className="map-axes">
      {roundTicks(top, 5).map((value) => (
        <text key={value} x={LEFT - 6} y={y(value) + 4} textAnchor="end">
          {figure(value)}
        </text>
      ))}
      {(pulses.length > 0 ? pulses : [first]).map((value) => (
        <g key={value}>
          <path d={`M${x(value)},${BOTTOM}v5`} stroke="var(--strong-rule)" />
          <text x={x(value)} y={BOTTOM + 18} textAnchor="middle">
            {figure(value, 2)}
          </text>
        </g>
      ))}
      <path d={`M${LEFT},${TOP}V${BOTTOM}H${RIGHT}`} fill="none" stroke="var(--strong-rule)" />
      <text x={(LEFT + RIGHT) / 2} y={BOTTOM + 34} textAnchor="middle">
        pulse duration, ms
      </text>
      <text transform={`translate(11 ${(TOP + BOTTOM) / 2}) rotate(-90)`} textAnchor="middle">
        fluence, J/cm²
      </text>
    </g>
  );
}

export function PastMarks({
  plan,
  setting,
  x,
  y,
}: {
  plan: PlanCase;
  setting: Setting;
  x: (value: number) => number;
  y: (value: number) => number;
}) {
  const shown = plan.subject.history.filter(
    (past) =>
      past.setting.handpieceId === setting.handpieceId && sameSpot(past.setting.spot, setting.spot),
  );
  return (
    <g className="map-past">
      {shown.map((past, i) => {
        const at = [x(past.setting.pulseMs), y(past.setting.fluenceJcm2)] as const;
        const bad = past.answer.adverse.length > 0;
        return (
          <g key={past.on}>
            <path
              d={`M${at[0] - 4},${at[1] - 4}l8,8m0,-8l-8,8`}
              stroke={bad ? 'var(--stop)' : 'var(--ink)'}
            />
            {i === shown.length - 1 ? (
              <text
                x={at[0] > (LEFT + RIGHT) / 2 ? at[0] - 12 : at[0] + 12}
                y={Math.min(at[1] + 30, BOTTOM - 6)}
                textAnchor={at[0] > (LEFT + RIGHT) / 2 ? 'end' : 'start'}
              >
                {shortDay(past.on)}: {bad ? 'reacted' : ENDPOINT_WORDS[past.answer.endpoint]}, pain{' '}
                {past.answer.painMax ?? '–'}
              </text>
            ) : null}
          </g>
        );
      })}
    </g>
  );
}

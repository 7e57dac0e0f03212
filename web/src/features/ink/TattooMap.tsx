import './ink.css';
import {
  INK_COLOURS,
  INK_DENSITIES,
  outlineCm2,
  type InkColour,
  type InkFinding,
  type InkPart,
} from '@tidy-quill/core/look';
import { Button, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { v7 } from 'uuid';
import { defined } from '@tidy-quill/core/units';
import { figure, INK_COLOUR_WORDS, INK_DENSITY_WORDS, INK_SWATCHES } from '../../text';
import { Choice } from '../../widgets/Choice';
import type { Corner } from '../../widgets/trace';
import { TraceCursor } from '../../widgets/TraceCursor';
import { useTrace } from '../../widgets/use-trace';
import { PhotoField } from '../photos/PhotoField';
import { FRAMES, frameFor, showsAll, type FrameName } from './design-frame';
import { PartTable } from './PartTable';

const WIDTH = 440;

const FRAME_WORDS = Object.fromEntries(
  Object.entries(FRAMES).map(([name, { wideCm, highCm }]) => [name, `${wideCm} × ${highCm} cm`]),
) as Readonly<Record<FrameName, string>>;

type Point = Corner;
type Mode = 'draw' | 'scale';

/** The design, traced part by part on a grid of centimetres or over a photograph of it. */
export function TattooMap({
  ink,
  onInk,
}: {
  ink: Partial<InkFinding>;
  /** The ink with its parts, and their area together; null where there are none. */
  onInk: (ink: Partial<InkFinding>, areaCm2: number | null) => void;
}) {
  const { parts = [], traced } = ink;
  const [mode, setMode] = useState<Mode>('draw');
  const [points, setPoints] = useState<readonly Point[]>([]);
  const [chosen, setChosen] = useState<FrameName | null>(null);
  const name = chosen !== null && showsAll(chosen, ink) ? chosen : frameFor(ink);
  const frame = FRAMES[name];
  const scale = WIDTH / frame.wideCm;
  const [colour, setColour] = useState<InkColour>('black');
  const [density, setDensity] = useState<InkPart['density']>('medium');
  const withParts = (next: readonly InkPart[]) => {
    const numbered = next.map((part, index) => ({ ...part, order: index + 1 }));
    const all = numbered.reduce((sum, { areaCm2 }) => sum + areaCm2, 0);
    onInk({ ...ink, parts: numbered }, numbered.length === 0 ? null : Math.round(all * 100) / 100);
  };
  const add = (outline: readonly Point[], areaCm2: number) => {
    const order = parts.length + 1;
    const made = { id: v7(), colour, density, areaCm2, outline, order };
    withParts([...parts, { ...made, leave: false, overMole: false }]);
    setPoints([]);
  };
  const area = points.length < 3 ? 0 : outlineCm2(points);
  const trace = useTrace(
    frame,
    (point) => setPoints(mode === 'scale' && points.length === 2 ? [point] : [...points, point]),
    () => setPoints(points.slice(0, -1)),
  );
  const height = frame.highCm * scale;
  const square = frame.squareCm * scale;
  return (
    <section className="tattoo-map" aria-label="Design">
      <h3>Design, part by part</h3>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        role="application"
        aria-label={`Design of ${parts.length} parts on a grid of ${frame.squareCm} cm; arrows move, Enter sets a corner, Backspace takes it back`}
        {...trace.handlers}
        data-testid="design"
      >
        {traced === undefined ? null : (
          <image
            href={`/api/photos/${traced.photoId}`}
            width={traced.widthCm * scale}
            preserveAspectRatio="xMinYMin meet"
          />
        )}
        {Array.from({ length: frame.wideCm / frame.squareCm }, (_, index) => (
          <path
            key={index}
            d={`M${index * square},0V${height}M0,${index * square}H${WIDTH}`}
            stroke="var(--rule)"
            strokeOpacity={traced === undefined ? 1 : 0.5}
          />
        ))}
        {parts.map((part, index) => (
          <PartShape key={part.id} part={part} number={index + 1} scale={scale} />
        ))}
        <polyline
          points={path(points, scale)}
          fill={points.length < 3 ? 'none' : 'var(--accent-tint)'}
          fillOpacity={0.6}
          stroke="var(--accent)"
          strokeWidth={2}
        />
        {points.map(([x, y], index) => (
          <circle key={index} cx={x * scale} cy={y * scale} r={3.5} fill="var(--accent)" />
        ))}
        <TraceCursor cursor={trace.cursor} scale={scale} />
      </svg>
      <Choice
        label="The map shows"
        words={FRAME_WORDS}
        value={name}
        onChange={(next) => {
          setChosen(next);
          setPoints([]);
        }}
      />
      {chosen !== null && chosen !== name ? (
        <p className="small">The design is larger than {FRAME_WORDS[chosen]}.</p>
      ) : null}
      <p className="small">
        One square is {frame.squareCm} cm. Press the corners of a part in turn, or reach them by
        arrows and Enter, then add it; or add one by its size.
      </p>
      <div className="watch-fields">
        <Select
          aria-label="Colour of the part"
          showSearch={{ optionFilterProp: 'label' }}
          value={colour}
          options={INK_COLOURS.map((each) => ({ value: each, label: INK_COLOUR_WORDS[each] }))}
          onChange={setColour}
        />
        <Select
          aria-label="Density of the part"
          showSearch={{ optionFilterProp: 'label' }}
          value={density}
          options={INK_DENSITIES.map((each) => ({ value: each, label: INK_DENSITY_WORDS[each] }))}
          onChange={setDensity}
        />
        <Button disabled={area === 0 || mode === 'scale'} onClick={() => add(points, area)}>
          Add this part{area === 0 ? '' : `, ${figure(area, 2)} cm²`}
        </Button>
        <Button onClick={() => add([], 1)}>Add a part by size</Button>
        <Button disabled={points.length === 0} onClick={() => setPoints(points.slice(0, -1))}>
          Take back a corner
        </Button>
      </div>
      <PartTable parts={parts} onParts={withParts} />
      <details>
        <summary>Trace over a photograph</summary>
        <PhotoField
          about="design"
          ids={traced === undefined ? [] : [traced.photoId]}
          most={1}
          onIds={([photoId]) =>
            onInk(
              photoId === undefined
                ? (({ traced: _traced, ...rest }) => rest)(ink)
                : { ...ink, traced: { photoId, widthCm: traced?.widthCm ?? 10 } },
              null,
            )
          }
        />
        {traced === undefined ? null : (
          <PictureScale
            traced={traced}
            mode={mode}
            points={points}
            onMode={(next) => {
              setMode(next);
              setPoints([]);
            }}
            onWidth={(widthCm) => onInk({ ...ink, traced: { ...traced, widthCm } }, null)}
          />
        )}
      </details>
    </section>
  );
}

/** The scale of the picture: its width typed, or two points on it whose distance is known. */
function PictureScale({
  traced,
  mode,
  points,
  onMode,
  onWidth,
}: {
  traced: NonNullable<InkFinding['traced']>;
  mode: Mode;
  points: readonly Point[];
  onMode: (mode: Mode) => void;
  onWidth: (widthCm: number) => void;
}) {
  const [known, setKnown] = useState<number | null>(null);
  const [from, to] = points;
  const drawn =
    from === undefined || to === undefined ? null : Math.hypot(to[0] - from[0], to[1] - from[1]);
  return (
    <>
      <Choice
        label="Scale"
        words={{ draw: 'width typed', scale: 'two points on it' }}
        value={mode}
        onChange={onMode}
      />
      {mode === 'draw' ? (
        <InputNumber
          aria-label="Width of the picture on the skin"
          suffix="cm"
          min={0.5}
          max={100}
          value={traced.widthCm}
          onChange={(next) => (next === null ? undefined : onWidth(next))}
        />
      ) : (
        <div className="watch-fields">
          <InputNumber
            aria-label="Distance between the two points"
            suffix="cm"
            min={0.1}
            max={50}
            value={known}
            onChange={setKnown}
          />
          <Button
            disabled={drawn === null || drawn === 0 || known === null}
            onClick={() => {
              onWidth(
                Math.min(100, Math.max(0.5, (traced.widthCm * defined(known)) / defined(drawn))),
              );
              onMode('draw');
            }}
          >
            Use this distance
          </Button>
        </div>
      )}
    </>
  );
}

function PartShape({ part, number, scale }: { part: InkPart; number: number; scale: number }) {
  if (part.outline.length < 3) return null;
  const [x, y] = part.outline.reduce(
    ([sx, sy], [px, py]) => [sx + px / part.outline.length, sy + py / part.outline.length],
    [0, 0],
  );
  return (
    <g>
      <polygon
        points={path(part.outline, scale)}
        fill={INK_SWATCHES[part.colour]}
        fillOpacity={part.leave ? 0.12 : 0.55}
        stroke="var(--ink)"
        strokeDasharray={part.leave ? '4 4' : undefined}
      />
      <text
        x={defined(x) * scale}
        y={defined(y) * scale}
        textAnchor="middle"
        className="part-label"
      >
        {number} {INK_COLOUR_WORDS[part.colour]}
        {part.leave ? ', kept' : ''}
      </text>
    </g>
  );
}

const path = (points: readonly Point[], scale: number) =>
  points.map(([x, y]) => `${x * scale},${y * scale}`).join(' ');

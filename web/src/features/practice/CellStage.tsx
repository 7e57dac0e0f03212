import { lieAt, sidesOf, type Exercise, type Point } from '@tidy-quill/core/practice';
import type Konva from 'konva';
import { useMemo } from 'react';
import { Circle, Ellipse, Group, Image, Layer, Line, Rect, Stage, Text } from 'react-konva';
import { defined } from '@tidy-quill/core/units';
import type { Palette } from '../../app/palette';
import { figure } from '../../text';
import { paintField, rgbOf } from './field-paint';
import { ninthsOf } from './ninths';
import { reliefPixels } from './relief';

const RULER_PX = 22;
const FONT = '"Atkinson Hyperlegible Next Variable", sans-serif';

/** The cell with its field, its design or hollow, and the tip over it. Drawn in millimetres, as large as the screen says. */
export function CellStage({
  exercise,
  hits,
  pixelsPerMm,
  palette,
  tip,
  label,
  onPress,
  onMove,
  onRelease,
}: {
  exercise: Exercise;
  /** How often each square millimetre was hit; none before the first pulse. */
  hits: Uint8Array | null;
  pixelsPerMm: number;
  palette: Palette;
  /** Where the tip is, and whether it fires; null where none is shown. */
  tip: {
    readonly at: Point;
    readonly isDown: boolean;
    readonly beat: boolean;
    readonly isReady: boolean;
  } | null;
  /** What stands under it. */
  label?: string;
  onPress?: (at: Point) => void;
  onMove?: (at: Point) => void;
  onRelease?: () => void;
}) {
  const { cell } = exercise;
  const wanted = exercise.kind === 'motion' ? exercise.passes : 1;
  const field = useMemo(
    () =>
      hits === null
        ? null
        : canvasOf(
            cell,
            paintField(hits, wanted, { met: rgbOf(palette.accent), over: rgbOf(palette.stop) }),
          ),
    [hits, cell, wanted, palette],
  );
  const hollow = exercise.kind === 'stamp' ? exercise.hollow : null;
  const relief = useMemo(
    () => (hollow === null ? null : canvasOf(cell, reliefPixels(cell, hollow))),
    [cell, hollow],
  );
  const [width, height] = [cell.widthMm * pixelsPerMm, cell.heightMm * pixelsPerMm];
  const place = (event: Konva.KonvaEventObject<PointerEvent>): Point | null => {
    const at = event.target.getStage()?.getPointerPosition();
    if (at === null || at === undefined) return null;
    return { xMm: (at.x - RULER_PX) / pixelsPerMm, yMm: (at.y - RULER_PX) / pixelsPerMm };
  };
  const told =
    (tell: ((at: Point) => void) | undefined) =>
    (event: Konva.KonvaEventObject<PointerEvent>): void => {
      const at = place(event);
      if (at !== null) tell?.(at);
    };
  return (
    <figure className="cell-figure">
      <Stage
        width={width + 2 * RULER_PX}
        height={height + 2 * RULER_PX}
        onPointerDown={told(onPress)}
        onPointerMove={told(onMove)}
        onPointerUp={() => onRelease?.()}
        onPointerLeave={() => onRelease?.()}
      >
        <Layer listening={onPress !== undefined}>
          <Rect width={width + 2 * RULER_PX} height={height + 2 * RULER_PX} fill={palette.paper} />
          <Group x={RULER_PX} y={RULER_PX}>
            <Rect
              width={width}
              height={height}
              fill={palette.surface}
              stroke={palette.strongRule}
              strokeWidth={1}
            />
            {relief === null ? null : (
              <Image image={relief} width={width} height={height} listening={false} />
            )}
            {hollow === null ? null : (
              <DepthLines {...{ hollow, pixelsPerMm, colour: palette.strongRule }} />
            )}
            {field === null ? null : (
              <Image
                image={field}
                width={width}
                height={height}
                imageSmoothingEnabled={false}
                listening={false}
              />
            )}
            {exercise.kind === 'coat' ? (
              <Line
                closed
                points={exercise.design.flatMap(({ xMm, yMm }) => [
                  xMm * pixelsPerMm,
                  yMm * pixelsPerMm,
                ])}
                stroke={palette.ink}
                strokeWidth={1.5}
                listening={false}
              />
            ) : null}
            {exercise.kind === 'stamp'
              ? exercise.tested.map((disc) => (
                  <Group
                    key={`${disc.xMm} ${disc.yMm}`}
                    x={disc.xMm * pixelsPerMm}
                    y={disc.yMm * pixelsPerMm}
                    listening={false}
                  >
                    <Circle
                      radius={disc.radiusMm * pixelsPerMm}
                      stroke={palette.caution}
                      strokeWidth={2}
                      dash={[6, 4]}
                    />
                    <Text
                      text="tested"
                      fontFamily={FONT}
                      fontSize={13}
                      fill={palette.ink}
                      width={60}
                      align="center"
                      x={-30}
                      y={-7}
                    />
                  </Group>
                ))
              : null}
            {hits === null || exercise.kind === 'stamp' || exercise.kind === 'coat' ? null : (
              <Ninths {...{ hits, exercise, pixelsPerMm, palette }} />
            )}
          </Group>
          <Ruler {...{ cell, pixelsPerMm, palette }} />
        </Layer>
        <Layer listening={false}>
          {tip === null ? null : <Tip {...{ exercise, pixelsPerMm, palette, tip }} />}
        </Layer>
      </Stage>
      {label === undefined ? null : <figcaption>{label}</figcaption>}
    </figure>
  );
}

/** The outline of the tip: thick while it fires, and filled at each beat of the console; held flat against a slope. */
function Tip({
  exercise,
  pixelsPerMm,
  palette,
  tip: { at, isDown, beat, isReady },
}: {
  exercise: Exercise;
  pixelsPerMm: number;
  palette: Palette;
  tip: {
    readonly at: Point;
    readonly isDown: boolean;
    readonly beat: boolean;
    readonly isReady: boolean;
  };
}) {
  const hollow = exercise.kind === 'stamp' ? exercise.hollow : null;
  const { slopeX, slopeY } = lieAt(hollow, at.xMm, at.yMm);
  const sides = sidesOf(exercise.tip);
  const look = {
    stroke: palette.ink,
    strokeWidth: isDown ? 3 : 1.5,
    // A console that cannot fire yet shows it.
    ...(isReady ? {} : { dash: [4, 4] }),
    ...(beat ? { fill: palette.cautionTint, opacity: 0.85 } : {}),
  };
  const [x, y] = [at.xMm, at.yMm].map((mm) => RULER_PX + mm * pixelsPerMm) as [number, number];
  if ('diameterMm' in exercise.tip) {
    const radius = (exercise.tip.diameterMm / 2) * pixelsPerMm;
    const steep = Math.hypot(slopeX, slopeY);
    return (
      <Ellipse
        {...look}
        x={x}
        y={y}
        radiusX={radius / Math.hypot(1, steep)}
        radiusY={radius}
        rotation={(Math.atan2(slopeY, slopeX) * 180) / Math.PI}
      />
    );
  }
  const [across, down] = [
    (sides.widthMm * pixelsPerMm) / Math.hypot(1, slopeX),
    (sides.heightMm * pixelsPerMm) / Math.hypot(1, slopeY),
  ];
  return <Rect {...look} x={x - across / 2} y={y - down / 2} width={across} height={down} />;
}

/** Lines of one depth, every 5 mm, each with its depth. */
function DepthLines({
  hollow,
  pixelsPerMm,
  colour,
}: {
  hollow: NonNullable<Extract<Exercise, { kind: 'stamp' }>['hollow']>;
  pixelsPerMm: number;
  colour: string;
}) {
  const depths = Array.from({ length: Math.floor(hollow.deepMm / 5) + 1 }, (_, i) => i * 5);
  return depths.map((depth) => {
    // deep · (1 − r²)² = depth.
    const share = Math.sqrt(1 - Math.sqrt(depth / hollow.deepMm));
    return (
      <Group key={depth} listening={false}>
        <Ellipse
          x={hollow.xMm * pixelsPerMm}
          y={hollow.yMm * pixelsPerMm}
          radiusX={share * hollow.acrossMm * pixelsPerMm}
          radiusY={share * hollow.downMm * pixelsPerMm}
          stroke={colour}
          strokeWidth={1}
          dash={[3, 3]}
        />
        <Text
          text={depth === 0 ? 'level' : `${depth} mm deep`}
          fontFamily={FONT}
          fontSize={12}
          fill={colour}
          x={hollow.xMm * pixelsPerMm - 50}
          width={100}
          align="center"
          y={(hollow.yMm + share * hollow.downMm) * pixelsPerMm - 14}
        />
      </Group>
    );
  });
}

/** What each ninth of the cell got, in figures: colour alone is not enough. */
function Ninths({
  hits,
  exercise: { cell },
  pixelsPerMm,
  palette,
}: {
  hits: Uint8Array;
  exercise: Exercise;
  pixelsPerMm: number;
  palette: Palette;
}) {
  const means = ninthsOf(hits, cell);
  const [width, height] = [cell.widthMm / 3, cell.heightMm / 3];
  return means.map((mean, i) => (
    <Text
      key={i}
      text={`${figure(mean, 1)}×`}
      fontFamily={FONT}
      fontSize={15}
      fontStyle="bold"
      // A rim of the skin's colour keeps it readable over any dose, in any light.
      stroke={palette.surface}
      strokeWidth={4}
      fillAfterStrokeEnabled
      fill={palette.ink}
      x={(i % 3) * width * pixelsPerMm}
      y={(Math.floor(i / 3) + 0.5) * height * pixelsPerMm - 8}
      width={width * pixelsPerMm}
      align="center"
      listening={false}
    />
  ));
}

/** Centimetres along the upper and the left edge. */
function Ruler({
  cell,
  pixelsPerMm,
  palette,
}: {
  cell: Exercise['cell'];
  pixelsPerMm: number;
  palette: Palette;
}) {
  const centimetres = (mm: number) => Array.from({ length: Math.floor(mm / 10) + 1 }, (_, i) => i);
  const look = { fontFamily: FONT, fontSize: 11, fill: palette.secondInk };
  return (
    <Group listening={false}>
      {centimetres(cell.widthMm).map((cm) => {
        const x = RULER_PX + cm * 10 * pixelsPerMm;
        return (
          <Group key={`x${cm}`}>
            <Line
              points={[x, RULER_PX - 5, x, RULER_PX]}
              stroke={palette.strongRule}
              strokeWidth={1}
            />
            {cm % 5 === 0 ? (
              <Text {...look} text={`${cm} cm`} x={x - 20} width={40} align="center" y={4} />
            ) : null}
          </Group>
        );
      })}
      {centimetres(cell.heightMm).map((cm) => {
        const y = RULER_PX + cm * 10 * pixelsPerMm;
        return (
          <Group key={`y${cm}`}>
            <Line
              points={[RULER_PX - 5, y, RULER_PX, y]}
              stroke={palette.strongRule}
              strokeWidth={1}
            />
            {cm % 5 === 0 && cm > 0 ? (
              <Text {...look} text={`${cm}`} x={0} width={14} align="right" y={y - 5} />
            ) : null}
          </Group>
        );
      })}
    </Group>
  );
}

function canvasOf(
  { widthMm, heightMm }: Exercise['cell'],
  pixels: Uint8ClampedArray<ArrayBuffer>,
): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.width = widthMm;
  canvas.height = heightMm;
  defined(canvas.getContext('2d')).putImageData(new ImageData(pixels, widthMm, heightMm), 0, 0);
  return canvas;
}

import type { Box, FoundHair, Point } from '@tidy-quill/core/picture';
import type { MouseEvent } from 'react';
import type { OpenPicture } from './use-picture';

const STEPS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};

/** A picture with the card, the window and the hairs drawn over it; a press says where. */
export function CountPicture({
  picture,
  taps,
  window,
  hairs,
  onPress,
  onMove,
  onHair,
  stepPx,
}: {
  picture: OpenPicture;
  taps: readonly Point[];
  window: Box | null;
  hairs: readonly FoundHair[];
  onPress: (at: Point) => void;
  /** Where the window goes by an arrow key. */
  onMove: (at: Point) => void;
  onHair: (hair: FoundHair) => void;
  /** How far an arrow key moves it, px; null before the scale is known. */
  stepPx: number | null;
}) {
  const { width, height, card } = picture;
  // While hairs are corrected the window alone is shown, with a little about it.
  const view = window === null || hairs.length === 0 ? null : grown(window, 0.08, picture);
  const { x, y, width: wide, height: high } = view ?? { x: 0, y: 0, width, height };
  const thin = wide / 500;
  const at = ({ currentTarget, clientX, clientY }: MouseEvent<SVGSVGElement>): Point | null => {
    const matrix = currentTarget.getScreenCTM();
    if (matrix === null) return null;
    const point = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
    const isInside = point.x >= 0 && point.y >= 0 && point.x < width && point.y < height;
    return isInside ? { x: point.x, y: point.y } : null;
  };
  return (
    <svg
      className="count-picture"
      viewBox={`${x} ${y} ${wide} ${high}`}
      role="group"
      tabIndex={0}
      aria-label="Picture, with the window that is counted in"
      style={{ aspectRatio: `${wide} / ${high}` }}
      onClick={(event) => {
        const where = at(event);
        if (where !== null) onPress(where);
      }}
      onKeyDown={(event) => {
        const step = STEPS[event.key];
        if (step === undefined || stepPx === null || window === null) return;
        event.preventDefault();
        onMove({
          x: window.x + window.width / 2 + step.x * stepPx,
          y: window.y + window.height / 2 + step.y * stepPx,
        });
      }}
    >
      <image href={picture.url} width={width} height={height} />
      {[...(card?.marks ?? []), ...taps].map((mark) => (
        <circle
          key={`${mark.x} ${mark.y}`}
          className="count-mark"
          cx={mark.x}
          cy={mark.y}
          r={6 * thin}
          strokeWidth={2 * thin}
        />
      ))}
      {window === null ? null : (
        <rect className="count-window" {...window} strokeWidth={1.5 * thin} />
      )}
      {hairs.map((hair, index) => {
        const points = hair.line.map((point) => `${point.x},${point.y}`).join(' ');
        return (
          <g
            key={hairKey(hair)}
            className="count-hair"
            data-hair={index}
            onClick={(event) => {
              event.stopPropagation();
              onHair(hair);
            }}
          >
            <polyline className="count-hair-reach" points={points} strokeWidth={12 * thin} />
            <polyline points={points} strokeWidth={thin} />
          </g>
        );
      })}
    </svg>
  );
}

const hairKey = ({ line }: FoundHair): string => `${line[0]?.x} ${line[0]?.y} ${line.at(-1)?.x}`;

/** A box with so much of its own width more about it, inside the picture. */
function grown({ x, y, width, height }: Box, by: number, of: OpenPicture): Box {
  const more = by * width;
  const [left, top] = [Math.max(0, x - more), Math.max(0, y - more)];
  return {
    ...{ x: left, y: top },
    width: Math.min(of.width, x + width + more) - left,
    height: Math.min(of.height, y + height + more) - top,
  };
}

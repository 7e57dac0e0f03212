import type { Point } from '@tidy-quill/core/picture';
import { useState, type KeyboardEvent, type MouseEvent, type ReactNode } from 'react';

const STEPS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};

/** A picture in which places are set, by a press or by arrow keys and Enter. */
export function PressedPicture({
  id,
  href = `/api/photos/${id}`,
  of: { width, height },
  caption,
  marks,
  isWaiting,
  onPress,
  children,
}: {
  id: string;
  /** Where it is shown from; the server where absent. */
  href?: string;
  of: { readonly width: number; readonly height: number };
  caption: string;
  marks: readonly Point[];
  isWaiting: boolean;
  onPress: (at: Point) => void;
  /** What is drawn over it, in its px. */
  children?: ReactNode;
}) {
  const [cursor, setCursor] = useState<Point>({ x: width / 2, y: height / 2 });
  const [byKeys, setByKeys] = useState(false);
  const thin = width / 400;
  const press = ({ currentTarget, clientX, clientY }: MouseEvent<SVGSVGElement>) => {
    const matrix = currentTarget.getScreenCTM();
    if (matrix === null || !isWaiting) return;
    const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
    onPress({ x, y });
  };
  const key = (event: KeyboardEvent) => {
    const step = STEPS[event.key];
    if (event.key === 'Enter' && isWaiting) onPress(cursor);
    if (step === undefined) return;
    event.preventDefault();
    setByKeys(true);
    setCursor({ x: cursor.x + (step.x * width) / 120, y: cursor.y + (step.y * width) / 120 });
  };
  return (
    <figure>
      <svg
        className={`pair-picture ${isWaiting ? 'is-waiting' : ''}`}
        viewBox={`0 0 ${width} ${height}`}
        role="application"
        tabIndex={0}
        aria-label={`${caption}; arrows move, Enter sets a place`}
        onClick={press}
        onKeyDown={key}
      >
        <image href={href} width={width} height={height} />
        {children}
        {marks.map(({ x, y }, each) => (
          <g key={`${x} ${y}`}>
            <circle className="count-mark" cx={x} cy={y} r={5 * thin} strokeWidth={1.5 * thin} />
            <text className="pair-rule-text" x={x + 7 * thin} y={y} fontSize={12 * thin}>
              {each + 1}
            </text>
          </g>
        ))}
        {byKeys && isWaiting ? (
          <path
            className="count-window"
            d={`M${cursor.x - 8 * thin},${cursor.y}h${16 * thin}M${cursor.x},${cursor.y - 8 * thin}v${16 * thin}`}
            strokeWidth={thin}
          />
        ) : null}
      </svg>
      <figcaption>{caption}</figcaption>
    </figure>
  );
}

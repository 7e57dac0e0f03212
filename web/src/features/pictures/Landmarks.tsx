import { LEAST_LANDMARKS, type Pair, type Point } from '@tidy-quill/core/picture';
import { Button } from 'antd';
import { useState, type KeyboardEvent, type MouseEvent } from 'react';
import { countText } from '../../text';
import type { OpenedOne, OpenedPair } from '../../workers/picture';

const STEPS: Readonly<Record<string, Point>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};

/** Three or more places that are the same in both pictures, pressed in the first and then in the later one. */
export function Landmarks({
  ids,
  opened,
  captions,
  onDone,
  onClose,
}: {
  ids: { readonly first: string; readonly now: string };
  opened: OpenedPair;
  captions: { readonly first: string; readonly now: string };
  onDone: (landmarks: readonly Pair[]) => void;
  onClose: () => void;
}) {
  const [first, setFirst] = useState<readonly Point[]>([]);
  const [now, setNow] = useState<readonly Point[]>([]);
  const pairs = now.flatMap((from, each): Pair[] => {
    const to = first[each];
    return to === undefined ? [] : [{ from, to }];
  });
  const isFirstsTurn = first.length === now.length;
  return (
    <section className="landmarks" aria-label="Landmarks">
      <p role="status">
        {isFirstsTurn
          ? 'Press a mole, a crease or a corner of the design in the first picture'
          : 'Press the same place in the later picture'}
        ; {countText(pairs.length, 'place')} so far, {LEAST_LANDMARKS} at least.
      </p>
      <div className="pair-side">
        <Pressed
          id={ids.first}
          of={opened.first}
          caption={captions.first}
          marks={first}
          isWaiting={isFirstsTurn}
          onPress={(at) => setFirst([...first, at])}
        />
        <Pressed
          id={ids.now}
          of={opened.now}
          caption={captions.now}
          marks={now}
          isWaiting={!isFirstsTurn}
          onPress={(at) => setNow([...now, at])}
        />
      </div>
      <div className="picture-actions">
        <Button
          type="primary"
          disabled={pairs.length < LEAST_LANDMARKS || !isFirstsTurn}
          onClick={() => onDone(pairs)}
        >
          Lay over each other by these
        </Button>
        <Button
          disabled={first.length === 0}
          onClick={() => {
            if (isFirstsTurn) setNow(now.slice(0, -1));
            else setFirst(first.slice(0, -1));
          }}
        >
          Take back
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </section>
  );
}

function Pressed({
  id,
  of: { width, height },
  caption,
  marks,
  isWaiting,
  onPress,
}: {
  id: string;
  of: OpenedOne;
  caption: string;
  marks: readonly Point[];
  isWaiting: boolean;
  onPress: (at: Point) => void;
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
        <image href={`/api/photos/${id}`} width={width} height={height} />
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

import { LEAST_LANDMARKS, type Pair, type Point } from '@tidy-quill/core/picture';
import { Button } from 'antd';
import { useState } from 'react';
import { countText } from '../../text';
import type { OpenedPair } from '../../workers/picture';
import { PressedPicture } from './PressedPicture';

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
        <PressedPicture
          id={ids.first}
          of={opened.first}
          caption={captions.first}
          marks={first}
          isWaiting={isFirstsTurn}
          onPress={(at) => setFirst([...first, at])}
        />
        <PressedPicture
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

import type { Pair, PartFaded, TracedPart } from '@tidy-quill/core/picture';
import { useEffect, useState } from 'react';
import type { NotOverlaid, OpenedPair, Overlaid } from '../../workers/picture';
import { usePrintOf } from './card-prints-api';
import { fileOf } from './file-of';
import { usePictureWorker } from './use-picture-worker';

/** A picture to compare, and how wide it is on the skin where nothing in it tells, mm. */
export interface PictureAsked {
  readonly id: string;
  readonly widthMm: number | null;
}

/** Two pictures laid over each other, with the addresses that the page shows them from. */
export interface ShownPair extends Overlaid {
  readonly urls: { readonly first: string; readonly now: string; readonly difference: string };
}

export type Busy = 'opening' | 'aligning' | 'measuring';

/** What is known of a pair. */
interface Known {
  readonly key: string;
  readonly opened: OpenedPair | null;
  readonly shown: ShownPair | null;
  readonly refused: NotOverlaid | null;
}

const NOTHING: Omit<Known, 'key'> = { opened: null, shown: null, refused: null };

const keyOf = ({ from, to }: Pair) => `${from.x},${from.y},${to.x},${to.y}`;

/** Lays two pictures over each other in a worker as soon as both are named, and measures in them. */
export function useComparison(
  first: PictureAsked | null,
  now: PictureAsked | null,
  landmarks: readonly Pair[],
) {
  const { ask, busy, share, problem, stop } = usePictureWorker<Busy>();
  const printOf = usePrintOf();
  const [known, setKnown] = useState<Known | null>(null);
  const [firstId, nowId] = [first?.id ?? null, now?.id ?? null];
  const [firstMm, nowMm] = [first?.widthMm ?? null, now?.widthMm ?? null];
  const key = [firstId, nowId, firstMm, nowMm, ...landmarks.map(keyOf)].join(' ');

  useEffect(() => {
    if (firstId === null || nowId === null || firstId === nowId) return;
    let stale = false;
    const urls: string[] = [];
    const urlOf = (blob: Blob) => {
      const url = URL.createObjectURL(blob);
      urls.push(url);
      return url;
    };
    void (async () => {
      const pair = await ask('opening', async (remote) => {
        const [one, other] = await Promise.all([fileOf(firstId), fileOf(nowId)]);
        const [print, later] = await Promise.all([printOf(one), printOf(other)]);
        return remote.openPair(
          { file: one, widthMm: firstMm, print },
          { file: other, widthMm: nowMm, print: later },
        );
      });
      if (pair === null || stale) return;
      setKnown({ key, opened: pair, shown: null, refused: null });
      const laid = await ask('aligning', async (remote) => await remote.overlay(landmarks));
      if (laid === null || stale) return;
      if (laid.refused !== null) {
        setKnown({ key, opened: pair, shown: null, refused: laid });
        return;
      }
      const { first: under, now: over, difference } = laid;
      const shown = {
        ...laid,
        urls: { first: urlOf(under), now: urlOf(over), difference: urlOf(difference) },
      };
      setKnown({ key, opened: pair, shown, refused: null });
    })();
    return () => {
      stale = true;
      stop();
      for (const url of urls) URL.revokeObjectURL(url);
    };
    // Landmarks are told by the key.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [ask, stop, printOf, firstId, nowId, firstMm, nowMm, key]);

  const measureInk = (parts: readonly TracedPart[]): Promise<readonly PartFaded[] | null> =>
    ask('measuring', (remote) => remote.measureInk(parts));

  // What is known of another pair is not of this one.
  const { opened, shown, refused } = known?.key === key ? known : NOTHING;
  return { opened, shown, refused, busy, share, problem, measureInk, stop };
}

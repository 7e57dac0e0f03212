import type { PowerPoint } from '@tidy-quill/core/trial';
import { wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import type { PowerWorker } from '../../workers/power';

const SIZES = Array.from({ length: 18 }, (_, index) => 6 + 2 * index);

let remote: Remote<PowerWorker> | undefined;

/** The power worker of this page, started when it is first asked. */
function powerWorker(): Remote<PowerWorker> {
  remote ??= wrap<PowerWorker>(
    new Worker(new URL('../../workers/power.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}

/** Power over the number of clients, point by point as they are simulated; empty for figures that make no sense. */
export function usePower(
  difference: number,
  deviation: number,
): {
  readonly curve: readonly PowerPoint[];
  readonly done: boolean;
} {
  const [found, setFound] = useState<{ key: string; curve: readonly PowerPoint[] }>({
    ...{ key: '', curve: [] },
  });
  const key = `${difference} ${deviation}`;
  const makesSense = difference !== 0 && deviation > 0;
  useEffect(() => {
    if (!makesSense) return;
    let isAsked = true;
    const simulate = async () => {
      const curve: PowerPoint[] = [];
      for (const size of SIZES) {
        const points = await powerWorker().curve(difference, deviation, [size]);
        if (!isAsked) return;
        curve.push(...points);
        setFound({ key, curve: [...curve] });
      }
    };
    void simulate();
    return () => {
      isAsked = false;
    };
  }, [difference, deviation, key, makesSense]);
  const curve = makesSense && found.key === key ? found.curve : [];
  return { curve, done: curve.length === SIZES.length };
}

import type { ConsoleLive } from '@tidy-quill/contract/console';
import { useEffect, useState } from 'react';
import { catchUp } from '../../app/courier';
import { useAppDispatch } from '../../app/store';

/** How a console stands as the server tells it; `serverLost` while that itself cannot be reached, and nobody knows. */
export interface RoomConsole extends ConsoleLive {
  readonly serverLost?: boolean;
}

/**
 * Listens to what goes on about a visit: gives how the console of its room stands, undefined where there is none, and
 * reads what other tablets record.
 */
export function useLive(visitId: string, wanted: boolean): RoomConsole | undefined {
  const [live, setLive] = useState<RoomConsole>();
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (!wanted) return;
    const listen = () => {
      const source = new EventSource(`/api/visits/${visitId}/live`);
      source.addEventListener('console', ({ data }: MessageEvent<string>) =>
        setLive(JSON.parse(data) as ConsoleLive),
      );
      source.addEventListener('kept', ({ data }: MessageEvent<string>) => {
        void dispatch(catchUp(visitId, (JSON.parse(data) as { after: number }).after));
      });
      source.onerror = () => {
        // A lost server is tried again by the browser itself; a room without a console loses none.
        setLive((before) =>
          source.readyState === EventSource.CLOSED || before === undefined
            ? undefined
            : { ...before, link: 'down', serverLost: true },
        );
      };
      return source;
    };
    let source = listen();
    // A browser keeps a page that was left, its line with it, and has six lines to a server in all.
    const hang = () => source.close();
    const again = ({ persisted }: PageTransitionEvent) => {
      if (persisted) source = listen();
    };
    globalThis.addEventListener('pagehide', hang);
    globalThis.addEventListener('pageshow', again);
    return () => {
      globalThis.removeEventListener('pagehide', hang);
      globalThis.removeEventListener('pageshow', again);
      source.close();
    };
  }, [visitId, wanted, dispatch]);
  return live;
}

import { keepByLine } from '../visit-engine/open-lines';
import { persist, persisted, removePersisted } from '../visit-engine/entry-store';
import type { Ports, Sent } from '../visit-engine/engine';
import { keepSince } from '../visit-engine/reload-store';
import { api, problemText } from './api';
import { engine } from './engine';
import { isSignOutOwed } from './owed-sign-out';
import { onDeviceKey } from '../visit-engine/seal';
import { store } from './store';
import { visitApi } from './visit-api';
import { withPhotos } from './with-photos';

// RFC 4918 §11.3.
const LOCKED = 423;
const REFUSED: readonly unknown[] = [400, 409, 422];

const ports: Ports = {
  // Whoever has left sends nothing more, though this page still knows them: what waits is sealed.
  staffId: () =>
    isSignOutOwed() ? null : (api.endpoints.me.select()(store.getState()).data?.staff.id ?? null),
  byLine: keepByLine,
  byRequest: async (visitId, events, after): Promise<Sent> => {
    const asked = { visitId, events: [...events], after };
    const { data, error } = await store.dispatch(visitApi.endpoints.appendEvents.initiate(asked));
    if (data !== undefined) return { is: 'kept', kept: data };
    const { status } = error as { status?: unknown };
    if (REFUSED.includes(status)) return { is: 'refused', why: problemText(error) };
    return { is: status === 401 || status === LOCKED ? 'held' : 'unreachable' };
  },
  since: async (visitId, after) => {
    const asked = visitApi.endpoints.eventsSince.initiate(
      { visitId, after },
      { subscribe: false, forceRefetch: true },
    );
    return (await store.dispatch(asked)).data ?? null;
  },
  readAgain: (id) => void store.dispatch(api.util.invalidateTags([{ type: 'visit', id }])),
  onKept: () => void store.dispatch(api.util.invalidateTags(['today'])),
  // The link is up: pictures that wait for it go too.
  onSent: () => withPhotos(({ sendPhotos }) => store.dispatch(sendPhotos())),
  entries: { persist, persisted, remove: removePersisted },
  keepSince,
  later: (run, ms) => {
    const timer = setTimeout(run, ms);
    return () => clearTimeout(timer);
  },
};

/** Takes up what an earlier page left behind as soon as it can be read, and sends again whenever the network comes back. */
export async function startEngine(): Promise<void> {
  onDeviceKey(() => void engine.takeUp());
  await engine.start(ports);
  globalThis.addEventListener('online', () => void engine.send());
}

import type { NewEvent } from '@tidy-quill/contract/visit';
import { isOfVisit } from '@tidy-quill/core/events';
import { v7 } from 'uuid';
import { api, problemText } from './api';
import { keptOnServer, visitApi } from './visit-api';
import { keepByLine } from './live-line';
import { keepSince } from './open-visit-store';
import { sendPhotos } from './photo-outbox';
import { NOTHING_READ } from './received';
import { outbox, persist, persisted, removePersisted, type Waiting } from './outbox';
import type { AppDispatch, RootState } from './store';
import { nowText } from './clock';

type GetState = () => RootState;

const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 30_000;

let sending = false;
let pauseMs = FIRST_PAUSE_MS;
let timer: ReturnType<typeof setTimeout> | undefined;

/** A new event of now about a zone, with an id of its own, so that sending it twice is harmless. */
export function newEvent(body: NewEvent['body'], areaId?: string): NewEvent {
  const zone = areaId === undefined || isOfVisit(body.kind) ? {} : { areaId };
  return { id: v7(), at: nowText(), ...zone, body };
}

/** Records events about a zone: first in this browser, then on the server as soon as it can be reached. */
export const record =
  (visitId: string, areaId: string, bodies: readonly NewEvent['body'][]) =>
  async (dispatch: AppDispatch, getState: GetState): Promise<void> => {
    const staffId = signedInId(getState());
    if (staffId === null) throw new Error('Nobody is signed in here');
    const seen = readUpTo(getState(), visitId);
    const list = bodies.map((body): Waiting => {
      const event = newEvent(body, areaId);
      const own = seen === NOTHING_READ ? event : { ...event, seen };
      return { visitId, staffId, event: own, refused: null };
    });
    await persist(list);
    dispatch(outbox.actions.kept(list));
    void deliver(dispatch, getState);
  };

/** Takes up what an earlier page left behind, and sends again whenever the network comes back. */
export const takeUp = () => async (dispatch: AppDispatch, getState: GetState) => {
  dispatch(outbox.actions.kept(await persisted()));
  globalThis.addEventListener('online', () => void deliver(dispatch, getState));
};

/** Sends what waits now: after a sign-in, say. */
export const sendWaiting = () => deliver;

/** Puts a refused entry aside after it was read. */
export const putAside = (id: string) => async (dispatch: AppDispatch) => {
  await removePersisted([id]);
  dispatch(outbox.actions.confirmed([id]));
};

/** Reads what was kept of a visit up to a place, by another tablet, unless this browser has it already. */
export const catchUp =
  (visitId: string, last: number) =>
  async (dispatch: AppDispatch, getState: GetState): Promise<void> => {
    const { data } = visitApi.endpoints.visit.select(visitId)(getState());
    const after = readUpTo(getState(), visitId);
    if (data === undefined || after >= last) return;
    const since = { visitId, after };
    const { data: kept } = await dispatch(
      visitApi.endpoints.eventsSince.initiate(since, { subscribe: false, forceRefetch: true }),
    );
    // A zone that was added there brings its area and history, which no event tells.
    const added = kept?.events.some(
      ({ body }) => body.kind === 'zoneAdded' && data.areas.every(({ id }) => id !== body.areaId),
    );
    if (added === true) dispatch(api.util.invalidateTags([{ type: 'visit', id: visitId }]));
  };

/** Sends what waits, a visit at a time, in order. One delivery runs at a time. */
async function deliver(dispatch: AppDispatch, getState: GetState): Promise<void> {
  if (sending) return;
  sending = true;
  clearTimeout(timer);
  try {
    for (let batch = nextBatch(getState()); batch.length > 0; batch = nextBatch(getState())) {
      if (!(await send(dispatch, getState, batch))) return;
    }
    // The link is up: pictures that wait for it go too.
    void dispatch(sendPhotos());
  } finally {
    sending = false;
    if (nextBatch(getState()).length > 0 && getState().outbox.link === 'down') {
      timer = setTimeout(() => void deliver(dispatch, getState), pauseMs);
      pauseMs = Math.min(pauseMs * 2, LONGEST_PAUSE_MS);
    }
  }
}

/** How far this browser has read a visit; past every place where it is not open. */
function readUpTo(state: RootState, visitId: string): number {
  const { data } = visitApi.endpoints.visit.select(visitId)(state);
  return data === undefined
    ? NOTHING_READ
    : Math.max(data.after, state.arrived[visitId]?.after ?? 0);
}

const signedInId = (state: RootState): string | null =>
  api.endpoints.me.select()(state).data?.staff.id ?? null;

function nextBatch(state: RootState): readonly Waiting[] {
  const staffId = signedInId(state);
  const open = state.outbox.waiting.filter(
    (each) => each.refused === null && each.staffId === staffId,
  );
  const first = open[0];
  if (first === undefined) return [];
  return open.filter(({ visitId }) => visitId === first.visitId).slice(0, 500);
}

/** Sends one batch; false where it has to wait. */
async function send(
  dispatch: AppDispatch,
  getState: GetState,
  batch: readonly Waiting[],
): Promise<boolean> {
  const { visitId } = batch[0]!;
  const events = batch.map(({ event }) => event);
  // What this browser has read of the visit; where it is not open, all that matters is that they are kept.
  const after = readUpTo(getState(), visitId);
  const confirmed = async () => {
    const ids = events.map(({ id }) => id);
    // What leaves the outbox is kept with the visit first: a reload without a network shows it.
    const since = getState().arrived[visitId];
    if (since !== undefined) await keepSince(visitId, since).catch(() => {});
    await removePersisted(ids);
    dispatch(outbox.actions.confirmed(ids));
    dispatch(outbox.actions.linkChanged('up'));
    pauseMs = FIRST_PAUSE_MS;
    return true;
  };
  const kept = await keepByLine(visitId, events, after);
  if (kept !== null) {
    dispatch(keptOnServer(visitId, kept));
    return confirmed();
  }
  const result = await dispatch(
    visitApi.endpoints.appendEvents.initiate({ visitId, events, after }),
  );
  if (result.error === undefined) return confirmed();
  const { status } = result.error as { status?: unknown };
  if (status === 400 || status === 409 || status === 422) {
    // One at a time, so that only what is truly at fault is held back.
    if (batch.length > 1) {
      for (const each of batch) if (!(await send(dispatch, getState, [each]))) return false;
      return true;
    }
    const refused = batch.map((each) => ({ ...each, refused: problemText(result.error) }));
    await persist(refused);
    dispatch(outbox.actions.kept(refused));
    return true;
  }
  dispatch(outbox.actions.linkChanged(status === 401 || status === 423 ? 'up' : 'down'));
  return false;
}

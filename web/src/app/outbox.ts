import type { NewEvent } from '@tidy-quill/contract/visit';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { createStore, del, entries, set } from 'idb-keyval';

/** An event that this browser has kept and the server has not confirmed yet. */
export interface Waiting {
  readonly visitId: string;
  /** Who recorded it: it is sent only while they are signed in. */
  readonly staffId: string;
  readonly event: NewEvent;
  /** Why the server would not take it; null while it has not said so. */
  readonly refused: string | null;
}

interface OutboxState {
  readonly waiting: readonly Waiting[];
  /** Confirmed lately: shown until a fresh reading of the visit holds them, for one may be under way. */
  readonly sent: readonly Waiting[];
  readonly link: 'up' | 'down';
}

const initialState: OutboxState = { waiting: [], sent: [], link: 'up' };

const SENT_KEPT = 500;

export const outbox = createSlice({
  name: 'outbox',
  initialState: initialState as OutboxState,
  reducers: {
    kept: (state, { payload }: PayloadAction<readonly Waiting[]>): OutboxState => ({
      ...state,
      waiting: [
        ...state.waiting.filter((each) => !payload.some(({ event }) => event.id === each.event.id)),
        ...payload,
      ],
    }),
    confirmed: (state, { payload }: PayloadAction<readonly string[]>): OutboxState => {
      const isConfirmed = ({ event }: Waiting) => payload.includes(event.id);
      const sent = state.waiting.filter((each) => isConfirmed(each) && each.refused === null);
      return {
        ...state,
        waiting: state.waiting.filter((each) => !isConfirmed(each)),
        sent: [...state.sent, ...sent].slice(-SENT_KEPT),
      };
    },
    linkChanged: (state, { payload }: PayloadAction<'up' | 'down'>): OutboxState => ({
      ...state,
      link: payload,
    }),
  },
});

const shelf = createStore('tidy-quill', 'outbox');

/** Keeps entries in the browser's own database; resolves once they are safe there. */
export async function persist(list: readonly Waiting[]): Promise<void> {
  for (const each of list) await set(each.event.id, each, shelf);
}

export async function removePersisted(ids: readonly string[]): Promise<void> {
  for (const id of ids) await del(id, shelf);
}

/** All that is kept, in the order in which it happened. */
export async function persisted(): Promise<readonly Waiting[]> {
  const all = (await entries<string, Waiting>(shelf)).map(([, each]) => each);
  const key = ({ event }: Waiting) => `${event.at} ${event.id}`;
  return all.sort((one, other) => (key(one) < key(other) ? -1 : 1));
}

import { createStore, del, entries, set } from 'idb-keyval';
import { asKept, inTodaysShape, type Entry, type KeptEntry } from './entries';

const store = createStore('tidy-quill', 'outbox');

/** Keeps entries in the browser's own database; resolves once they are safe there. */
export async function persist(list: readonly Entry[]): Promise<void> {
  for (const each of list) await set(each.event.id, asKept(each), store);
}

export async function removePersisted(ids: readonly string[]): Promise<void> {
  for (const id of ids) await del(id, store);
}

/** All that is kept, in the order in which it happened. */
export async function persisted(): Promise<readonly Entry[]> {
  const all = (await entries<string, KeptEntry>(store)).map(([, kept]) => inTodaysShape(kept));
  const key = ({ event }: Entry) => `${event.at} ${event.id}`;
  return all.sort((one, other) => (key(one) < key(other) ? -1 : 1));
}

import { createStore, del, entries, keys, set } from 'idb-keyval';
import { asKept, inTodaysShape, type Entry, type KeptEntry } from './entries';
import { hasDeviceKey, sealValue, unsealValue } from './seal';

const store = createStore('tidy-quill', 'outbox');

/** Keeps entries in the browser's own database, sealed; resolves once they are safe there. */
export async function persist(list: readonly Entry[]): Promise<void> {
  for (const each of list) await set(each.event.id, sealValue(asKept(each)), store);
}

export async function removePersisted(ids: readonly string[]): Promise<void> {
  for (const id of ids) await del(id, store);
}

/** All that is kept and can be read, in the order in which it happened: sealed ones only while somebody is signed in. */
export async function persisted(): Promise<readonly Entry[]> {
  const all: Entry[] = [];
  for (const [, kept] of await entries<string, KeptEntry | Uint8Array>(store)) {
    const open = kept instanceof Uint8Array ? unsealValue<KeptEntry>(kept) : kept;
    if (open === null) continue;
    const entry = inTodaysShape(open);
    all.push(entry);
    // An earlier release left them open.
    if (open === kept && hasDeviceKey()) await persist([entry]);
  }
  const key = ({ event }: Entry) => `${event.at} ${event.id}`;
  return all.sort((one, other) => (key(one) < key(other) ? -1 : 1));
}

/** How many entries wait here, whether or not they can be read. */
export const countPersisted = async (): Promise<number> => (await keys(store)).length;

import { fetchedOnce } from '../widgets/at-rest';
import type * as PhotoOutbox from './photo-outbox';

const outbox = fetchedOnce(() => import('./photo-outbox'));

/** Does something with the pictures that wait here: their part of the application comes after the page. Later, where it cannot be fetched. */
export function withPhotos(act: (photos: typeof PhotoOutbox) => Promise<unknown>): void {
  outbox().then(act, () => {
    globalThis.addEventListener('online', () => withPhotos(act), { once: true });
  });
}

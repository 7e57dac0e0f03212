import type { SignedIn } from '@tidy-quill/contract/auth';
import type { EventsKept } from '@tidy-quill/contract/visit';
import type { VisitOpened } from '@tidy-quill/contract/visit-opened';
import { clear, createStore, get, set, update } from 'idb-keyval';

// As long as a session lasts on the server.
const SESSION_MS = 12 * 3_600_000;

interface KeptSignIn {
  readonly me: SignedIn;
  readonly atMs: number;
}

interface KeptVisit {
  readonly staffId: string;
  readonly opened: VisitOpened;
}

interface KeptSince {
  readonly visitId: string;
  readonly since: EventsKept;
}

/** A page's answer as it was read last. */
export interface KeptPage {
  readonly url: string;
  readonly data: object;
  readonly atMs: number;
}

interface KeptPages {
  readonly staffId: string;
  readonly pages: readonly KeptPage[];
}

/** How many pages are kept at most: some days of the list and of the board. */
const MOST_PAGES = 12;

const store = createStore('tidy-quill-open', 'open');

/** Keeps who is signed in, so that a reload without a network knows it. */
export const keepSignIn = (me: SignedIn, atMs = Date.now()): Promise<void> =>
  set('signedIn', { me, atMs } satisfies KeptSignIn, store);

/** Who was signed in when the server was last reached; null once that is longer ago than a session lasts. */
export async function keptSignIn(nowMs = Date.now()): Promise<SignedIn | null> {
  const kept = await get<KeptSignIn>('signedIn', store);
  if (kept === undefined) return null;
  if (nowMs - kept.atMs <= SESSION_MS) return kept.me;
  // The key to what waits here goes with the rest.
  await forgetOpen();
  return null;
}

/** Keeps the visit that is open, and no other. */
export const keepVisit = (staffId: string, opened: VisitOpened): Promise<void> =>
  set('visit', { staffId, opened } satisfies KeptVisit, store);

/** Keeps what came of it since it was read whole: a few events, written as each press is confirmed. */
export const keepSince = (visitId: string, since: EventsKept): Promise<void> =>
  set('since', { visitId, since } satisfies KeptSince, store);

/** The visit that was open last, where it is this one and whoever opened it is still signed in. */
export async function keptVisit(visitId: string): Promise<VisitOpened | null> {
  const me = await keptSignIn();
  const kept = await get<KeptVisit>('visit', store);
  if (kept === undefined || kept.staffId !== me?.staff.id || kept.opened.visit.id !== visitId) {
    return null;
  }
  const later = await get<KeptSince>('since', store);
  return later?.visitId === visitId ? withSince(kept.opened, later.since) : kept.opened;
}

/** A visit as it was read whole, with the events that came since, each once. */
export function withSince(opened: VisitOpened, since: EventsKept): VisitOpened {
  const known = new Set(opened.events.map(({ id }) => id));
  return {
    ...opened,
    events: [...opened.events, ...since.events.filter(({ id }) => !known.has(id))],
    after: Math.max(opened.after, since.after),
  };
}

/** The pages with one more, in place of what was read of it before; the oldest fall out, and what is another's. */
export function withPage(kept: KeptPages | undefined, staffId: string, page: KeptPage): KeptPages {
  const own = kept?.staffId === staffId ? kept.pages : [];
  const others = own.filter(({ url }) => url !== page.url);
  return { staffId, pages: [...others, page].slice(-MOST_PAGES) };
}

/** Keeps what a page was answered, so that it can be read without the server. */
export async function keepPage(page: KeptPage): Promise<void> {
  const me = await keptSignIn();
  if (me === null) return;
  await update<KeptPages>('pages', (kept) => withPage(kept, me.staff.id, page), store);
}

/** What a page was answered last, for whoever is still signed in. */
export async function keptPage(url: string): Promise<KeptPage | null> {
  const me = await keptSignIn();
  const kept = await get<KeptPages>('pages', store);
  if (kept === undefined || kept.staffId !== me?.staff.id) return null;
  return kept.pages.find((page) => page.url === url) ?? null;
}

/** Forgets all of it: after a sign-out, or once the server says that nobody is signed in. */
export const forgetOpen = (): Promise<void> => clear(store);

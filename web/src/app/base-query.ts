import type { UnknownAction } from '@reduxjs/toolkit';
import {
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react';
import type { SignedIn } from '@tidy-quill/contract/auth';
import { defined } from '@tidy-quill/core/units';
import { learnServerTime } from '../visit-engine/clock';
import {
  forgetOpen,
  keepPage,
  keepSignIn,
  keptPage,
  keptSignIn,
  keptVisit,
} from '../visit-engine/reload-store';
import { setDeviceKey } from '../visit-engine/seal';
import { engine } from './engine';
import { isSignOutOwed, signOutHeard } from './owed-sign-out';

const bare = fetchBaseQuery({
  baseUrl: '/api',
  responseHandler: async (response) => {
    const text = await response.text();
    return text === '' ? null : JSON.parse(text);
  },
});

// RFC 4918 §11.3.
const LOCKED = 423;

/**
 * As the plain one; leaves the page as it is where a session has ended or was locked.
 * @param askWho asks again who is signed in
 */
export const baseQueryOf =
  (askWho: () => UnknownAction): BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError> =>
  async (args, store, extra) => {
    const asked = Date.now();
    // Whoever left while the server could not be reached is not signed in again by the cookie that stayed.
    if (store.endpoint === 'me' && isSignOutOwed()) {
      const left = await bare({ url: '/sign-out', method: 'POST' }, store, extra);
      // 401: the session has ended already. Whatever else comes back, it may not have been heard.
      if (left.error !== undefined && left.error.status !== 401) return left;
      signOutHeard();
    }
    const result = await bare(args, store, extra);
    if (store.endpoint === 'me' || store.endpoint === 'signIn') {
      if (result.data !== undefined) await nowSignedIn(result.data as SignedIn);
      else if (result.error?.status === 401) await forget();
    }
    if (READ_WITHOUT.includes(store.endpoint) && result.data !== undefined) {
      void keepPage({ url: urlOf(args), data: result.data as object, atMs: asked }).catch(() => {});
    }
    if (result.error?.status === 'FETCH_ERROR') {
      const kept = await keptFor(store.endpoint, args).catch(() => null);
      if (kept !== null) {
        engine.linkIs('down');
        return { data: kept };
      }
    } else {
      engine.linkIs('up');
    }
    const told = result.meta?.response?.headers.get('x-server-time');
    if (told != null) learnServerTime(Number(told), asked, Date.now());
    const shut = result.error?.status === 401 || result.error?.status === LOCKED;
    if (shut && store.endpoint !== 'me' && store.endpoint !== 'signIn') {
      store.dispatch(askWho());
    }
    return result;
  };

/** Whoever signed in can read what waits here. */
async function nowSignedIn(me: SignedIn): Promise<void> {
  setDeviceKey(me.deviceKey);
  await keepSignIn(me).catch(() => {});
}

/** Forgets what was read of visits: nobody is signed in any more. */
export async function forget(): Promise<void> {
  setDeviceKey(null);
  engine.forget();
  // A browser without a store goes on without.
  await forgetOpen().catch(() => {});
}

/** What is still read while the server cannot be reached, after a reload too: the day, its board, and rooms and people. */
const READ_WITHOUT: readonly string[] = ['today', 'calendar', 'clinic'];

/** When an answer was read that the server cannot give now; absent where it was just given. */
export interface AsKept {
  readonly keptAt?: string;
}

const urlOf = (args: string | FetchArgs): string =>
  typeof args === 'string' ? args : `${args.url} ${JSON.stringify(args.params ?? {})}`;

/** What this browser keeps of an answer that the server cannot give now; null where it keeps nothing of it. */
const keptFor = async (endpoint: string, args: string | FetchArgs): Promise<unknown> => {
  if (endpoint === 'me') {
    const me = await keptSignIn();
    if (me !== null) setDeviceKey(me.deviceKey);
    return me;
  }
  if (READ_WITHOUT.includes(endpoint)) {
    const page = await keptPage(urlOf(args));
    return page === null
      ? null
      : ({ ...page.data, keptAt: new Date(page.atMs).toISOString() } satisfies AsKept);
  }
  return endpoint === 'visit' && typeof args === 'string'
    ? keptVisit(defined(args.split('/').at(-1)))
    : null;
};

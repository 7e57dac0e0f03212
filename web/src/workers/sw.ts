import {
  cleanupOutdatedCaches,
  createHandlerBoundToURL,
  precacheAndRoute,
  type PrecacheEntry,
} from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { fetchAhead } from './fetch-ahead';

// Keeps the application itself in the browser, so that a reload without a network opens it; nothing of any client.

declare const self: ServiceWorkerGlobalScope & {
  readonly __WB_MANIFEST: readonly (string | PrecacheEntry)[];
};

const files = [...self.__WB_MANIFEST];

// What keeps them asks for one after another: a few at once go before it, and it finds them in the browser's own cache.
self.addEventListener('install', (event) => event.waitUntil(fetchAhead(files)));
self.addEventListener('message', ({ data }) => {
  if ((data as { type?: string } | null)?.type === 'SKIP_WAITING') void self.skipWaiting();
});

cleanupOutdatedCaches();
precacheAndRoute(files);
registerRoute(
  new NavigationRoute(createHandlerBoundToURL('/index.html'), {
    // A client's own pages are never kept on a phone.
    denylist: [/^\/(api|answer|diary|healthz)/],
  }),
);

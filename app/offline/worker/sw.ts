import { CacheableResponsePlugin } from "workbox-cacheable-response";
import { ExpirationPlugin } from "workbox-expiration";
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from "workbox-precaching";
import { registerRoute, setCatchHandler } from "workbox-routing";
import { CacheFirst, NetworkFirst } from "workbox-strategies";
import { DICTIONARIES, OFFLINE_PAGE, PAGES, WANTED } from "../names.ts";

/**
 * The service worker: what the program itself needs is kept when it is installed, pages as they are opened (and those that
 * keepPages.ts asks for), and any of them is opened from here where there is no network. What people enter is none of its business:
 * entries wait in the outbox.
 */
/** Files of this build, and its name (vite.worker.config.ts). */
declare const BUILT: readonly { readonly url: string; readonly revision: string | null }[];

/** A page that has a copy here is not waited for longer than this, s. */
const LONGEST_WAIT = 6;
const MOST_PAGES = 160;
/** A dictionary is some megabytes. */
const MOST_DICTIONARIES = 16;

declare const self: ServiceWorkerGlobalScope;
// The page that was there first is kept for as well.
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

precacheAndRoute([...BUILT]);
cleanupOutdatedCaches();

registerRoute(
  ({ request }) => request.mode === "navigate",
  new NetworkFirst({
    cacheName: PAGES,
    networkTimeoutSeconds: LONGEST_WAIT,
    // A page is the same whatever its reader can unpack.
    matchOptions: { ignoreVary: true },
    plugins: [
      new CacheableResponsePlugin({ statuses: [200] }),
      new ExpirationPlugin({ maxEntries: MOST_PAGES, purgeOnQuotaError: true }),
    ],
  }),
);

registerRoute(
  ({ url }) => url.pathname.startsWith("/dictionaries/"),
  new CacheFirst({
    cacheName: DICTIONARIES,
    matchOptions: { ignoreVary: true },
    plugins: [
      new CacheableResponsePlugin({ statuses: [200] }),
      new ExpirationPlugin({ maxEntries: MOST_DICTIONARIES, purgeOnQuotaError: true }),
    ],
  }),
);

setCatchHandler(async ({ request }) => {
  if (request.mode !== "navigate") return Response.error();
  // Asked for in another way it is still the same page.
  const near = await caches.match(request, { cacheName: PAGES, ignoreSearch: true, ignoreVary: true });
  if (near) return near;
  // The page finds its own place by its address, so it is not shown under another's.
  const { pathname, search } = new URL(request.url);
  return pathname === OFFLINE_PAGE
    ? ((await matchPrecache(OFFLINE_PAGE)) ?? Response.error())
    : Response.redirect(`${OFFLINE_PAGE}?${new URLSearchParams({ [WANTED]: pathname + search }).toString()}`);
});

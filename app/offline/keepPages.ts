import { PAGES } from "./names.ts";

/** What is kept for somebody, as the server names it. */
export interface KeepList {
  /** Addresses of pages; those that change are fetched anew each time. */
  readonly changing: readonly string[];
  readonly lasting: readonly string[];
  /** Addresses of dictionaries: the service worker keeps them as they pass. */
  readonly dictionaries: readonly string[];
}

/** Not more often than this, ms: a board that is opened every minute fetches no shop every minute. */
const AGAIN_MS = 10 * 60_000;
/** A dictionary that is still being built is asked for again sooner. */
const SOON_MS = 60_000;
const NEXT = "zygodrome-keep-at";

/**
 * Keeps the pages of what this person works on, so that they open in a cellar. One tab does it at a time, nothing waits for it,
 * and what cannot be had now is had the next time: only what was gone through to its end counts as kept, for a page that is left
 * takes its requests with it.
 */
export async function keepPages(now: number): Promise<void> {
  if (!navigator.serviceWorker?.controller || !navigator.onLine) return;
  if (now < Number(localStorage.getItem(NEXT) ?? 0)) return;
  await navigator.locks.request(NEXT, { ifAvailable: true }, async (lock) => {
    if (!lock) return;
    const answer = await fetch("/keep");
    if (!answer.ok) return;
    const { changing, lasting, dictionaries } = (await answer.json()) as KeepList;
    const pages = await caches.open(PAGES);
    for (const address of changing) await keepOne(pages, address);
    for (const address of lasting)
      if (!(await pages.match(address, { ignoreVary: true }))) await keepOne(pages, address);
    let again = AGAIN_MS;
    for (const address of dictionaries) {
      const dictionary = await fetch(address);
      await dictionary.arrayBuffer();
      if (!dictionary.ok) again = SOON_MS;
    }
    localStorage.setItem(NEXT, String(now + again));
  });
}

async function keepOne(pages: Cache, address: string): Promise<void> {
  const page = await fetch(address, { headers: { Accept: "text/html" } });
  // One that led elsewhere is not this page.
  if (page.ok && !page.redirected) await pages.put(address, page);
}

/** Nobody is signed in here any more: their pages are not for whoever comes next. What waits to be sent stays. */
export async function forgetPages(): Promise<void> {
  localStorage.removeItem(NEXT);
  if ("caches" in window) await caches.delete(PAGES);
}

/** Whether this browser has a copy of a page. */
export async function hasPage(address: string): Promise<boolean> {
  return (
    "caches" in window && (await caches.match(address, { cacheName: PAGES, ignoreVary: true })) !== undefined
  );
}

export interface KeptPage {
  readonly address: string;
  readonly title: string;
}

/** The pages that are kept here, by what they are called. */
export async function keptPages(): Promise<KeptPage[]> {
  if (!("caches" in window) || !(await caches.has(PAGES))) return [];
  const pages = await caches.open(PAGES);
  const kept = await Promise.all(
    (await pages.keys()).map(async (request) => {
      const { pathname, search } = new URL(request.url);
      const text = (await (await pages.match(request, { ignoreVary: true }))?.text()) ?? "";
      const { title } = new DOMParser().parseFromString(text, "text/html");
      return { address: pathname + search, title: title.replace(/ · Zygodrome$/u, "") };
    }),
  );
  return kept.filter((k) => k.title !== "").sort((a, b) => a.title.localeCompare(b.title));
}

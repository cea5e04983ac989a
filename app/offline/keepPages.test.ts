import { describe, expect, test } from "@jest/globals";
import { standIns } from "../../tests/support/standIns.ts";
import { keepPages } from "./keepPages.ts";

const standIn = standIns();

/** A browser of maps, with a server that answers as it is told. */
function browser(answer: (address: string) => Response | Error) {
  const pages = new Map<string, Response>();
  const said = new Map<string, string>();
  const asked: string[] = [];
  let held = false;
  standIn({
    navigator: {
      onLine: true,
      serviceWorker: { controller: {} },
      locks: {
        request: async (_name: string, _how: unknown, work: (lock: unknown) => Promise<void>) => {
          const mine = !held;
          held = true;
          try {
            await work(mine ? {} : null);
          } finally {
            if (mine) held = false;
          }
        },
      },
    },
    localStorage: {
      getItem: (key: string) => said.get(key) ?? null,
      setItem: (key: string, value: string) => said.set(key, value),
    },
    caches: {
      open: async () => ({
        match: async (address: string) => pages.get(address),
        put: async (address: string, page: Response) => void pages.set(address, page),
      }),
    },
    fetch: async (address: string) => {
      asked.push(address);
      const answered = answer(address);
      if (answered instanceof Error) throw answered;
      return answered;
    },
  });
  return { pages, asked, kept: () => [...pages.keys()] };
}

const LIST = { changing: ["/", "/jobs/1"], lasting: ["/tests/fuse-ohms"], dictionaries: ["/dictionaries/a"] };
const usual = (address: string) => (address === "/keep" ? Response.json(LIST) : new Response(address));
const MINUTE = 60_000;

describe("what is kept for times without a network", () => {
  test("is every page of the list, and the dictionaries pass the service worker", async () => {
    const { kept, asked } = browser(usual);
    await keepPages(100 * MINUTE);
    expect(kept()).toEqual(["/", "/jobs/1", "/tests/fuse-ohms"]);
    expect(asked).toContain("/dictionaries/a");
  });

  test("is asked for again after ten minutes, and what lasts is not fetched twice", async () => {
    const { asked } = browser(usual);
    await keepPages(100 * MINUTE);
    const first = asked.length;
    await keepPages(109.9 * MINUTE);
    expect(asked).toHaveLength(first);
    await keepPages(110 * MINUTE);
    expect(asked.slice(first)).toEqual(["/keep", "/", "/jobs/1", "/dictionaries/a"]);
  });

  test("is asked for again after a minute where a dictionary was not built yet", async () => {
    const { asked } = browser((address) =>
      address === "/dictionaries/a" ? new Response("", { status: 404 }) : usual(address),
    );
    await keepPages(100 * MINUTE);
    const first = asked.length;
    await keepPages(100.9 * MINUTE);
    expect(asked).toHaveLength(first);
    await keepPages(101 * MINUTE);
    expect(asked.slice(first)).toContain("/dictionaries/a");
  });

  test("is gone on with where a page was left before its end", async () => {
    let isGone = true;
    const { kept } = browser((address) =>
      isGone && address === "/jobs/1" ? new TypeError("Failed to fetch") : usual(address),
    );
    await expect(keepPages(100 * MINUTE)).rejects.toThrow("Failed to fetch");
    expect(kept()).toEqual(["/"]);
    isGone = false;
    await keepPages(100.1 * MINUTE);
    expect(kept()).toEqual(["/", "/jobs/1", "/tests/fuse-ohms"]);
  });

  test("is asked for again where the server could not say what it is", async () => {
    let isBroken = true;
    const { kept } = browser((address) => (isBroken ? new Response("", { status: 503 }) : usual(address)));
    await keepPages(100 * MINUTE);
    expect(kept()).toEqual([]);
    isBroken = false;
    await keepPages(100.1 * MINUTE);
    expect(kept()).toHaveLength(3);
  });

  test("holds no page that led elsewhere or was refused", async () => {
    const elsewhere = Object.defineProperty(new Response("sign in"), "redirected", { value: true });
    const { kept } = browser((address) => {
      if (address === "/") return elsewhere;
      return address === "/jobs/1" ? new Response("", { status: 404 }) : usual(address);
    });
    await keepPages(100 * MINUTE);
    expect(kept()).toEqual(["/tests/fuse-ohms"]);
  });

  test("is fetched by one tab only", async () => {
    const { asked } = browser(usual);
    await Promise.all([keepPages(100 * MINUTE), keepPages(100 * MINUTE)]);
    expect(asked.filter((a) => a === "/keep")).toHaveLength(1);
  });

  test("waits for the service worker and the network", async () => {
    const { asked } = browser(usual);
    Object.assign(navigator, { onLine: false });
    await keepPages(100 * MINUTE);
    Object.assign(navigator, { onLine: true, serviceWorker: { controller: null } });
    await keepPages(100 * MINUTE);
    expect(asked).toEqual([]);
  });
});

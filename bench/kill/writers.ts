import type { BrowserContext, Page } from "@playwright/test";

/** What must be in the database in the end, by the text of each note. */
export interface Written {
  /** The server said that it has it. */
  readonly acknowledged: readonly string[];
  /** A browser showed it as taken in; the tab may have been killed since. */
  readonly kept: readonly string[];
}

export interface Writing {
  count(): number;
  /** Resolves with the time of the next acknowledgement by the server, ms. */
  nextSaved(): Promise<number>;
  killTab(n: number): Promise<void>;
  /** Ends the writers, waits until the browsers have sent what they keep, and tells what was written. */
  finish(): Promise<Written>;
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
/** Between two entries of one writer, ms. */
const EVERY_MS = 250;

/** Programs that write as the outbox does (again under the same id until acknowledged), and tabs in which somebody types notes. */
export async function startWriting(
  address: string,
  context: BrowserContext,
  { programs, tabs }: { programs: number; tabs: number },
): Promise<Writing> {
  const acknowledged: string[] = [];
  const kept: string[] = [];
  let waiting: ((at: number) => void)[] = [];
  let running = true;

  const program = async (n: number) => {
    const job = await openJob(address, `program ${n}`);
    for (let i = 0; running; i++) {
      const text = `program ${n}, ${i}`;
      const event = noteEvent(text);
      while (running) {
        const status = await post(`${address}/jobs/${job}/events`, event);
        if (status === 200) {
          acknowledged.push(text);
          const at = performance.now();
          for (const told of waiting.splice(0)) told(at);
          break;
        }
        if (status >= 400 && status < 500) throw new Error(`An entry was refused with ${status}.`);
        await pause(100);
      }
      await pause(EVERY_MS);
    }
  };

  const taken = new Set<string>();
  context.on("response", (answer) => {
    if (!answer.ok() || !answer.url().endsWith("/events")) return;
    const { body } = answer.request().postDataJSON() as { body: { text?: string } };
    if (body.text) taken.add(body.text);
  });
  const pages: (Page | undefined)[] = [];
  const tab = async (n: number) => {
    const job = await openJob(address, `tab ${n}`);
    for (let i = 0; running;) {
      const page = (pages[n] ??= await openTab(context, job));
      const text = `tab ${n}, ${i}`;
      try {
        await typeNote(page, text);
        // What the browser has written to its own disk survives the tab; what the server has taken already is there.
        await keptOrTaken(page, text, taken);
        kept.push(text);
        i++;
      } catch {
        // The tab was killed, or is of a moment without a server; what was typed may or may not be kept, so it is not counted.
        i++;
        await page.close().catch(() => undefined);
        if (pages[n] === page) pages[n] = undefined;
      }
      await pause(EVERY_MS);
    }
  };

  const work = [
    ...Array.from({ length: programs }, (_, n) => program(n)),
    ...Array.from({ length: tabs }, (_, n) => tab(n)),
  ];
  for (const one of work) one.catch((error: unknown) => process.stderr.write(`${String(error)}\n`));
  return {
    count: () => acknowledged.length + kept.length,
    nextSaved: () => new Promise((resolve) => void waiting.push(resolve)),
    killTab: async (n) => {
      const page = pages[n];
      pages[n] = undefined;
      await page?.close().catch(() => undefined);
    },
    finish: async () => {
      await pause(8000);
      running = false;
      await Promise.allSettled(work);
      waiting = [];
      const page = await openTab(context, undefined);
      for (let tries = 0; (await page.evaluate(waits)) > 0; tries++) {
        if (tries > 240) throw new Error("The browser did not get rid of what it keeps.");
        await pause(250);
      }
      return { acknowledged, kept };
    },
  };
}

async function openJob(address: string, name: string): Promise<string> {
  const id = crypto.randomUUID();
  const form = new URLSearchParams({
    id,
    unit: "glasswasher-gw4",
    person: "ansa",
    label: "",
    complaint: name,
  });
  const answer = await fetch(`${address}/jobs/new`, { method: "POST", body: form, redirect: "manual" });
  if (answer.status >= 400) throw new Error(`Start a job: ${answer.status}`);
  return id;
}

const noteEvent = (text: string) => ({
  id: crypto.randomUUID(),
  person: "teo",
  at: new Date().toISOString(),
  body: { type: "note", text },
});

/** Status of the answer; 0 where there was none. */
function post(address: string, event: object): Promise<number> {
  return fetch(address, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(event),
    signal: AbortSignal.timeout(5000),
  })
    .then((answer) => answer.status)
    .catch(() => 0);
}

/** Until it is taken in: it stands in the record, whether or not the server has it. */
async function typeNote(page: Page, text: string): Promise<void> {
  await page.getByLabel("Note", { exact: true }).fill(text, { timeout: 3000 });
  await page.getByRole("button", { name: "Keep the note" }).click({ timeout: 3000 });
  await page.getByRole("list", { name: "Notes" }).getByText(text, { exact: true }).waitFor({ timeout: 3000 });
}

/** A tab on the job, with the note's field open; or on the board. Tried until the server answers. */
async function openTab(context: BrowserContext, job: string | undefined): Promise<Page> {
  for (;;) {
    const page = await context.newPage();
    try {
      await page.goto(job ? `/jobs/${job}` : "/", { timeout: 10_000 });
      if (!job) {
        await page.getByRole("heading", { name: "Board" }).waitFor({ timeout: 5000 });
        return page;
      }
      const person = page.getByLabel("Who is working?").or(page.getByLabel("Working"));
      await person.first().selectOption("ansa", { timeout: 10_000 });
      await page.getByText("Write a note").click({ timeout: 10_000 });
      await page.getByLabel("Note", { exact: true }).waitFor({ timeout: 5000 });
      return page;
    } catch {
      await page.close().catch(() => undefined);
      await pause(200);
    }
  }
}

async function keptOrTaken(page: Page, text: string, taken: ReadonlySet<string>): Promise<void> {
  for (let tries = 0; tries < 60; tries++) {
    if (taken.has(text) || (await page.evaluate(isKept, text))) return;
    await pause(50);
  }
  throw new Error("neither kept nor taken");
}

/** In the page: whether a note is in the browser's database. */
async function isKept(text: string): Promise<boolean> {
  const request = indexedDB.open("zygodrome");
  const db = await new Promise<IDBDatabase>((resolve, reject) => {
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(new Error("closed"));
  });
  const all = db.transaction("waiting").objectStore("waiting").getAll();
  const list = await new Promise<{ title: string }[]>((resolve) => {
    all.onsuccess = () => resolve(all.result as { title: string }[]);
  });
  db.close();
  return list.some((w) => w.title === `note: ${text}`);
}

/** In the page: how many entries the browser still keeps. */
async function waits(): Promise<number> {
  const request = indexedDB.open("zygodrome");
  const db = await new Promise<IDBDatabase>((resolve) => {
    request.onsuccess = () => resolve(request.result);
  });
  const count = db.transaction("waiting").objectStore("waiting").count();
  const n = await new Promise<number>((resolve) => {
    count.onsuccess = () => resolve(count.result);
  });
  db.close();
  return n;
}

import { expect, test, type BrowserContext, type Page } from "./test.ts";
import pg from "pg";
import { freePort } from "../../bin/steps/port.mjs";
import { startServer, stopServer } from "../../bin/steps/serve.mjs";
import { DICTIONARIES, PAGES } from "../../app/offline/names.ts";
import { JobPage } from "./jobPage.ts";
import { ownShop } from "./ownShop.ts";
import { barriersOn } from "./barriers.ts";

/** A shop of its own, whose server goes away: to the browser that is the cellar. */

/** Until the service worker stands, and what somebody works on is kept. */
async function kept(page: Page): Promise<void> {
  await page.evaluate(() => navigator.serviceWorker.ready);
  // The page that installed it is not yet its own.
  await page.reload();
  await expect
    .poll(
      () =>
        page.evaluate(
          async ([pages, dictionaries]) => {
            const names = (await caches.has(pages!)) ? await (await caches.open(pages!)).keys() : [];
            const held = (await caches.has(dictionaries!))
              ? await (await caches.open(dictionaries!)).keys()
              : [];
            return [names.some((r) => r.url.endsWith("/tests/fuse-ohms")), held.length > 0];
          },
          [PAGES, DICTIONARIES],
        ),
      { timeout: 240_000 },
    )
    .toEqual([true, true]);
}

async function note(page: Page, text: string): Promise<void> {
  await page.getByText("Write a note").click();
  await page.getByLabel("Note", { exact: true }).fill(text);
  await page.getByRole("button", { name: "Keep the note" }).click();
}

test("without a network: jobs, tests and units open from the browser, entries of three pages wait, and all end up in one log", async ({
  browser,
}) => {
  const root = process.cwd();
  const cluster = await ownShop({ durable: false });
  const port = await freePort();
  let server = await startServer(root, cluster.appUrl, port);
  const options = { baseURL: server.address, serviceWorkers: "allow" as const };
  const bench = await browser.newContext(options);
  const phone = await browser.newContext({ ...options, viewport: { width: 390, height: 844 } });
  try {
    const first = await bench.newPage();
    const job = new JobPage(first);
    await job.open("Rinse stays cold.", { "Does the rinse get hot?": "no" });
    const address = new URL(first.url()).pathname;
    await first.goto("/");
    await kept(first);
    const onPhone = await phone.newPage();
    await onPhone.goto("/");
    await onPhone.getByRole("combobox").first().selectOption("teo");
    await onPhone.goto(address);
    await new JobPage(onPhone).ready();
    await onPhone.evaluate(() => navigator.serviceWorker.ready);
    await onPhone.reload();
    await new JobPage(onPhone).ready();

    await stopServer(server.child);

    // Opened anew, in a tab that was never there before.
    const second = await bench.newPage();
    await first.goto(address);
    await second.goto(address);
    for (const page of [first, second]) await new JobPage(page).ready();
    await note(first, "from the first tab");
    await note(second, "from the second tab");
    await note(onPhone, "from the phone");
    for (const page of [first, second, onPhone])
      await expect(page.getByTestId("outbox").first()).toContainText("It is kept here");

    // A component test, and a page that nobody kept.
    const other = await bench.newPage();
    await other.goto("/tests/fuse-ohms");
    await expect(other.getByRole("heading", { level: 1 })).toContainText("use");
    await other.goto("/logbook");
    await expect(other.getByRole("heading", { name: "Without a network" })).toBeVisible();
    await expect(other.getByRole("link", { name: "Try that page again" })).toHaveAttribute(
      "href",
      `${server.address}/logbook`,
    );
    await expect(other.getByText("2 entries wait here")).toBeVisible();
    await expect(other.getByRole("link", { name: /^Glasswasher GW4, job/ }).first()).toBeVisible();
    expect(await barriersOn(other)).toEqual([]);
    // From a page that is open, too.
    await other.goto("/tests/fuse-ohms");
    await other.getByRole("link", { name: "Zygodrome" }).click();
    await expect(other.getByRole("heading", { name: "Board" })).toBeVisible();
    await other.goto("/logbook?find=rinse");
    await expect(other.getByRole("heading", { name: "Without a network" })).toBeVisible();

    server = await startServer(root, cluster.appUrl, port);
    for (const page of [first, second, onPhone]) await expect(page.getByTestId("outbox")).toHaveCount(0);
    await other.getByRole("link", { name: "Try that page again" }).click();
    await expect(other.getByRole("heading", { name: "Logbook", level: 1 })).toBeVisible();
    expect(new URL(other.url()).search).toBe("?find=rinse");
    expect((await notesOf(cluster.url, address)).sort()).toEqual([
      "from the first tab",
      "from the phone",
      "from the second tab",
    ]);
    for (const page of [first, second, onPhone]) await expectAll(page);
  } finally {
    await end(bench, phone);
    await stopServer(server.child);
    await cluster.destroy();
  }
});

async function expectAll(page: Page): Promise<void> {
  for (const where of ["the first tab", "the second tab", "the phone"])
    await expect(page.getByText(`from ${where}`).first()).toBeAttached();
}

async function end(...contexts: BrowserContext[]): Promise<void> {
  for (const context of contexts) await context.close();
}

async function notesOf(url: string, address: string): Promise<string[]> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query<{ text: string }>(
    "SELECT body ->> 'text' AS text FROM job_events WHERE job_id = $1 AND body ->> 'type' = 'note'",
    [address.split("/").at(-1)],
  );
  await client.end();
  return rows.map((r) => r.text);
}

test("who signs out leaves no page behind for the next", async ({ browser, baseURL }) => {
  const context = await browser.newContext({ ...(baseURL ? { baseURL } : {}), serviceWorkers: "allow" });
  const page = await context.newPage();
  await page.goto("/");
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.reload();
  await page.goto("/units");
  const count = () =>
    page.evaluate(
      async (name) => ((await caches.has(name)) ? (await (await caches.open(name)).keys()).length : 0),
      PAGES,
    );
  await expect.poll(count).toBeGreaterThan(0);
  await page.goto("/sign-in");
  await expect.poll(count).toBeLessThan(2);
  await context.close();
});

import { writeSync } from "node:fs";
import type { Page } from "@playwright/test";
import { closePool, pool } from "#server/database/pool.ts";
import { DEMO_SHOP } from "#demo/loadShop.ts";
import { worksFor } from "#server/database/shopOfWork.ts";
import { storeModel } from "#server/units/models.ts";
import { generatedUnitFile } from "./generatedUnit.ts";
import { awaitDictionaries } from "../bin/steps/dictionaries.mjs";
import { launchBrowser, startOwnServer } from "./ownServer.ts";

/**
 * Times the job page in a browser, by the browser's own clock, on a generated unit of 150 parts: `npm run bench:web`,
 * with `--json` as one line. The database and the server are its own and gone afterwards.
 *
 * findingToRedrawMs    from Enter to the ledger and suspects that count the finding, median of FINDINGS
 * panFramesPerSecond   frames drawn while the wiring is dragged, and while it is zoomed, the lower of the two
 * firstViewMs          from asking for the job's page to its first content on the screen, median of VIEWS
 * firstViewKB          JavaScript of the page as sent, 1000 bytes; what is loaded later by a view that is opened counts not
 * engineKB             the same of the diagnosis, which a thread of its own loads while the first view is read
 * layoutMs150          the layout worker's answer, the first time
 */
const PARTS = 150;
const FINDINGS = 15;
const VIEWS = 5;
const PAN_SECONDS = 3;

const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;

async function openJob(page: Page): Promise<void> {
  await page.goto(`/jobs/new?unit=generated-${PARTS}`);
  await page.getByLabel("What is wrong").fill("A bench job.");
  await page.getByLabel("Who is working on it").selectOption("ansa");
  await page.getByRole("button", { name: "Open the job" }).click();
  await page.locator("[data-ready]").waitFor({ timeout: 60_000 });
}

/** Loads the job's page in a fresh browser context, with nothing in its caches. */
async function firstView(
  address: string,
): Promise<{ ms: number; kilobytes: number; engineKilobytes: number }> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto(address);
  await page.locator("[data-ready]").waitFor({ timeout: 60_000 });
  const { ms, scripts } = await page.evaluate(() => ({
    ms: performance.getEntriesByName("first-contentful-paint")[0]!.startTime,
    scripts: (performance.getEntriesByType("resource") as PerformanceResourceTiming[])
      .filter((r) => r.startTime < performance.getEntriesByName("job-ready")[0]!.startTime)
      .map((r) => ({ path: new URL(r.name).pathname, bytes: r.encodedBodySize }))
      .filter((r) => r.path.endsWith(".js")),
  }));
  await context.close();
  const kilobytesOf = (isEngine: boolean) =>
    scripts.reduce((sum, r) => sum + (r.path.includes(".worker-") === isEngine ? r.bytes / 1000 : 0), 0);
  return { ms, kilobytes: kilobytesOf(false), engineKilobytes: kilobytesOf(true) };
}

/** Records a reading and measures, in the page, until the weighing that counts it is drawn. */
async function findingMs(page: Page, line: string, turn: number): Promise<number> {
  // Nobody writes the next finding within the tenth of a second in which the last one is ranked.
  await page.locator(`[data-ranked="${turn - 1}"]`).waitFor();
  await page.locator("#finding-line").fill(line);
  await page.evaluate((wanted) => {
    const holder = window as typeof window & { redrawn?: Promise<number> };
    const root = document.querySelector("[data-weighed]")!;
    holder.redrawn = new Promise((resolve) => {
      let started = 0;
      document.addEventListener("keydown", () => (started = performance.now()), {
        once: true,
        capture: true,
      });
      new MutationObserver((_changes, observer) => {
        if (root.getAttribute("data-weighed") !== String(wanted)) return;
        observer.disconnect();
        requestAnimationFrame(() => resolve(performance.now() - started));
      }).observe(root, { attributes: true, attributeFilter: ["data-weighed"] });
    });
  }, turn);
  await page.keyboard.press("Enter");
  return page.evaluate(() => (window as typeof window & { redrawn?: Promise<number> }).redrawn!);
}

/** Frames a second that the page draws while `move` is at work. */
async function framesWhile(page: Page, move: () => Promise<void>): Promise<number> {
  await page.evaluate(() => {
    const holder = window as typeof window & { drawn?: number; counting?: boolean };
    holder.drawn = 0;
    holder.counting = true;
    const count = () => {
      holder.drawn!++;
      if (holder.counting) requestAnimationFrame(count);
    };
    requestAnimationFrame(count);
  });
  const from = await page.evaluate(() => performance.now());
  await move();
  return page.evaluate((start) => {
    const holder = window as typeof window & { drawn?: number; counting?: boolean };
    holder.counting = false;
    return (1000 * holder.drawn!) / (performance.now() - start);
  }, from);
}

const server = await startOwnServer({
  before: async (cluster) => {
    process.env["DATABASE_URL"] = cluster.url;
    worksFor(DEMO_SHOP.id);
    await storeModel(pool(), generatedUnitFile(PARTS));
    await closePool();
  },
});
const browser = await launchBrowser();
// A page is timed, not what is computed beside it.
await awaitDictionaries(server.cluster.url);

try {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    baseURL: server.address,
  });
  const page = await context.newPage();
  // The compiler that runs this file marks the functions it names; the page need not know of that.
  await page.addInitScript("globalThis.__name = (named) => named");
  await openJob(page);
  await page.getByRole("region", { name: "Power" }).getByRole("button").click();
  await page.getByRole("button", { name: "Live: take volts" }).click();
  await page.getByRole("dialog").getByRole("checkbox").first().waitFor();
  for (const box of await page.getByRole("dialog").getByRole("checkbox").all()) await box.check();
  await page.getByRole("button", { name: "Declare LIVE" }).click();
  await page.getByRole("dialog").waitFor({ state: "hidden" });

  const findings: number[] = [];
  for (let i = 1; i <= FINDINGS; i++)
    findings.push(await findingMs(page, `S${i}.a to N ${(229 + i / 10).toFixed(1)} vac in run ${i % 7}`, i));

  await page.keyboard.press("Escape");
  await page.keyboard.press("w");
  await page.getByRole("combobox", { name: "Circuit" }).selectOption({ label: "the whole unit" });
  await page.locator("[data-laid]").waitFor();
  const layout = await page.evaluate(() => performance.getEntriesByName("layout")[0]!.duration);
  const frame = (await page.getByTestId("wiring").boundingBox())!;
  const [x, y] = [frame.x + frame.width / 2, frame.y + frame.height / 2];
  await page.mouse.move(x, y);
  const until = (seconds: number) => Date.now() + 1000 * seconds;
  const panned = await framesWhile(page, async () => {
    await page.mouse.down();
    for (let end = until(PAN_SECONDS), k = 0; Date.now() < end; k++)
      await page.mouse.move(x + 200 * Math.sin(k / 9), y + 120 * Math.cos(k / 7));
    await page.mouse.up();
  });
  const zoomed = await framesWhile(page, async () => {
    for (let end = until(PAN_SECONDS), k = 0; Date.now() < end; k++)
      await page.mouse.wheel(0, k % 40 < 20 ? 40 : -40);
  });
  const address = page.url();
  await context.close();

  const views: Awaited<ReturnType<typeof firstView>>[] = [];
  for (let i = 0; i < VIEWS; i++) views.push(await firstView(address));
  const result = {
    findingToRedrawMs: Math.round(median(findings)),
    panFramesPerSecond: Math.round(Math.min(panned, zoomed)),
    firstViewMs: Math.round(median(views.map((v) => v.ms))),
    firstViewKB: Math.round(views[0]!.kilobytes),
    engineKB: Math.round(views[0]!.engineKilobytes),
    layoutMs150: Math.round(layout),
  };
  writeSync(
    1,
    process.argv.includes("--json")
      ? `${JSON.stringify(result)}\n`
      : `finding to redraw ${result.findingToRedrawMs} ms (worst ${Math.round(Math.max(...findings))})\n` +
          `wiring: ${Math.round(panned)} frames a second dragged, ${Math.round(zoomed)} zoomed\n` +
          `first view ${result.firstViewMs} ms, JavaScript ${result.firstViewKB} kB as sent, and ${result.engineKB} kB for the diagnosis\n` +
          `layout of ${PARTS} parts ${result.layoutMs150} ms, the first time\n`,
  );
} finally {
  await browser.close();
  await server.end();
}

import { expect, test, type Page } from "./test.ts";
import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import { JobPage } from "./jobPage.ts";
import { pageAt } from "./pageAt.ts";
import { barriersOn } from "./barriers.ts";

/** A unit as it was traced, one of whose values nobody knew. */
async function traced(page: Page): Promise<string> {
  const made = await page.request.post("/units/traced", {
    data: {
      name: `Soup well ${randomUUID().slice(0, 6)}`,
      maker: "",
      lines: ["mains 230V", "fuse F1 10A", "switch S1", "terminal TB1", "element HT1", "to N"],
    },
  });
  return ((await made.json()) as { unit: string }).unit;
}

for (const [width, theme] of [
  [1280, "light"],
  [390, "dark"],
] as const)
  test(`a reading on a good part becomes the unit's own value, and the job is moved to it: ${width} px, ${theme}`, async ({
    browser,
    baseURL,
  }) => {
    const page = await pageAt(browser, baseURL, width, theme);
    const unit = await traced(page);
    await page.goto(`/units/${unit}`);
    const section = page.getByRole("region", { name: "Unknown values" });
    await expect(section).toContainText("Nobody knew the values of HT1");
    await expect(section).toContainText("HT1 is guessed. Read its plate", { timeout: 60_000 });
    const job = new JobPage(page, unit);
    await job.open("Soup stays cold.", {});
    await page.getByRole("region", { name: "Power" }).getByRole("button").click();
    await page.getByRole("button", { name: "Dead: take ohms" }).click();
    await job.declare("dead");
    await job.record("HT1.1 HT1.2 52.9 ohm");
    if (width < 1000) await job.place("Record");
    await page.getByRole("button", { name: /^Part is good: keep HT1·1 to HT1·2/ }).click();
    // 230 V on 52.9 Ω are 1000 W.
    await expect(job.ledger).toContainText("HT1: 1000 W instead of");
    await page.getByRole("link", { name: "See what its newer revision would change" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toContainText("a newer revision");
    await expect(page.getByRole("main")).toContainText("Every entry has its place in the newer revision.");
    await expect(page.getByRole("main")).toContainText("Own values");
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    expect(overflow).toBeLessThanOrEqual(0);
    expect(await barriersOn(page)).toEqual([]);
    await page.getByRole("button", { name: "Move this job to the newer revision" }).click();
    await job.ready();
    await expect(page.getByRole("link", { name: "See what its newer revision would change" })).toHaveCount(0);
    if (width < 1000) await job.place("Record");
    await expect(job.ledger.locator("[data-finding]")).toHaveCount(1);
    await expect(job.ledger.locator("[data-finding]")).toContainText("as expected");
    await page.goto(`/units/${unit}`);
    await expect(section).toContainText("Every value of this unit is known.");
    await expect(section).toContainText(/HT1 measured: HT1\.1 to HT1\.2, job \d+/);
    expect(await barriersOn(page)).toEqual([]);
    await page.context().close();
  });

test("a reading on a good unit is kept from the unit's page; one that tells nothing is said so", async ({
  page,
}) => {
  const unit = await traced(page);
  await page.goto(`/units/${unit}`);
  const section = page.getByRole("region", { name: "Unknown values" });
  const keep = async (from: string, to: string, reads: string) => {
    await section.getByLabel("Ohms on a good one, from").fill(from);
    await section.getByLabel("to", { exact: true }).fill(to);
    await section.getByLabel("reads").fill(reads);
    await section.getByRole("button", { name: "Keep it" }).click();
  };
  await keep("HT9.1", "HT1.2", "52.9");
  await expect(section.getByRole("status").last()).toHaveText(
    "This unit has no point “HT9.1”. Choose one of the list.",
  );
  await keep("HT1.1", "HT1.2", "fifty");
  await expect(section.getByRole("status").last()).toContainText("“fifty” is no reading in ohms");
  await keep("F1.1", "F1.2", "0.1");
  await expect(section.getByRole("status").last()).toContainText("does not follow any value that is unknown");
  await keep("ht1.1", "ht1.2", "52.9");
  await expect(section).toContainText("Every value of this unit is known.");
});

test("a job that another shop saved is brought in with what was found; a file that is none is refused in words", async ({
  page,
}) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", {});
  await page.getByRole("region", { name: "Power" }).getByRole("button").click();
  await page.getByRole("button", { name: "Live: take volts" }).click();
  await job.declare("live");
  await job.record("P4.3 N 229 vac");
  const address = new URL(page.url()).pathname;
  const exported = async () =>
    (await (await page.request.get(`${address}/export/job.json`)).json()) as {
      job: { id: string };
      people: { id: string; name: string }[];
      events: { id: string; person: string; body: { type: string } }[];
    };
  // What stands in the ledger may still be on its way to the server.
  await expect.poll(async () => (await exported()).events.map((e) => e.body.type)).toContain("finding");
  const file = await exported();
  await page.goto("/jobs/new");
  const chooser = page.getByLabel("Bring a job’s file");
  const bring = (name: string, text: string) =>
    chooser.setInputFiles({ name, mimeType: "application/json", buffer: Buffer.from(text) });
  await bring("notes.txt", "not a job");
  await expect(page.getByRole("alert")).toContainText("notes.txt was not taken");
  await expect(page.getByRole("alert")).toContainText("This is no JSON and no ZIP");
  await bring("unit.json", readFileSync("demo/units/dock-bd3.json", "utf8"));
  await expect(page.getByRole("alert")).toContainText("format: must be zygodrome-job");
  // The same job, as if it had been worked in another shop, by somebody whom nobody here knows.
  const foreign = {
    ...file,
    job: { ...file.job, id: randomUUID() },
    people: [{ id: "wim", name: "Wim Farrow" }],
    events: file.events.map((e) => ({ ...e, id: randomUUID(), person: "wim" })),
  };
  await bring("job-0012.json", JSON.stringify(foreign));
  await expect(page).toHaveURL(new RegExp(`/jobs/${foreign.job.id}$`));
  await job.ready();
  await expect(job.ledger.locator("[data-finding]")).toHaveCount(1);
  await page.goto("/jobs/new?unit=glasswasher-gw4");
  await expect(page.getByLabel("Who is working on it")).not.toContainText("Wim Farrow");
});

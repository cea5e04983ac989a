import { expect, test, type Page } from "./test.ts";
import type { Chain } from "../support/chain.ts";
import { heats, SOUND_WARMER, WARMER, warmerReads } from "../support/foodWarmer.ts";
import { byCatalogue, JobPage, type Answers } from "./jobPage.ts";
import { barriersOn } from "./barriers.ts";

/** What an honest technician answers to the check on the card, from the chain alone. */
function honestly(chain: Chain): Answers {
  return (id) => {
    const [where, fn, red, black] = id.split("/") as [string, string, string, string];
    if (where === "see") return fn === "work-HT1" && heats(chain) === true;
    const value = warmerReads(chain, where.split("+")[0]!, red, black);
    if (!where.startsWith("dead")) return value.toFixed(1);
    return Number.isFinite(value) ? `${value.toFixed(2)} ohm` : "OL";
  };
}

async function trace(page: Page, name: string, lines: readonly string[]): Promise<void> {
  await page.goto("/units/new");
  await page.getByLabel("What is it").fill(name);
  const field = page.getByLabel("Next in the circuit");
  for (const [i, line] of lines.entries()) {
    await field.fill(line);
    await field.press("Enter");
    await expect(page.getByTestId("ladder").getByRole("listitem")).toHaveCount(i + 1);
  }
}

async function openJob(page: Page): Promise<JobPage> {
  await page.getByRole("button", { name: "Save and start a job" }).click();
  await page.getByLabel("What is wrong").fill("Stays cold, lamp in the rocker is on.");
  await page.getByLabel("Who is working on it").selectOption("ansa");
  await byCatalogue(page);
  await page.getByRole("button", { name: "Open the job" }).click();
  const job = new JobPage(page);
  await job.ready();
  return job;
}

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 } });

  for (const [fault, chain, item] of [
    ["an open thermostat", SOUND_WARMER.with("TS1.1", "TS1.2", 1e12), "Thermostat TS1"],
    ["a burnt terminal of 90 Ω", SOUND_WARMER.with("TB1.1", "TB1.2", 90), "Terminal TB1"],
  ] as const)
    test(`a unit of no demo is traced in ten lines and its job worked to the right call: ${fault}`, async ({
      page,
    }) => {
      await trace(page, "Food warmer", WARMER);
      await expect(page.getByTestId("traced-readings")).toContainText("HT1·1");
      const job = await openJob(page);
      const made = await job.followToCall(honestly(chain));
      expect(made.length, made.join(" → ")).toBeLessThanOrEqual(8);
      await expect(job.callReady).toContainText(item);
    });
});

test("a line that cannot be read is told before it is added; a tapped part begins the next circuit; undo", async ({
  page,
}) => {
  await trace(page, "Urn", ["mains 230V", "fuse F1 10A", "element HT1 2kW", "to N"]);
  const field = page.getByLabel("Next in the circuit");
  await field.fill("widget 5A");
  await field.press("Enter");
  await expect(page.locator("#trace-echo")).toContainText("“widget 5A” names nothing known here");
  await expect(field).toHaveValue("widget 5A");
  const rows = page.getByTestId("ladder").getByRole("listitem");
  await expect(rows).toHaveCount(4);
  await field.fill("");
  await page.getByRole("button", { name: /^Fuse F1/ }).click();
  await page.getByRole("button", { name: "Go on from F1" }).click();
  await field.fill("lamp 5W");
  await field.press("Enter");
  await expect(rows.nth(4)).toContainText("On from F1");
  await expect(page.getByTestId("traced-readings")).toContainText("Lamp H1");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(rows).toHaveCount(5);
  await page.getByRole("button", { name: "Redo" }).click();
  await expect(rows).toHaveCount(6);
});

test("what is traced survives a reload; a save without a connection says so and loses nothing", async ({
  page,
  context,
}) => {
  await trace(page, "Urn", ["mains 230V", "element HT1 2kW", "to N"]);
  await page.reload();
  await expect(page.getByLabel("What is it")).toHaveValue("Urn");
  await expect(page.getByTestId("ladder").getByRole("listitem")).toHaveCount(3);
  await expect(page.getByRole("button", { name: "Save", exact: true })).toBeEnabled();
  await context.setOffline(true);
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("alert")).toContainText("the server can't be reached");
  await context.setOffline(false);
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Urn" })).toBeVisible();
  // Further on: the same unit grows, and nothing of the first draft is left for the next unit.
  await page.getByRole("link", { name: "Trace more of it" }).click();
  await expect(page.getByTestId("ladder").getByRole("listitem")).toHaveCount(3);
  await page.goto("/units/new");
  await expect(page.getByLabel("What is it")).toHaveValue("");
});

for (const [width, height, theme] of [
  [390, 844, "cellar"],
  [1280, 800, "paper"],
] as const)
  test(`no serious barrier while tracing, ${theme}, ${width} px wide`, async ({ page, context, baseURL }) => {
    await page.setViewportSize({ width, height });
    const value = encodeURIComponent(btoa(JSON.stringify(theme)));
    await context.addCookies([{ name: "theme", value, url: baseURL! }]);
    await trace(page, "Urn", WARMER.slice(0, 8));
    await page.getByRole("button", { name: /^Cut-out TH1/ }).click();
    await expect(page.getByTestId("traced-readings")).toBeVisible();
    const violations = await barriersOn(page);
    expect(violations.filter((v) => v.impact === "serious" || v.impact === "critical")).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
  });

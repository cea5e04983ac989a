import AxeBuilder from "@axe-core/playwright";
import { expect, test, type Page } from "@playwright/test";
import { Chain } from "../support/chain.ts";
import { JobPage } from "./jobPage.ts";

/**
 * A food warmer nobody has a drawing of: outlet, breaker on its front, rocker switch, overheat cut-out, in-line plug,
 * thermostat, 800 W element. Traced with the lid off, from the outlet to the element and back.
 */
const WARMER = [
  "mains 230V 50Hz",
  "breaker CB1 6A",
  "switch S1",
  "cut-out TH1",
  "X1.1 brown",
  "thermostat TS1",
  "terminal TB1",
  "element HT1 800W",
  "X1.2 blue",
  "to N",
];

/** 800 W at 230 V are 66.1 Ω; each joint and lead some hundredths of an ohm. Worked by hand, apart from the engine. */
const SOUND = new Chain(230, [
  { from: "L", to: "CB1.1", ohms: 0.03 },
  { from: "CB1.1", to: "CB1.2", ohms: 0.01 },
  { from: "CB1.2", to: "S1.1", ohms: 0.03 },
  { from: "S1.1", to: "S1.2", ohms: 0.015 },
  { from: "S1.2", to: "TH1.1", ohms: 0.03 },
  { from: "TH1.1", to: "TH1.2", ohms: 0.015 },
  { from: "TH1.2", to: "X1.1", ohms: 0.03 },
  { from: "X1.1", to: "TS1.1", ohms: 0.04 },
  { from: "TS1.1", to: "TS1.2", ohms: 0.015 },
  { from: "TS1.2", to: "TB1.1", ohms: 0.03 },
  { from: "TB1.1", to: "TB1.2", ohms: 0.005 },
  { from: "TB1.2", to: "HT1.1", ohms: 0.03 },
  { from: "HT1.1", to: "HT1.2", ohms: 66.1 },
  { from: "HT1.2", to: "X1.2", ohms: 0.03 },
  { from: "X1.2", to: "N", ohms: 0.04 },
]);

/** What an honest technician answers to the check on the card, from the chain alone. */
function honestly(chain: Chain): (id: string) => string | boolean {
  return (id) => {
    const [where, fn, red, black] = id.split("/") as [string, string, string, string];
    if (where === "see") return fn !== "work-HT1" ? false : chain.reads("HT1.1", "HT1.2") > 115;
    const state = where.split("+")[0]!;
    // Earth is bonded to neutral at the origin.
    const [a, b] = [red, black].map((p) => (p === "PE" ? "N" : p)) as [string, string];
    if (state === "dead") {
      if ([red, black].includes("PE")) return "OL";
      const ohms = chain.ohms(a, b);
      return Number.isFinite(ohms) ? `${ohms.toFixed(2)} ohm` : "OL";
    }
    return chain.reads(a, b).toFixed(1);
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
  await page.getByRole("button", { name: "Open the job" }).click();
  const job = new JobPage(page);
  await job.ready();
  return job;
}

test.describe("on a phone", () => {
  test.use({ viewport: { width: 390, height: 844 } });

  for (const [fault, chain, item] of [
    ["an open thermostat", SOUND.with("TS1.1", "TS1.2", 1e12), "Thermostat TS1"],
    ["a burnt terminal of 90 Ω", SOUND.with("TB1.1", "TB1.2", 90), "Terminal TB1"],
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
    const { violations } = await new AxeBuilder({ page }).analyze();
    expect(violations.filter((v) => v.impact === "serious" || v.impact === "critical")).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
  });

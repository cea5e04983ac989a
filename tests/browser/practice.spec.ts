import { expect, test, type Page } from "./test.ts";
import { EXERCISE_KINDS } from "#core/practice/index.ts";
import { pageAt } from "./pageAt.ts";
import { barriersOn } from "./barriers.ts";

/** The unit that has faults of every kind. */
const UNIT = "prover-pc2";

async function begin(page: Page, kind: string): Promise<void> {
  await page.goto("/practice");
  await page.getByRole("combobox", { name: "working" }).first().selectOption("ilo");
  await expect(page.getByText(/exercises are kept by name/)).toBeHidden();
  await page.getByRole("combobox", { name: "Unit" }).selectOption(UNIT);
  await page.getByRole("radio", { name: new RegExp(`^${kind}`, "iu") }).check();
  await page.getByRole("button", { name: "Begin" }).click();
  await expect(page.getByTestId("practice")).toBeVisible();
}

/** Sets everything as an ordinary run wants it and lets it run to its end. */
async function run(page: Page): Promise<void> {
  await page.getByRole("button", { name: "Switch on" }).click();
  await expect(page.getByText("POWER ON", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: "5 min" }).click();
  await expect(page.getByLabel("Unit's clock")).toHaveText(/^0?[5-9]:/);
}

async function measure(page: Page, fn: string, red: string, black: string): Promise<string> {
  await page.getByText(fn, { exact: true }).click();
  await page.getByRole("combobox", { name: "Red probe" }).selectOption(red);
  await page.getByRole("combobox", { name: "Black probe" }).selectOption(black);
  const record = page.getByRole("region", { name: "Record" }).getByRole("listitem");
  const before = await record.count();
  await page.getByRole("button", { name: "Measure" }).click();
  await expect(record).toHaveCount(before + 1);
  await expect(page.locator("[data-testid=display] [data-rests]")).toBeVisible();
  return page.getByTestId("display").innerText();
}

for (const kind of EXERCISE_KINDS)
  test(`an exercise, ${kind}: begun, measured, called, handed back, looked back at`, async ({ page }) => {
    await begin(page, kind);
    await run(page);
    expect(await measure(page, "V AC", "RCD.1", "RCD.N")).toMatch(/V$/u);
    await page.getByRole("button", { name: "Switch off and lock" }).click();
    await expect(page.getByText("POWER OFF", { exact: true })).toBeVisible();
    await page.getByLabel("I know what it is").selectOption({ index: 2 });
    await page.getByRole("button", { name: "Call and repair it" }).click();
    await expect(page.getByText("It is in. Does the unit work now?")).toBeVisible();
    await page.getByRole("button", { name: "Hand it back" }).click();
    await page.getByRole("link", { name: "Look back at it" }).click();
    await expect(page.getByRole("heading", { name: "What it was" })).toBeVisible();
    await page.getByRole("button", { name: "Next step" }).click();
    await expect(page.getByRole("heading", { name: /^Step 2 of/ })).toBeVisible();
    await expect(page.getByRole("region", { name: "Ways of looking" }).getByRole("row")).toHaveCount(8, {
      timeout: 240_000,
    });
  });

for (const [width, theme] of [
  [1280, "light"],
  [390, "dark"],
] as const)
  test(`practice reads well, and slips are told: ${width} px, ${theme}`, async ({ browser, baseURL }) => {
    const page = await pageAt(browser, baseURL, width, theme);
    await begin(page, "dead load");
    expect(await barriersOn(page)).toEqual([]);
    await run(page);
    // Ohms across the mains: the meter's fuse, and it is said at once.
    expect(await measure(page, "Ω", "RCD.1", "RCD.N")).toContain("the meter's fuse has gone");
    await expect(page.getByRole("region", { name: "Record" })).toContainText("Ohms with the power on");
    expect(await barriersOn(page)).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
    await page.getByRole("button", { name: "Switch off and lock" }).click();
    await page.getByRole("button", { name: "Hand it back" }).click();
    await page.getByRole("link", { name: "Look back at it" }).click();
    await expect(page.getByRole("region", { name: "Slips" })).toContainText("could have hurt somebody");
    expect(await barriersOn(page)).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
    await page.context().close();
  });

test("a lead sets two exercises, and a learner takes the first", async ({ page }) => {
  const name = `Cabinet ${Date.now()}`;
  await page.goto("/practice/class");
  await page.getByRole("combobox", { name: "working" }).first().selectOption("ilo");
  await expect(page.getByText("A lead sets exercises for everybody.")).toBeVisible();
  await page.getByRole("combobox", { name: "working" }).first().selectOption("ansa");
  await page.getByLabel("Name", { exact: true }).fill(name);
  await page.getByRole("combobox", { name: "Unit" }).selectOption(UNIT);
  await page.getByRole("button", { name: "Add an exercise" }).click();
  const second = page.getByRole("group", { name: "Exercise 2" });
  await second.getByRole("combobox", { name: "Unit" }).selectOption(UNIT);
  await second.getByRole("combobox", { name: "Kind of fault" }).selectOption("comes and goes");
  await page.getByRole("button", { name: "Set it" }).click();
  await expect(page.getByRole("status").filter({ hasText: name })).toBeVisible();
  await page.getByRole("combobox", { name: "working" }).first().selectOption("ilo");
  await page.getByRole("link", { name: "Back to practice" }).click();
  await expect(page.getByText("0 of 2 done.").first()).toBeVisible();
  await page.getByRole("button", { name: `Take “${name}”` }).click();
  await expect(page.getByTestId("practice")).toBeVisible();
  await page.goto("/practice");
  await expect(page.getByRole("link", { name: `Go on with “${name}”` })).toBeVisible();
  await page.getByRole("combobox", { name: "working" }).first().selectOption("ansa");
  await page.goto("/practice/class");
  const course = page.getByRole("region", { name });
  await expect(course.getByRole("row", { name: /^Ilo Brandle at it not yet$/u })).toBeVisible();
});

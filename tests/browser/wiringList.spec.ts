import { expect, test, type Page } from "./test.ts";
import { BAD_LIST, GOOD_LIST, WASHER_PARTS } from "../support/washerList.ts";
import { washerAnswers } from "../support/washer.ts";
import { byCatalogue, JobPage } from "./jobPage.ts";
import { barriersOn } from "./barriers.ts";

async function paste(page: Page, list: string): Promise<void> {
  await page.getByRole("button", { name: "Paste or open a list" }).click();
  await page.getByLabel("Paste the rows").fill(list);
}

/** A cell of the sheet is gone to from its problem, and typed over. */
async function mend(page: Page, row: number, cell: string, was: string, text: string): Promise<void> {
  await page
    .getByTestId("row-problems")
    .getByRole("button", { name: `Row ${row}` })
    .click();
  await expect(page.locator(`[data-at="${row} ${cell}"]`)).toBeVisible();
  // The sheet draws the rows that are in sight: it scrolls there first.
  await expect(page.locator(".wire-grid").getByText(was, { exact: true })).toBeInViewport();
  await page.keyboard.type(text);
  await page.keyboard.press("Enter");
}

test("sixty rows pasted, the two bad ones mended, parts named, and a job worked to the right call", async ({
  page,
}) => {
  await page.goto("/units/new/list");
  await page.getByLabel("What is it").fill("Parts washer");
  await paste(page, BAD_LIST);
  const preview = page.getByTestId("list-preview");
  await expect(preview).toContainText("60 rows");
  await expect(preview).toContainText("2 problems");
  await expect(preview).toContainText("Row 16: “gräulich” is no wire colour known here");
  await expect(preview).toContainText("Row 24: Which terminal of FS1?");
  await page.getByRole("button", { name: "Take 60 rows" }).click();
  await mend(page, 16, "colour", "gräulich", "grey");
  await expect(page.getByTestId("row-problems")).toContainText("One row is not understood");
  await mend(page, 24, "to", "FS1", "FS1.1");
  await expect(page.getByTestId("row-problems")).toHaveCount(0);
  const parts = page.getByRole("region", { name: "Parts" });
  await expect(parts).toContainText("What is ES1? Its letters don't say.");
  for (const [part, line] of Object.entries(WASHER_PARTS))
    await parts.getByLabel(part, { exact: true }).fill(line);
  await expect(page.getByTestId("traced-readings")).toContainText("TH1·1");
  await page.getByRole("button", { name: "Save and start a job" }).click();
  await page.getByLabel("What is wrong").fill("Washes cold; the pump runs.");
  for (const [question, answer] of [
    ["Does element HT1 heat?", "no"],
    ["Does pump M1 run?", "yes"],
  ] as const)
    await page.getByRole("radiogroup", { name: question }).getByText(answer, { exact: true }).click();
  await page.getByLabel("Who is working on it").selectOption("ansa");
  await byCatalogue(page);
  await page.getByRole("button", { name: "Open the job" }).click();
  const job = new JobPage(page);
  await job.ready();
  // The cut-out has tripped: nothing behind it has volts, and dead it is open.
  const made = await job.followToCall(washerAnswers, 14);
  await expect(job.callReady, made.join(" → ")).toContainText("Cut-out TH1");
});

test("the list survives a reload, is replaced in, undone, exported and opened again", async ({ page }) => {
  await page.goto("/units/new/list");
  await paste(page, GOOD_LIST);
  await page.getByRole("button", { name: "Take 60 rows" }).click();
  await page.getByLabel("Find", { exact: true }).fill("grey");
  await page.getByLabel("Replace by").fill("pink");
  await page.getByRole("button", { name: "Replace all" }).click();
  await expect(page.getByText("2 cells changed.")).toBeVisible();
  await page.reload();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Export" }).click();
  const text = await (await (await download).createReadStream()).toArray();
  const csv = Buffer.concat(text as Buffer[]).toString("utf8");
  expect(csv.split(/\r?\n/u)).toHaveLength(61);
  expect(csv).toContain("P4.1,TH1.1,pink,1.5,1.1");
  // The exported list is read as the same sixty rows.
  await paste(page, csv);
  await expect(page.getByTestId("list-preview")).toContainText("60 rows, columns matched by their heads");
  await expect(page.getByTestId("list-preview")).toContainText("Every row is understood.");
});

test("a file that is no list is refused in a sentence, and nothing is lost", async ({ page }) => {
  await page.goto("/units/new/list");
  await page.getByRole("button", { name: "Paste or open a list" }).click();
  const open = page.locator("input[type=file]");
  await open.setInputFiles({ name: "dump.csv", mimeType: "text/csv", buffer: Buffer.alloc(5_000_000, "a") });
  await expect(page.getByRole("alert")).toContainText("dump.csv has 5 MB");
  await open.setInputFiles({ name: "photo.csv", mimeType: "text/csv", buffer: Buffer.from([0, 1, 2, 0, 3]) });
  await expect(page.getByRole("alert")).toContainText("photo.csv is no text");
  const utf16 = Buffer.concat([
    Buffer.from([0xff, 0xfe]),
    Buffer.from("L\tF1.1\tbrown\nF1.2\tHT1.1\tgrey", "utf16le"),
  ]);
  await open.setInputFiles({ name: "list.tsv", mimeType: "text/plain", buffer: utf16 });
  await expect(page.getByTestId("list-preview")).toContainText("2 rows");
});

for (const [width, height, theme] of [
  [390, 844, "paper"],
  [1280, 800, "cellar"],
] as const)
  test(`no serious barrier at the list, ${theme}, ${width} px wide`, async ({ page, context, baseURL }) => {
    await page.setViewportSize({ width, height });
    const value = encodeURIComponent(btoa(JSON.stringify(theme)));
    await context.addCookies([{ name: "theme", value, url: baseURL! }]);
    await page.goto("/units/new/list");
    await paste(page, BAD_LIST);
    await page.getByRole("button", { name: "Take 60 rows" }).click();
    await expect(page.locator(".dsg-cell").first()).toBeVisible();
    const violations = await barriersOn(page);
    expect(violations.filter((v) => v.impact === "serious" || v.impact === "critical")).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
  });

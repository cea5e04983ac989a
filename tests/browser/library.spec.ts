import { expect, test, type Page } from "./test.ts";
import { readFileSync } from "node:fs";
import { barriersOn } from "./barriers.ts";

/** A copy of a demo unit under a name of its own. */
async function bring(page: Page, id: string, name: string): Promise<void> {
  const demo = JSON.parse(readFileSync("demo/units/dock-bd3.json", "utf8")) as object;
  expect((await page.request.post("/units/file?revise", { data: { ...demo, id, name } })).ok()).toBe(true);
}

const saved = async (page: Page, press: () => Promise<void>): Promise<{ name: string; text: string }> => {
  const [download] = await Promise.all([page.waitForEvent("download"), press()]);
  return { name: download.suggestedFilename(), text: readFileSync(await download.path(), "utf8") };
};

test("a unit is found by a name that is half remembered, tagged, put away and taken back", async ({
  page,
}) => {
  await bring(page, "dock-shelved", "Quayside hire dock");
  await page.goto("/units");
  const list = page.getByTestId("library");
  await page.getByRole("searchbox").fill("quaysid hier");
  await expect(list.getByRole("listitem")).toHaveCount(0);
  await page.getByRole("searchbox").fill("quaysde dock");
  await expect(list.getByRole("listitem").first()).toContainText("Quayside hire dock");
  await list.getByRole("link", { name: /^Quayside hire dock/ }).click();
  await page.getByLabel("Tags").fill("Harbour, bikes");
  await page.getByRole("button", { name: "Keep the tags" }).click();
  await expect(page.getByLabel("Tags")).toHaveValue("harbour, bikes");
  await page.goto("/units");
  await page.getByRole("navigation", { name: "Tags" }).getByRole("link", { name: "harbour" }).click();
  await expect(list.getByRole("listitem")).toHaveCount(1);
  await list.getByRole("link", { name: /^Quayside hire dock/ }).click();
  await page.getByRole("button", { name: "Put it away" }).click();
  await expect(page.getByRole("button", { name: "Put it back on the shelf" })).toBeVisible();
  await page.goto("/units?find=quayside");
  await expect(list.getByRole("listitem")).toHaveCount(0);
  await page.goto("/jobs/new");
  await expect(page.getByRole("link", { name: /Quayside hire dock/ })).toHaveCount(0);
  await page.goto("/units?archived");
  await expect(list).toContainText("Quayside hire dock");
  expect(await barriersOn(page)).toEqual([]);
});

test("a copy goes its own way; an earlier revision is taken up again", async ({ page }) => {
  await bring(page, "dock-copied", "Dock for copies");
  await page.goto("/units/dock-copied");
  await page.getByLabel("A unit of its own that begins as this one").fill("Dock of the north quay");
  await page.getByRole("button", { name: "Copy it" }).click();
  await expect(page.getByRole("heading", { name: "Workshop · Dock of the north quay" })).toBeVisible();
  await bring(page, "dock-copied", "Dock for copies, changed");
  await page.goto("/units/dock-copied");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("changed");
  await page.getByRole("button", { name: "Take it up again" }).click();
  await expect(page.getByRole("heading", { level: 1 })).not.toContainText("changed");
});

test("a netlist and a graph are saved, of the state and the fault that were chosen", async ({ page }) => {
  await page.goto("/units/glasswasher-gw4/files");
  const graph = await saved(page, () => page.getByRole("button", { name: "Save as GraphML" }).click());
  expect(graph.name).toBe("glasswasher-gw4.graphml");
  expect(graph.text).toContain('<node id="part:HT1">');
  await page.getByLabel("State").selectOption({ label: "Rinse heat" });
  await page.getByLabel("Fault in").selectOption("HT1");
  await page.getByLabel("It is").selectOption("open");
  const netlist = await saved(page, () => page.getByRole("button", { name: "Save the netlist" }).click());
  expect(netlist.name).toBe("glasswasher-gw4-rinse-heat-ac-HT1-open.cir");
  expect(netlist.text).toContain("* with a fault: Rinse heater (HT1), open");
  expect(netlist.text).toMatch(/\* P4\.3 to P1\.2: v\(\S+\) = 2[23]\d/u);
  expect(await barriersOn(page)).toEqual([]);
});

test("a table goes out, is changed, and comes in with its bad row named and left out", async ({ page }) => {
  await bring(page, "dock-table", "Dock with a table");
  await page.goto("/units/dock-table/workshop");
  await page
    .getByRole("navigation", { name: "Chapters" })
    .getByRole("button", { name: /^Items/ })
    .click();
  await page.getByRole("button", { name: "As a sheet" }).click();
  const out = await saved(page, () => page.getByRole("button", { name: "Export" }).click());
  expect(out.name).toBe("Dock-with-a-table-items.csv");
  const [heads, first, second] = out.text.split("\r\n") as [string, string, string];
  expect(heads).toMatch(/^Short name,Name,Remedy,Price,/u);
  const price = (line: string, to: string) => line.replace(/^([^,]*,[^,]*,[^,]*),[^,]*/u, `$1,${to}`);
  await page.getByRole("button", { name: "Bring a table" }).click();
  await page
    .getByLabel("Paste the rows")
    .fill([heads, price(first, "77.5"), price(second, "cheap")].join("\n"));
  const preview = page.getByTestId("table-preview");
  await expect(preview).toContainText("Row 3, Price: “cheap” is no number.");
  await page.getByRole("button", { name: "Take 1 row", exact: true }).click();
  await page.getByRole("button", { name: "Save as a new revision" }).click();
  await expect(page).toHaveURL(/\/units\/dock-table$/);
  await expect(page.getByText("€77.50")).toBeVisible();
});

test("a job goes out whole, and its findings as a table", async ({ page }) => {
  await page.goto("/");
  await page.getByTestId("tickets-open").getByRole("link").first().click();
  await page.waitForURL(/\/jobs\//);
  await page.goto(`${page.url()}/report`);
  const findings = await saved(page, () => page.getByRole("link", { name: "Findings as CSV" }).click());
  expect(findings.text).toMatch(/^No,At,Who,Check,State,Function,Red,Black,Value,Unit,/u);
  const [zip] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "All of it as ZIP" }).click(),
  ]);
  expect(zip.suggestedFilename()).toMatch(/^job-\d{4,}\.zip$/u);
  const bytes = readFileSync(await zip.path());
  expect(bytes.subarray(0, 2).toString()).toBe("PK");
});

test("tracing begins with a common circuit", async ({ page }) => {
  await page.goto("/units/new");
  await page.getByRole("button", { name: /^Gas valve behind its limits/ }).click();
  await expect(page.getByTestId("ladder").getByRole("listitem")).toHaveCount(13);
  await expect(page.getByTestId("traced-readings")).toContainText("GV1·1");
});

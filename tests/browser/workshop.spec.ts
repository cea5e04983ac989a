import { expect, test, type Page } from "./test.ts";
import { readFileSync } from "node:fs";
import sharp from "sharp";
import { barriersOn } from "./barriers.ts";

/** A copy of a demo unit under a name of its own, so that tests side by side do not revise the same one. */
async function bring(page: Page, id: string): Promise<void> {
  const demo = JSON.parse(readFileSync("demo/units/kiln-pk9.json", "utf8")) as object;
  const taken = await page.request.post("/units/file?revise", {
    data: { ...demo, id, name: "Kiln of the workshop" },
  });
  expect(taken.ok()).toBe(true);
}

const chapter = (page: Page, name: RegExp) =>
  page.getByRole("navigation", { name: "Chapters" }).getByRole("button", { name }).click();
const looked = (page: Page) => page.locator('[data-testid="workshop-check"][data-current="true"]').waitFor();

async function open(page: Page, id: string): Promise<void> {
  await page.goto(`/units/${id}/workshop`);
  await looked(page);
}

async function choose(page: Page, list: string, sought: string): Promise<void> {
  await page.getByRole("searchbox", { name: `Find in ${list}` }).fill(sought);
  await page
    .getByRole("region", { name: list, exact: true })
    .getByRole("button", { name: sought })
    .first()
    .click();
}

test("a part's value and name are changed, kept through a reload, and saved as a new revision that jobs begin with", async ({
  page,
}) => {
  await bring(page, "kiln-edited");
  await open(page, "kiln-edited");
  await expect(page.getByRole("button", { name: "Save as a new revision" })).toBeDisabled();
  await chapter(page, /^Parts/);
  await choose(page, "Parts", "TF1");
  const name = page.getByLabel("On the drawing");
  await name.fill("TF9");
  await name.press("Enter");
  await page.getByLabel("Name", { exact: true }).fill("Thermal fuse of the workshop");
  await chapter(page, /^Items/);
  await page.getByRole("region", { name: "Items", exact: true }).getByRole("button").first().click();
  await page.getByLabel("Price").fill("17,5");
  await page.reload();
  await looked(page);
  await expect(page.getByTestId("workshop-check")).toContainText("It reads");
  await page.getByRole("button", { name: "Save as a new revision" }).click();
  await expect(page).toHaveURL(/\/units\/kiln-edited$/);
  await expect(page.getByText("€17.50").first()).toBeVisible();
  const file = (await (await page.request.get("/units/kiln-edited/file")).json()) as {
    parts: { id: string; name: string }[];
  };
  expect(file.parts.find((p) => p.id === "TF9")?.name).toBe("Thermal fuse of the workshop");
  // The point goes on being called TF1.2, and touches the part by its new name.
  expect(JSON.stringify(file)).not.toMatch(/"TF1(?:\.[ab]|:[a-z-]+)?"/u);
  expect(JSON.stringify(file)).toContain('"terminal":"TF9.b"');
});

test("what is wrong is said in a sentence that leads to its field; undo takes it back", async ({ page }) => {
  await bring(page, "kiln-broken");
  await open(page, "kiln-broken");
  await chapter(page, /^States/);
  await page.getByRole("region", { name: "States", exact: true }).getByRole("button").nth(1).click();
  await page.getByLabel("Output").first().fill("Q99");
  const check = page.getByTestId("workshop-check");
  await expect(check).toContainText("“Q99” is no output of a board");
  await expect(page.getByRole("button", { name: "Save as a new revision" })).toBeDisabled();
  await chapter(page, /^Covers/);
  await check.getByRole("button", { name: /Q99/ }).click();
  await expect(page.getByLabel("Output").first()).toHaveValue("Q99");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(check).toContainText("nothing looks unmeant");
  await expect(page.getByLabel("Output").first()).not.toHaveValue("Q99");
});

test("what others name is removed only after it was said where; a name that is taken is refused", async ({
  page,
}) => {
  await bring(page, "kiln-names");
  await open(page, "kiln-names");
  await chapter(page, /^Covers/);
  await page.getByRole("button", { name: "Remove this cover" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog).toContainText("Points");
  await dialog.getByRole("button", { name: "Keep it" }).click();
  await page.getByRole("button", { name: "Copy this cover" }).click();
  const name = page.getByLabel("Short name");
  const own = await name.inputValue();
  const first = await page
    .getByRole("region", { name: "Covers", exact: true })
    .getByRole("listitem")
    .first()
    .locator("b")
    .innerText();
  await name.fill(first);
  await name.press("Enter");
  await expect(page.getByText(`“${first}” is taken.`)).toBeVisible();
  await name.press("Escape");
  await expect(name).toHaveValue(own);
  await page.getByRole("button", { name: "Remove this cover" }).click();
  await expect(page.getByRole("dialog")).toHaveCount(0);
});

test("wires are changed in the sheet", async ({ page }) => {
  await bring(page, "kiln-sheet");
  await open(page, "kiln-sheet");
  await chapter(page, /^Wires/);
  const sheet = page.locator(".wire-grid");
  await sheet.getByText("black", { exact: true }).first().dblclick();
  await page.keyboard.type("pink");
  await page.keyboard.press("Enter");
  await expect(sheet.getByText("pink", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: "One by one" }).click();
  await page.getByRole("searchbox", { name: "Find in Wires" }).fill("pink");
  await expect(page.getByRole("region", { name: "Wires", exact: true }).getByRole("listitem")).toHaveCount(1);
  await page.getByRole("region", { name: "Wires", exact: true }).getByRole("button").first().click();
  await expect(page.getByLabel("Colour")).toHaveValue("pink");
});

test("two who change one unit: the second hears of the first, and nothing is written over unasked", async ({
  page,
  browser,
}) => {
  await bring(page, "kiln-two");
  const other = await (await browser.newContext()).newPage();
  for (const [who, cover] of [
    [page, "first lid"],
    [other, "second lid"],
  ] as const) {
    await open(who, "kiln-two");
    await chapter(who, /^Covers/);
    await who.getByLabel("Name", { exact: true }).fill(cover);
    await looked(who);
  }
  await page.getByRole("button", { name: "Save as a new revision" }).click();
  await expect(page).toHaveURL(/\/units\/kiln-two$/);
  await other.getByRole("button", { name: "Save as a new revision" }).click();
  await expect(other.getByRole("alert")).toContainText("was saved by somebody else");
  await expect(other.getByLabel("Name", { exact: true })).toHaveValue("second lid");
  await other.getByRole("button", { name: "Save mine over it" }).click();
  await expect(other).toHaveURL(/\/units\/kiln-two$/);
  const file = (await (await page.request.get("/units/kiln-two/file")).json()) as {
    covers: { name: string }[];
  };
  expect(file.covers[0]!.name).toBe("second lid");
  await other.context().close();
});

test("a traced unit that is changed here goes on here, and is traced no further", async ({ page }) => {
  const made = await page.request.post("/units/traced", {
    data: {
      name: "Traced and mended",
      maker: "",
      lines: ["mains 230V", "fuse F1 10A", "element HT1 2kW", "to N"],
    },
  });
  const { unit } = (await made.json()) as { unit: string };
  await open(page, unit);
  await expect(page.getByText("This unit was traced line by line.")).toBeVisible();
  await chapter(page, /^Items/);
  await page.getByLabel("Price").fill("12");
  await expect(page.getByText("This unit was traced line by line.")).toHaveCount(0);
  await page.getByRole("button", { name: "Save as a new revision" }).click();
  await expect(page).toHaveURL(new RegExp(`/units/${unit}$`));
  await expect(page.getByRole("link", { name: "Workshop" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Trace more of it" })).toHaveCount(0);
});

test("photographs of the plate and the drawing stay with the unit, beside what is typed", async ({
  page,
}) => {
  await bring(page, "kiln-pictured");
  await open(page, "kiln-pictured");
  await page.getByRole("tab", { name: "Pictures" }).click();
  const picture = (background: string) =>
    sharp({ create: { width: 600, height: 400, channels: 3, background } })
      .png()
      .toBuffer();
  const file = async (name: string, background: string) => ({
    name,
    mimeType: "image/png",
    buffer: await picture(background),
  });
  const beside = page.getByRole("region", { name: "Pictures of the unit" });
  await beside
    .getByLabel("Add pictures")
    .setInputFiles([await file("plate.png", "#d0c8a0"), await file("sheet.png", "#ffffff")]);
  await expect(beside.getByText("1 of 2")).toBeVisible();
  await expect(beside.getByRole("img", { name: "plate.png" })).toBeVisible();
  const width = async () => (await beside.getByRole("img").boundingBox())!.width;
  const plain = await width();
  await beside.getByRole("button", { name: "Larger" }).click();
  expect(await width()).toBeCloseTo(1.5 * plain, 0);
  await beside.getByRole("button", { name: "The next one" }).click();
  await expect(beside.getByRole("img", { name: "sheet.png" })).toBeVisible();
  await beside
    .getByLabel("Add pictures")
    .setInputFiles([{ name: "notes.txt", mimeType: "text/plain", buffer: Buffer.from("no picture") }]);
  await expect(beside.getByRole("alert")).toContainText("notes.txt");
  await page.goto("/units/kiln-pictured");
  await expect(page.getByRole("region", { name: "Pictures of the unit" }).getByRole("img")).toBeVisible();
});

for (const [width, height, colorScheme] of [
  [1280, 800, "light"],
  [390, 844, "dark"],
] as const)
  test(`has no barrier and does not scroll sideways at ${width} wide, ${colorScheme}`, async ({
    browser,
  }) => {
    const page = await (await browser.newContext({ viewport: { width, height }, colorScheme })).newPage();
    await open(page, "roaster-dr6");
    const check = async () => {
      expect(await barriersOn(page)).toEqual([]);
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth - innerWidth),
      ).toBeLessThanOrEqual(0);
    };
    await check();
    for (const [id, title] of [
      ["parts", /^Parts/],
      ["states", /^States/],
      ["effects", /^Effects/],
      ["steps", /^Steps/],
      ["variants", /^Variants/],
    ] as const) {
      if (width < 1024) await page.getByRole("combobox", { name: "Chapter" }).selectOption(id);
      else await chapter(page, title);
      await check();
    }
    for (const tab of ["Drawing", "Failures", "Pictures"]) {
      await page.getByRole("tab", { name: tab }).click();
      if (tab === "Drawing") await page.locator("[data-laid=true]").waitFor();
      await check();
    }
    await page.context().close();
  });

test("a net is renamed wherever it is named; the drawing keeps its places", async ({ page }) => {
  await bring(page, "kiln-nets");
  await open(page, "kiln-nets");
  await page.getByRole("tab", { name: "Drawing" }).click();
  await page.locator('[data-laid="true"]').waitFor();
  const places = () =>
    page
      .locator("[data-part]")
      .evaluateAll((all) => all.map((g) => Number(/\((\S+)/.exec(g.getAttribute("transform")!)![1])));
  const before = await places();
  await chapter(page, /^Parts/);
  await page.getByText("Rename a net").click();
  const rename = async (from: string, to: string) => {
    await page.getByLabel("Net", { exact: true }).fill(from);
    await page.getByLabel("Its new name").fill(to);
    await page.getByRole("button", { name: "Rename it" }).click();
  };
  await rename("NOWHERE", "V6");
  await expect(page.getByText("No net is called “NOWHERE”")).toBeVisible();
  await rename("V5", "GND");
  await expect(page.getByText("“GND” is another net.")).toBeVisible();
  await rename("GND", "LOGIC0");
  await expect(page.getByText("GND is LOGIC0 now, wherever it was named.")).toBeVisible();
  await expect(page.getByTestId("wiring")).toContainText("LOGIC0");
  // A name alone moves hardly anything against the rest: nine of ten parts by less than half the width of a block.
  const moved = (await places()).map((x, i) => x - before[i]!).sort((a, b) => a - b);
  const middle = moved[Math.floor(moved.length / 2)]!;
  const apart = moved.map((d) => Math.abs(d - middle)).sort((a, b) => a - b);
  expect(apart[Math.floor(0.9 * apart.length)]).toBeLessThan(64);
  await page.getByRole("tab", { name: /^Check/ }).click();
  await looked(page);
  await expect(page.getByTestId("workshop-check")).not.toContainText("wrong");
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(page.getByRole("button", { name: "Save as a new revision" })).toBeDisabled();
});

test("a condition is said of a sensor and a switch, and its volts are worked out", async ({ page }) => {
  await bring(page, "kiln-conditions");
  await open(page, "kiln-conditions");
  await chapter(page, /^Conditions/);
  await page.getByRole("button", { name: "Add a condition" }).click();
  const from = page.getByRole("region", { name: "From a switch or a sensor" });
  await from.getByLabel("Part", { exact: true }).selectOption("TC1");
  await from.getByLabel("That it").selectOption("reads above");
  await from.getByLabel("°C").fill("hot");
  await from.getByRole("button", { name: "Work out its volts" }).click();
  await expect(from.getByRole("status")).toContainText("“hot” is no temperature");
  await from.getByLabel("°C").fill("1000");
  await from.getByRole("button", { name: "Work out its volts" }).click();
  await expect(from.getByRole("status")).toContainText("0.0403 to");
  await expect(page.getByLabel("At least")).toHaveValue("0.0403");
  await from.getByLabel("Part", { exact: true }).selectOption("S1");
  await from.getByLabel("That it").selectOption("is closed");
  await from.getByRole("button", { name: "Work out its volts" }).click();
  await expect(page.getByLabel("At least")).not.toHaveValue("0.0403");
  expect(await barriersOn(page)).toEqual([]);
  // One step back is the whole condition of before.
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect(page.getByLabel("At least")).toHaveValue("0.0403");
});

test("what is no value stays in its cell until it is mended", async ({ page }) => {
  await bring(page, "kiln-unread");
  await open(page, "kiln-unread");
  await chapter(page, /^Items/);
  await page.getByRole("button", { name: "As a sheet" }).click();
  await page.getByRole("button", { name: "Bring a table" }).click();
  await page.getByLabel("Paste the rows").fill("nothing\nof the kind");
  await expect(page.getByTestId("table-preview")).toContainText("None of the heads is one of");
  await page.getByRole("button", { name: "Close" }).click();
  // The grid's cells are typed into where they stand: the price of the first item.
  const cell = page.locator(".dsg-row").nth(1).locator(".dsg-cell").nth(4);
  await cell.dblclick();
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type("dear");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").filter({ hasText: "“dear” is no number" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(cell).toHaveText("dear");
});

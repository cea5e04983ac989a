import { randomUUID } from "node:crypto";
import { expect, test, type Page } from "./test.ts";
import { german } from "#core/german/index.ts";
import { translatorOf } from "#core/language/index.ts";
import { PAGES } from "./addresses.ts";

const say = translatorOf(german);

/** What a page shows or says, but for what is marked as written by people. */
function textsOn(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const texts: string[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode())
      if (!node.parentElement?.closest("script, style, textarea, [translate=no]"))
        texts.push(node.textContent!);
    for (const name of ["aria-label", "title", "placeholder", "alt"])
      for (const element of document.querySelectorAll(`[${name}]:not([translate=no])`))
        texts.push(element.getAttribute(name)!);
    // What stands in a field before anybody types.
    for (const field of document.querySelectorAll<HTMLInputElement>(
      "input:not([type]):not(#finding-line), input[type=text], input[type=email], textarea",
    ))
      if (!field.closest("[translate=no]")) texts.push(...field.defaultValue.split("\n"));
    return [...new Set(texts.map((t) => t.replace(/\s+/gu, " ").trim()))].filter((t) => t !== "");
  });
}

/** Texts that the program has in German and shows in English. */
const leftIn = async (page: Page) => (await textsOn(page)).filter((t) => say(t) !== t && !isGerman(t));
const everyGerman = new Set(Object.values(german));
/** A German text may read like an English one: “Name”, “Code 4”. */
const isGerman = (text: string) => everyGerman.has(text);

test.describe("in a browser that asks for German", () => {
  test.use({ locale: "de-AT" });

  test("no page says in English what it can say in German", async ({ page }) => {
    test.setTimeout(600_000);
    const left: Record<string, string[]> = {};
    for (const address of PAGES) {
      await page.goto(address);
      await page.locator("main, [role=main], h1").first().waitFor();
      await expect(page.locator("html")).toHaveAttribute("lang", "de");
      const texts = await leftIn(page);
      if (texts.length > 0) left[address] = texts;
    }
    expect(left).toEqual({});
  });

  test("a circuit is traced in German words, typed or begun by a button", async ({ page }) => {
    await page.goto("/units/new");
    const line = page.getByRole("textbox", { name: "Das Nächste im Stromkreis" });
    for (const text of ["Netz 230V 50Hz", "Feinsicherung 6,3 A", "Temperaturbegrenzer"]) {
      await line.fill(text);
      await line.press("Enter");
      await expect(line).toHaveValue("");
    }
    await page.getByRole("button", { name: "Pumpe …" }).click();
    await expect(line).toHaveValue("Pumpe ");
    await line.pressSequentially("M1 60 W");
    await line.press("Enter");
    for (const name of ["Feinsicherung F1", "Temperaturbegrenzer TH1", "Pumpe M1"])
      await expect(page.getByText(name, { exact: true })).toBeVisible();
    await expect(page.getByRole("button", { name: "zurück zu N" })).toBeVisible();
    expect(await leftIn(page)).toEqual([]);
    await line.fill("Dingsbums");
    await line.press("Enter");
    await expect(page.getByText("„Dingsbums“ nennt hier nichts Bekanntes.")).toBeVisible();
  });

  test("a job is opened, measured and read in German, and what the customer said stays", async ({ page }) => {
    await page.goto("/jobs/new?unit=glasswasher-gw4");
    await page.getByLabel("Was nicht stimmt").fill("Rinse stays cold, says the cook.");
    await page.getByLabel("Wer arbeitet daran").selectOption("ansa");
    await page.getByRole("button", { name: "Auftrag öffnen" }).click();
    await expect(page.locator("[data-ready]")).toBeVisible({ timeout: 120_000 });
    await expect(page.getByText("Rinse stays cold, says the cook.").first()).toBeVisible();
    await expect(page.getByTestId("next")).toContainText("Nicht erreichbar");
    await expect(page.getByText("Noch nichts aufgezeichnet.")).toBeVisible();
    expect(await leftIn(page)).toEqual([]);
    // A line is understood in the language of the page, and in English.
    for (const line of ["P4.3 gegen N hundertachtzehn Volt Wechsel", "P4.3 to N 118 vac"]) {
      await page.locator("#finding-line").fill(line);
      await expect(page.locator("#finding-echo")).toContainText("V AC braucht das Gerät unter Spannung");
    }
    expect(await leftIn(page)).toEqual([]);
    await page.keyboard.press("Escape");
    // What opens over a job: the power's questions, the call, the keys, the menu, the wiring.
    for (const [key, heading] of [
      ["p", /Steht das Gerät unter Spannung/u],
      ["c", /Was ist fehlerhaft/u],
      ["?", /Tasten/u],
      ["o", /Reihenfolge der Prüfungen/u],
      ["w", /Verdrahtung/u],
    ] as const) {
      await page.keyboard.press(key);
      await expect(page.getByRole("dialog").getByText(heading).first()).toBeVisible();
      expect([key, await leftIn(page)]).toEqual([key, []]);
      await page.keyboard.press("Escape");
      await expect(page.getByRole("dialog")).toBeHidden();
    }
    const job = new URL(page.url()).pathname;
    for (const paper of ["report", "customer"]) {
      await page.goto(`${job}/${paper}`);
      await page.locator("main").waitFor();
      expect([paper, await leftIn(page)]).toEqual([paper, []]);
    }
    await expect(page.locator("input[name=subject]")).toHaveValue(
      /^Was an Glasswasher GW4 gefunden und getan wurde, Auftrag \d{4}$/,
    );
  });

  test("what is chosen is sent as the program calls it: somebody is taken on, and does other work then", async ({
    page,
  }) => {
    const name = `Jorin Abel ${randomUUID().slice(0, 6)}`;
    await page.goto("/staff");
    await page.getByLabel("Name", { exact: true }).fill(name);
    await page.getByLabel("Was sie hier tun", { exact: true }).selectOption({ label: "Lernende" });
    await page.getByRole("button", { name: "Aufnehmen und einladen" }).click();
    const work = page.getByLabel(`Was ${name} hier tut`, { exact: true });
    await expect(work).toHaveValue("learner");
    await work.selectOption({ label: "Fachkraft" });
    const sent = page.waitForResponse((response) => response.request().method() === "POST");
    await page.getByRole("button", { name: `Ändern, was ${name} hier tut` }).click();
    expect((await sent).ok()).toBe(true);
    await page.reload();
    await expect(work).toHaveValue("technician");
  });

  test("English is a choice that this browser remembers, and back", async ({ page }) => {
    await page.goto("/settings");
    await expect(page.getByRole("heading", { name: "Einstellungen", level: 1 })).toBeVisible();
    const choice = page.getByRole("main").getByRole("group", { name: "Language" });
    await choice.getByRole("button", { name: "English" }).click();
    await expect(page.getByRole("heading", { name: "Settings", level: 1 })).toBeVisible();
    await expect(page.locator("html")).toHaveAttribute("lang", "en");
    await page.goto("/units");
    await expect(page).toHaveTitle("Units · Zygodrome");
    await page.goto("/settings");
    await choice.getByRole("button", { name: "Deutsch" }).click();
    await expect(page).toHaveTitle("Einstellungen · Zygodrome");
  });
});

test("a browser that asks for English gets it, without the German texts", async ({ page }) => {
  const fetched: string[] = [];
  page.on("request", (request) => fetched.push(new URL(request.url()).pathname));
  await page.goto("/guide");
  await expect(page.locator("html")).toHaveAttribute("lang", "en");
  await page.getByRole("link", { name: "Start a job" }).first().waitFor();
  expect(fetched.filter((f) => f.includes("german"))).toEqual([]);
});

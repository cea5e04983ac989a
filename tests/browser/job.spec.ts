import { expect, test } from "./test.ts";
import { JobPage, readingOf } from "./jobPage.ts";
import { barriersOn } from "./barriers.ts";

const COLD_RINSE = {
  "Does the display light?": "yes",
  "Does it fill with water?": "yes",
  "Does the wash pump run?": "yes",
  "Does the rinse get hot?": "no",
  "Does it drain?": "yes",
} as const;

const HIDDEN = [
  { truth: "HT1:open", item: "Rinse heater HT1" },
  { truth: "TC1:open", item: "Thermal cut-out TC1" },
  { truth: "K3:contact-open", item: "Control board" },
  { truth: "P4.3:high-resistance", item: "Plug P4 on the board" },
];

for (const { truth, item } of HIDDEN)
  test(`a hidden fault is called: ${truth}`, async ({ page }) => {
    const job = new JobPage(page);
    await job.open("Fills and washes, rinse stays cold.", COLD_RINSE);
    const made = await job.followToCall(truth);
    expect(made.length, made.join(" → ")).toBeLessThanOrEqual(7);
    await expect(job.callReady).toContainText(item);
    await page.getByRole("button", { name: "Make the call" }).click();
    const proof = (await page.getByTestId("proof").textContent())!;
    // The proof is one of the readings just taken: its result stands in the ledger.
    await expect(job.ledger).toContainText(proof.split(",")[0]!);
    await page.getByRole("button", { name: `Call it: ${item}` }).click();
    await expect(page.getByText(`Called: ${item}.`)).toBeVisible();
    // The printed record carries the call and its proof.
    await job.more("Report");
    await expect(page.getByRole("article")).toContainText(item);
    await expect(page.getByRole("article")).toContainText("Proved by:");
    await expect(page.getByRole("article").getByRole("row")).toHaveCount(1 + 5 + made.length);
  });

test("by keyboard alone, a wrong entry is retracted and the job still ends right", async ({ page }) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", COLD_RINSE);
  await page.keyboard.press("p");
  await page.getByRole("button", { name: "Live: take volts" }).press("Enter");
  await page.getByRole("dialog").getByRole("checkbox").first().waitFor();
  for (const box of await page.getByRole("dialog").getByRole("checkbox").all()) await box.press("Space");
  await page.getByRole("button", { name: "Declare LIVE" }).press("Enter");
  await page.keyboard.press("e");
  await expect(job.line).toBeFocused();
  // The probe missed: nothing at the inlet would mean no supply at all.
  await page.keyboard.type("P4.3 to N 0.0 vac in rinse heat");
  await page.keyboard.press("Enter");
  await expect(job.ledger).toContainText("dead, not low");
  const first = page.getByTestId("suspects").getByRole("listitem").first();
  await expect(first).toContainText("Control board");
  await page.getByRole("button", { name: /^Retract P4·3/ }).press("Enter");
  await expect(page.getByLabel("Why")).toBeFocused();
  await page.keyboard.type("wrong pin");
  await page.keyboard.press("Enter");
  await expect(job.ledger.locator("[data-retracted]")).toContainText("retracted: wrong pin");
  await job.line.focus();
  for (const [red, black] of [
    ["P4.3", "P1.2"],
    ["HT1.1", "P1.2"],
    ["HT1.1", "HT1.2"],
  ] as const) {
    const before = await job.ledger.locator("[data-finding]").count();
    await page.keyboard.type(
      `${red} to ${black} ${readingOf("HT1:open", "rinse-heat", "vac", red, black)} vac in rinse heat`,
    );
    await page.keyboard.press("Enter");
    await expect(job.ledger.locator("[data-finding]")).toHaveCount(before + 1);
  }
  await job.followToCall("HT1:open");
  await expect(job.callReady).toContainText("Rinse heater HT1");
  // After a reload the record is the same, the retraction included.
  await page.reload();
  await expect(job.ledger.locator("[data-retracted]")).toHaveCount(1);
  await expect(job.callReady).toContainText("Rinse heater HT1");
});

test("an answer is taken once, however often it is tapped, and none is taken for a card that is going", async ({
  page,
}) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", {});
  await job.weighed();
  const findings = job.ledger.locator("[data-finding]");
  // A line sent with three Enters in one go.
  await page.keyboard.press("p");
  await page.getByRole("button", { name: "Live: take volts" }).click();
  await job.declare("live");
  await job.line.fill("P1.1 to N 230 vac");
  await job.line.evaluate((field: HTMLInputElement) => {
    for (let i = 0; i < 3; i++) field.form!.requestSubmit();
  });
  await job.weighed();
  await expect(findings).toHaveCount(1);
  // A question answered with six taps in one go: the first that comes along.
  const yes = page.getByRole("button", { name: /^Yes:/ }).first();
  for (let turn = 0; turn < 12 && !(await yes.isVisible()); turn++) await job.makeNextCheck("NTC1:open");
  const before = await findings.count();
  await yes.evaluate((button: HTMLButtonElement) => {
    for (let i = 0; i < 6; i++) button.click();
  });
  await job.weighed();
  await expect(findings).toHaveCount(before + 1);
});

test("what may not be recorded is said at the field, and the typed text stays", async ({ page }) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", COLD_RINSE);
  const echo = page.locator("#finding-echo");
  const refused = async (text: string, words: RegExp) => {
    const before = await job.ledger.locator("[data-finding]").count();
    await job.enter(text);
    await expect(echo).toContainText(words);
    await expect(job.line).toHaveValue(text);
    await expect(job.ledger.locator("[data-finding]")).toHaveCount(before);
  };
  await refused("P4.3 to N 230 vac", /UNPROVEN/);
  await page.getByRole("button", { name: "Go live" }).first().click();
  await job.declare("live");
  await refused("HT1 26 ohm", /needs the unit dead/);
  await refused("P4.9 to N 230 vac", /no point “P4.9”/);
  await refused("P4.3 to N 2x3 vac", /“x3 vac” is not a unit/);
  await refused("P4.3 to N ohm 3 A", /does not fit/);
  await refused("P4.3 to N 23000 vac", /beyond the 1000 V/);
  await refused("P4.3 to P4.3 0 vac", /Both probes/);
});

test("a closed job takes nothing more, and an unknown address says so", async ({ page, request }) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", COLD_RINSE);
  await job.followToCall("TC1:open");
  await page.getByRole("button", { name: "Make the call" }).click();
  await page.getByRole("button", { name: /^Call it/ }).click();
  await page.getByRole("button", { name: "Close the job" }).click();
  await page.getByLabel("Closed without its proof, because").fill("Seen to run.");
  // The page shows what is on its way as well: the job is closed for others once the server has kept it.
  const kept = page.waitForResponse((r) => r.request().postData()?.includes("Seen to run.") === true);
  await page.getByRole("dialog").getByRole("button", { name: "Close the job" }).click();
  await expect(page.getByText("This job is closed: repaired.")).toBeVisible();
  expect((await kept).ok()).toBe(true);
  await expect(job.line).toHaveCount(0);
  const late = {
    id: crypto.randomUUID(),
    person: "ansa",
    at: new Date().toISOString(),
    body: { type: "note", text: "late" },
  };
  const answer = await request.post(`${new URL(page.url()).pathname}/events`, { data: late });
  expect(answer.status()).toBe(422);
  expect(await answer.text()).toContain("closed");
  await page.goto("/jobs/00000000-0000-4000-8000-000000000000");
  await expect(page.getByText("There is no job at this address")).toBeVisible();
  await page.goto("/jobs/teapot");
  await expect(page.getByText("There is no job at this address")).toBeVisible();
});

test("the decision is the technician's: another item can be called, with what speaks for it", async ({
  page,
}) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", COLD_RINSE);
  await job.followToCall("TC1:open");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Make the call" }).click();
  await page.getByLabel("What is at fault").selectOption("heater");
  await expect(page.getByRole("dialog")).toContainText("Not enough evidence yet");
  await page.getByRole("button", { name: "Call it: Rinse heater HT1" }).click();
  await expect(page.getByText("Called: Rinse heater HT1.")).toBeVisible();
  await job.more("Report");
  await expect(page.getByRole("article")).toContainText("Rinse heater HT1");
});

test("the theme switches from whatever the device had, and stays", async ({ browser, baseURL }) => {
  const context = await browser.newContext({ colorScheme: "dark", ...(baseURL ? { baseURL } : {}) });
  const page = await context.newPage();
  const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  await page.goto("/");
  const dark = await ground();
  await page.getByRole("button", { name: /Switch between/ }).click();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "paper");
  expect(await ground()).not.toBe(dark);
  await page.reload();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "paper");
  await page.getByRole("button", { name: /Switch between/ }).click();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "cellar");
  expect(await ground()).toBe(dark);
  await context.close();
});

for (const colorScheme of ["light", "dark"] as const)
  for (const viewport of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
  ])
    test(`no serious barrier on any page, ${colorScheme}, ${viewport.width} px wide`, async ({
      browser,
      baseURL,
    }) => {
      const context = await browser.newContext({ colorScheme, viewport, ...(baseURL ? { baseURL } : {}) });
      const page = await context.newPage();
      const job = new JobPage(page);
      const barriers = async () => {
        // On a screen this tall nothing lies half under what sticks to the edges.
        await page.setViewportSize({ ...viewport, height: viewport.width < 1280 ? 3000 : viewport.height });
        const violations = await barriersOn(page, ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"]);
        await page.setViewportSize(viewport);
        return violations
          .filter((v) => v.impact === "serious" || v.impact === "critical")
          .map((v) => `${v.id}: ${v.nodes[0]?.html}`);
      };
      const sideways = () =>
        page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
      await page.goto("/");
      expect(await barriers()).toEqual([]);
      await page.goto("/jobs/new");
      expect(await barriers()).toEqual([]);
      await page.goto("/units/kiln-pk9");
      await expect(page.getByTestId("symptoms")).toContainText("Stops at first climb with E-1");
      expect(await barriers()).toEqual([]);
      expect(await sideways()).toBe(0);
      await job.open("Rinse stays cold.", COLD_RINSE);
      await job.makeNextCheck("TC1:open");
      expect(await barriers()).toEqual([]);
      expect(await sideways()).toBe(0);
      for (const closed of ["Look first", "Something was tried", "Write a note"])
        await page.getByText(closed, { exact: false }).first().click();
      await page.getByRole("button", { name: "Show big keys" }).click();
      if (viewport.width < 1280) await job.place("Course");
      await page.getByRole("button", { name: "Show ohms" }).click();
      await page.getByRole("button", { name: "Show the steps" }).click();
      expect(await barriers()).toEqual([]);
      expect(await sideways()).toBe(0);
      await page.getByRole("button", { name: "Wiring", exact: true }).first().click();
      await expect(page.getByTestId("ladder-drawing")).toBeVisible();
      expect(await barriers()).toEqual([]);
      expect(await sideways()).toBe(0);
      await page.getByRole("combobox", { name: "Circuit" }).selectOption({ label: "the whole unit" });
      await expect(page.locator("[data-laid=true]")).toBeVisible();
      await page.getByLabel("Find a part or a point").fill("TC1");
      await page.keyboard.press("Enter");
      expect(await barriers()).toEqual([]);
      expect(await sideways()).toBe(0);
      await page.getByRole("button", { name: "Back", exact: true }).click();
      await page.getByRole("button", { name: "Put the big keys away" }).click();
      if (viewport.width < 1280)
        for (const place of ["Record", "Suspects", "Next"] as const) {
          await job.place(place);
          expect(await barriers()).toEqual([]);
          expect(await sideways()).toBe(0);
        }
      await page.getByRole("region", { name: "Power" }).getByRole("button").click();
      await expect(page.getByRole("dialog").getByRole("checkbox").first()).toBeVisible();
      expect(await barriers()).toEqual([]);
      await page.keyboard.press("Escape");
      await job.makeNextCheck("TC1:open");
      await job.makeNextCheck("TC1:open");
      await job.more("Report");
      await expect(page.getByRole("article")).toContainText("Ω");
      expect(await barriers()).toEqual([]);
      expect(await sideways()).toBe(0);
      await context.close();
    });

import { expect, test, type Page } from "./test.ts";
import { demoDictionary } from "../support/demoUnits.ts";
import { fromDictionary, JobPage } from "./jobPage.ts";
import { pageAt } from "./pageAt.ts";
import { barriersOn } from "./barriers.ts";

for (const [width, theme] of [
  [1280, "light"],
  [390, "dark"],
] as const)
  test(`from the call to the end, with a jumper left in: ${width} px, ${theme}`, async ({
    browser,
    baseURL,
  }) => {
    const page = await pageAt(browser, baseURL, width, theme);
    const job = new JobPage(page);
    await job.open("Rinse stays cold.", {});
    await job.followToCall("TC1:open", 16);
    await page.getByRole("button", { name: "Make the call" }).click();
    await page.getByRole("button", { name: /^Call it:/ }).click();
    await page.getByRole("button", { name: "Repair it" }).click();
    const dialog = page.getByRole("dialog", { name: /^Repair: / });
    // A wire found at another's place is said at once, and put right.
    const wire = dialog.getByRole("combobox", { name: /^Found at/ }).first();
    await wire.selectOption({ label: "nothing there" });
    await expect(dialog.getByText("No wire is on it.")).toBeVisible();
    await wire.selectOption({ index: 1 });
    await expect(dialog.getByText("No wire is on it.")).toBeHidden();
    await expect(dialog.getByText(/1 of \d+ on again/)).toBeVisible();
    // The part is taken off the shelf, or ordered and waited for.
    const part = dialog.getByRole("region", { name: "The part", exact: true });
    await part.getByRole("button", { name: /^Order of Lockside Spares/ }).click();
    await part.getByRole("button", { name: "It has come" }).click();
    await expect(part).toContainText("it is here");
    expect(await barriersOn(page)).toEqual([]);
    await dialog.getByRole("button", { name: "Record the repair" }).click();
    await expect(dialog.getByRole("alert")).toContainText("Say what was done");
    await dialog.getByLabel("What was done").fill("New cut-out, same rating");
    await dialog.getByRole("button", { name: "Record the repair" }).click();
    await expect(dialog.getByRole("alert")).toContainText("Say what lay behind the failure");
    await dialog.getByLabel("What lay behind the failure").fill("Scale on the element");
    await dialog.getByRole("button", { name: "Record the repair" }).click();
    const proof = page.getByTestId("proof");
    await expect(proof).toContainText("Repaired, to be proven");
    const rows = proof.locator("[data-check]");
    expect(await rows.count()).toBeGreaterThan(0);
    await expect(rows.first()).toContainText("to be made again");
    // The pair that was wrong is begun again in the line.
    await rows.filter({ hasText: "Ω" }).first().getByRole("button", { name: "make it again" }).click();
    await expect(job.line).toHaveValue(/^\S+ \S+ $/);
    await expect(job.line).toBeFocused();
    await job.line.fill("");
    if (width < 1000) await job.place("Next");
    await page.getByText("A jumper was fitted").click();
    await page.getByLabel("From where to where").fill("TH1.1 to TH1.2");
    await page.getByRole("button", { name: "Record it" }).click();
    await proof.getByRole("button", { name: "Close the job" }).click();
    await page.getByRole("dialog").getByRole("button", { name: "Close the job" }).click();
    await expect(
      page.getByRole("alert").filter({ hasText: "A jumper is still in: TH1.1 to TH1.2" }),
    ).toBeVisible();
    await page.getByRole("button", { name: "Leave it open" }).click();
    await page.getByRole("button", { name: "Taken off: TH1.1 to TH1.2" }).click();
    expect(await barriersOn(page)).toEqual([]);
    await proof.getByRole("button", { name: "Close the job" }).click();
    await page.getByLabel("Closed without its proof, because").fill("The owner has taken it away.");
    await page.getByRole("dialog").getByRole("button", { name: "Close the job" }).click();
    await expect(page.getByText("This job is closed: repaired.")).toBeVisible();
    await expect(page.getByTestId("outbox")).toBeHidden();
    await page.reload();
    await expect(page.getByText("This job is closed: repaired.")).toBeVisible();
    await page.context().close();
  });

test("a repair without its proof closes only with a reason", async ({ page }) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", {});
  await job.followToCall("TC1:open", 16);
  await page.getByRole("button", { name: "Make the call" }).click();
  await page.getByRole("button", { name: /^Call it:/ }).click();
  await page.getByRole("button", { name: "Close the job" }).click();
  const dialog = page.getByRole("dialog", { name: "Close the job" });
  await dialog.getByRole("button", { name: "Close the job" }).click();
  await expect(dialog.getByRole("alert")).toContainText("The repair is not proven.");
  await dialog.getByLabel("Closed without its proof, because").fill("The owner has taken it away.");
  await dialog.getByRole("button", { name: "Close the job" }).click();
  await expect(page.getByText("This job is closed: repaired.")).toBeVisible();
});

/** Records the repair of what stands called. */
async function repairIt(page: Page, what: string): Promise<void> {
  await page.getByRole("button", { name: "Make the call" }).click();
  await page.getByRole("button", { name: /^Call it:/ }).click();
  await page.getByRole("button", { name: "Repair it" }).click();
  const dialog = page.getByRole("dialog", { name: /^Repair: / });
  await dialog.getByLabel("What was done").fill(what);
  await dialog.getByLabel("What lay behind the failure").fill("Scale");
  await dialog.getByRole("button", { name: "Record the repair" }).click();
  await expect(page.getByTestId("proof")).toContainText("Repaired, to be proven");
}

/** Makes every check of the proof again, on the dead unit, with what it shows now. */
async function proveWith(job: JobPage, truth: string): Promise<void> {
  const answers = fromDictionary(demoDictionary(job.unit), truth);
  const rows = job.page.getByTestId("proof").locator("[data-check]");
  await expect(rows.first()).toBeVisible();
  // What was wrong is known once it is weighed, and a row may come with that: the list is asked again after each.
  const open = rows.filter({ hasText: "to be made again" });
  for (await job.weighed(); (await open.count()) > 0; await job.weighed()) {
    const check = (await open.first().getAttribute("data-check"))!;
    await makeAgain(job, check, answers(check));
    await expect(rows.and(job.page.locator(`[data-check="${check}"]`)).first()).not.toContainText(
      "to be made again",
    );
  }
}

async function makeAgain(job: JobPage, check: string, answer: string | boolean): Promise<void> {
  const { page } = job;
  await page
    .getByTestId("proof")
    .locator(`[data-check="${check}"]`)
    .getByRole("button", { name: "make it again" })
    .click();
  if (typeof answer === "boolean") {
    await expect(job.next).toHaveAttribute("data-check", check);
    await page.getByRole("button", { name: answer ? /^Yes:/ : /^No:/ }).click();
    return;
  }
  const power = page.getByRole("region", { name: "Power" });
  if (!(await power.innerText()).includes("DEAD AND PROVEN")) {
    await power.getByRole("button", { name: /dead/i }).click();
    await job.declare("dead");
  }
  await expect(job.line).toHaveValue(/^\S+ \S+ $/);
  await job.record(`${await job.line.inputValue()}${answer}`);
}

/** Makes the tests that the glasswasher's hazards ask for, and enters what a sound one shows. */
async function makeSafe(job: JobPage): Promise<void> {
  const tests = job.page.getByRole("region", { name: "Before it goes back" });
  const shown = {
    earth: "0.12",
    insulation: "80",
    leakage: "0.4",
    dry: "All dry",
    guards: /^Back, and/,
    runs: "Ran to its end",
  };
  for (const [id, result] of Object.entries(shown)) {
    const row = tests.locator(`[data-test=${id}]`);
    const power = row.getByRole("button", { name: /^(?:Go live|Make dead and prove)$/ });
    if (await power.isVisible()) {
      const isLive = (await power.innerText()) === "Go live";
      await power.click();
      await job.declare(isLive ? "live" : "dead");
    }
    if (typeof result === "string" && /^[\d.]+$/u.test(result)) {
      await row.getByRole("textbox").fill(result);
      await row.getByRole("button", { name: "Enter" }).click();
    } else await row.getByRole("button", { name: result }).click();
    await expect(row).toContainText("passes");
  }
}

test("a repair whose proof fails, and the second one that holds: closed as proven", async ({ page }) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", {});
  await job.followToCall("TC1:open", 16);
  await repairIt(page, "New cut-out, wires back one for one");
  const proof = page.getByTestId("proof");
  await proveWith(job, "TC1:open");
  await expect(proof.getByText("still wrong").first()).toBeVisible();
  await proof.getByRole("button", { name: "Close the job" }).click();
  const dialog = page.getByRole("dialog", { name: "Close the job" });
  await dialog.getByRole("button", { name: "Close the job" }).click();
  await expect(dialog.getByRole("alert")).toContainText("The repair is not proven.");
  await dialog.getByRole("button", { name: "Leave it open" }).click();
  // The new part was dead in its box: the same item is called once more, by the readings since.
  await job.followToCall("TC1:open", 12);
  await repairIt(page, "Another cut-out, measured before it went in");
  await proveWith(job, "as-it-should");
  await expect(proof).not.toContainText("Repaired and proven");
  // What does not pass no reason makes good.
  const earth = proof.locator("[data-test=earth]");
  await earth.getByRole("textbox").fill("OL");
  await earth.getByRole("button", { name: "Enter" }).click();
  await expect(earth.getByRole("alert")).toContainText("make it again");
  await earth.getByRole("textbox").fill("4");
  await earth.getByRole("button", { name: "Enter" }).click();
  await expect(earth).toContainText("DOES NOT PASS");
  await job.weighed();
  await proof.getByRole("button", { name: "Close the job" }).click();
  await dialog.getByRole("button", { name: "Close the job" }).click();
  await expect(dialog.getByRole("alert")).toContainText("Protective earth does not pass");
  await dialog.getByRole("button", { name: "Leave it open" }).click();
  await makeSafe(job);
  await expect(proof).toContainText("Repaired and proven");
  await proof.getByRole("button", { name: "Close the job" }).click();
  await dialog.getByRole("button", { name: "Close the job" }).click();
  await expect(page.getByText("This job is closed: repaired.")).toBeVisible();
  await expect(page.getByTestId("outbox")).toBeHidden();
  await page.goto(`${page.url()}/report`);
  await expect(page.getByRole("main")).toContainText("Another cut-out, measured before it went in");
  await expect(page.getByRole("main")).not.toContainText("Closed without its proof");
});

test("two faults, found one after the other in the same job", async ({ page }) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", {});
  await job.followToCall("TC1:open", 16);
  await repairIt(page, "New cut-out");
  // The cut-out is whole now, and the element behind it is open as well.
  const proof = page.getByTestId("proof");
  await proveWith(job, "HT1:open");
  await job.followToCall("HT1:open", 14);
  await expect(job.callReady).toContainText("Rinse heater HT1");
  await repairIt(page, "New element");
  await proveWith(job, "as-it-should");
  await makeSafe(job);
  await expect(proof).toContainText("Repaired and proven");
  await proof.getByRole("button", { name: "Close the job" }).click();
  await page
    .getByRole("dialog", { name: "Close the job" })
    .getByRole("button", { name: "Close the job" })
    .click();
  await expect(page.getByText("This job is closed: repaired.")).toBeVisible();
});

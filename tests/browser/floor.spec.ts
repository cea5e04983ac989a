import { expect, test, type Page } from "./test.ts";
import { byCatalogue, JobPage } from "./jobPage.ts";

/** What hands do on a small screen and at the bench: places, plugs, states, what was left out. */
const goLive = async (page: Page, job: JobPage) => {
  await page.getByRole("region", { name: "Power" }).getByRole("button").click();
  await page.getByRole("button", { name: "Live: take volts" }).click();
  await job.declare("live");
};

test("on a phone the line stays at the thumb, the card with its hazards is on the first screen, the rest one tap away", async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const job = new JobPage(page, "roaster-dr6");
  await job.open("Drum does not turn.", { "Does the drum turn?": "no" });
  await job.weighed();
  await expect(job.line).toBeInViewport({ ratio: 1 });
  await expect(job.next).toBeInViewport();
  const cautions = job.next.getByTestId("cautions");
  await expect(cautions).toBeInViewport({ ratio: 1 });
  // The page's height is the screen's and a little, not a roll of paper.
  const height = await page.evaluate(() => document.documentElement.scrollHeight);
  expect(height).toBeLessThan(2000);
  for (const [place, shown] of [
    ["Course", page.getByRole("region", { name: "Course" })],
    ["Record", job.ledger],
    ["Suspects", page.getByTestId("suspects")],
  ] as const) {
    await job.place(place);
    await expect(shown).toBeInViewport();
    await expect(job.next).toBeHidden();
    await expect(job.line).toBeInViewport({ ratio: 1 });
    // Without its question in sight nothing is answered.
    await expect(page.getByRole("button", { name: /^Yes:/ })).toBeHidden();
  }
  await job.place("Next");
  await expect(job.next).toBeVisible();
});

test("a reading of one's own is filed in the state the unit is in, not in the card's; one tap changes it", async ({
  page,
}) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", {});
  await goLive(page, job);
  await job.record("P4.3 to N 0.4 vac in wash");
  await job.line.fill("P4.2 to N 229.8");
  await expect(page.locator("#finding-echo")).toContainText("wash: 229.8 V");
  await page.getByLabel("The unit is in").selectOption("Fill");
  await expect(page.locator("#finding-echo")).toContainText("fill: 229.8 V");
  await page.keyboard.press("Control+Home");
  await job.line.press("Enter");
  await expect(job.ledger).toContainText("fill");
  await expect(page.locator("#finding-echo")).toContainText("Saved:");
});

test("a plug said to be off stays off until it is said to be back", async ({ page }) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", {});
  await page.getByRole("region", { name: "Power" }).getByRole("button").click();
  await page.getByRole("button", { name: "Dead: take ohms" }).click();
  await job.declare("dead");
  await page.getByTestId("plug").getByRole("combobox", { name: "Where" }).selectOption("P4");
  await page.getByRole("button", { name: "Read with P4 off" }).click();
  await page.keyboard.type("HT1 44");
  await expect(page.locator("#finding-echo")).toContainText("dead, plug P4 off: 44.00 Ω");
  await page.keyboard.press("Enter");
  await expect(job.ledger).toContainText("plug P4 off");
  await job.line.fill("TC1 0.2");
  await expect(page.locator("#finding-echo")).toContainText("plug P4 off");
  await page.getByRole("button", { name: /plug P4 off: it is back on/ }).click();
  await expect(page.locator("#finding-echo")).not.toContainText("plug P4 off");
});

test("a check out of reach is left out, stands in the ledger, and comes back when it is taken back", async ({
  page,
}) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", { "Does the rinse get hot?": "no" });
  await job.weighed();
  const first = await job.checkOnCard();
  await job.next.getByRole("button", { name: "Can't reach it" }).click();
  await expect.poll(() => job.checkOnCard()).not.toBe(first);
  await expect(job.ledger).toContainText("could not reach:");
  await job.ledger.getByRole("button", { name: "take back" }).click();
  await expect.poll(() => job.checkOnCard()).toBe(first);
  await expect(job.ledger).not.toContainText("could not reach:");
});

test("proving dead takes three readings; going back to dead takes one less", async ({ page }) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold.", {});
  const power = page.getByRole("region", { name: "Power" });
  await power.getByRole("button").click();
  await page.getByRole("button", { name: "Dead: take ohms" }).click();
  await page.getByRole("dialog").getByRole("checkbox").check();
  const declare = page.getByRole("button", { name: "Declare DEAD AND PROVEN" });
  await expect(page.locator("[data-proof]")).toHaveCount(3);
  // It can be reached, and does nothing until all of it is true.
  await declare.press("Enter");
  await expect(page.getByRole("dialog")).toBeVisible();
  const fields = page.locator("[data-proof]");
  await fields.nth(0).fill("230");
  await fields.nth(0).press("Enter");
  await expect(fields.nth(1)).toBeFocused();
  await fields.nth(1).fill("12");
  await fields.nth(2).fill("231");
  await declare.press("Enter");
  await expect(page.getByRole("dialog")).toContainText("is not dead");
  await fields.nth(1).fill("0.1");
  await fields.nth(2).press("Enter");
  await page.keyboard.press("Enter");
  await expect(power).toContainText("DEAD AND PROVEN");
  await power.getByRole("button").click();
  await job.declare("live");
  await job.record("P4.3 to N 230 vac in wash");
  await power.getByRole("button").click();
  await expect(page.getByRole("dialog")).toContainText("Meter proven by the last live reading.");
  await expect(fields).toHaveCount(2);
});

test("the demo shop has work in it, found by its words and opened at once", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("searchbox").fill("canteen");
  await page.getByRole("button", { name: "Find" }).click();
  const open = page.getByTestId("tickets-open");
  await expect(open.getByRole("listitem")).toHaveCount(1);
  await expect(open).toContainText("Fills and washes, rinse stays cold.");
  await open.getByRole("link").first().click();
  await expect(page.getByTestId("ledger").locator("[data-finding]").first()).toBeVisible();
  await expect(page.getByTestId("suspects")).toContainText("%");
});

test("a part named without words is a claim, by its name, in ledger, recap and report", async ({ page }) => {
  await page.goto("/jobs/new?unit=glasswasher-gw4");
  await page.getByLabel("What is wrong").fill("Rinse stays cold.");
  await page.getByRole("button", { name: "Add a claim" }).click();
  await page.getByLabel("Part the claim is about").selectOption({ label: "Rinse heater HT1" });
  await page.getByLabel("Who is working on it").selectOption("ansa");
  await byCatalogue(page);
  await page.getByRole("button", { name: "Open the job" }).click();
  const job = new JobPage(page);
  await job.ready();
  await expect(job.ledger).toContainText("Rinse heater HT1: said to be good");
  await job.more("Report");
  await expect(page.getByRole("article")).toContainText("Rinse heater HT1: said to be good");
});

import { expect, test } from "./test.ts";
import { ORDERS } from "#core/diagnosis/index.ts";
import { ORDER_NAME } from "#core/view/index.ts";
import { JobPage } from "./jobPage.ts";

const ANSWERS = {
  "Is the status display lit?": "yes",
  "Does the gate move on the open command?": "no",
  "Does the gate move on the close command?": "yes",
} as const;
/** The open limit has failed open: the board believes that the gate is open already. */
const TRUTH = "LS1:open";

for (const order of ORDERS)
  test(`a stuck limit is found by the order “${ORDER_NAME[order].toLowerCase()}”`, async ({ page }) => {
    const job = new JobPage(page, "gate-cg2");
    await job.open("Will not open, closes as it should.", ANSWERS);
    await job.next.getByRole("button", { name: "change" }).click();
    const panel = page.getByRole("dialog", { name: "Order of checks" });
    if (order === "information")
      await expect(panel.getByText(/^\d+ min$/)).toHaveCount(ORDERS.length, { timeout: 180_000 });
    await panel.getByRole("radio", { name: ORDER_NAME[order] }).check();
    await panel.getByRole("button", { name: "Use this order" }).click();
    await expect(job.next).toContainText(ORDER_NAME[order].toLowerCase());
    // The card is the order's own at once: a walk begins with a reading on a course, not with the question before.
    if (["supply-forward", "load-back", "middle-first"].includes(order))
      await expect(job.next).toHaveAttribute("data-check", /\/v(?:ac|dc)\//);
    // And a swap is the first thing where swaps come first: the question before must not be answered in its place.
    if (order === "cheapest-swap") await expect(job.next).toHaveAttribute("data-check", /^try\/swap\//);
    await job.followToCall(TRUTH, 40);
    await expect(job.callReady).toContainText("Open limit LS1");
  });

test("a slip is pointed out, measured again, and the call is right", async ({ page }) => {
  const job = new JobPage(page, "gate-cg2");
  await job.open("Will not open, closes as it should.", ANSWERS);
  await page.getByRole("region", { name: "Power" }).getByRole("button").click();
  await page.getByRole("button", { name: "Live: take volts" }).click();
  await job.declare("live");
  // The probe did not touch: the display is lit, so the battery cannot be dead behind its fuse.
  await job.record("F2.2 0 vdc in standby");
  const doubt = page.getByTestId("doubt");
  await expect(doubt).toContainText("easure");
  await job.record("F2.2 25.6 vdc in standby");
  await job.record("F2.2 25.6 vdc in standby");
  await expect(doubt).toHaveCount(0);
  await job.followToCall(TRUTH, 25);
  await expect(job.callReady).toContainText("Open limit LS1");
  await expect(page.getByTestId("recap")).toContainText("Open limit LS1 is at fault");
});

test("what a reading would leave is told before it is taken; a trial is recorded; a fuse is not offered for a jumper", async ({
  page,
}) => {
  const job = new JobPage(page, "gate-cg2");
  await job.open("Will not open, closes as it should.", ANSWERS);
  for (let i = 0; i < 8 && (await page.getByText("What if it reads").count()) === 0; i++)
    await page.keyboard.press("n");
  await page.getByText("What if it reads").click();
  await page.getByLabel("A reading to try out").fill("about nothing");
  await page.getByRole("button", { name: "Suppose" }).click();
  await expect(page.getByTestId("what-if")).toContainText("No reading at the end");
  await page.getByLabel("A reading to try out").fill("0");
  await page.getByRole("button", { name: "Suppose" }).click();
  await expect(page.getByTestId("what-if").getByRole("row")).toHaveCount(4);
  await expect(job.ledger.locator("[data-finding]")).toHaveCount(3);

  await page.getByText("Something was tried").click();
  await page.getByLabel("What was tried").selectOption("bypass");
  await expect(page.getByLabel("On what").getByRole("option", { name: /fuse/i })).toHaveCount(0);
  await page.getByLabel("What was tried").selectOption("swap");
  await page.getByLabel("On what").selectOption("board");
  await expect(job.callReady).toHaveCount(0);
  await page.getByRole("button", { name: "Yes: gone" }).click();
  await expect(page.getByText("Recorded: Drive board, gone")).toBeVisible();
  await expect(page.getByRole("button", { name: /^9\d\s*%\s*Drive board/ })).toBeVisible();
  await expect(page.getByTestId("recap")).toContainText("Swap: Drive board");
});

import { expect, test, type Page } from "./test.ts";
import { demoDictionary } from "../support/demoUnits.ts";
import { FINGER, KEYS, MOUSE, type Hand } from "./hands.ts";
import { JobPage } from "./jobPage.ts";

/** A hidden fault on each of three units; the suspect's own item must be called. */
const JOBS = [
  { unit: "glasswasher-gw4", truth: "TC1:open", complaint: "Rinse stays cold." },
  { unit: "roaster-dr6", truth: "LS1:open", complaint: "Igniter never glows." },
  { unit: "gate-cg2", truth: "F2:blown", complaint: "Does nothing on a command." },
] as const;

async function workToItsEnd(page: Page, unit: string, truth: string, complaint: string, hand: Hand) {
  const job = new JobPage(page, unit, hand);
  await job.open(complaint, {});
  await job.followToCall(truth, 16);
  const dictionary = demoDictionary(unit);
  const suspect = dictionary.suspects.find((s) => s.id === truth)!;
  const part = dictionary.unit.parts.find((p) => p.id === suspect.part)!;
  const item = dictionary.unit.items.find((i) => i.id === part.item)!;
  await expect(job.callReady).toContainText(item.name);
  await hand.press(page.getByRole("button", { name: "Make the call" }));
  await hand.press(page.getByRole("button", { name: `Call it: ${item.name}` }));
  await expect(page.getByText(`Called: ${item.name}.`)).toBeVisible();
}

for (const { unit, truth, complaint } of JOBS) {
  test(`a whole job by keys alone: ${unit}`, async ({ page }) => {
    await workToItsEnd(page, unit, truth, complaint, KEYS);
  });

  test(`a whole job with a finger, 390 px wide: ${unit}`, async ({ browser, baseURL }) => {
    const context = await browser.newContext({
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      isMobile: true,
      ...(baseURL ? { baseURL } : {}),
    });
    await workToItsEnd(await context.newPage(), unit, truth, complaint, FINGER);
    await context.close();
  });

  test(`a whole job through a connection that drops: ${unit}`, async ({ page, context }) => {
    const job = new JobPage(page, unit, MOUSE);
    await job.open(complaint, {});
    // Until one was made: the card may go while the page looks further, and no check is made then.
    const first = await job.followToCall(truth, 1);
    await context.setOffline(true);
    const made = await job.followToCall(truth, 16);
    await expect(page.getByTestId("outbox").getByRole("listitem").first()).toContainText(
      "Waiting to be sent",
    );
    const findings = job.ledger.locator("[data-finding]");
    const count = await findings.count();
    expect(count).toBe(first.length + made.length);
    await context.setOffline(false);
    await expect(page.getByTestId("outbox")).toBeHidden();
    // Everything is on the server, once.
    await page.reload();
    await job.ready();
    await expect(findings).toHaveCount(count);
    await expect(job.callReady).toBeVisible();
  });
}

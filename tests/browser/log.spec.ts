import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { JobPage } from "./jobPage.ts";

/** Two minutes at the rinse heater's plug, with two drop-outs of a second each, and one row that no meter wrote. */
const LOG = [
  "time,value,unit",
  ...Array.from({ length: 120 }, (_, i) => `${i},${i === 40 || i === 90 ? 0 : 229.5},V`),
  "later,229,V",
].join("\n");

test("a meter's log is looked through, shown, and recorded as what it comes to", async ({ page }) => {
  const job = new JobPage(page);
  await job.open("Rinse stays cold now and then.", {});
  await page.getByRole("region", { name: "Power" }).getByRole("button").click();
  await page.getByRole("button", { name: "Live: take volts" }).click();
  await job.declare("live");
  await job.more("Take a meter’s log");
  const dialog = page.getByRole("dialog", { name: "Take a meter’s log" });
  await dialog.getByLabel("Paste the rows").fill("nothing of the kind");
  await expect(dialog.getByRole("status")).toContainText("No row of this is a reading with a time.");
  await expect(dialog.getByRole("button", { name: "Record what it comes to" })).toBeDisabled();
  await dialog.getByLabel("Paste the rows").fill(LOG);
  await expect(dialog.getByRole("status")).toContainText(
    "120 readings in 119 s, most of the time 229.5 V, lowest 0 V, highest 229.5 V; 2 drop-outs, the longest 1 s.",
  );
  await expect(dialog.getByRole("status")).toContainText("Row 122 is left out: “later” is no time.");
  await dialog.getByLabel("Between").fill("P4.3 to P99");
  await dialog.getByLabel("Meter was on").selectOption("V AC");
  await dialog.getByRole("button", { name: "Record what it comes to" }).click();
  await expect(dialog.getByRole("alert")).toContainText("P99");
  await dialog.getByLabel("Between").fill("P4.3 to N");
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await dialog.getByRole("button", { name: "Record what it comes to" }).click();
  await expect(dialog).toBeHidden();
  const findings = job.ledger.locator("[data-finding]");
  await expect(findings).toHaveCount(2);
  await expect(findings.filter({ hasText: "lowest 0 V" })).toContainText("compared only");
  await expect(findings.filter({ hasText: "229.5 V" })).toHaveCount(1);
  await expect(job.ledger).toContainText("2 drop-outs, the longest 1 s.");
});

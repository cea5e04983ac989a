import { expect, test } from "./test.ts";
import type { AddressInfo } from "node:net";
import { meterServer } from "../../bin/cli/meter.ts";
import { JobPage } from "./jobPage.ts";
import { barriersOn } from "./barriers.ts";

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
  await job.more("Watch what comes and goes");
  const dialog = page.getByRole("dialog", { name: "Watch what comes and goes" });
  await dialog.getByLabel("From a meter’s log").check();
  await dialog.getByLabel("Paste the rows").fill("nothing of the kind");
  await expect(dialog.getByRole("status")).toContainText("No row of this is a reading with a time.");
  await expect(dialog.getByRole("button", { name: "Record what it comes to" })).toBeDisabled();
  await dialog.getByLabel("Paste the rows").fill(LOG);
  await expect(dialog.getByRole("status").last()).toContainText(
    "229.5 V, watched for 119 s (120 readings), lowest 0 V, highest 229.5 V; 2 drop-outs, the longest 1 s.",
  );
  await expect(dialog.getByRole("status").first()).toContainText("Row 122 is left out: “later” is no time.");
  await dialog.getByLabel("Between").fill("P4.3 to P99");
  await dialog.getByLabel("Meter was on").selectOption("V AC");
  await dialog.getByRole("button", { name: "Record what it comes to" }).click();
  await expect(dialog.getByRole("alert")).toContainText("P99");
  await dialog.getByLabel("Between").fill("P4.3 to N");
  expect(await barriersOn(page)).toEqual([]);
  await dialog.getByRole("button", { name: "Record what it comes to" }).click();
  await expect(dialog).toBeHidden();
  const findings = job.ledger.locator("[data-finding]");
  await expect(findings).toHaveCount(1);
  await expect(findings).toContainText("lowest 0 V, highest 229.5 V; 2 drop-outs, the longest 1 s");
});

test("a reading is watched on a meter on the wire, what is done is marked, and it is one finding", async ({
  page,
}) => {
  // The plug loses its contact when it is wiggled, and has it again after a moment.
  let isAway = false;
  const meter = meterServer((fn) => (fn === "vac" && !isAway ? 229.4 : 0));
  await new Promise<void>((done) => meter.listen(0, "127.0.0.1", done));
  const { port } = meter.address() as AddressInfo;
  try {
    await page.goto("/settings");
    const meters = page.getByRole("region", { name: "Meters" });
    await meters.getByLabel("Name").fill(`Watched ${port}`);
    await meters.getByLabel("Address").fill("127.0.0.1");
    await meters.getByLabel("Port").fill(String(port));
    await meters.getByRole("button", { name: "Add it" }).click();
    await expect(page.getByTestId("meter-said")).toContainText("is on the list");
    const job = new JobPage(page);
    await job.open("Rinse stays cold now and then.", {});
    await page.getByRole("region", { name: "Power" }).getByRole("button").click();
    await page.getByRole("button", { name: "Live: take volts" }).click();
    await job.declare("live");
    await job.more("Watch what comes and goes");
    const dialog = page.getByRole("dialog", { name: "Watch what comes and goes" });
    await dialog.getByRole("combobox", { name: "Meter", exact: true }).selectOption(`Watched ${port}`);
    await dialog.getByRole("combobox", { name: "Meter is on" }).selectOption("V AC");
    await dialog.getByRole("button", { name: "Start watching" }).click();
    await expect(dialog.getByTestId("watch-now")).toContainText("229.4 V");
    await dialog.getByRole("button", { name: "wiggled the loom here" }).click();
    isAway = true;
    await expect(dialog.getByTestId("watch-now")).toHaveText(/^0(?:\.0)? V/u);
    isAway = false;
    await expect(dialog.getByText("1 drop-out")).toBeVisible();
    await expect(dialog.getByTestId("watch-now")).toContainText("229.4 V");
    await dialog.getByLabel("Something else that is being done").fill("door slammed");
    await dialog.getByRole("button", { name: "Mark it" }).click();
    await expect(dialog.getByText(/^door slammed, at/u)).toBeVisible();
    expect(await barriersOn(page)).toEqual([]);
    await dialog.getByRole("button", { name: "Stop watching" }).click();
    await dialog.getByLabel("Between").fill("P4.3 to N in rinse heat");
    await expect(dialog.getByText("Goes on record as: P4·3 to P1·2, V AC, rinse heat")).toBeVisible();
    await dialog.getByRole("button", { name: "Record what it comes to" }).click();
    await expect(dialog).toBeHidden();
    const findings = job.ledger.locator("[data-finding]");
    await expect(findings).toHaveCount(1);
    await expect(findings).toContainText("comes and goes");
    await expect(findings).toContainText("one drop-out of");
    await expect(findings).toContainText("after “wiggled the loom here” at once; none after “door slammed”");
  } finally {
    await new Promise((done) => meter.close(done));
  }
});

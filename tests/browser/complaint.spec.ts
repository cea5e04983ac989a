import { expect, test } from "./test.ts";
import { byCatalogue } from "./jobPage.ts";

/** Three complaints ticked at the door, and what must lead before any reading. */
const COMPLAINTS = [
  {
    unit: "roaster-dr6",
    complaint: "Igniter glows, nothing lights.",
    stops: "Trial for ignition",
    shows: "three flashes",
    seen: {
      "Seen through the sight glass: does the igniter glow?": "yes",
      "Is gas heard at the burner once the igniter glows?": "no",
    },
    step: "trial for ignition",
    leads: /Gas valve GV1|Control board|24 V wiring/,
    not: "Hot-surface igniter IG1",
  },
  {
    unit: "kiln-pk9",
    complaint: "Half of it stays dark, it gives up after an hour and a half.",
    stops: "First climb",
    shows: "E-1",
    seen: { "Does bank A glow through the peephole?": "no", "Does bank B glow through the peephole?": "yes" },
    step: "first climb",
    leads: /Power relay K1|Element bank A|Power wiring/,
    not: "Element bank B",
  },
  {
    unit: "gate-cg2",
    complaint: "Opens, does not close again.",
    stops: "",
    shows: "A5",
    seen: {},
    step: "closing",
    leads: /Drive board|Closed limit LS2/,
    not: "Battery pair BT1",
  },
] as const;

for (const { unit, complaint, stops, shows, seen, step, leads, not } of COMPLAINTS)
  test(`suspects are ordered before any reading: ${unit}`, async ({ page }) => {
    await page.goto(`/jobs/new?unit=${unit}`);
    await page.getByLabel("What is wrong").fill(complaint);
    if (stops !== "") await page.getByLabel("It stops at").selectOption({ label: `${stops} and no further` });
    await page.getByLabel("It shows").selectOption({ label: shows });
    for (const [question, answer] of Object.entries(seen))
      await page.getByRole("radiogroup", { name: question }).getByText(answer, { exact: true }).click();
    await page.getByLabel("Who is working on it").selectOption("ansa");
    await byCatalogue(page);
    await page.getByRole("button", { name: "Open the job" }).click();
    await expect(page.locator("[data-ready]")).toBeVisible();
    await expect(page.getByTestId("sequence")).toContainText(`Most likely it stops at ${step}`);
    const items = page.locator("[data-item]");
    await expect(items.first()).toContainText(leads);
    await expect(items.first()).not.toContainText(not);
    await expect(page.getByTestId("ledger")).not.toContainText("V AC");
    await page.getByRole("button", { name: "Show the steps" }).click();
    await expect(page.locator("[data-step]").first()).toBeVisible();
  });

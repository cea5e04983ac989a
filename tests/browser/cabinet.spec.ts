import { expect, test } from "./test.ts";
import { JobPage } from "./jobPage.ts";

const ANSWERS = {
  "Is the status display lit?": "yes",
  "Does the gate move on the open command?": "no",
  "Does the gate move on the close command?": "yes",
} as const;

for (const width of [1280, 390])
  test(`a pin tapped on the plug begins the line; looks are answered where they are listed; ${width} px wide`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height: width === 390 ? 844 : 800 });
    const job = new JobPage(page, "gate-cg2");
    await job.open("Will not open, closes as it should.", ANSWERS);

    const phone = width === 390;
    if (phone) await job.place("Course");
    const plug = page.getByTestId("plug");
    await plug.getByRole("combobox", { name: "Where" }).selectOption("X2");
    await expect(plug).toContainText("seen from the wire side");
    const pins = plug.getByRole("listitem").getByRole("button");
    const first = await pins.first().boundingBox();
    const second = await pins.nth(1).boundingBox();
    expect(first!.x).toBeLessThan(second!.x);
    await plug.getByLabel("mating side").check();
    await expect(plug).toContainText("seen from the mating side");
    // From the mating side the rows are mirrored.
    expect((await pins.first().boundingBox())!.x).toBeGreaterThan((await pins.nth(1).boundingBox())!.x);
    const enabled = plug.locator("li button:enabled").first();
    const name = (await enabled.getAttribute("aria-label"))!.split(",")[0]!;
    await enabled.click();
    await expect(job.line).toHaveValue(`${name.replace(".", "·")} `);
    await expect(job.line).toBeFocused();

    if (phone) await job.place("Next");
    const looks = page.getByTestId("look-first");
    await looks.getByText("Look first").click();
    // A look inside is no look at a live unit: it is offered once the unit is dead and proven.
    await expect(looks.getByRole("button", { name: "joints bright" })).toBeDisabled();
    await looks.getByRole("button", { name: "Make dead and prove" }).click();
    await job.declare("dead");
    const before = await looks.getByRole("listitem").count();
    await looks.getByRole("button", { name: "joints bright" }).click();
    await expect(looks.getByRole("listitem")).toHaveCount(before - 1);
    await expect(job.ledger).toContainText("Are joints in the post box green or wet?");
    await looks.getByRole("button", { name: "nothing" }).first().click();
    await expect(looks.getByRole("listitem")).toHaveCount(before - 2);
  });

test("the sheet of keys opens with a key and gives the focus back", async ({ page }) => {
  const job = new JobPage(page, "gate-cg2");
  await job.open("Will not open.", {});
  await page.keyboard.press("?");
  const sheet = page.getByRole("dialog", { name: "Keys, and how a line is written" });
  await expect(sheet).toContainText("write a finding down");
  await page.keyboard.press("Escape");
  await expect(sheet).toHaveCount(0);
  await page.keyboard.press("e");
  await expect(job.line).toBeFocused();
});

test("a value that no fault gives is questioned at the field, and can be recorded all the same", async ({
  page,
}) => {
  const job = new JobPage(page, "gate-cg2");
  await job.open("Will not open, closes as it should.", ANSWERS);
  await page.getByRole("region", { name: "Power" }).getByRole("button").click();
  await page.getByRole("button", { name: "Live: take volts" }).click();
  await job.declare("live");
  const question = page.getByTestId("question");
  await job.line.fill("F2.2 230 vdc in standby");
  await expect(question).toContainText("It can be recorded all the same");
  await job.line.fill("F2.2 25.6 vdc in standby");
  await expect(question).toHaveCount(0);
  await job.record("F2.2 230 vdc in standby");
  await expect(job.line).toHaveValue("");
});

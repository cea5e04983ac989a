import { expect, test } from "./test.ts";
import { barriersOn } from "./barriers.ts";

// Others read prices beside this test: the currency stays, and what is changed is put back.
test("a shop's settings hold for everybody: degrees asked for in °F, and what is no choice refused", async ({
  page,
}) => {
  await page.goto("/settings");
  expect(await barriersOn(page)).toEqual([]);
  await page.getByLabel("Temperatures").selectOption("°F");
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByRole("status")).toHaveText("Saved for the whole shop.");
  try {
    await page.goto("/tests/ntc");
    // 212 °F are 100 °C.
    await page.getByLabel(/, °F/).first().fill("212");
    await expect(page.getByText("212 °F is 100.0 °C.")).toBeVisible();
  } finally {
    await page.goto("/settings");
    await page.getByLabel("Temperatures").selectOption("°C");
    await page.getByRole("button", { name: "Save" }).click();
    await expect(page.getByRole("status")).toHaveText("Saved for the whole shop.");
  }
  const refused = await page.request.post("/settings", { form: { currency: "JPY" } });
  expect(refused.status()).toBe(400);
});

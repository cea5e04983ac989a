import { expect, test } from "./test.ts";
import { pageAt } from "./pageAt.ts";
import { barriersOn } from "./barriers.ts";

for (const [width, theme] of [
  [1280, "light"],
  [390, "dark"],
] as const)
  test(`the logbook finds, answers and is saved as a table: ${width} px, ${theme}`, async ({
    browser,
    baseURL,
  }) => {
    const page = await pageAt(browser, baseURL, width, theme);
    await page.goto("/logbook");
    const all = Number.parseInt((await page.getByRole("status").first().innerText()).trim(), 10);
    expect(all).toBeGreaterThan(300);
    expect(await barriersOn(page)).toEqual([]);
    await page.getByLabel("Find in all jobs").fill("kiln relay");
    await page.getByRole("button", { name: "Find", exact: true }).click();
    await expect(page).toHaveURL(/find=kiln/);
    const found = page.getByRole("region", { name: "Jobs found" });
    await expect(found.getByRole("listitem").first()).toContainText("Pottery kiln");
    const status = page.getByRole("status").first();
    await expect(status).toContainText(/^\d+ jobs/);
    expect(Number.parseInt(await status.innerText(), 10)).toBeLessThan(all);
    for (const question of ["Minutes to isolate", "Which checks pay", "What to carry", "What went wrong"]) {
      await page.getByRole("link", { name: question }).click();
      const answer = page.getByRole("region", { name: question, exact: true });
      await expect(answer.getByRole("img")).toBeVisible();
      // What was sought stays sought.
      await expect(page.getByLabel("Find in all jobs")).toHaveValue("kiln relay");
      await expect(answer.getByRole("table").getByRole("row").nth(1)).toBeVisible();
    }
    const download = page.waitForEvent("download");
    await page.getByRole("link", { name: "This table as CSV" }).click();
    const text = await (await (await download).createReadStream()).toArray();
    const rows = Buffer.concat(text as Buffer[])
      .toString("utf8")
      .split("\r\n");
    expect(rows[0]).toBe(
      "Unit,Jobs closed,Wrong repairs,Came back,Not proven,Same item again within 90 days",
    );
    expect(rows[1]).toMatch(/^Pottery kiln PK9,\d+,\d+,\d+,\d+,\d+$/);
    await page.getByLabel("Find in all jobs").fill("nosuchword");
    await page.getByRole("button", { name: "Find", exact: true }).click();
    await expect(page.getByText("No job has these words.")).toBeVisible();
    await page.getByRole("link", { name: "Show all" }).click();
    // Others may have taken jobs in meanwhile.
    await expect.poll(async () => Number.parseInt(await status.innerText(), 10)).toBeGreaterThanOrEqual(all);
    await page.context().close();
  });

test("a closed job's papers: the customer's page, what a new one would cost, a letter", async ({ page }) => {
  // A new shop's first reports wait for the dictionaries that are built beside them.
  await page.goto("/logbook?find=heater&unit=glasswasher-gw4");
  const found = page.getByRole("region", { name: "Jobs found" }).getByRole("link").last();
  await page.goto((await found.getAttribute("href"))!, { timeout: 240_000 });
  await expect(page.getByRole("img", { name: /^Chances after each finding/ })).toBeVisible();
  await page.getByRole("link", { name: "For the customer" }).click();
  await expect(page.getByRole("heading", { name: "What was done" })).toBeVisible();
  await expect(page.getByRole("row", { name: /^All of it/ })).toBeVisible();
  await page.getByLabel("Price of a new one").fill("-5");
  await page.getByLabel("Years a new one lasts").fill("8");
  await page.getByLabel("Years this one goes on").fill("3");
  await page.getByRole("button", { name: "Compare" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "Price of a new one" })).toBeVisible();
  await page.getByLabel("Price of a new one").fill("2400");
  await page.getByLabel("Years a new one lasts").fill("8");
  await page.getByLabel("Years this one goes on").fill("3");
  await page.getByRole("button", { name: "Compare" }).click();
  await expect(page.getByText(/new €300 a year: the repair is cheaper/)).toBeVisible();
  expect(await barriersOn(page)).toEqual([]);
  await page.getByLabel("Who writes").selectOption("teo");
  await page.getByLabel("To", { exact: true }).fill("owner@example.org");
  await page.getByRole("button", { name: "Put it into the outbox" }).click();
  await expect(page.getByRole("list", { name: "Sent before" })).toContainText("owner@example.org");
  const pdf = await page.request.get(
    (await page.getByRole("list", { name: "Sent before" }).getByRole("link").first().getAttribute("href"))!,
  );
  expect(pdf.headers()["content-type"]).toBe("application/pdf");
  expect((await pdf.body()).subarray(0, 5).toString()).toBe("%PDF-");
  await page.goto("/outbox");
  await expect(page.getByRole("main")).toContainText("owner@example.org");
  const job = /\/jobs\/([0-9a-f-]+)\/customer/.exec(
    (await page
      .getByRole("main")
      .getByRole("link", { name: /^What was found and done on your Glasswasher/ })
      .first()
      .getAttribute("href"))!,
  )![1];
  for (const paper of ["customer", "findings", "labels"])
    expect((await page.request.get(`/jobs/${job}/papers/${paper}.pdf`)).status()).toBe(200);
  expect((await page.request.get(`/jobs/${job}/papers/other.pdf`)).status()).toBe(404);
});

test("what the shop has learned starts a job, is shown, and can be left aside", async ({ page }) => {
  await page.goto("/jobs/new?unit=gate-cg2");
  await page.getByLabel("What is wrong").fill("Will not open.");
  await page.getByLabel("Who is working on it").selectOption("ansa");
  await page.getByRole("button", { name: "Open the job" }).click();
  await expect(page.locator("[data-ready]")).toBeVisible({ timeout: 120_000 });
  const learned = page.getByTestId("learned");
  await learned.getByText(/Starts from \d+ jobs of this shop on this unit/).click();
  const first = learned.getByRole("row").nth(1);
  await expect(first).toContainText("Drive board");
  const chance = page.locator('[data-item="board"] .reading').first();
  const before = await chance.innerText();
  await learned.getByRole("button", { name: "Leave it aside in this job" }).click();
  await expect(learned.getByText("What this shop has learned is left aside in this job")).toBeVisible();
  await expect(chance).not.toHaveText(before);
  await learned.getByRole("button", { name: "Use it again" }).click();
  await expect(chance).toHaveText(before);
});

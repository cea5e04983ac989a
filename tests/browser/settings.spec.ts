import { expect, test, type Page } from "./test.ts";
import { freePort } from "../../bin/steps/port.mjs";
import { startServer, stopServer } from "../../bin/steps/serve.mjs";
import { barriersOn } from "./barriers.ts";
import { JobPage } from "./jobPage.ts";
import { ownShop } from "./ownShop.ts";

async function save(page: Page, choices: Readonly<Record<string, string>>): Promise<void> {
  await page.goto("/settings");
  for (const [label, value] of Object.entries(choices)) await page.getByLabel(label).selectOption(value);
  await page.getByRole("button", { name: "Save" }).click();
  await expect(page.getByText("Saved for the whole shop.")).toBeVisible();
}

/** What a page says, without what people wrote. */
const said = (page: Page) =>
  page.evaluate(() => {
    const walker = document.createTreeWalker(document.querySelector("main")!, NodeFilter.SHOW_TEXT);
    const texts: string[] = [];
    for (let node = walker.nextNode(); node; node = walker.nextNode())
      if (!node.parentElement?.closest("script, style, textarea, [translate=no]"))
        texts.push(node.textContent!);
    return texts.join("\n");
  });

const WITH_A_POINT = /(?<![\p{L}\p{N}_.,-])\d+\.\d+(?=\s?(?:[mkµM]?[VAΩW]|°[CF]|%)(?![\p{L}\p{N}]))/gu;

// A shop of its own: others read numbers beside this test.
test("a shop's marks and units hold on every page: from the server, after a walk through pages, and in what is asked for", async ({
  browser,
}) => {
  const cluster = await ownShop({ durable: false });
  const server = await startServer(process.cwd(), cluster.appUrl, await freePort());
  const context = await browser.newContext({ baseURL: server.address });
  try {
    const page = await context.newPage();
    await page.goto("/settings");
    expect(await barriersOn(page)).toEqual([]);
    await save(page, { Numbers: "comma", Temperatures: "unit", "Sizes and lengths": "unit" });

    // The roaster's mains has 60 Hz, the glasswasher's 50. One page comes from the server, the other is walked to.
    const answer = await page.request.get("/units/roaster-dr6");
    expect(await answer.text()).toContain("392 °F");
    await page.goto("/units/roaster-dr6");
    await expect(page.getByText("bean probe at 392 °F").first()).toBeVisible();
    expect(await said(page)).not.toMatch(/°C/u);
    await page.getByRole("link", { name: "Units" }).first().click();
    await page
      .getByRole("link", { name: /Glasswasher GW4/ })
      .first()
      .click();
    await expect(page.getByText("rinse water at 82 °C").first()).toBeVisible();
    expect(await said(page)).not.toMatch(/°F/u);
    expect((await said(page)).match(WITH_A_POINT) ?? []).toEqual([]);

    // On a job too, with the reading that is typed.
    const job = new JobPage(page, "roaster-dr6");
    await job.open("It never gets hot.", {});
    expect((await said(page)).match(WITH_A_POINT) ?? []).toEqual([]);
    const address = new URL(page.url()).pathname.split("/")[2]!;
    await page.goto(`/tests/ntc?job=${address}`);
    await expect(page.getByLabel(/, °F/).first()).toBeVisible();

    // Without a unit: metric, until the shop says otherwise.
    await page.goto("/tests/cable-drop");
    await expect(page.getByLabel("Length, one way, m")).toBeVisible();
    await save(page, { Temperatures: "F", "Sizes and lengths": "american" });
    await page.goto("/tests/ntc");
    await page.getByLabel(/, °F/).first().fill("900");
    await expect(
      page.getByText(/^900 °F is unusual\. Its temperature is usually −22 °F to 302 °F\./),
    ).toBeVisible();
    await page.goto("/tests/cable-drop");
    await expect(page.getByLabel("Size given as")).toHaveValue("awg");
    for (const [label, typed] of [
      ["Length, one way, ft", "40"],
      ["Size", "18"],
      ["Current, A", "14,5"],
      ["System volts, V", "120"],
    ] as const)
      await page.getByLabel(label, { exact: true }).fill(typed);
    // 40 ft there and back of AWG 14: 14.5 A lose 3.05 V of 120, and AWG 14 may carry 15 A.
    await expect(
      page.getByTestId("verdict").getByText(/Too thin for 14,5 A: it will overheat\. AWG 14 would do/),
    ).toBeVisible();
    const refused = await page.request.post("/settings", { form: { currency: "JPY" } });
    expect(refused.status()).toBe(400);
  } finally {
    await context.close();
    await stopServer(server.child);
    await cluster.destroy();
  }
});

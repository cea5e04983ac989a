import { expect, test, type Page } from "./test.ts";
import { PAGES } from "./addresses.ts";
import { barriersOn } from "./barriers.ts";

async function look(page: Page, address: string): Promise<string[]> {
  await page.goto(address);
  await page.locator("main, [role=main], h1").first().waitFor();
  const violations = await barriersOn(page);
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
  return [
    ...violations.flatMap((v) => v.nodes.map((n) => `${v.id} at ${n.target.join(" ")}`)),
    ...(wide > 0 ? [`scrolls sideways by ${wide} px`] : []),
  ];
}

for (const [theme, width, locale] of [
  ["light", 1280, "en-GB"],
  ["dark", 390, "de-AT"],
] as const)
  test(`no page has a barrier, a mistake of its program, nor scrolls sideways: ${theme}, ${width} wide, ${locale}`, async ({
    browser,
    baseURL,
  }) => {
    // A new shop's first report waits for dictionaries that are being built.
    test.setTimeout(600_000);
    const context = await browser.newContext({
      ...(baseURL ? { baseURL } : {}),
      colorScheme: theme,
      locale,
      viewport: { width, height: 844 },
      serviceWorkers: "block",
    });
    const page = await context.newPage();
    const found: Record<string, string[]> = {};
    const mistakes: string[] = [];
    page.on("pageerror", (error) => mistakes.push(error.message));
    for (const address of PAGES) {
      const barriers = [...(await look(page, address)), ...mistakes.splice(0)];
      if (barriers.length > 0) found[address] = barriers;
    }
    await context.close();
    expect(found).toEqual({});
  });

test("the guide is searched as one types, a page leads to the next, and a word is explained where it stands", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("navigation", { name: "Bench" }).getByRole("link", { name: "Guide" }).click();
  await page.getByLabel("Search the guide").pressSequentially("jumper");
  await expect(page.getByRole("status")).toContainText("page");
  await page.getByRole("link", { name: /^Prove the repair and close/u }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Prove the repair and close");
  await page.getByRole("navigation", { name: "What comes next" }).getByRole("link").first().click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Papers for the customer");
  await page.goto("/guide/teapot");
  await expect(page.getByText("The guide has no page “teapot”.")).toBeVisible();
});

test("a picture without words and grey letters on grey are barriers, and are found", async ({ page }) => {
  await page.setContent(
    '<html lang="en"><title>Two barriers</title><main><h1>Two</h1><img src="data:,"><p style="color:#999;background:#aaa">Grey.</p></main></html>',
  );
  const found = (await barriersOn(page)).map((v) => v.id).sort();
  expect(found).toEqual(["color-contrast", "image-alt"]);
  expect((await barriersOn(page, ["wcag2a"])).map((v) => v.id)).toEqual(["image-alt"]);
});

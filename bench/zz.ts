import { launchBrowser } from "./ownServer.ts";
const b = await launchBrowser();
for (const [n, w, h, dark] of [["p", 390, 844, true], ["d", 1280, 800, true]] as const) {
const cx = await b.newContext({ viewport: { width: w, height: h }, baseURL: "http://127.0.0.1:4127", colorScheme: dark ? "dark" : "light" });
const p = await cx.newPage();
await p.goto("/units/roaster-dr6/workshop");
await p.getByTestId("workshop-check").and(p.locator("[data-current=true]")).waitFor();
const go = async (t: string) => w < 1000 ? p.getByRole("combobox", { name: "Chapter" }).selectOption({ value: t }) : p.getByRole("navigation", { name: "Chapters" }).locator("button", { hasText: new RegExp("^" + ({parts:"Parts",steps:"Steps",effects:"Effects"} as any)[t]) }).click();
await go("parts");
await p.getByRole("searchbox").fill("GV1");
await p.getByRole("region", { name: "Parts" , exact: true}).getByRole("button").first().click();
if (w > 1000) await p.getByRole("tab", { name: "Drawing" }).click();
await p.waitForTimeout(4000);
await p.screenshot({ path: `/tmp/w-${n}1.png` , fullPage: w < 1000 });
await go("steps");
if (w > 1000) { await p.getByRole("tab", { name: "Check" }).click(); await p.getByRole("region", { name: "Steps", exact: true }).getByRole("button").nth(4).click(); }
await p.waitForTimeout(300);
await p.screenshot({ path: `/tmp/w-${n}2.png`, fullPage: w < 1000 });
}
await b.close();

import { launchBrowser } from "./ownServer.ts";
const b = await launchBrowser();
for (const [n, w, h, dark] of [["p", 390, 844, true], ["d", 1280, 800, false]] as const) {
const cx = await b.newContext({ viewport: { width: w, height: h }, baseURL: "http://127.0.0.1:4127", colorScheme: dark ? "dark" : "light" });
const p = await cx.newPage();
const errs: string[] = []; p.on("pageerror", (e) => errs.push(String(e)));
await p.goto("/units/glasswasher-gw4/wiring");
await p.getByTestId("ladder-drawing").waitFor();
await p.locator('[data-part="K3"]').click();
await p.waitForTimeout(500);
await p.screenshot({ path: `/tmp/l-${n}1.png` });
await p.goto("/units/kiln-pk9/wiring");
await p.getByTestId("ladder-drawing").waitFor();
await p.waitForTimeout(500);
await p.screenshot({ path: `/tmp/l-${n}2.png` });
console.log(errs);
}
await b.close();

import { launchBrowser } from "./ownServer.ts";
const browser = await launchBrowser();
for (const [w, h, theme] of [[390, 844, "cellar"], [1280, 800, "paper"]] as const) {
  const context = await browser.newContext({ viewport: { width: w, height: h } });
  const cookie = (name: string, v: string) => ({ name, value: encodeURIComponent(Buffer.from(JSON.stringify(v)).toString("base64")), url: "http://127.0.0.1:4127" });
  await context.addCookies([cookie("theme", theme), cookie("person", "ansa")]);
  const page = await context.newPage();
  page.on("console", (m) => m.type() === "error" && console.log("CONSOLE", m.text()));
  await page.goto("http://127.0.0.1:4127/units/new");
  await page.getByLabel("What is it").fill("Tea urn, canteen");
  const field = page.getByLabel("Next in the circuit");
  await page.waitForTimeout(600);
  for (const line of ["mains 230V 50Hz", "fuse F1 10A", "door switch S1", "cut-out", "P1.1 brown", "relay K3 24V", "P4.3 grey", "element 2kW", "P4.1 blue", "P1.2", "to N"]) {
    await field.fill(line);
    await page.keyboard.press("Enter");
  }
  await page.getByRole("button", { name: /Relay K3/ }).click();
  await page.waitForTimeout(1500);
  await page.screenshot({ path: `/tmp/t/a-${w}.png` });
  await page.getByRole("button", { name: "Save and start a job" }).click();
  await page.getByLabel("What is wrong").fill("Stays cold");
  await page.screenshot({ path: `/tmp/t/d-${w}.png`, fullPage: true });
  await page.getByRole("button", { name: "Open the job" }).click();
  await page.waitForURL(/jobs\/[0-9a-f-]{36}/);
  await page.waitForTimeout(5000);
  await page.screenshot({ path: `/tmp/t/b-${w}.png` });
  await page.screenshot({ path: `/tmp/t/c-${w}.png`, fullPage: true });
  await context.close();
}
await browser.close();

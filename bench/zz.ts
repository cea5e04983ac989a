import { launchBrowser } from "./ownServer.ts";
const browser = await launchBrowser();
const base = "http://127.0.0.1:4127";
const html = await (await fetch(base + "/logbook?find=glasswasher&page=4")).text();
const ids = [...html.matchAll(/jobs.([0-9a-f-]{36}).report/g)].map((m) => m[1]); const id = ids.at(-3)!;
console.log(id);
for (const p of ["customer", "findings", "labels"]) {
  const r = await fetch(`${base}/jobs/${id}/papers/${p}.pdf`); const b = Buffer.from(await r.arrayBuffer()); console.log(p, r.status, b.length, b.subarray(0,5).toString()); if (!r.ok) console.log(b.toString().slice(0,300));
  (await import("node:fs")).writeFileSync(`/tmp/z-${p}.pdf`, b);
}
const shots: [string, string, number, number, "light"|"dark"][] = [
  ["logbook-phone", "/logbook?ask=time", 390, 844, "dark"],
  ["customer", `/jobs/${id}/customer?newPrice=900&newYears=8&yearsLeft=3`, 1280, 800, "light"],
  ["customer-phone", `/jobs/${id}/customer`, 390, 844, "dark"],
  ["report", `/jobs/${id}/report`, 1280, 800, "light"],
];
for (const [name, path, width, height, colorScheme] of shots) {
  const page = await browser.newPage({ viewport: { width, height }, colorScheme, baseURL: base });
  await page.goto(path); await page.waitForLoadState("networkidle").catch(()=>{});
  await page.screenshot({ path: `/tmp/z-${name}.png`, fullPage: name !== "logbook-phone" });
  await page.close();
}
await browser.close();

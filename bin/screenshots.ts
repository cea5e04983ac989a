import type { Page } from "@playwright/test";
import { JobPage } from "../tests/browser/jobPage.ts";
import { WARMER } from "../tests/support/foodWarmer.ts";
import { BAD_LIST } from "../tests/support/washerList.ts";
import { launchBrowser, startOwnServer } from "../bench/ownServer.ts";
import { awaitDictionaries } from "./steps/dictionaries.mjs";

/** Takes the pictures in docs/screenshots anew, from the demo shop in a database of its own: `npm run screenshots`. */
const FOLDER = process.argv[2] ?? "docs/screenshots";
const ANSWERS = {
  "Does the display light?": "yes",
  "Does it fill with water?": "yes",
  "Does the wash pump run?": "yes",
  "Does the rinse get hot?": "no",
  "Does it drain?": "yes",
} as const;

const server = await startOwnServer();
// A new shop's first job would wait for them for minutes.
await awaitDictionaries(server.cluster.url);
const browser = await launchBrowser();

async function open(width: number, height: number, colorScheme: "light" | "dark"): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width, height },
    colorScheme,
    baseURL: server.address,
    reducedMotion: "reduce",
  });
  return context.newPage();
}

async function live(job: JobPage, page: Page): Promise<void> {
  await page.getByRole("region", { name: "Power" }).getByRole("button").click();
  // From a unit that was declared dead the dialog goes straight to what going live takes.
  const which = page.getByRole("button", { name: "Live: take volts" });
  await which.or(page.getByRole("dialog").getByRole("checkbox").first()).first().waitFor();
  if (await which.isVisible()) await which.click();
  await job.declare("live");
}

const shot = (page: Page, name: string) => page.screenshot({ path: `${FOLDER}/${name}.png` });

/** An exercise as it is worked, and looked back at. */
async function practise(page: Page): Promise<void> {
  // Looking back waits for the unit's dictionary, which a new shop has yet to build.
  page.setDefaultTimeout(120_000);
  await page.goto("/practice");
  await page.getByRole("combobox", { name: "working" }).first().selectOption("ilo");
  await page.getByRole("combobox", { name: "Unit" }).selectOption("glasswasher-gw4");
  await page.getByRole("radio", { name: /^stall with a code/iu }).check();
  await page.getByRole("button", { name: "Begin" }).click();
  await page.getByTestId("practice").waitFor();
  await page.getByRole("button", { name: "Switch on" }).click();
  await page.getByLabel("Program").selectOption("started");
  await page.getByRole("button", { name: "1 min" }).click();
  await page.getByRole("combobox", { name: "Red probe" }).selectOption("P4.3");
  await page.getByRole("combobox", { name: "Black probe" }).selectOption("P1.2");
  await page.getByRole("button", { name: "Measure" }).click();
  await page.locator("[data-testid=display] [data-rests]").waitFor();
  await page.evaluate(() => window.scrollTo(0, 0));
  await shot(page, "practice");
  await page.getByRole("button", { name: "Switch off and lock" }).click();
  await page.getByText("POWER OFF", { exact: true }).waitFor();
  await page.getByLabel("I know what it is").selectOption({ index: 2 });
  await page.getByRole("button", { name: "Call and repair it" }).click();
  await page.getByText("It is in. Does the unit work now?").waitFor();
  await page.getByRole("button", { name: "Hand it back" }).click();
  await page.getByRole("link", { name: "Look back at it" }).click();
  await page.getByRole("region", { name: "Ways of looking" }).getByRole("row").nth(7).waitFor();
  await shot(page, "debrief");
}

try {
  const page = await open(1280, 800, "light");
  const job = new JobPage(page);
  await job.open("Fills and washes, rinse stays cold. Code E4.", ANSWERS);
  await job.makeNextCheck("TC1:open");
  await live(job, page);
  for (const line of [
    "P1.1 to N 231.0 vac in rinse heat",
    "S1.2 to N 230.6 vac in rinse heat",
    "P4.3 to N 229.9 vac in rinse heat",
  ])
    await job.record(line);
  await page.locator("#finding-line").fill("");
  await shot(page, "job");
  await job.followToCall("TC1:open");
  await page.getByRole("button", { name: "Make the call" }).click();
  // The button comes last: until then the page says that it is opening.
  await page.getByRole("button", { name: /^Call it/ }).waitFor();
  await shot(page, "call");
  await page.getByRole("button", { name: /^Call it/ }).click();
  await job.more("Report");
  await page.getByRole("article").waitFor();
  await shot(page, "report");
  await job.open("Does nothing at all, display dark.", { "Does the display light?": "no" });
  await page.goto("/");
  await shot(page, "board");
  await page.goto("/logbook?ask=trouble");
  await shot(page, "logbook");
  await job.open("Fills and washes, rinse stays cold.", ANSWERS);
  await live(job, page);
  for (const line of ["P4.3 to N 229.9 vac in rinse heat", "HT1.1 to N 0.3 vac in rinse heat"])
    await job.record(line);
  await job.weighed();
  await page.keyboard.press("Escape");
  await page.keyboard.press("w");
  // The circuit of the next check: what was measured may lie on another.
  await page.getByTestId("ladder-drawing").waitFor();
  await shot(page, "wiring");
  await page.goto("/units");
  await page.getByTestId("library").getByRole("listitem").first().waitFor();
  await shot(page, "library");
  await page.goto("/units/roaster-dr6/workshop");
  await page.locator('[data-testid="workshop-check"][data-current="true"]').waitFor();
  await page
    .getByRole("navigation", { name: "Chapters" })
    .getByRole("button", { name: /^Steps/ })
    .click();
  await page
    .getByRole("region", { name: "Steps", exact: true })
    .getByRole("button", { name: /^ignite/ })
    .click();
  await page.getByRole("tab", { name: "Failures" }).click();
  await page.getByTestId("symptoms").waitFor();
  await shot(page, "workshop");
  await page.goto("/tests/ntc");
  for (const [label, value] of Object.entries({
    "Nominal at 25 °C, Ω": "10k",
    "Beta (if known)": "3950",
    "Its temperature, °C": "20",
    "It reads, Ω": "12.4k",
    "Warmed, it reads, Ω (if known)": "8k",
  }))
    await page.getByLabel(label, { exact: true }).fill(value);
  await page.getByTestId("verdict").getByText("Good").waitFor();
  await page.getByRole("img", { name: /^Ω over/ }).waitFor();
  await shot(page, "component-test");
  await page.goto("/tests/sheet");
  await page.getByLabel("Board or stage").fill("Inverter gates");
  await page.getByLabel("Parked on").fill("link minus");
  await page.getByLabel("Places of the other probe").fill("G1-6");
  await page.getByRole("button", { name: "Make the sheet" }).click();
  for (let i = 1; i <= 6; i++) {
    await page.getByLabel(`G${i}, good board`).fill("10.1k");
    if (i < 6) await page.getByLabel(`G${i}, this board`).fill(i === 4 ? "11" : "10.2k");
  }
  await page.evaluate(() => scrollTo(0, 0));
  await shot(page, "sheet");
  const strip = new JobPage(page, "prover-pc2");
  await strip.open("Trips the leakage device.", {});
  await job.more("Strip-down");
  await page.getByLabel("Humidifier element 600 W: To earth, MΩ").fill("0.02");
  await page.getByLabel("Air heater 1.2 kW: To earth, MΩ").fill("5");
  await page.getByTestId("strip-next").getByRole("button", { name: "It holds" }).click();
  await page.getByText("Recorded in the job.").waitFor();
  await shot(page, "strip-down");
  await page.goto("/units/new");
  await page.getByLabel("What is it").fill("Food warmer");
  for (const line of WARMER) {
    await page.getByLabel("Next in the circuit").fill(line);
    await page.keyboard.press("Enter");
  }
  await page.getByText(/ways to fail/).waitFor();
  await page.evaluate(() => scrollTo(0, 0));
  await shot(page, "trace");
  await page.goto("/units/new/list");
  await page.getByLabel("What is it").fill("Parts washer");
  await page.getByRole("button", { name: "Paste or open a list" }).click();
  await page.getByLabel("Paste the rows").fill(BAD_LIST);
  await page.getByRole("button", { name: "Take 60 rows" }).click();
  await page.locator(".dsg-cell").first().waitFor();
  await page.evaluate(() => scrollTo(0, 0));
  await shot(page, "wiring-list");
  await page.goto("/units/gate-cg2");
  await page.getByTestId("symptoms").waitFor();
  await shot(page, "unit");
  await page.goto("/jobs/new?unit=roaster-dr6");
  await page.getByLabel("What is wrong").fill("Fan runs, igniter glows, never lights.");
  await page.getByLabel("It stops at").selectOption({ label: "Trial for ignition and no further" });
  await page.getByLabel("It shows").selectOption({ label: "three flashes" });
  await shot(page, "start-job");
  await page.getByLabel("Who is working on it").selectOption("ansa");
  await page.getByRole("button", { name: "Open the job" }).click();
  await page.getByTestId("sequence").getByText("Most likely").waitFor({ timeout: 120_000 });
  await page.getByRole("button", { name: "Show the steps" }).click();
  await page.locator("[data-step=ignite] button").click();
  await page.getByTestId("sequence").evaluate((panel) => panel.scrollIntoView());
  await shot(page, "sequence");

  const phone = await open(390, 844, "dark");
  const onPhone = new JobPage(phone);
  await onPhone.open("Rinse stays cold.", ANSWERS);
  await onPhone.makeNextCheck("HT1:open");
  await live(onPhone, phone);
  await onPhone.makeNextCheck("HT1:open");
  await phone.evaluate(() => scrollTo(0, 0));
  await shot(phone, "job-phone");
  await practise(await open(1280, 800, "light"));
} finally {
  await browser.close();
  await server.end();
}

import { readFileSync } from "node:fs";
import { parseArgs } from "node:util";
import type { Page } from "@playwright/test";
import {
  checkById,
  observationCheck,
  trialCheck,
  type Check,
  type Trial,
  type Truth,
} from "#core/diagnosis/index.ts";
import { checkText, setupText } from "#core/view/index.ts";
import { FUNCTION_UNIT } from "#core/meter/index.ts";
import { normal, seeded } from "#core/quantity/index.ts";
import { readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";
import { launchBrowser, startOwnServer } from "../ownServer.ts";
import { JobPage } from "../../tests/browser/jobPage.ts";
import { freshTruth } from "#core/practice/index.ts";
import { FLOOR_JOBS, type FloorJob } from "./jobs.ts";

/**
 * Whole jobs through the real interface: a customer who answers every question of the intake, and a technician who follows the
 * card with an honest meter, both from the faulty unit solved afresh, not from the dictionary. Every second job is worked on a
 * small screen. Prints one JSON object with `--json`; touches no file. `--only N` works one job.
 */
const { values } = parseArgs({
  options: {
    json: { type: "boolean", default: false },
    only: { type: "string" },
    most: { type: "string", default: "25" },
  },
});
const say = (text: string) => void process.stderr.write(`${text}\n`);

interface Outcome {
  readonly job: string;
  readonly called: string;
  readonly right: boolean;
  readonly entries: number;
  readonly duplicates: number;
  readonly misfiled: number;
}

/** Works one job to its call. */
async function work(
  page: Page,
  { unit: id, fault, callPart, complaint }: FloorJob,
  seed: number,
): Promise<Outcome> {
  const unit = readUnitOrThrow(JSON.parse(readFileSync(`demo/units/${id}.json`, "utf8")));
  const truth = freshTruth(unit, [fault]);
  const random = seeded(seed);
  const job = new JobPage(page, id);
  await job.open(complaint, answers(unit, truth));
  const impossible = new Set<string>();
  let entries = 0;
  let duplicates = 0;
  let misfiled = 0;
  const rows = job.ledger.locator("[data-finding]");
  while (entries < Number(values.most)) {
    await job.weighed();
    if (await job.callReady.isVisible()) break;
    const checkId = await job.checkOnCard();
    if (checkId === undefined) break;
    const check = checkOf(unit, checkId);
    const shown = check && truth(check);
    if (check === undefined || shown === undefined) {
      if (impossible.has(checkId)) break;
      impossible.add(checkId);
      await job.next.getByRole("button", { name: "Leave it out" }).click();
      await page.waitForFunction(
        (left) => document.querySelector("[data-testid=next]")?.getAttribute("data-check") !== left,
        checkId,
        { timeout: 60_000 },
      );
      continue;
    }
    const before = await rows.count();
    const power = job.next.getByRole("button", { name: /^(?:Go live|Make dead and prove)$/ });
    if (await power.isVisible()) {
      const live = (await power.textContent())?.startsWith("Go live") ?? false;
      await power.click();
      await job.declare(live ? "live" : "dead");
    }
    if (check.kind === "reading") await job.enter(meterShows(check, shown as number, random));
    else {
      const name = shown === "badly" ? /^Yes, but/ : shown === true ? /^Yes:/ : /^No:/;
      await page.getByRole("button", { name }).first().click();
    }
    entries++;
    await rows.nth(before).waitFor({ state: "attached", timeout: 30_000 });
    const now = await rows.count();
    if (now !== before + 1) duplicates += now - before - 1;
    const filed = (await rows.first().textContent()) ?? "";
    if (!filed.includes(checkText(unit, check)) || !filed.includes(setupText(unit, check))) {
      misfiled++;
      say(`asked ${checkText(unit, check)}, ${setupText(unit, check)}; filed: ${filed}`);
    }
  }
  const wanted = itemOf(unit, callPart ?? fault.part);
  if (!(await job.callReady.isVisible()))
    return { job: name(id, fault), called: "nothing", right: false, entries, duplicates, misfiled };
  await page.getByRole("button", { name: "Make the call" }).click();
  const button = page.getByRole("button", { name: /^Call it/ });
  const called = ((await button.textContent()) ?? "").replace("Call it: ", "");
  await button.click();
  await page
    .getByText(/^Called: /u)
    .first()
    .waitFor();
  return { job: name(id, fault), called, right: called.includes(wanted), entries, duplicates, misfiled };
}

const name = (unit: string, { part, mode }: FloorJob["fault"]) => `${unit} ${part}:${mode}`;

function itemOf(unit: UnitModel, part: string): string {
  const { item } = unit.parts.find((p) => p.id === part)!;
  return unit.items.find((i) => i.id === item)!.name;
}

/** What works and what does not, as the customer saw it. */
function answers(unit: UnitModel, truth: Truth): Record<string, "yes" | "no"> {
  return Object.fromEntries(
    unit.observations
      .filter((o) => o.kind === "works")
      .flatMap((o): [string, "yes" | "no"][] => {
        const seen = truth(observationCheck(unit, o.id));
        return typeof seen === "boolean" ? [[o.question, seen ? "yes" : "no"]] : [];
      }),
  );
}

function checkOf(unit: UnitModel, id: string): Check | undefined {
  const [first, trial, subject] = id.split("/");
  if (first !== "try") return checkById(unit, id);
  try {
    return trialCheck(unit, trial as Trial, subject ?? "");
  } catch {
    return undefined;
  }
}

/** The display: some counts of noise, and digits as a meter has them. */
function meterShows(check: Extract<Check, { kind: "reading" }>, value: number, random: () => number): string {
  if (!Number.isFinite(value)) return "OL";
  const noisy = value * (1 + 0.003 * normal(random));
  const written = { V: "V", A: "A", Ω: "ohm", F: "F", Hz: "Hz" }[FUNCTION_UNIT[check.fn] as "V"] ?? "";
  if (check.fn === "ohm" || check.fn === "continuity") return `${Number(noisy.toPrecision(4))} ${written}`;
  if (check.fn === "vac" || check.fn === "lowz" || check.fn === "vdc")
    return noisy.toFixed(Math.abs(noisy) < 10 ? 2 : 1);
  return `${Number(noisy.toPrecision(4))}`;
}

const server = await startOwnServer();
const browser = await launchBrowser();
const outcomes: Outcome[] = [];
try {
  for (const [i, floorJob] of FLOOR_JOBS.entries()) {
    if (values.only !== undefined && Number(values.only) !== i + 1) continue;
    const context = await browser.newContext({
      viewport: i % 2 === 1 ? { width: 390, height: 844 } : { width: 1280, height: 800 },
      baseURL: server.address,
    });
    const page = await context.newPage();
    page.setDefaultTimeout(60_000);
    try {
      outcomes.push(await work(page, floorJob, i + 1));
    } catch (error) {
      say(String(error));
      outcomes.push({
        job: name(floorJob.unit, floorJob.fault),
        called: "stuck",
        right: false,
        entries: 0,
        duplicates: 0,
        misfiled: 0,
      });
      await page.screenshot({ path: `/tmp/floor-${i + 1}.png` });
    }
    say(JSON.stringify(outcomes.at(-1)));
    await context.close();
  }
} finally {
  await browser.close();
  await server.end();
}
const sum = (pick: (o: Outcome) => number) => outcomes.reduce((all, o) => all + pick(o), 0);
const result = {
  jobs: outcomes.length,
  right: sum((o) => (o.right ? 1 : 0)),
  wrong: sum((o) => (!o.right && !["nothing", "stuck"].includes(o.called) ? 1 : 0)),
  duplicates: sum((o) => o.duplicates),
  misfiled: sum((o) => o.misfiled),
  entries: sum((o) => o.entries),
  outcomes,
};
process.stdout.write(`${values.json ? JSON.stringify(result) : JSON.stringify(result, null, 2)}\n`);

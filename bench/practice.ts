import { readdirSync, readFileSync } from "node:fs";
import { parseArgs } from "node:util";
import { buildDictionary } from "#core/diagnosis/index.ts";
import {
  EXERCISE_KINDS,
  hide,
  playSchool,
  PracticeSession,
  type Hidden,
  type PracticeAction,
} from "#core/practice/index.ts";
import { readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";
import { awaitDictionaries } from "../bin/steps/dictionaries.mjs";
import { launchBrowser, startOwnServer } from "./ownServer.ts";
import { besideJob } from "./practiceBeside.ts";

/**
 * Practice measured: `tickMs`, the slowest mean of a simulated second over the demo units, a fault and a run of ten minutes
 * each; `heapMB`, what ten running exercises hold; `optimumMs`, the slowest best way against a hidden fault; and
 * `revealedReadings`, places in all that a browser gets before an exercise is over in which what is hidden, or a reading that
 * nobody took, is found; `findingMs`, within which nineteen in twenty entries of a job are kept beside ten exercises. Prints one JSON object with `--json`; touches no file.
 */
const { values } = parseArgs({ options: { json: { type: "boolean", default: false } } });
const units = readdirSync("demo/units").map((f) =>
  readUnitOrThrow(JSON.parse(readFileSync(`demo/units/${f}`, "utf8"))),
);
const SECONDS = 600;
const round = (ms: number) => Math.round(ms * 10) / 10;

const begun = (unit: UnitModel, hidden: Hidden, seed: number) => {
  const session = new PracticeSession(unit, hidden, seed);
  session.take({ action: { do: "power", on: true }, clock: 1 });
  for (const e of unit.sequence!.environment)
    session.take({ action: { do: "set", input: e.id, to: e.run }, clock: 1 });
  return session;
};

const ticks: Record<string, number> = {};
const optima: Record<string, number> = {};
const kept: PracticeSession[] = [];
const heapBefore = heap();
for (const unit of units) {
  const hidden = hide(unit, { kind: "dead load", difficulty: 2, seed: 21 })!;
  const session = begun(unit, hidden, 21);
  const from = performance.now();
  for (let second = 2; second < SECONDS; second++) session.snapshot(second);
  ticks[unit.id] = round((performance.now() - from) / (SECONDS - 2));
  kept.push(session);
}
for (const unit of units.slice(0, 3))
  kept.push(begun(unit, hide(unit, { kind: "dead load", difficulty: 2, seed: 5 })!, 5));
const heapMB = Math.round((heap() - heapBefore) / 1e5) / 10;
for (const unit of units) {
  const dictionary = buildDictionary(unit);
  const hidden = hide(unit, { kind: "dead load", difficulty: 2, seed: 21 })!;
  const from = performance.now();
  playSchool(dictionary, hidden, 21, "information");
  optima[unit.id] = round(performance.now() - from);
}
const { revealedReadings, beside } = await revealed();
const most = (of: Record<string, number>) => Math.max(...Object.values(of));
const result = {
  exercises: kept.length,
  tickMs: most(ticks),
  optimumMs: most(optima),
  heapMB,
  revealedReadings,
  besideExercises: beside.exercises,
  findingMs: beside.findingMs,
  ticks,
  optima,
};
process.stdout.write(`${values.json ? JSON.stringify(result) : JSON.stringify(result, null, 2)}\n`);

/** Everything that a browser gets of one exercise of each kind, searched for what it must not have. */
async function revealed() {
  const server = await startOwnServer();
  const browser = await launchBrowser();
  const { default: pg } = await import("pg");
  const database = new pg.Client({ connectionString: server.cluster.url });
  await database.connect();
  // A new shop's dictionaries are built beside its first minutes: that is none of the exercises' doing.
  await awaitDictionaries(server.cluster.url);
  let found = 0;
  let beside: Awaited<ReturnType<typeof besideJob>>;
  try {
    for (const kind of EXERCISE_KINDS) {
      const page = await browser.newPage({ baseURL: server.address });
      const bytes: string[] = [];
      page.on("response", (response) => {
        if (/\/practice|__manifest|\.data/u.test(response.url()))
          void response
            .text()
            .then((text) => bytes.push(text))
            .catch(() => undefined);
      });
      await page.goto("/practice");
      // Who works here is kept before an exercise is begun under that name.
      const chosen = page.waitForResponse((answer) => answer.url().includes("/settings/choices"));
      await page.getByRole("combobox", { name: "working" }).first().selectOption("ilo");
      await chosen;
      await page.getByRole("combobox", { name: "Unit" }).selectOption("prover-pc2");
      await page.getByRole("radio", { name: new RegExp(`^${kind}`, "iu") }).check();
      await page.getByRole("button", { name: "Begin" }).click();
      await page.getByTestId("practice").waitFor({ timeout: 90_000 });
      const id = page.url().split("/").at(-1)!;
      const act = (action: PracticeAction) => page.request.post(`/practice/${id}/actions`, { data: action });
      for (const action of [
        { do: "power", on: true },
        { do: "skip", seconds: 300 },
        { do: "measure", fn: "vac", red: "RCD.1", black: "RCD.N" },
        { do: "power", on: false },
      ] as const)
        bytes.push(await (await act(action)).text());
      const { rows } = await database.query<{ hidden: Hidden; seed: number }>(
        "SELECT hidden, seed FROM practices WHERE id = $1",
        [id],
      );
      const { hidden, seed } = rows[0]!;
      const secrets = [
        String(seed),
        '"hidden"',
        '"faults"',
        ...hidden.faults.flatMap((f) => [
          JSON.stringify(f),
          `${f.part}:${f.mode}"`,
          ...(f.severity === undefined ? [] : [`"severity":${f.severity}`]),
        ]),
      ];
      // What the unit's own model says is no secret: signs of a look name every fault they are of.
      const model = JSON.stringify(units.find((u) => u.id === "prover-pc2"));
      // A hidden field of a form hides nothing.
      const text = bytes.join("\n").replaceAll('type="hidden"', "");
      for (const secret of secrets)
        if (text.includes(secret) && !model.includes(secret)) {
          found++;
          process.stderr.write(`${kind}: ${secret}\n`);
        }
      // One reading was taken, and one is told.
      const told = text.match(/"kind":"reading"/gu)?.length ?? 0;
      // It stands in the answer to it, and in each later one.
      if (told > 2) found += told - 2;
      await page.close();
    }
    beside = await besideJob(
      server,
      units.map((u) => u.id),
    );
  } finally {
    await database.end();
    await browser.close();
    await server.end();
  }
  return { revealedReadings: found, beside };
}

function heap(): number {
  globalThis.gc?.();
  return process.memoryUsage().heapUsed;
}

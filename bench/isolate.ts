import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { buildDictionary, observationCheck, rankChecks, weigh, type Order } from "#core/diagnosis/index.ts";
import { readUnitOrThrow } from "#core/unit/index.ts";
import { complaintOf, ownTruths, playAll, type PlayedFault, type PlayedUnit } from "../bin/cli/playAll.ts";

/**
 * Plays every single fault that a customer would notice, of every unit of the demo shop or of the model files named,
 * with 2 % noise and 2 % slips, by each order, and writes docs/evaluation.md. `--json` prints one object as well.
 */
const ORDERS: readonly Order[] = ["information", "supply-forward", "load-back", "middle-first"];
const SETTING = { noise: 0.02, slips: 0.02, seed: 1 };

const named = process.argv.slice(2).filter((a) => !a.startsWith("--"));
const files =
  named.length > 0
    ? named
    : readdirSync("demo/units")
        .filter((f) => f.endsWith(".json"))
        .map((f) => `demo/units/${f}`);

interface Played {
  readonly unit: string;
  readonly faults: number;
  readonly rankingMs: number;
  readonly byOrder: ReadonlyMap<Order, PlayedUnit>;
}

function playFile(file: string): Played {
  const unit = readUnitOrThrow(JSON.parse(readFileSync(file, "utf8")));
  const dictionary = buildDictionary(unit);
  const complaint = complaintOf(dictionary).map((id) => observationCheck(unit, id));
  const own = ownTruths(dictionary);
  // What the customer does not notice is no job.
  const noticed = new Map(
    [...own].filter(([, truth]) =>
      complaint.some((check) => {
        const row = dictionary.row(check);
        return "chance" in row && (truth(check) === true) !== row.chance[0]! > 0.5;
      }),
    ),
  );
  const posterior = weigh(dictionary, []);
  const start = performance.now();
  rankChecks(dictionary, posterior, { band: "unproven", lifts: [], coversOff: [] }, new Set());
  const rankingMs = performance.now() - start;
  const byOrder = new Map(
    ORDERS.map((order) => [order, playAll(dictionary, noticed, { order, ...SETTING })]),
  );
  return { unit: unit.name, faults: noticed.size, rankingMs, byOrder };
}

const played = files.map(playFile);

function overall(order: Order) {
  const plays = played.flatMap((p) => p.byOrder.get(order)!.plays);
  const mean = (pick: (p: PlayedFault) => number) =>
    plays.reduce((sum, p) => sum + pick(p), 0) / plays.length;
  return {
    plays,
    right: mean((p) => Number(p.right)),
    wrong: mean((p) => Number(p.called && !p.right)),
    checks: mean((p) => p.checks.length),
    minutes: mean((p) => p.minutes),
  };
}

const totals = new Map(ORDERS.map((order) => [order, overall(order)]));
const best = totals.get("information")!;

/** Of the plays whose final chance lies in a bin, how many were right. */
const BINS = [0, 0.5, 0.7, 0.85, 0.95, 0.98, 1.0001] as const;
const calibration = BINS.slice(1).map((high, i) => {
  const within = best.plays.filter((p) => p.chance >= BINS[i]! && p.chance < high);
  return { low: BINS[i]!, high, plays: within.length, right: within.filter((p) => p.right).length };
});
const ninety = best.plays.filter((p) => p.chance >= 0.85 && p.chance < 0.95);

const percent = (x: number) => `${(100 * x).toFixed(1)} %`;
const page = `# Evaluation

Written by \`npm run bench:isolate\`: every single fault that the customer would notice, hidden in turn, at the middle of its sizes, with ${percent(SETTING.noise)} noise and ${percent(SETTING.slips)} slips, readings from this project's own engine. The complaint answers every "does it work" of the unit; a play ends when one item reaches 95 %, or when no check is left that tells anything. Right is the failed part's item, or one that no check tells from it.

| order | right item | wrong item called | checks | minutes | minutes, default over this |
| --- | --- | --- | --- | --- | --- |
${ORDERS.map((o) => {
  const t = totals.get(o)!;
  return `| ${o} | ${percent(t.right)} | ${percent(t.wrong)} | ${t.checks.toFixed(1)} | ${t.minutes.toFixed(1)} | ${(best.minutes / t.minutes).toFixed(2)} |`;
}).join("\n")}

By unit, default order:

| unit | faults | right item | wrong item called | checks | minutes | ranking |
| --- | --- | --- | --- | --- | --- | --- |
${played
  .map((p) => {
    const t = p.byOrder.get("information")!;
    return `| ${p.unit} | ${p.faults} | ${percent(t.rightShare)} | ${percent(t.wrongShare)} | ${t.meanChecks.toFixed(1)} | ${t.meanMinutes.toFixed(1)} | ${p.rankingMs.toFixed(0)} ms |`;
  })
  .join("\n")}

When it says so much, how often is it right (default order, at the end of the play):

| chance of the leading item | plays | right |
| --- | --- | --- |
${calibration.map((c) => `| ${percent(c.low)} to ${percent(Math.min(1, c.high))} | ${c.plays} | ${c.plays > 0 ? percent(c.right / c.plays) : "-"} |`).join("\n")}
`;
if (named.length === 0) writeFileSync("docs/evaluation.md", page);
else process.stdout.write(page);

if (process.argv.includes("--json"))
  process.stdout.write(
    `${JSON.stringify({
      rightShare: best.right,
      wrongPartShare: best.wrong,
      minutesRatioSupplyForward: best.minutes / totals.get("supply-forward")!.minutes,
      minutesRatioMiddleFirst: best.minutes / totals.get("middle-first")!.minutes,
      calibration90: ninety.length > 0 ? ninety.filter((p) => p.right).length / ninety.length : null,
      rankingMs: Math.max(...played.map((p) => p.rankingMs)),
    })}\n`,
  );

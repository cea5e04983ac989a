import { readdirSync, readFileSync } from "node:fs";
import { parseArgs } from "node:util";
import { trialCheck, TrialError, type Order } from "#core/diagnosis/index.ts";
import { viewJob } from "#core/view/index.ts";
import { ORDERS } from "#core/diagnosis/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { readUnitOrThrow } from "#core/unit/index.ts";
import { complaintOf } from "../../bin/cli/playAll.ts";
import { recordJob } from "../../demo/recordJob.ts";
import { setUp } from "../isolate/trial.ts";
import { judgeCard, type CardFault } from "./judgeCard.ts";
import { PLACES } from "./places.ts";

/**
 * Walks every card of plays of every demo unit, the first and the ones behind it, and judges each by words and by places
 * written down by hand. Prints one JSON object with `--json`; touches no file. `--every N` plays every N-th fault, `--show`
 * lists what is wrong.
 */
const { values } = parseArgs({
  options: {
    json: { type: "boolean", default: false },
    show: { type: "boolean", default: false },
    every: { type: "string", default: "8" },
    unit: { type: "string", multiple: true },
  },
});

const faults: (CardFault & { readonly unit: string; readonly check: string })[] = [];
let cards = 0;
let plays = 0;

const files = values.unit ?? readdirSync("demo/units").map((f) => `demo/units/${f}`);
for (const file of files) {
  const unit = readUnitOrThrow(JSON.parse(readFileSync(file, "utf8")));
  const places = PLACES[unit.id];
  if (!places)
    throw new Error(`Nobody has written down where ${unit.id} is dangerous (bench/safety/places.ts).`);
  const bench = setUp(file, Number(values.every));
  const dead = unit.states.find((s) => s.power === "dead")!.id;
  const judge = (view: ReturnType<typeof viewJob>) => {
    for (const card of view.next) {
      cards++;
      for (const fault of judgeCard(card, places, view.state.band, dead))
        faults.push({ ...fault, unit: unit.id, check: card.check.id });
    }
  };
  bench.faults.forEach(({ truth }, i) => {
    const order: Order = ORDERS[i % ORDERS.length]!;
    plays++;
    recordJob(
      bench.dictionary,
      truth,
      {
        complaint: "",
        asked: complaintOf(bench.dictionary),
        people: ["ansa"],
        at: "2026-01-05T08:00:00.000Z",
        checks: 12,
        noise: 0.02,
        random: seeded(i + 1),
      },
      ({ events, view }) => {
        judge(view);
        if (order !== "information") judge(viewJob(bench.dictionary, events, order));
      },
    );
  });
  // What people can ask for by name, beside what is proposed.
  for (const part of places.protects)
    try {
      trialCheck(unit, "bypass", part);
      faults.push({ kind: "bypass", what: part, unit: unit.id, check: `try/bypass/${part}` });
    } catch (error) {
      if (!(error instanceof TrialError)) throw error;
    }
  process.stderr.write(`${unit.id}: ${cards} cards so far, ${faults.length} wrong\n`);
}

const count = (kind: CardFault["kind"]) => faults.filter((f) => f.kind === kind).length;
const result = {
  plays,
  cards,
  withoutCaution: count("without-caution"),
  unsafeOrder: count("unsafe-order"),
  bypassOffers: count("bypass"),
  insideBurner: count("inside-burner"),
};
if (values.show)
  for (const line of new Set(faults.map((f) => `${f.unit} ${f.kind} ${f.what} (${f.check})`)))
    process.stdout.write(`${line}\n`);
process.stdout.write(values.json ? `${JSON.stringify(result)}\n` : `${JSON.stringify(result, null, 2)}\n`);
process.exitCode = faults.length > 0 ? 1 : 0;

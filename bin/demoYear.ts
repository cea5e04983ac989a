import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { gzipSync, strToU8 } from "fflate";
import { buildDictionary, type Dictionary } from "#core/diagnosis/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { readUnitOrThrow, type Fault, type UnitModel } from "#core/unit/index.ts";
import { complaintOf, drawFault, freshTruth } from "#core/practice/index.ts";
import { playToEnd, type Habit, type Visitation } from "../demo/playYear.ts";

/**
 * `npm run demo:year`: a year of the demo shop. Hidden faults are drawn by what this shop meets, which is not what the
 * catalogue says; two people work them by their habits; the log of each ends up in demo/year.json.gz. All invented.
 */
const JOBS = Number(process.argv[2] ?? 300);
const DAY = 1440;
/** The youngest job of the year was taken in so long ago, minutes: later ones are the open ones of demo/jobs. */
const YOUNGEST = 7 * DAY;
const OLDEST = 365 * DAY;
const EPOCH = Date.parse("2026-01-05T08:00:00.000Z");

const HABITS: readonly Habit[] = [
  { person: "ansa", order: "information", enough: 0.97, slips: 0.01, hurry: 0.04 },
  { person: "ansa", order: "supply-forward", enough: 0.97, slips: 0.01, hurry: 0.04 },
  { person: "teo", order: "information", enough: 0.75, slips: 0.03, hurry: 0.15 },
  { person: "teo", order: "cheapest-swap", enough: 0.6, slips: 0.03, hurry: 0.2 },
];

/** How often a unit is brought in, and what it usually has: by suspect, how many times the catalogue's weight. */
const SHARES: Readonly<Record<string, number>> = {
  "glasswasher-gw4": 0.26,
  "prover-pc2": 0.18,
  "dock-bd3": 0.18,
  "kiln-pk9": 0.12,
  "gate-cg2": 0.12,
  "extractor-sx4": 0.08,
  "roaster-dr6": 0.06,
};
const USUAL_OF_A_UNIT = 3;
const USUAL_TIMES = 14;

/** Where each stands, and the year on its plate, where it can be read. */
const STANDING: Readonly<Record<string, readonly (readonly [label: string, made?: number])[]>> = {
  "glasswasher-gw4": [["canteen, left", 2011], ["canteen, right", 2022], ["bar", 2018], ["school kitchen"]],
  "prover-pc2": [
    ["bakery, by the oven", 2009],
    ["bakery, back", 2020],
    ["mill café", 2024],
  ],
  "dock-bd3": [
    ["post 1", 2021],
    ["post 2", 2021],
    ["post 3", 2021],
    ["post 4", 2025],
    ["post 5", 2025],
    ["post 6", 2025],
  ],
  "kiln-pk9": [["big kiln", 2006], ["small kiln", 2019], ["evening school"]],
  "gate-cg2": [
    ["lower lock", 2004],
    ["upper lock", 2004],
    ["basin", 2023],
  ],
  "extractor-sx4": [
    ["no. 1", 2014],
    ["no. 2", 2024],
  ],
  "roaster-dr6": [
    ["the one by the window", 2016],
    ["the one at the back", 2025],
  ],
};
/** What wears: of such a fault the old ones have this much more. */
const WEARS = ["relay", "switch", "motor", "heater", "pin", "screw-terminal", "lamp", "capacitor"];
const WORN_TIMES = 4;
const OLD_BEFORE = 2018;

const units = readdirSync("demo/units").map((f) =>
  readUnitOrThrow(JSON.parse(readFileSync(`demo/units/${f}`, "utf8"))),
);

const random = seeded(2026);
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;

interface Planned extends Omit<Visitation, "random"> {
  readonly unit: UnitModel;
  readonly minutesAgo: number;
}

const usual = new Map(units.map((unit) => [unit.id, usualOf(unit)]));
const queue: Planned[] = [];
while (queue.length < JOBS) {
  const planned = plan();
  if (planned) queue.push(planned);
}
queue.sort((a, b) => b.minutesAgo - a.minutesAgo);

const dictionaries = new Map<string, Dictionary>();
const year: object[] = [];
const counts = { right: 0, wrong: 0, comeBacks: 0 };
for (let next = queue.shift(); next; next = queue.shift()) {
  const { unit, minutesAgo } = next;
  let dictionary = dictionaries.get(unit.id);
  if (!dictionary) dictionaries.set(unit.id, (dictionary = buildDictionary(unit)));
  const ended = playToEnd(dictionary, (faults) => freshTruth(unit, faults), { ...next, random });
  const { id, events, right } = ended;
  year.push({
    id,
    unit: unit.id,
    label: next.label,
    minutesAgo,
    events: events.map(({ at, ...event }) => ({
      ...event,
      minute: Math.round((Date.parse(at) - EPOCH) / 6000) / 10,
    })),
  });
  counts[right ? "right" : "wrong"]++;
  const last = events.at(-1)!.body;
  // What was closed as repaired and was not comes back.
  const back = minutesAgo - Math.round((3 + 18 * random()) * DAY);
  if (!right && last.type === "closed" && last.outcome === "repaired" && back > YOUNGEST) {
    counts.comeBacks++;
    queue.push({ ...next, minutesAgo: back, comeBackOf: id, habit: HABITS[0]!, complaint: next.complaint });
    queue.sort((a, b) => b.minutesAgo - a.minutesAgo);
  }
  process.stderr.write(
    `${year.length} ${unit.id} ${next.fault.part}:${next.fault.mode} ${events.length} ${right}\n`,
  );
}
writeFileSync("demo/year.json.gz", gzipSync(strToU8(JSON.stringify(year)), { level: 9, mtime: EPOCH }));
process.stderr.write(`${JSON.stringify(counts)}\n`);

function plan(): Planned | undefined {
  let left = random();
  const unit = units.find((u) => (left -= SHARES[u.id]!) <= 0) ?? units[0]!;
  const fault = drawFault(unit, usual.get(unit.id)!, random);
  const complaint = fault && complaintOf(unit, freshTruth(unit, [fault]));
  if (!fault || complaint === undefined) return undefined;
  return {
    unit,
    fault,
    complaint,
    ...standing(unit, fault),
    at: new Date(EPOCH).toISOString(),
    minutesAgo: Math.round(YOUNGEST + (OLDEST - YOUNGEST) * random()),
    habit: pick(HABITS),
    ...(random() < 0.1 ? { claim: claimOf(unit, fault.part) } : {}),
  };
}

/** Which of them has the fault: wear finds the old ones oftener. */
function standing(unit: UnitModel, { part }: Fault): { label: string; made?: number } {
  const { type } = unit.parts.find((p) => p.id === part)!;
  const isWorn = WEARS.some((w) => type.includes(w));
  const all = STANDING[unit.id]!;
  const weight = all.map(([, made]) => (isWorn && (made ?? OLD_BEFORE) < OLD_BEFORE ? WORN_TIMES : 1));
  let left = random() * weight.reduce((sum, w) => sum + w, 0);
  const [label, made] = all[weight.findIndex((w) => (left -= w) <= 0)] ?? all[0]!;
  return { label, ...(made === undefined ? {} : { made }) };
}

/** What an earlier repairer said: in two of five it is of the very item that is at fault. */
function claimOf(unit: UnitModel, part: string) {
  const item = random() < 0.4 ? unit.parts.find((p) => p.id === part)!.item : pick(unit.items).id;
  return { item, text: "new, says the last repairer" };
}

/** Suspects that this shop meets more often than the catalogue has them. */
function usualOf(unit: UnitModel): Map<string, number> {
  const known = new Map<string, number>();
  while (known.size < USUAL_OF_A_UNIT) {
    const fault = drawFault(unit, new Map(), random);
    if (fault && complaintOf(unit, freshTruth(unit, [fault])) !== undefined)
      known.set(`${fault.part}:${fault.mode}`, USUAL_TIMES);
  }
  return known;
}

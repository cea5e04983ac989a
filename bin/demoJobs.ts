import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { buildDictionary, readingCheck, type Truth } from "#core/diagnosis/index.ts";
import { storeValue, type EventBody, type JobEvent } from "#core/job/index.ts";
import { viewJob } from "#core/view/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { readUnitOrThrow } from "#core/unit/index.ts";
import { freshTruth } from "#core/practice/index.ts";
import { recordJob, uuidFrom, type Moment } from "../demo/recordJob.ts";

/**
 * `npm run demo:jobs`: records the demo shop's open jobs from the truth of a hidden fault, as an honest customer and an honest
 * technician would, and writes them to demo/jobs. All invented. Run it again when the engine or the units change.
 */
interface Scenario {
  readonly file: string;
  readonly unit: string;
  readonly fault: { readonly part: string; readonly mode: string; readonly size?: number };
  readonly label: string;
  readonly complaint: string;
  readonly people: readonly string[];
  /** How long ago it was taken in, minutes. */
  readonly ago: number;
  readonly checks: number;
  /** What is added at the end. */
  readonly then?: (moment: Moment, add: (body: EventBody) => void) => void;
}

const CALLED: Scenario["then"] = ({ view }, add) => {
  const { call } = view;
  add({
    type: "call",
    item: call.item,
    suspect: call.suspect,
    ...(call.proof ? { proof: call.proof.finding } : {}),
    chance: call.chance,
    note: "",
  });
};

const SCENARIOS: readonly Scenario[] = [
  {
    file: "1-roaster-taken-in",
    unit: "roaster-dr6",
    fault: { part: "M2", mode: "winding-open" },
    label: "the one by the window",
    complaint: "Switches on, lamp lights, nothing turns and no flame. Was fine yesterday.",
    people: ["ansa"],
    ago: 25,
    checks: 0,
  },
  {
    file: "2-glasswasher-half-measured",
    unit: "glasswasher-gw4",
    fault: { part: "TC1", mode: "open" },
    label: "canteen, left",
    complaint: "Fills and washes, rinse stays cold.",
    people: ["ansa"],
    ago: 190,
    checks: 2,
  },
  {
    file: "3-gate-two-fitters",
    unit: "gate-cg2",
    fault: { part: "K1", mode: "no-open" },
    label: "lower lock",
    complaint: "Will not open; closes when told to.",
    people: ["ansa", "teo"],
    ago: 310,
    checks: 4,
  },
  {
    file: "4-prover-doubtful-reading",
    unit: "prover-pc2",
    fault: { part: "M1", mode: "run-open" },
    label: "",
    complaint: "Gets warm but the dough dries on one side; no draught felt.",
    people: ["teo"],
    ago: 1500,
    checks: 2,
    // A slip of the kind that costs hours: a probe on the paint, read as nothing at the inlet.
    then: (_moment, add) => {
      add({ type: "band", band: "live", confirmed: ["Trained and allowed."] });
      const { setup, fn, red, black } = readingCheck({ state: "prove", lifts: [] }, "vac", "RCD.2", "RCD.N");
      add({
        type: "finding",
        check: { kind: "reading", setup: { state: setup.state, lifts: [] }, fn, red, black },
        result: { kind: "value", value: storeValue(0.1) },
      });
    },
  },
  {
    file: "5-kiln-called",
    unit: "kiln-pk9",
    fault: { part: "HTB1", mode: "open" },
    label: "big kiln",
    complaint: "Takes twice as long to come up to temperature; top stays dark.",
    people: ["ansa"],
    ago: 2900,
    checks: 14,
    then: CALLED,
  },
  {
    file: "6-extractor-waits-for-a-part",
    unit: "extractor-sx4",
    fault: { part: "Y1", mode: "coil-open" },
    label: "no. 2",
    complaint: "Display bright, lid does not lock, so it never spins.",
    people: ["teo"],
    ago: 4400,
    checks: 14,
    then: (moment, add) => {
      CALLED(moment, add);
      add({ type: "band", band: "dead", confirmed: ["Unplugged and locked; the link measured below 50 V."] });
      add({ type: "note", text: "Part ordered, comes on Thursday. Customer told." });
    },
  },
  {
    file: "7-dock-half-measured",
    unit: "dock-bd3",
    fault: { part: "MOD", mode: "shorted" },
    label: "post 4",
    complaint: "Everything dark, no bicycle can be taken or returned.",
    people: ["teo"],
    ago: 95,
    checks: 1,
  },
];

mkdirSync("demo/jobs", { recursive: true });
const only = process.argv[2];
SCENARIOS.forEach((s, i) => {
  if (only !== undefined && !s.file.includes(only)) return;
  const unit = readUnitOrThrow(JSON.parse(readFileSync(`demo/units/${s.unit}.json`, "utf8")));
  const dictionary = buildDictionary(unit);
  const truth: Truth = freshTruth(unit, [s.fault]);
  const random = seeded(100 + i);
  const opened = Date.parse("2026-01-05T08:00:00.000Z");
  const moment = recordJob(dictionary, truth, {
    complaint: s.complaint,
    asked: unit.observations.filter((o) => o.kind === "works" || o.kind === "code").map((o) => o.id),
    people: s.people,
    at: new Date(opened).toISOString(),
    checks: s.checks,
    noise: 0.003,
    random,
  });
  const events: JobEvent[] = [...moment.events];
  s.then?.(moment, (body) => {
    const last = events.at(-1)!;
    events.push({
      id: uuidFrom(random),
      person: s.people.at(-1)!,
      at: new Date(Date.parse(last.at) + 90_000).toISOString(),
      body,
    });
  });
  const view = viewJob(dictionary, events);
  process.stderr.write(
    `${s.file}: ${events.length} events; ${view.items
      .slice(0, 3)
      .map((x) => `${x.name} ${Math.round(100 * x.chance)} %`)
      .join(", ")}; call ${view.call.ready ? view.call.itemName : "not ready"}\n`,
  );
  const job = {
    id: uuidFrom(random),
    unit: s.unit,
    label: s.label,
    minutesAgo: s.ago,
    events: events.map(({ at, ...event }) => ({ ...event, minute: (Date.parse(at) - opened) / 60_000 })),
  };
  writeFileSync(`demo/jobs/${s.file}.json`, `${JSON.stringify(job, null, 1)}\n`);
});

import { describe, expect, test } from "@jest/globals";
import { glasswasher } from "../../tests/support/glasswasher.ts";
import { rinseReading } from "../../tests/support/rinseReading.ts";
import { admissionProblems } from "./admit.ts";
import type { EventBody, FindingBody, JobEvent } from "./events.ts";
import { misfits } from "./fit.ts";
import { replay } from "./replay.ts";
import { revisionAt } from "./revision.ts";

const unit = glasswasher();
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
let count = 0;
const entry = (body: EventBody): JobEvent => {
  count++;
  return {
    id: uuid(count),
    person: "ansa",
    at: `2026-03-02T09:00:${String(count % 60).padStart(2, "0")}.000Z`,
    body,
  };
};
const reading = rinseReading(229) as FindingBody;
const check = reading.check as Extract<FindingBody["check"], { kind: "reading" }>;
const at = (over: Partial<typeof check>): FindingBody => ({ ...reading, check: { ...check, ...over } });

describe("what a revision has no place for", () => {
  const observation: FindingBody = {
    type: "finding",
    check: { kind: "observation", observation: "sings" },
    result: { kind: "seen", seen: true },
  };
  test.each<[string, EventBody, string[]]>([
    ["a reading of its own", reading, []],
    ["a point", at({ red: "P99.1" }), ["point P99.1"]],
    ["both points", at({ red: "P99.1", black: "P99.2" }), ["point P99.1", "point P99.2"]],
    ["a state", at({ setup: { state: "thaw", lifts: [] } }), ["state thaw"]],
    ["a lift", at({ setup: { ...check.setup, lifts: ["P99"] } }), ["lift P99"]],
    ["a look", observation, ["observation sings"]],
    ["a claim's item", { type: "claim", item: "boiler", text: "new" }, ["item boiler"]],
    ["a claim without one", { type: "claim", text: "new" }, []],
    [
      "one of two items called",
      { type: "call", item: `${unit.items[0]!.id}+boiler`, suspect: "x", chance: 0.9, note: "" },
      ["item boiler"],
    ],
    ["a note", { type: "note", text: "P99.1" }, []],
    [
      "a part of a try",
      { type: "strip", connected: ["HT9"], off: [], tripped: true, spent: "nothing", device: "rail" },
      ["part HT9"],
    ],
  ])("%s", (_, body, wanted) => {
    expect(misfits(unit, body).map((m) => (m.code === "unknown" ? `${m.what} ${m.id}` : m.code))).toEqual(
      wanted,
    );
  });

  test("is a live reading in what is a dead state by now", () => {
    const dead = unit.states.find((s) => s.power === "dead")!;
    expect(misfits(unit, at({ setup: { state: dead.id, lifts: [] } }))).toEqual([
      { code: "state-power", state: dead.name },
    ]);
  });

  test("stays in the job, is not weighed, and can be taken back", () => {
    const [opened, good, lost] = [
      entry({ type: "opened", complaint: "cold" }),
      entry(reading),
      entry(at({ red: "P99.1" })),
    ];
    const job = replay(unit, [opened, good, lost]);
    expect(job.unplaced.map((u) => u.event)).toEqual([lost]);
    expect(job.ledger.map((l) => l.event)).toEqual([good]);
    expect(job.evidence).toHaveLength(1);
    const back = entry({ type: "retraction", of: lost.id, why: "" });
    expect(admissionProblems(unit, job, back)).toEqual([]);
    expect(replay(unit, [opened, good, lost, back]).unplaced).toEqual([]);
  });
});

describe("the revision that a job stood at", () => {
  const [a, b, c] = ["a", "b", "c"].map((x) => x.repeat(64)) as [string, string, string];
  const opened = entry({ type: "opened", complaint: "" });
  const first = entry({ type: "moved", from: a, to: b });
  const second = entry({ type: "moved", from: b, to: c });
  const log = [opened, first, second];

  test("is the one of the last move that was known, and before any the one it began with", () => {
    expect(revisionAt(c, log, log)).toBe(c);
    expect(revisionAt(c, log, [opened, first])).toBe(b);
    expect(revisionAt(c, log, [opened])).toBe(a);
    expect(revisionAt(a, [opened], [opened])).toBe(a);
  });
});

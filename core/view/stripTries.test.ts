import { describe, expect, test } from "@jest/globals";
import { demoDictionary, demoUnits } from "../../tests/support/demoUnits.ts";
import { stripCheck, takenOffBy } from "../diagnosis/index.ts";
import { admissionProblems, jobEvent, replay, type EventBody, type JobEvent } from "../job/index.ts";
import { viewJob } from "./index.ts";

const unit = demoUnits().get("prover-pc2")!;
let count = 0;
const event = (body: EventBody): JobEvent => ({
  id: `00000000-0000-4000-8000-${String(++count).padStart(12, "0")}`,
  person: "ansa",
  at: `2026-03-02T09:${String(count % 60).padStart(2, "0")}:00.000Z`,
  body,
});
type Try = Extract<EventBody, { type: "strip" }>;
const opened = () => event({ type: "opened", complaint: "Trips the leakage device." });
const tried = (off: string[], tripped: boolean, more: Partial<Try> = {}) =>
  event({
    type: "strip",
    connected: [],
    off,
    tripped,
    spent: tripped ? "reset" : "nothing",
    device: "RCD1",
    ...more,
  });

describe("what takes a load off", () => {
  test("its own plug, else the leads at its terminals, both of them and not the earth", () => {
    const plugged = unit.lifts.find((l) => new Set(l.terminals.map((t) => t.split(".")[0])).size === 1)!;
    const load = plugged.terminals[0]!.split(".")[0]!;
    expect(takenOffBy(unit, load)).toEqual([plugged.id]);
    const glasswasher = demoUnits().get("glasswasher-gw4")!;
    expect(takenOffBy(glasswasher, "Y2").length).toBeGreaterThan(0);
    for (const lift of takenOffBy(glasswasher, "LED1")) expect(lift).not.toMatch(/\.pe$/);
  });

  test("one load off by its own plug is the trial of that plug; several are a check of their own", () => {
    expect(stripCheck(unit, []).id).toBe("try/strip/all-on");
    expect(stripCheck(unit, ["HT1", "M1"])).toMatchObject({ id: "try/strip/HT1,M1", off: ["HT1", "M1"] });
    expect(stripCheck(unit, ["HT1", "M1"]).setup.lifts).toEqual([
      ...takenOffBy(unit, "HT1"),
      ...takenOffBy(unit, "M1"),
    ]);
  });
});

describe("a try of the strip-down in the job's record", () => {
  test("stands in the ledger with what was off and what it came to, and is evidence", () => {
    const first = tried(["HT1"], false);
    const { ledger, evidence, strip } = replay(unit, [opened(), first]);
    expect(ledger).toHaveLength(1);
    expect(ledger[0]).toMatchObject({ event: first, body: { type: "finding", result: { seen: true } } });
    expect(evidence).toMatchObject([{ kind: "seen", id: first.id, seen: true }]);
    expect(strip).toMatchObject([{ off: ["HT1"], tripped: false, event: first.id }]);
  });

  test("taken back it stays, struck through, and counts no more", () => {
    const first = tried(["HT1"], false);
    const state = replay(unit, [
      opened(),
      first,
      event({ type: "retraction", of: first.id, why: "wrong plug" }),
    ]);
    expect(state.ledger[0]!.retracted).toMatchObject({ why: "wrong plug" });
    expect(state.evidence).toEqual([]);
    expect(state.strip).toEqual([]);
  });

  test.each<[string, Partial<Try>]>([
    ["a rail that folds back opens nothing", { device: "rail" }],
    ["with the unit's plug pulled nothing of the unit is tried", { plugPulled: true }],
    ["with a load beside the unit on it may be that one's", { beside: ["freezer"] }],
  ])("%s: it counts in the strip-down only", (_why, more) => {
    const state = replay(unit, [opened(), tried(["HT1"], true, more)]);
    expect(state.ledger).toEqual([]);
    expect(state.evidence).toEqual([]);
    expect(state.strip).toHaveLength(1);
  });

  test("what holds with a load beside the unit on is a finding all the same", () => {
    expect(replay(unit, [opened(), tried(["HT1"], false, { beside: ["freezer"] })]).ledger).toHaveLength(1);
  });

  test("what it took off is off until something says otherwise", () => {
    expect(replay(unit, [opened(), tried(["HT1", "M1"], false)]).situation.lifts).toEqual(
      stripCheck(unit, ["HT1", "M1"]).setup.lifts,
    );
  });

  test("parts that the unit does not have are refused by name, in every place where one can stand", () => {
    const problems = (more: Partial<Try>) =>
      admissionProblems(unit, replay(unit, [opened()]), tried([], false, more)).map((p) =>
        p.code === "unknown" ? `${p.what} ${p.id}` : p.code,
      );
    expect(problems({})).toEqual([]);
    expect(problems({ connected: ["HT1", "M1"], off: ["HT2"] })).toEqual([]);
    expect(problems({ connected: ["HT9"] })).toEqual(["part HT9"]);
    expect(problems({ off: ["M9"] })).toEqual(["part M9"]);
    expect(problems({ device: "RCD9" })).toEqual(["part RCD9"]);
    expect(problems({ device: "rail" })).toEqual([]);
    // Loads beside the unit have names, and are none of its parts.
    expect(problems({ beside: ["freezer"] })).toEqual([]);
  });

  test("it is taken back once; what was never recorded cannot be", () => {
    const first = tried(["HT1"], false);
    const back = (of: string) => event({ type: "retraction", of, why: "" });
    const log = [opened(), first];
    const codes = (job: JobEvent[], next: JobEvent) =>
      admissionProblems(unit, replay(unit, job), next).map((p) => p.code);
    expect(codes(log, back(first.id))).toEqual([]);
    expect(codes([...log, back(first.id)], back(first.id))).toEqual(["already-retracted"]);
    expect(codes(log, back("00000000-0000-4000-8000-999999999999"))).toEqual(["unknown"]);
  });

  test("the stored event keeps all it has", () => {
    const stored = tried(["HT1"], true, { beside: ["freezer"] });
    expect(jobEvent.parse(JSON.parse(JSON.stringify(stored)))).toEqual(stored);
  });
});

describe("a try moves the suspects", () => {
  const dictionary = demoDictionary("prover-pc2");
  const chance = (log: JobEvent[], item: string) =>
    viewJob(dictionary, log, "information", undefined, "listed").items.find((i) => i.id === item)!.chance;
  const leak = dictionary.suspects.find((s) => /^HT2:.*(leak|earth)/.test(s.id))!;
  const item = leak.item!;

  test("it trips with all on, and holds with the heater off: the heater comes up; trips still: it goes down", () => {
    // The model says the same of a leak that is large enough: it opens with all on, and holds with the heater off.
    const opens = (off: string[]) => {
      const row = dictionary.row(stripCheck(dictionary.unit, off));
      return "chance" in row ? [...row.chance].map((c) => c < 0.5) : [];
    };
    const [all, without] = [opens([]), opens(["HT2"])];
    const ofLeak = dictionary.cases.flatMap((c, i) => (dictionary.suspects[c.suspect] === leak ? [i] : []));
    expect(ofLeak.some((i) => all[i]!)).toBe(true);
    expect(ofLeak.some((i) => without[i]!)).toBe(false);
    const tripping = [opened(), tried([], true)];
    const before = chance(tripping, item);
    expect(chance([...tripping, tried(["HT2"], false)], item)).toBeGreaterThan(before);
    expect(chance([...tripping, tried(["HT2"], true)], item)).toBeLessThan(before);
  });

  test("the ledger's line reads as it was done", () => {
    const view = viewJob(
      dictionary,
      [opened(), tried(["HT2"], false), tried(["HT2", "M1"], true)],
      "information",
      undefined,
      "listed",
    );
    expect(view.ledger.map((l) => [l.check, l.setup, l.result])).toEqual([
      [expect.stringMatching(/off, then live\. Does it hold\?/), "a whole run", "yes"],
      [expect.stringMatching(/ off, then live\. Does it hold\?/), "a whole run", "no"],
    ]);
  });
});

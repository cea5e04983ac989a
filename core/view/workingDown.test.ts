import { describe, expect, test } from "@jest/globals";
import { demoDictionary, demoUnits } from "../../tests/support/demoUnits.ts";
import { readingCheck } from "../diagnosis/index.ts";
import { admissionProblems, replay, type EventBody, type FindingBody, type JobEvent } from "../job/index.ts";
import {
  isProven,
  judgeProof,
  meterProof,
  proofRecord,
  proofSteps,
  sameInNextState,
  viewJob,
  wiringView,
} from "./index.ts";

const ID = "glasswasher-gw4";
const unit = demoUnits().get(ID)!;
let count = 0;
const event = (body: EventBody): JobEvent => ({
  id: `00000000-0000-4000-8000-${String(++count).padStart(12, "0")}`,
  person: "ansa",
  at: "2026-01-05T10:00:00.000Z",
  body,
});
const live = event({ type: "band", band: "live", confirmed: [] });
const pair = (state: string, value: number): EventBody => ({
  type: "finding",
  check: { kind: "reading", setup: { state, lifts: [] }, fn: "vac", red: "P4.3", black: "P1.2" },
  result: { kind: "value", value },
});
const onTwin = (state: string, value: number): EventBody => ({
  type: "twin",
  check: { kind: "reading", setup: { state, lifts: [] }, fn: "vac", red: "P4.3", black: "P1.2" },
  result: { kind: "value", value },
});

describe("proving dead", () => {
  const steps = proofSteps(demoUnits().get("extractor-sx4")!);

  // Common practice, no source: isolate, known source, measure, stored energy, known source again.
  test("goes source, measure, stored energy with its wait and its volts, source", () => {
    expect(steps.map((s) => s.measure?.kind)).toEqual([undefined, "source", "dead", "dead", "source"]);
    expect(steps[3]).toMatchObject({ waitSeconds: 300, measure: { belowVolts: 50 } });
    expect(proofSteps(unit)).toHaveLength(4);
  });

  test.each([
    ["before", 231, true, "it works"],
    ["before", 3, false, "Nothing is proven"],
    ["inlet", 0.2, true, "below 5 V"],
    ["inlet", -0.2, true, "below 5 V"],
    ["inlet", 24, false, "low impedance"],
    ["inlet", 229, false, "the unit is live"],
    ["stored-0", 180, false, "still stored"],
    ["stored-0", 12, true, "below 50 V"],
  ])("%s reads %d V", (id, volts, holds, text) => {
    const judged = judgeProof(
      steps.find((s) => s.id === id)!,
      volts,
    );
    expect(judged.holds).toBe(holds);
    expect(judged.text).toContain(text);
  });

  test("only readings prove it: a tick stands for the isolation alone", () => {
    const proven = (volts: Readonly<Record<string, number>>, ticked = true) =>
      isProven(steps, (step) => ({ ticked: ticked && step.id === "isolate", volts: volts[step.id] }));
    const good = { before: 231, inlet: 0.2, "stored-0": 12, after: 230 };
    expect(proven(good)).toBe(true);
    expect(proven(good, false)).toBe(false);
    for (const step of Object.keys(good)) {
      const rest = Object.fromEntries(Object.entries(good).filter(([id]) => id !== step));
      expect([step, proven(rest)]).toEqual([step, false]);
    }
    expect(proven({ ...good, "stored-0": 50 })).toBe(false);
    expect(proven({ ...good, "stored-0": 49.9 })).toBe(true);
  });

  test("back to dead: a live reading of the last ten minutes proves the meter, an older one or a low one does not", () => {
    const at = (minutes: number, volts: number) => ({
      ledger: [
        {
          event: {
            id: "",
            person: "ansa",
            at: new Date(60_000 * (100 - minutes)).toISOString(),
            body: pair("fill", volts),
          },
          body: pair("fill", volts) as FindingBody,
          check: readingCheck({ state: "fill", lifts: [] }, "vac", "P4.3", "P1.2"),
        },
      ],
    });
    const now = (at: string) => 60_000 * 100 - Date.parse(at);
    expect(meterProof(at(9.9, 229), now)).toBe(229);
    expect(meterProof(at(10.1, 229), now)).toBeUndefined();
    expect(meterProof(at(1, 9.9), now)).toBeUndefined();
    expect(meterProof(at(1, 10), now)).toBe(10);
    expect(meterProof({ ledger: [] }, now)).toBeUndefined();
    expect(proofSteps(unit, 229).find((s) => s.id === "before")).toMatchObject({ given: 229 });
    expect(proofSteps(unit, 229)).toHaveLength(proofSteps(unit).length);
  });

  test("the record keeps the reading", () => {
    expect(proofRecord(steps[1]!, 230.62)).toMatch(/known live source\. 230\.6 V$/);
    expect(proofRecord(steps[1]!, undefined)).toBe(steps[1]!.text);
  });
});

describe("the same pair in the next state", () => {
  const check = readingCheck({ state: "wash", lifts: [] }, "vac", "P4.3", "P1.2");
  const liveStates = unit.states.filter((s) => s.power === "live").map((s) => s.id);

  test("works down every live state once and stops", () => {
    const seen = ["wash"];
    const events = [live, event(pair("wash", 0))];
    for (let next = sameInNextState(unit, replay(unit, events), check); next;) {
      seen.push(next.setup.state);
      events.push(event(pair(next.setup.state, 0)));
      next = sameInNextState(unit, replay(unit, events), next);
    }
    expect([...seen].sort()).toEqual([...liveStates].sort());
    expect(seen[1]).toBe(liveStates[liveStates.indexOf("wash") + 1]);
  });
});

describe("a known-good twin", () => {
  const known = demoDictionary(ID);

  test("is compared pair by pair and weighs nothing", () => {
    const own = [live, event(pair("rinse-heat", 1.2)), event(pair("wash", 0))];
    const compared = [...own, event(onTwin("rinse-heat", 229.7)), event(onTwin("wash", 0))];
    const [before, after] = [viewJob(known, own), viewJob(known, compared)];
    expect(after.items).toEqual(before.items);
    expect(before.twin).toEqual([]);
    expect(after.twin.map(({ setup, alike }) => ({ setup, alike }))).toEqual([
      { setup: "rinse heat", alike: false },
      { setup: "wash", alike: true },
    ]);
    expect(after.twin[0]).toMatchObject({ here: "1.200 V", twin: "229.7 V" });
  });

  test("needs no power band of this unit, but real points and a possible number", () => {
    const job = replay(unit, []);
    expect(admissionProblems(unit, job, event(onTwin("wash", 230)))).toEqual([]);
    expect(admissionProblems(unit, job, event(onTwin("wash", 4000)))).toMatchObject([{ code: "impossible" }]);
    expect(admissionProblems(unit, job, event(onTwin("spin", 230)))).toMatchObject([{ what: "state" }]);
  });

  test("a reading on it may be retracted", () => {
    const reading = event(onTwin("wash", 230));
    const taken = event({ type: "retraction", of: reading.id, why: "" });
    expect(admissionProblems(unit, replay(unit, [reading]), taken)).toEqual([]);
    expect(replay(unit, [reading, taken]).twin).toEqual([]);
  });
});

describe("a photograph of a finding", () => {
  const finding = event(pair("wash", 0));
  const photo = (of: string) =>
    event({
      type: "attachment",
      of,
      file: "00000000-0000-4000-8000-0000000000aa",
      name: "plug.jpg",
      media: "image/jpeg",
    });

  test("belongs to a finding of this job", () => {
    const job = replay(unit, [live, finding]);
    expect(admissionProblems(unit, job, photo(finding.id))).toEqual([]);
    expect(admissionProblems(unit, job, photo("00000000-0000-4000-8000-0000000000bb"))).toMatchObject([
      { code: "unknown", what: "finding" },
    ]);
    expect(replay(unit, [live, finding, photo(finding.id)]).attachments).toMatchObject([
      { finding: finding.id, name: "plug.jpg" },
    ]);
  });
});

describe("the figures on the drawing", () => {
  test("say what each point should read in the state, and what it read", () => {
    const known = demoDictionary(ID);
    const events = [live, event(pair("rinse-heat", 0.3))];
    const view = wiringView(known, events, "rinse-heat");
    const at = (id: string) => view.points.find((p) => p.id === id)!;
    expect(at("P4.3").measured).toEqual({ text: "0.300 V", asItShould: false });
    expect(at("P4.3").terminal).toMatch(/^P4\.3\./);
    expect(at("P4.3").expected).toMatch(/^2[23]\d V$/);
    expect(at("P1.2").expected).toBeUndefined();
    expect(wiringView(known, events, "standby").points.find((p) => p.id === "P4.3")!.expected).toBe("0 V");
    expect(view.parts["K3"]!.chance).toBeGreaterThan(wiringView(known, [], "rinse-heat").parts["K3"]!.chance);
    const sum = Object.values(view.parts).reduce((sum, { chance }) => sum + chance, 0);
    expect(sum).toBeLessThanOrEqual(1 + 1e-9);
  });
});

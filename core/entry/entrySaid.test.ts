import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import { describeEntryProblem, parseEntry, type EntryContext } from "./index.ts";
import { admissionProblems, replay, type EventBody, type FindingBody, type JobEvent } from "../job/index.ts";
import { describeAdmissionProblem } from "../view/index.ts";

const unit = demoUnits().get("glasswasher-gw4")!;
const around: EntryContext = {
  liveSetup: { state: "standby", lifts: [] },
  deadSetup: { state: "dead", lifts: [] },
};
const understood = (line: string, context = around): FindingBody => {
  const result = parseEntry(unit, line, context);
  if (!result.ok) throw new Error(`${line}: ${describeEntryProblem(result.problem)}`);
  return result.body;
};
const refused = (line: string) => {
  const result = parseEntry(unit, line, around);
  return result.ok ? "" : describeEntryProblem(result.problem);
};
let count = 0;
const event = (body: EventBody): JobEvent => ({
  id: `00000000-0000-4000-8000-${String(++count).padStart(12, "0")}`,
  person: "ansa",
  at: "2026-01-05T10:00:00.000Z",
  body,
});
const spoken = (line: string, band: "live" | "dead") =>
  admissionProblems(
    unit,
    replay(unit, [event({ type: "band", band, confirmed: [] })]),
    event(understood(line)),
  )
    .map(describeAdmissionProblem)
    .join(" ");

describe("a number that cannot be is questioned, and what may be is taken", () => {
  test.each([
    ["P4.3 to N 4k7M", "two prefixes"],
    ["P4.3 to N 3K6nV", "two prefixes"],
    ["P4.3 N - 3", "Is it −3 or 3?"],
    ["P4.3 to N ac 24 vdc", "V AC and V DC in one line"],
    ["P4.3 to N flickers", "Enter the lowest and the highest"],
  ])("%s", (line, said) => expect(refused(line)).toContain(said));

  test.each([
    ["P4.3 to N 4.7k", "live", "4700 V is beyond the 1000 V"],
    ["P4.3 to N 1000.1 vac", "live", "beyond the 1000 V"],
    ["P4.3 to N 1000 vac", "live", ""],
    ["P4.3 to N -230 vac", "live", "V AC has no sign"],
    ["P4.3 to N -50 Hz", "live", "a frequency has no sign"],
    ["P4.3 to N 1001 Hz", "live", ""],
    ["P4.3 to N 4 kHz", "live", ""],
    ["TP5 to GND -5.01 vdc", "live", ""],
    ["HT1 ohm 1e300", "dead", "ends at 10 GΩ"],
    ["HT1 ohm 9 G", "dead", ""],
    ["C1 100MF", "dead", "ends at 200 mF"],
    ["C1 190 mF", "dead", ""],
    ["D1 diode 12.1", "dead", "ends at 12 V"],
    ["D1 diode 11.9", "dead", ""],
    ["D1 diode -0.5", "dead", "no volts below 0"],
    ["HT1 ohm -3", "dead", "still voltage between the points"],
    ["C1 -100 uF", "dead", "charged"],
  ] as const)("%s with the unit %s: “%s”", (line, band, said) =>
    said === "" ? expect(spoken(line, band)).toBe("") : expect(spoken(line, band)).toContain(said),
  );

  test("a power of ten is a number, and 4k7 with its own unit still is one", () => {
    expect(understood("HT1 1e3 ohm").result).toEqual({ kind: "value", value: 1000 });
    expect(understood("HT1 2.5E-1 ohm").result).toEqual({ kind: "value", value: 0.25 });
    expect(understood("HT1 4k7 ohm").result).toEqual({ kind: "value", value: 4700 });
  });
});

describe("the function and the unit's power", () => {
  test("the function may come after the number", () => {
    expect(understood("D1 0.52 V diode").check).toMatchObject({ fn: "diode" });
    expect(understood("D1 OL diode")).toMatchObject({ check: { fn: "diode" }, result: { value: "OL" } });
  });

  test("a bare number between points of a dead unit is in ohms", () => {
    expect(understood("TC1 0.2", { ...around, isDead: true }).check).toMatchObject({ fn: "ohm" });
    expect(understood("TC1 0.2 P4 off", { ...around, isDead: true }).check).toMatchObject({ fn: "ohm" });
    expect(understood("TC1 0.2").check).toMatchObject({ fn: "vac" });
  });
});

describe("a plug that is off", () => {
  test.each([
    "HT1 44 ohm P4 off",
    "HT1 44 ohm with P4 off",
    "P4 off HT1 44 ohm",
    "HT1 with plug P4 lifted 44 ohm",
  ])("%s", (line) =>
    expect(understood(line)).toMatchObject({
      check: { setup: { state: "dead", lifts: ["P4"] }, fn: "ohm", red: "HT1.1" },
      result: { value: 44 },
    }),
  );

  test("stays off in the next line, live too, until it is said to be back", () => {
    const off = { liveSetup: { state: "wash", lifts: ["P4"] }, deadSetup: { state: "dead", lifts: ["P4"] } };
    expect(understood("P4.3 to N 230 vac", off).check).toMatchObject({ setup: { lifts: ["P4"] } });
    expect(understood("P4.3 to N 230 vac P4 back", off).check).toMatchObject({ setup: { lifts: [] } });
  });

  test("a part's own plug or lead is meant by its name; what does not come off is named", () => {
    expect(understood("M1.1 off HT1 44 ohm").check).toMatchObject({
      setup: { lifts: [expect.stringMatching(/^M1/u)] },
    });
    expect(refused("HT1 44 ohm bucket off")).toMatch(/“bucket” is nothing that comes off.*P4/u);
  });

  test("answers the card's pair with the plug off as a reading of its own", () => {
    const pending = {
      kind: "reading",
      id: "",
      setup: { state: "dead", lifts: [] },
      fn: "ohm",
      red: "HT1.1",
      black: "HT1.2",
    } as const;
    expect(understood("44 P4 off", { ...around, pending }).check).toMatchObject({
      setup: { lifts: ["P4"] },
      red: "HT1.1",
    });
  });
});

describe("what was held, and how a part works", () => {
  test.each([
    ["P4.3 to N lowest 198", "lowest"],
    ["P4.3 to N min 198 vac", "lowest"],
    ["P4.3 to N highest 198", "highest"],
    ["P4.3 to N peak 198", "highest"],
  ])("%s is the %s, compared and never weighed", (line, held) => {
    const body = understood(line);
    expect(body.result).toEqual({ kind: "value", value: 198, held });
    const job = replay(unit, [event({ type: "band", band: "live", confirmed: [] }), event(body)]);
    expect(job.ledger).toHaveLength(1);
    expect(job.evidence).toEqual([]);
  });

  test("“wash pump slow” answers whether it runs", () => {
    expect(understood("wash pump slow")).toEqual({
      type: "finding",
      check: { kind: "observation", observation: "washes" },
      result: { kind: "seen", seen: true, badly: true },
    });
    expect(understood("M2 hums").check).toEqual({ kind: "observation", observation: "drains" });
    expect(refused("pump slow")).not.toBe("");
  });
});

describe("claims and what was left out", () => {
  test("a claim carries its part's name", () => {
    const job = replay(unit, [
      event({ type: "claim", item: "wash-pump", text: "new last week" }),
      event({ type: "claim", text: "all plugs pushed home" }),
    ]);
    expect(job.claims.map((c) => c.text)).toEqual(["Wash pump M1: new last week", "all plugs pushed home"]);
  });

  test("a check left out is kept with its reason until it is taken back", () => {
    const left = event({
      type: "skipped",
      check: "see/washes",
      title: "Does the wash pump run?",
      why: "could not reach",
    });
    expect(replay(unit, [left]).skipped).toMatchObject([{ check: "see/washes", why: "could not reach" }]);
    const back = event({ type: "retraction", of: left.id, why: "" });
    expect(admissionProblems(unit, replay(unit, [left]), back)).toEqual([]);
    expect(replay(unit, [left, back]).skipped).toEqual([]);
  });
});

import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../tests/support/glasswasher.ts";
import { doneChecks, type EventBody, type FindingBody, type JobEvent } from "../job/index.ts";
import type { MeterFunction } from "../meter/index.ts";
import { questionAt, viewJob } from "./index.ts";

const dictionary = glasswasherDictionary();
let count = 0;
const event = (body: EventBody): JobEvent => ({
  id: `00000000-0000-4000-8000-${String(++count).padStart(12, "0")}`,
  person: "ansa",
  at: "2026-03-02T09:00:00.000Z",
  body,
});
const reading = (
  fn: MeterFunction,
  red: string,
  black: string,
  state: string,
  value: number | "OL",
  held?: "lowest" | "highest",
): FindingBody => ({
  type: "finding",
  check: { kind: "reading", setup: { state, lifts: [] }, fn, red, black },
  result: { kind: "value", value, ...(held ? { held } : {}) },
});
const row = (body: FindingBody) =>
  viewJob(
    dictionary,
    [event({ type: "opened", complaint: "" }), event(body)],
    "information",
    undefined,
    "listed",
  ).ledger.at(-1)!;

describe("which way a reading is off", () => {
  test.each([
    ["vdc", "TP5", "GND", "standby", 5.01, "as expected"],
    ["vdc", "TP5", "GND", "standby", -5.01, "reversed"],
    ["vdc", "TP5", "GND", "standby", -3, "reversed"],
    ["vdc", "TP5", "GND", "standby", 3.1, "low"],
    ["vdc", "TP5", "GND", "standby", 7.4, "high"],
    ["vdc", "TP5", "GND", "standby", 0.01, "dead, not low"],
    ["vac", "P4.3", "P1.2", "standby", 229, "voltage where there should be none"],
    ["ohm", "HT1.1", "HT1.2", "dead", "OL", "open"],
    ["ohm", "HT1.1", "HT1.2", "dead", 3, "too low"],
    ["ohm", "HT1.1", "HT1.2", "dead", 90, "too high"],
  ] as const)("%s %s to %s in %s reads %s: %s", (fn, red, black, state, value, verdict) =>
    expect(row(reading(fn, red, black, state, value)).verdict).toBe(verdict),
  );

  test("what the meter held is compared, and says so; it moves no suspect", () => {
    const held = row(reading("vdc", "TP5", "GND", "standby", 3.1, "lowest"));
    expect(held).toMatchObject({ result: "lowest 3.100 V", verdict: "low, compared only", fits: false });
    const log = [event({ type: "opened", complaint: "" })];
    const plain = viewJob(dictionary, log, "information", undefined, "listed");
    const after = viewJob(
      dictionary,
      [...log, event(reading("vdc", "TP5", "GND", "standby", 3.1, "lowest"))],
      "information",
      undefined,
      "listed",
    );
    expect(after.items.map((i) => [i.id, i.chance])).toEqual(plain.items.map((i) => [i.id, i.chance]));
    // The pair itself can still be asked for.
    expect(doneChecks(after.state).size).toBe(0);
  });
});

describe("what is odd is questioned at the field", () => {
  const question = (body: FindingBody) => questionAt(dictionary, [], body);
  test("a thousand times off every prediction", () => {
    expect(question(reading("ohm", "HT1.1", "HT1.2", "dead", 26.5))).toBeUndefined();
    expect(question(reading("ohm", "HT1.1", "HT1.2", "dead", 26_500_000))).toMatch(/No suspect|prefix/u);
    expect(question(reading("vac", "P4.3", "P1.2", "rinse-heat", 230))).toBeUndefined();
    expect(question(reading("vdc", "TP5", "GND", "standby", 950))).toMatch(/No suspect|prefix/u);
    expect(question(reading("vdc", "TP5", "GND", "standby", 5))).toBeUndefined();
  });
});

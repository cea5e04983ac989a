import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import type { EntryContext } from "./context.ts";
import { parseEntry } from "./entry.ts";
import { describeEntryProblem } from "./problems.ts";

const unit = demoUnits().get("glasswasher-gw4")!;
const around: EntryContext = {
  liveSetup: { state: "wash", lifts: [] },
  deadSetup: { state: "dead", lifts: [] },
};
const read = (line: string) => {
  const result = parseEntry(unit, line, around);
  return result.ok ? result.body : describeEntryProblem(result.problem);
};

describe("what the meter stands on, by the names people give it", () => {
  test.each([
    ["vac", "vac", "wash"],
    ["AC", "vac", "wash"],
    ["v~", "vac", "wash"],
    ["vdc", "vdc", "wash"],
    ["dc", "vdc", "wash"],
    ["v=", "vdc", "wash"],
    ["lowz", "lowz", "wash"],
    ["LoZ", "lowz", "wash"],
    ["ohm", "ohm", "dead"],
    ["ohms", "ohm", "dead"],
    ["Ω", "ohm", "dead"],
    ["continuity", "continuity", "dead"],
    ["diode", "diode", "dead"],
    ["drop", "diode", "dead"],
    ["hz", "hz", "wash"],
    ["clamp", "aac", "wash"],
    ["adc", "adc", "wash"],
  ] as const)("“%s” is %s, read in the state %s", (name, fn, state) =>
    expect(read(`P4.3 P4.4 ${name} 5`)).toMatchObject({
      check: { fn, red: "P4.3", black: "P4.4", setup: { state } },
      result: { kind: "value", value: 5 },
    }),
  );

  test.each([
    ["ua", "ua", 5e-6],
    ["µA", "ua", 5e-6],
    ["mv", "mv", 5e-3],
    ["cap", "farad", 5e-6],
    ["capacitance", "farad", 5e-6],
  ] as const)("on “%s” a bare 5 is what the display means by it", (name, fn, value) => {
    const body = read(`P4.3 P4.4 ${name} 5`);
    expect(body).toMatchObject({ check: { fn } });
    if (typeof body === "string" || body.result.kind !== "value") throw new Error("no value");
    expect(body.result.value).toBeCloseTo(value, 12);
  });

  test.each([
    ["P4.3 P4.4 ohm 5 V", "V does not fit the function Ω"],
    ["P4.3 P4.4 vac 5 ohm", "Ω does not fit the function V AC"],
    ["P4.3 P4.4 dc 5 vac", "in one line"],
    ["P4.3 P4.4 adc 5 aac", "in one line"],
  ])("%s: %s", (line, said) => expect(read(line)).toContain(said));
});

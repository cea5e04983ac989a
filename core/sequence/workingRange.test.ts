import { describe, expect, test } from "@jest/globals";
import { readUnitOrThrow, type Fault } from "../unit/index.ts";
import { stateRuns } from "./stateRuns.ts";
import type { Work } from "./work.ts";

interface Load {
  readonly type: string;
  readonly volts: number;
  readonly parameters: Record<string, unknown>;
  readonly terminals: readonly [string, string];
}

/** One load on a supply of so many volts, and what is seen of it. */
function workAt(
  { type, volts, parameters, terminals }: Load,
  share: number,
  faults: Fault[] = [],
): Work | undefined {
  const unit = readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "load",
    name: "Load",
    ground: "N",
    parts: [
      {
        id: "IN",
        name: "Supply",
        type: "mains",
        terminals: { l: "L", n: "N", pe: "PE" },
        parameters: { volts: share * volts, ohms: 1e-3 },
      },
      {
        id: "X",
        name: type,
        type,
        terminals: { [terminals[0]]: "L", [terminals[1]]: "N", ...(type === "heater" ? { pe: "PE" } : {}) },
        parameters,
      },
    ],
    states: [{ id: "on", name: "On", power: "live" }],
  });
  return stateRuns(unit).seen("on", faults).working.get("X");
}

const LOADS: Readonly<Record<string, Load>> = {
  heater: { type: "heater", volts: 230, parameters: { watts: 1000 }, terminals: ["1", "2"] },
  motor: {
    type: "motor",
    volts: 230,
    parameters: { volts: 230, amps: 0.4, windingOhms: 50 },
    terminals: ["1", "2"],
  },
  solenoid: {
    type: "solenoid",
    volts: 24,
    parameters: { volts: 24, amps: 0.4, windingOhms: 20 },
    terminals: ["1", "2"],
  },
};

/**
 * Shares of the rated volts, common practice, no source: a heater is called weak from half of its current to nine
 * tenths; a motor or a valve does nothing under 65 %, and works badly to 80 %.
 */
const LIMITS = [
  ["heater", 0.5, 0.9, "weak"],
  ["motor", 0.65, 0.8, "slow"],
  ["solenoid", 0.65, 0.8, "weak"],
] as const;

describe.each(LIMITS)("a %s", (name, from, fully, badly) => {
  const load = LOADS[name]!;

  test("does nothing just below what it needs, and something just above", () => {
    expect(workAt(load, from - 0.01)).toBeUndefined();
    expect(workAt(load, from + 0.01)?.how).toBe(badly);
  });

  test("works badly up to what it is made for, and well from there", () => {
    expect(workAt(load, fully - 0.01)?.how).toBe(badly);
    expect(workAt(load, fully + 0.01)?.how).toBe("well");
    expect(workAt(load, 1)?.how).toBe("well");
  });

  test("without any volts does nothing, and with its winding open neither", () => {
    expect(workAt(load, 0.001)).toBeUndefined();
    const open = { heater: "open", motor: "winding-open", solenoid: "coil-open" }[name];
    expect(workAt(load, 1, [{ part: "X", mode: open }])).toBeUndefined();
  });
});

describe("work that ohms and volts do not tell", () => {
  const motor = LOADS["motor"]!;

  test("a jammed motor draws its current and does not turn", () =>
    expect(workAt(motor, 1, [{ part: "X", mode: "jammed" }])).toBeUndefined());

  test("one that is slow by its volts is slower the fewer it has", () => {
    const [less, more] = [workAt(motor, 0.67)!, workAt(motor, 0.78)!];
    expect(less.pace).toBeLessThan(more.pace);
    expect(more.pace).toBeLessThan(1);
  });

  test("heat comes by the square of the volts, turns by the volts, a valve opens or does not", () => {
    expect(workAt(LOADS["heater"]!, 0.95)!.pace).toBeCloseTo(0.95 ** 2, 2);
    expect(workAt(motor, 0.95)!.pace).toBeCloseTo(0.95, 2);
    expect(workAt(LOADS["solenoid"]!, 0.95)!.pace).toBe(1);
  });

  test("a heater aged by half gives too little, one aged by an eleventh not noticeably", () => {
    const aged = (severity: number) =>
      workAt(LOADS["heater"]!, 1, [{ part: "X", mode: "aged", severity }])?.how;
    // Current is 1/1.5 of the rated one, below nine tenths; 1/1.09 is above.
    expect(aged(1.5)).toBe("weak");
    expect(aged(1.09)).toBe("well");
  });
});

describe("on DC", () => {
  const works = (type: string, parameters: object, terminals: Record<string, string>) =>
    stateRuns(
      readUnitOrThrow({
        format: "zygodrome-unit",
        version: 1,
        id: "polarity",
        name: "Polarity",
        ground: "M",
        parts: [
          {
            id: "IN",
            name: "Supply",
            type: "battery",
            terminals: { plus: "P", minus: "M" },
            parameters: { volts: 5 },
          },
          { id: "X", name: type, type, terminals, parameters },
        ],
        states: [{ id: "on", name: "On", power: "live" }],
      }),
    )
      .seen("on", [])
      .working.has("X");

  // Common practice, no source: a board or a screen whose plug is wired the other way round shows no sign of life.
  test.each([
    ["peripheral", { volts: 5, amps: 0.1 }],
    ["rail-load", { ohms: 50, volts: 5 }],
  ] as const)("a %s works as it is marked, and not with its leads exchanged", (type, parameters) => {
    expect(works(type, parameters, { plus: "P", minus: "M" })).toBe(true);
    expect(works(type, parameters, { plus: "M", minus: "P" })).toBe(false);
  });

  test("a lamp lights either way", () => {
    const parameters = { volts: 5, watts: 1 };
    expect(works("lamp", parameters, { "1": "P", "2": "M" })).toBe(true);
    expect(works("lamp", parameters, { "1": "M", "2": "P" })).toBe(true);
  });
});

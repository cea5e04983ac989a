import { describe, expect, test } from "@jest/globals";
import { settle } from "../../circuit/index.ts";
import { predictReading, type MeterFunction } from "../../meter/index.ts";
import { CATALOGUE, expandUnit, modesOf, readUnitOrThrow } from "../index.ts";

type Row = readonly [
  what: string,
  type: string,
  parameters: Record<string, unknown>,
  mode: string | undefined,
  severity: number | undefined,
  pair: string,
  reads: number,
];

/** A part on the bench with nothing on its terminals, and what a meter finds between two of them. */
function onTheBench([, type, parameters, mode, severity, pair]: Row, fn: MeterFunction): number {
  const kind = CATALOGUE.get(type)!;
  const unit = readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "bench",
    name: "Bench",
    ground: "PE",
    parts: [
      {
        id: "IN",
        name: "Supply",
        type: "mains",
        terminals: { l: "L", n: "N", pe: "PE" },
        parameters: { volts: 230 },
      },
      {
        id: "X",
        name: type,
        type,
        terminals: Object.fromEntries(kind.terminals.map((t) => [t, `X_${t}`])),
        parameters,
        ...(kind.type === "wire" ? { colour: "grey" } : {}),
      },
    ],
    states: [{ id: "dead", name: "Dead", power: "dead" }],
  });
  const expanded = expandUnit(unit, { state: "dead", lifts: [] });
  const fault =
    mode === undefined ? [] : [{ part: "X", mode, ...(severity === undefined ? {} : { severity }) }];
  const point = settle(expanded.withFaults(fault));
  const [red, black] = pair.split(" ").map((t) => expanded.nodeOf(`X.${t}`));
  return predictReading(point, fn, red!, black!).value;
}

const OL = Infinity;

/** Worked by hand from the parameters; a short is the catalogue's own 5 mΩ, a relay's contact its 20 mΩ. */
const OHMS: readonly Row[] = [
  ["a 2 kW element at 230 V: V²/P", "heater", { watts: 2000 }, undefined, undefined, "1 2", 26.45],
  ["the same, burnt through", "heater", { watts: 2000 }, "open", undefined, "1 2", OL],
  ["55 % of it left", "heater", { watts: 2000 }, "shorted-turns", 0.55, "1 2", 14.55],
  ["aged by half", "heater", { watts: 2000 }, "aged", 1.5, "1 2", 39.68],
  ["given as ohms", "heater", { ohms: 44 }, undefined, undefined, "1 2", 44],
  ["leaking to its sheath at one end", "heater", { ohms: 44 }, "leak", 2000, "1 pe", 2000],
  ["from the other end the element is in the way", "heater", { ohms: 44 }, "leak", 2000, "2 pe", 2044],
  ["leaking half-way, from either end", "heater", { ohms: 44 }, "leak-mid", 2000, "1 pe", 2022],
  ["leaking half-way, from the other", "heater", { ohms: 44 }, "leak-mid", 2000, "2 pe", 2022],
  ["sound insulation is beyond the range", "heater", { ohms: 44 }, undefined, undefined, "1 pe", OL],
  ["a resistor", "resistor", { ohms: 4700 }, undefined, undefined, "a b", 4700],
  ["drifted to four times", "resistor", { ohms: 4700 }, "drift", 4, "a b", 18_800],
  ["drifted down", "resistor", { ohms: 4700 }, "drift", 0.6, "a b", 2820],
  ["open", "resistor", { ohms: 4700 }, "open", undefined, "a b", OL],
  ["a capacitor lets no current through", "capacitor", { farads: 1e-5 }, undefined, undefined, "a b", OL],
  ["a shorted one does", "capacitor", { farads: 1e-5 }, "shorted", undefined, "a b", 0.005],
  ["a leaky one by its leak", "capacitor", { farads: 1e-5 }, "leaky", 30_000, "a b", 29_991],
  ["high ESR does not show in ohms", "capacitor", { farads: 1e-5 }, "high-esr", 100, "a b", OL],
  ["a trimmer's whole track", "potentiometer", { ohms: 10_000 }, undefined, undefined, "a b", 10_000],
  ["a third of it", "potentiometer", { ohms: 9000, position: 1 / 3 }, undefined, undefined, "a w", 3000],
  ["two thirds", "potentiometer", { ohms: 9000, position: 1 / 3 }, undefined, undefined, "w b", 6000],
  ["wiper lifted: the track is whole", "potentiometer", { ohms: 9000 }, "wiper-open", undefined, "a b", 9000],
  ["and the wiper is not there", "potentiometer", { ohms: 9000 }, "wiper-open", undefined, "a w", OL],
  ["track open at one end", "potentiometer", { ohms: 9000 }, "track-open", undefined, "a w", OL],
  ["the other end still reads", "potentiometer", { ohms: 9000 }, "track-open", undefined, "w b", 4500],
];

const COILS: readonly Row[] = [
  ["a motor's winding", "motor", AC_MOTOR(), undefined, undefined, "1 2", 40],
  ["open", "motor", AC_MOTOR(), "winding-open", undefined, "1 2", OL],
  ["a fifth of it left", "motor", AC_MOTOR(), "shorted-turns", 0.2, "1 2", 8],
  ["jammed: ohms tell nothing", "motor", AC_MOTOR(), "jammed", undefined, "1 2", 40],
  ["leaking to its case", "motor", AC_MOTOR(), "leak", 2000, "1 pe", 2000],
  ["from the other side the winding is in the way", "motor", AC_MOTOR(), "leak", 2000, "2 pe", 2040],
  ["a valve's coil", "solenoid", AC_COIL(), undefined, undefined, "1 2", 3900],
  ["open", "solenoid", AC_COIL(), "coil-open", undefined, "1 2", OL],
  ["turns shorted", "solenoid", AC_COIL(), "shorted-turns", 0.4, "1 2", 1560],
  ["a relay's coil", "relay", RELAY(), undefined, undefined, "coilA coilB", 400],
  ["its contact at rest", "relay", RELAY(), undefined, undefined, "com no", OL],
  ["coil open", "relay", RELAY(), "coil-open", undefined, "coilA coilB", OL],
  ["contact welded", "relay", RELAY(), "contact-welded", undefined, "com no", 0.02],
  ["a contact that cannot close is open at rest", "relay", RELAY(), "contact-open", undefined, "com no", OL],
];

function AC_MOTOR() {
  return { volts: 230, amps: 0.5, windingOhms: 40 };
}
function AC_COIL() {
  return { volts: 230, amps: 0.03, windingOhms: 3900 };
}
function RELAY() {
  return { coilVolts: 12, coilOhms: 400 };
}

describe("a loose part under the ohmmeter", () => {
  test.each([...OHMS, ...COILS])("%s", (...row: Row) => {
    const reads = onTheBench(row, "ohm");
    const wanted = row[6];
    if (wanted === OL) expect(reads).toBe(OL);
    // Half a per cent, or a hundredth of an ohm: a contact's own milliohms.
    else expect(Math.abs(reads - wanted)).toBeLessThan(0.005 * wanted + 0.01);
  });
});

describe("a loose capacitor under the capacitance range", () => {
  test.each<Row>([
    ["sound", "capacitor", { farads: 1e-5 }, undefined, undefined, "a b", 1e-5],
    ["aged to 60 %", "capacitor", { farads: 1e-5 }, "low", 0.6, "a b", 6e-6],
    ["aged to 30 %", "capacitor", { farads: 1e-5 }, "low", 0.3, "a b", 3e-6],
    ["high ESR hardly moves it", "capacitor", { farads: 1e-5 }, "high-esr", 10, "a b", 1e-5],
  ])("%s", (...row: Row) => {
    expect(onTheBench(row, "farad") / row[6]).toBeCloseTo(1, 1);
  });
  test("open it shows next to nothing", () =>
    expect(
      onTheBench(["", "capacitor", { farads: 1e-5 }, "open", undefined, "a b", 0], "farad"),
    ).toBeLessThan(1e-8));
});

describe("every kind of part", () => {
  const kinds = [...CATALOGUE.values()].map((kind) => [kind.type, kind] as const);

  test.each(kinds)("%s: its pairs, protection and modes name what it has", (_type, kind) => {
    for (const pair of kind.across) for (const t of pair) expect(kind.terminals).toContain(t);
    for (const t of kind.optional ?? []) expect(kind.terminals).toContain(t);
    const ids = kind.modes.map((m) => m.id);
    expect(new Set(ids).size).toBe(ids.length);
    if (kind.protective) expect(ids).toContain(kind.protective.mode);
    for (const mode of kind.modes) {
      expect(mode.weight).toBeGreaterThanOrEqual(0);
      expect(mode.name).not.toBe("");
      expect(mode.looks).not.toBe("");
      // An optional terminal, or the one parameter that adds something that can fail.
      if (mode.onlyWith !== undefined)
        expect([...(kind.optional ?? []), "coilDiode"]).toContain(mode.onlyWith);
      if (!mode.sizes) continue;
      expect(mode.sizes.from).toBeGreaterThan(0);
      expect(mode.sizes.to).toBeGreaterThan(mode.sizes.from);
      expect(mode.sizes.points).toBeGreaterThanOrEqual(2);
    }
  });

  test("only modes of a part's optional terminal go when it has none", () => {
    const modes = (terminals: Record<string, string>) =>
      modesOf({ type: "motor", terminals, parameters: {} }).map((m) => m.id);
    expect(modes({ "1": "A", "2": "B", pe: "PE" })).toContain("leak");
    expect(modes({ "1": "A", "2": "B" })).not.toContain("leak");
  });

  test("what guards or protects is never among the parts that are merely wires", () => {
    for (const kind of CATALOGUE.values())
      if (kind.type === "wire" || kind.type === "pin" || kind.type === "joint")
        expect([kind.type, kind.protective, kind.guards]).toEqual([kind.type, undefined, undefined]);
  });
});

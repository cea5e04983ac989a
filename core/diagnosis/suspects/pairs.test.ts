import { beforeAll, describe, expect, test } from "@jest/globals";
import { readUnitOrThrow, type UnitModel } from "../../unit/index.ts";
import {
  adviseCall,
  buildDictionary,
  byItem,
  isOutside,
  readingCheck,
  trialCheck,
  TrialError,
  weighFindings,
  type Check,
  type Dictionary,
  type Evidence,
  type TrialCheck,
  fromScale,
} from "../index.ts";

/** 24 V, a fuse, and two lamps behind a relay's contact and a plug each: small enough to reason about. */
function lamps(): UnitModel {
  const wire = (id: string, a: string, b: string) => ({
    id,
    name: `Wire ${id}`,
    type: "wire",
    terminals: { a, b },
    parameters: { metres: 1, mm2: 1 },
  });
  const point = (id: string) => ({ id, name: id, side: "low-voltage", place: "panel", minutes: 0.2 });
  return readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "lamps",
    name: "Two lamps",
    ground: "M",
    parts: [
      {
        id: "PS",
        name: "Supply",
        type: "dc-supply",
        terminals: { plus: "P", minus: "M" },
        parameters: { volts: 24, ohms: 0.2 },
      },
      { id: "F1", name: "Fuse F1", type: "fuse", terminals: { a: "P", b: "PF" }, parameters: { amps: 3 } },
      {
        id: "SW1",
        name: "Switch 1",
        type: "switch",
        terminals: { a: "PF", b: "A1" },
        parameters: { rest: "open" },
      },
      {
        id: "SW2",
        name: "Switch 2",
        type: "switch",
        terminals: { a: "PF", b: "A2" },
        parameters: { rest: "open" },
      },
      wire("W1", "A1", "L1"),
      wire("W2", "A2", "L2"),
      {
        id: "LA1",
        name: "Lamp 1",
        type: "rail-load",
        terminals: { plus: "L1", minus: "M" },
        parameters: { ohms: 28.8 },
      },
      {
        id: "LA2",
        name: "Lamp 2",
        type: "rail-load",
        terminals: { plus: "L2", minus: "M" },
        parameters: { ohms: 28.8 },
      },
    ],
    points: ["PS.plus", "F1.b", "SW1.b", "SW2.b", "LA1.plus", "LA2.plus", "PS.minus"].map(point),
    references: [{ side: "low-voltage", point: "PS.minus", function: "vdc" }],
    states: [
      { id: "on", name: "On", power: "live", positions: { SW1: "closed", SW2: "closed" } },
      { id: "dead", name: "Dead", power: "dead" },
    ],
    lifts: [{ id: "X1", name: "plug X1 off", terminals: ["LA1.plus"], minutes: 0.5 }],
    courses: [
      {
        id: "one",
        name: "Lamp 1",
        load: "LA1",
        state: "on",
        function: "vdc",
        reference: "PS.minus",
        points: ["PS.plus", "F1.b", "SW1.b", "LA1.plus", "PS.minus"],
      },
    ],
    observations: [
      {
        id: "one",
        kind: "works",
        question: "Does lamp 1 light?",
        yes: "lights",
        no: "stays dark",
        state: "on",
        part: "LA1",
        minutes: 0.2,
      },
      {
        id: "two",
        kind: "works",
        question: "Does lamp 2 light?",
        yes: "lights",
        no: "stays dark",
        state: "on",
        part: "LA2",
        minutes: 0.2,
      },
    ],
  });
}

let dictionary: Dictionary;
beforeAll(() => {
  dictionary = buildDictionary(lamps());
});

const on = { state: "on", lifts: [] };
const dead = { state: "dead", lifts: [] };
let n = 0;
const read = (setup: typeof on, fn: "vdc" | "ohm", red: string, black: string, value: number): Evidence => ({
  kind: "reading",
  id: `r${++n}`,
  check: readingCheck(setup, fn, red, black),
  value,
});
const tried = (check: ReturnType<typeof trialCheck>, seen: boolean): Evidence => ({
  kind: "seen",
  id: `t${++n}`,
  check,
  seen,
});
const items = (findings: readonly Evidence[]) => {
  const weighed = weighFindings(dictionary, findings);
  return byItem(weighed.dictionary, weighed.posterior);
};
const caseOf = (d: Dictionary, id: string) => d.cases.findIndex((c) => d.suspects[c.suspect]!.id === id);
const value = (d: Dictionary, check: Check, i: number) => {
  const row = d.row(check);
  return "chance" in row ? row.chance[i]! : fromScale(row.check.fn, row.mean[i]!);
};

describe("a fuse and what blew it", () => {
  const blown = () => [
    read(on, "vdc", "F1.b", "PS.minus", 0),
    read(on, "vdc", "PS.plus", "PS.minus", 24),
    read(dead, "ohm", "PS.plus", "F1.b", Infinity),
  ];

  test("a blown fuse alone is not called before its loads are looked at", () => {
    const [first] = items(blown());
    const open = new Set(["F1", "LA1", "LA2"]);
    const behind = items(blown()).filter((i) => open.has(i.id));
    expect(behind.reduce((sum, i) => sum + i.chance, 0)).toBeGreaterThan(0.9);
    expect(first!.chance).toBeLessThan(0.97);
    const weighed = weighFindings(dictionary, blown());
    const ground = {
      findings: blown(),
      situation: { band: "dead", lifts: [], coversOff: [] },
      done: new Set<string>(),
    } as const;
    expect(adviseCall(weighed.dictionary, weighed.posterior, ground).ready).toBe(false);
  });

  test("a short behind it, measured dead: the cause is called, and the fuse has opened with it", () => {
    const weighed = weighFindings(dictionary, [
      ...blown(),
      read(dead, "ohm", "SW1.b", "LA1.plus", 0.1),
      read(dead, "ohm", "LA1.plus", "PS.minus", 3),
    ]);
    const [first] = byItem(weighed.dictionary, weighed.posterior);
    expect(first!.id).toBe("LA1");
    expect([...weighed.dictionary.opens(caseOf(weighed.dictionary, "LA1:shorted"))]).toEqual(["F1"]);
  });

  test("healthy loads leave the fuse by itself", () => {
    const [first] = items([
      ...blown(),
      read(dead, "ohm", "LA1.plus", "PS.minus", 28.8),
      read(dead, "ohm", "LA2.plus", "PS.minus", 28.8),
    ]);
    expect(first!.id).toBe("F1");
  });
});

describe("two faults that have nothing to do with each other", () => {
  test("are found when no single one explains the findings", () => {
    const findings = [
      read(on, "vdc", "SW1.b", "PS.minus", 24),
      read(on, "vdc", "LA1.plus", "PS.minus", 0.02),
      read(dead, "ohm", "SW1.b", "LA1.plus", Infinity),
      read(on, "vdc", "SW2.b", "PS.minus", 24),
      read(on, "vdc", "LA2.plus", "PS.minus", 0.01),
      read(dead, "ohm", "SW2.b", "LA2.plus", Infinity),
    ];
    expect(items(findings)[0]!.id.split("+").sort()).toEqual(["W1", "W2"]);
  });

  test("a pair reads as the circuit with both faults in, not as either alone", () => {
    const check = readingCheck(dead, "ohm", "F1.b", "PS.minus");
    const a = caseOf(dictionary, "LA1:open");
    const wider = dictionary.withMore({
      suspects: [
        {
          id: "both",
          name: "both",
          modeName: "",
          looks: "",
          prior: 0.01,
          works: true,
          both: [dictionary.cases[a]!.suspect, 0],
        },
      ],
      cases: [
        {
          suspect: dictionary.suspects.length,
          share: 1,
          faults: [
            { part: "SW1", mode: "welded" },
            { part: "SW2", mode: "welded" },
          ],
        },
      ],
    });
    // Both lamps in parallel, 28.8 Ω each, against OL with the switches open.
    expect(value(wider, check, wider.cases.length - 1)).toBeCloseTo(14.4, 0);
    expect(value(wider, check, a)).toBe(value(dictionary, check, a));
  });

  test("readings that no fault and no pair gives: something not in the model", () => {
    const findings = [
      read(on, "vdc", "SW1.b", "PS.minus", 9.1),
      read(on, "vdc", "SW2.b", "PS.minus", 17.3),
      read(on, "vdc", "F1.b", "PS.minus", 13.2),
      read(on, "vdc", "PS.plus", "PS.minus", 21.4),
      read(dead, "ohm", "LA1.plus", "PS.minus", 3100),
      read(dead, "ohm", "LA2.plus", "PS.minus", 510),
    ];
    const weighed = weighFindings(dictionary, findings);
    expect(isOutside(weighed.dictionary, weighed.posterior)).toBe(true);
  });
});

describe("things tried", () => {
  const dark = () => [read(on, "vdc", "F1.b", "PS.minus", 24), read(on, "vdc", "LA1.plus", "PS.minus", 0)];
  const { unit } = { unit: lamps() };
  const chance = (findings: readonly Evidence[], item: string) =>
    items(findings).find((i) => i.id === item)!.chance;

  test("a swap that cures condemns the item, one that does not clears it", () => {
    const swap = trialCheck(unit, "swap", "SW1");
    expect(chance([...dark(), tried(swap, true)], "SW1")).toBeGreaterThan(0.9);
    expect(chance([...dark(), tried(swap, false)], "SW1")).toBeLessThan(0.2 * chance(dark(), "SW1"));
  });

  test("a jumper across the switch cures what stands open there, and nothing else", () => {
    expect(() => trialCheck(unit, "bypass", "SW1")).toThrow(/Nothing says|protects/);
    const bypass: TrialCheck = { ...trialCheck(unit, "bench", "SW1"), trial: "bypass", id: "try/bypass/SW1" };
    const at = (id: string) => value(dictionary, bypass, caseOf(dictionary, id));
    expect(at("SW1:open")).toBeGreaterThan(0.9);
    expect(at("W1:open")).toBeLessThan(0.1);
    expect(at("LA1:open")).toBeLessThan(0.1);
  });

  test("a fuse is never bridged, and the refusal says why", () => {
    expect(() => trialCheck(unit, "bypass", "F1")).toThrow(TrialError);
    expect(() => trialCheck(unit, "bypass", "F1")).toThrow(/no jumper goes across it/);
    expect(() => trialCheck(unit, "swap", "F9")).toThrow(/nothing called “F9”/);
  });

  test("a lamp fed straight, and on its own, tells of itself only", () => {
    const feed = trialCheck(unit, "feed", "LA1");
    const bench = trialCheck(unit, "bench", "LA1");
    expect(value(dictionary, feed, caseOf(dictionary, "LA1:open"))).toBeLessThan(0.1);
    expect(value(dictionary, feed, caseOf(dictionary, "SW1:open"))).toBeGreaterThan(0.9);
    expect(value(dictionary, bench, caseOf(dictionary, "LA1:open"))).toBeLessThan(0.1);
    expect(value(dictionary, bench, caseOf(dictionary, "LA2:open"))).toBeGreaterThan(0.9);
  });

  test("with the shorted lamp's plug off the fuse holds; with the other one shorted it opens", () => {
    const strip = trialCheck(unit, "strip", "X1");
    expect(value(dictionary, strip, caseOf(dictionary, "LA1:shorted"))).toBeGreaterThan(0.9);
    expect(value(dictionary, strip, caseOf(dictionary, "LA2:shorted"))).toBeLessThan(0.1);
  });
});

import { describe, expect, test } from "@jest/globals";
import { predictReading } from "../meter/index.ts";
import { stateRuns } from "../sequence/index.ts";
import { readsAt } from "../../tests/support/readsAt.ts";
import { lintUnit, type Fault, type UnitModel } from "../unit/index.ts";
import { seeded } from "../../tests/support/random.ts";
import { traceDoubts, traceOffers, traceUnit } from "./index.ts";

const HEADER = { id: "traced", name: "Traced", maker: "" };

function unitOf(...lines: string[]): UnitModel {
  const { unit, walk, problem } = traceUnit(HEADER, lines);
  if (!unit) throw new Error(JSON.stringify([walk.lines.filter((l) => !l.ok), problem]));
  return unit.model;
}

const HEATER = [
  "mains 230V 50Hz",
  "fuse F1 10A",
  "door switch S1",
  "cut-out",
  "P1.1 brown",
  "relay K3 24V",
  "P4.3 grey",
  "element 2kW",
  "P4.1 blue",
  "P1.2",
  "to N",
];

/** Worked by hand, with Ohm's law: 230 V behind 0.35 Ω; 2 kW at 230 V are 26.45 Ω. */
describe("a heater circuit in eleven lines reads as it is worked by hand", () => {
  const unit = unitOf(...HEATER);

  test("healthy: nearly the supply at the element, a few tenths lost on the way", () => {
    // Six wires of 1 m of 0.75 mm² (23 mΩ) with their crimps, four pins, a fuse, three contacts: some 0.3 Ω at 8.6 A.
    expect(readsAt(unit, "running", "vac", "HT1.1", "HT1.2")).toBeGreaterThan(222);
    expect(readsAt(unit, "running", "vac", "HT1.1", "HT1.2")).toBeLessThan(226.5);
  });

  test("47 Ω in a pin: 26.45 of 73.8 Ω is left for the element, 82 V", () => {
    const joint: Fault = { part: "P4.3", mode: "high-resistance", severity: 47 };
    expect(readsAt(unit, "running", "vac", "HT1.1", "N", joint)).toBeGreaterThan(81);
    expect(readsAt(unit, "running", "vac", "HT1.1", "N", joint)).toBeLessThan(83.5);
    expect(readsAt(unit, "running", "vac", "K3.2", "N", joint)).toBeGreaterThan(227);
  });

  test("at rest the relay is open: volts before it, none behind", () => {
    expect(readsAt(unit, "standby", "vac", "P1.1", "N")).toBeGreaterThan(229);
    expect(readsAt(unit, "standby", "vac", "HT1.1", "N")).toBeLessThan(1);
  });

  test("an open way back puts the whole supply on both ends of the element", () => {
    const open: Fault = { part: "P1.2", mode: "open" };
    expect(readsAt(unit, "running", "vac", "HT1.2", "N", open)).toBeGreaterThan(228);
    expect(readsAt(unit, "running", "vac", "HT1.1", "HT1.2", open)).toBeLessThan(1);
  });

  test("dead, the element is 26.45 Ω within the meter's and the wires' ohms", () => {
    expect(readsAt(unit, "dead", "ohm", "HT1.1", "HT1.2")).toBeGreaterThan(26.4);
    expect(readsAt(unit, "dead", "ohm", "HT1.1", "HT1.2")).toBeLessThan(26.6);
  });

  test("the board's 24 V is on the coil while it is called for, and on neither end's difference at rest", () => {
    expect(readsAt(unit, "running", "vdc", "K3.A", "K3.B")).toBeCloseTo(24, 0);
    expect(Math.abs(readsAt(unit, "standby", "vdc", "K3.A", "K3.B"))).toBeLessThan(0.5);
  });

  test("the course passes every point from the supply to the way back, once", () => {
    expect(unit.courses.map((c) => c.points.join(" "))).toEqual([
      "L F1.1 F1.2 S1.1 S1.2 TH1.1 TH1.2 P1.1 K3.1 K3.2 P4.3 HT1.1 HT1.2 P4.1 P1.2 N",
    ]);
  });
});

describe("supplies of its own", () => {
  const unit = unitOf(
    "mains 120V",
    "fuse 5A",
    "transformer 120/24V 40VA T1",
    "to N",
    "from T1",
    "thermostat",
    "coil K1",
    "from L",
    "relay K1",
    "blower 400W",
  );

  test("a control transformer at no great load gives 24 to 28 V (common practice, no source), and its relay pulls in", () => {
    const volts = readsAt(unit, "running", "vac", "T1.out", "T1.return");
    expect(volts).toBeGreaterThan(24);
    expect(volts).toBeLessThan(28);
    expect(readsAt(unit, "running", "vac", "M1.1", "N")).toBeGreaterThan(115);
  });

  test("a board on a battery makes its own volts, with the battery's minus", () => {
    const dock = unitOf(
      "battery 24V",
      "fuse 3A",
      "board A1 5V",
      "to minus",
      "from A1",
      "P2.1 red",
      "lamp 1W",
      "to minus",
    );
    expect(readsAt(dock, "running", "vdc", "H1.1", "MINUS")).toBeGreaterThan(4.8);
    expect(readsAt(dock, "running", "vdc", "H1.1", "MINUS")).toBeLessThan(5.1);
    expect(dock.courses.map((c) => [c.points[0], c.points.at(-1), c.function])).toEqual([
      ["PLUS", "MINUS", "vdc"],
      ["A1.out", "MINUS", "vdc"],
    ]);
    expect(readsAt(dock, "running", "vdc", "H1.1", "MINUS", { part: "F1", mode: "blown" })).toBeLessThan(0.5);
  });

  test("with the thermostat open the coil has nothing and the blower neither", () => {
    const open: Fault = { part: "TS1", mode: "open" };
    expect(readsAt(unit, "running", "vac", "K1.A", "T1.return", open)).toBeLessThan(0.5);
    expect(readsAt(unit, "running", "vac", "M1.1", "N", open)).toBeLessThan(1);
  });

  test("each supply has its reference, and no point is read against a supply that it is not joined to", () => {
    expect(unit.references.map((r) => [r.point, r.function])).toEqual([
      ["N", "vac"],
      ["T1.return", "vac"],
    ]);
    expect(unit.references[0]!.points).not.toContain("K1.A");
    expect(unit.references[1]!.points).toEqual(expect.arrayContaining(["K1.A", "TS1.1", "T1.out"]));
    expect(unit.references[1]!.points).not.toContain("M1.1");
  });

  test("a board that was traced drives the relays whose coils fit its volts", () => {
    const board = unitOf(
      "mains 230V",
      "fuse 1A",
      "board 12V",
      "to N",
      "from L",
      "relay K1 12V",
      "element 1kW",
    );
    const relay = board.parts.find((p) => p.id === "K1")!;
    expect(relay.terminals["coilA"]).toBe("A1-PLUS");
    const blown: Fault = { part: "F1", mode: "blown" };
    expect(readsAt(board, "running", "vac", "HT1.1", "N")).toBeGreaterThan(220);
    expect(readsAt(board, "running", "vac", "HT1.1", "N", blown)).toBeLessThan(1);
  });
});

describe("nothing is read where nobody knows what stands there", () => {
  const points = (...lines: string[]) =>
    unitOf("mains 230V", ...lines, "element 1kW", "to N").points.map((p) => p.id);

  test("a driven coil has points where its control voltage was given, up to 60 V", () => {
    expect(points("relay K1 60V")).toEqual(expect.arrayContaining(["K1.A", "K1.B"]));
    expect(points("relay K1 61V")).not.toContain("K1.A");
    expect(points("relay K1")).not.toContain("K1.A");
  });

  test("a board's own supply has points where its volts were given, or where a circuit runs on it", () => {
    const of = (...lines: string[]) => unitOf("mains 230V", ...lines).points.map((p) => p.id);
    expect(of("board A1", "to N")).not.toContain("A1.out");
    expect(of("board A1 24V", "to N")).toContain("A1.out");
    expect(of("board A1", "to N", "from A1", "lamp 2W")).toContain("A1.out");
  });

  test("what proves that air moves is open until it does; a door stands as it does while it runs", () => {
    const unit = unitOf(
      "mains 230V",
      "door switch S1",
      "proof switch PS1",
      "board output Q1",
      "element 1kW",
      "to N",
    );
    expect(readsAt(unit, "running", "vac", "PS1.2", "N")).toBeGreaterThan(228);
    expect(readsAt(unit, "standby", "vac", "PS1.2", "N")).toBeLessThan(5);
    expect(readsAt(unit, "dead", "ohm", "PS1.1", "PS1.2")).toBe(Infinity);
    expect(readsAt(unit, "dead", "ohm", "S1.1", "S1.2")).toBeLessThan(0.1);
  });
});

describe("a load between two legs", () => {
  // 2 kW at 240 V are 28.8 Ω; at 120 V they would be 7.2 Ω.
  test("is made for both legs' volts, and its course ends at the other leg", () => {
    const unit = unitOf("split 240V", "breaker 20A", "element 2kW", "to L2", "from L2", "lamp 15W", "to N");
    expect(readsAt(unit, "dead", "ohm", "HT1.1", "HT1.2")).toBeCloseTo(28.8, 1);
    expect(readsAt(unit, "running", "vac", "HT1.1", "HT1.2")).toBeGreaterThan(234);
    expect(readsAt(unit, "running", "vac", "H1.1", "N")).toBeGreaterThan(117);
    expect(unit.courses.map((c) => [c.points[0], c.points.at(-1), c.reference])).toEqual([
      ["L1", "L2", "L2"],
      ["L2", "N", "N"],
    ]);
    expect(traceDoubts(unit)).toEqual([]);
  });
});

describe("what can hardly be meant is said", () => {
  const doubts = (...lines: string[]) => traceDoubts(unitOf(...lines)).map((d) => d.code);

  test("a fuse smaller than what its load draws, 8.7 A, opens; one larger does not", () => {
    expect(doubts("mains 230V", "fuse 5A", "element 2kW", "to N")).toEqual(["opens"]);
    expect(doubts("mains 230V", "fuse 10A", "element 2kW", "to N")).toEqual([]);
    const [doubt] = traceDoubts(unitOf("mains 230V", "fuse 5A", "element 2kW", "to N"));
    // 230 V over 26.45 Ω and the way there.
    expect(doubt).toMatchObject({ code: "opens", rated: 5 });
    expect(doubt!.code === "opens" && doubt!.amps).toBeCloseTo(8.55, 1);
  });

  test("a fuse whose rating nobody knows opens on a short and on no load", () => {
    expect(doubts("mains 230V", "fuse", "element 9kW", "to N")).toEqual([]);
    const short: Fault = { part: "HT1", mode: "shorted-turns", severity: 0.001 };
    expect(
      readsAt(unitOf("mains 230V", "fuse", "element 9kW", "to N"), "running", "vac", "HT1.1", "N", short),
    ).toBeLessThan(1);
  });

  test.each([
    ["mains 230V", "valve 170V 8W", "volts"],
    ["mains 230V", "valve 180V 8W", undefined],
    ["mains 230V", "element 320V 1kW", undefined],
    ["mains 230V", "element 340V 1kW", "volts"],
    ["supply 24V DC", "valve 230V 8W", "volts"],
  ])("%s on %s: %s", (supply, load, code) => {
    expect(doubts(supply, load)).toEqual(code === undefined ? [] : [code]);
  });
});

describe("what nobody knew is wide, what was given is not", () => {
  test("a load of unknown size carries its spread and says what was taken", () => {
    const { unit, walk } = traceUnit(HEADER, ["mains 230V", "fuse 10A", "load", "to N"]);
    expect(unit!.model.parts.find((p) => p.id === "X1")!.spread).toBeGreaterThan(0.3);
    expect(walk.circuits[0]!.load!.made.taken).toEqual(["takes about 345 W"]);
    const known = unitOf("mains 230V", "fuse 10A", "load 345W", "to N");
    expect(known.parts.find((p) => p.id === "X1")!.spread).toBeUndefined();
  });

  test("its ohms are predicted so much wider", () => {
    const spread = (...lines: string[]) => {
      const unit = unitOf(...lines);
      const { expanded, point } = stateRuns(unit).point({ state: "dead", lifts: [] }, []);
      const node = (id: string) => expanded.nodeOf(unit.points.find((p) => p.id === id)!.terminal!);
      return predictReading(point, "ohm", node("X1.1"), node("X1.2")).spread;
    };
    expect(spread("mains 230V", "load", "to N")).toBeGreaterThan(
      8 * spread("mains 230V", "load 345W", "to N"),
    );
  });
});

describe("whatever is traced, it is a unit or a sentence", () => {
  test.each([1, 2, 3, 4])("walks of offered and random lines, seed %i", (seed) => {
    const random = seeded(seed);
    const pick = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)]!;
    const own = [
      "P1.1",
      "P4.3 grey",
      "coil K1",
      "K1 24V",
      "from F1",
      "to S1",
      "to N",
      "element 2kW",
      "pump 60W",
      "nonsense",
      "M1",
    ];
    for (let run = 0; run < 12; run++) {
      const lines: string[] = [];
      for (let i = 0; i < 14; i++) {
        const offers = traceOffers(traceUnit(HEADER, lines).walk).filter((o) => o.whole);
        lines.push(random() < 0.6 && offers.length > 0 ? pick(offers).text : pick(own));
      }
      const { unit, walk, problem } = traceUnit(HEADER, lines);
      if (problem?.code === "model") throw new Error(`${lines.join(" | ")}: ${problem.message}`);
      if (!unit) expect(walk.lines.some((l) => !l.ok) || walk.open || problem !== undefined).toBe(true);
      else
        expect(
          lintUnit(unit.model)
            .filter((f) => f.level === "error")
            .map((f) => `${lines.join(" | ")}: ${f.message}`),
        ).toEqual([]);
    }
  });

  test("every offer that is whole is taken where it is offered", () => {
    let lines: string[] = [];
    for (const next of [...HEATER, "from S1", "pump 60W M1", "to N"]) {
      for (const offer of traceOffers(traceUnit(HEADER, lines).walk).filter((o) => o.whole)) {
        const last = traceUnit(HEADER, [...lines, offer.text]).walk.lines.at(-1)!;
        expect([offer.text, last.ok]).toEqual([offer.text, true]);
      }
      lines = [...lines, next];
    }
  });

  test("the model is the same when it is made again of the lines it keeps", () => {
    const { unit } = traceUnit(HEADER, HEATER);
    expect(traceUnit(HEADER, unit!.model.traced!).unit!.file).toEqual(unit!.file);
  });
});

import { describe, expect, test } from "@jest/globals";
import { readUnitOrThrow, type UnitFile, type UnitModel } from "#core/unit/index.ts";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import { chainBetween, netOfPoint } from "./chain.ts";
import { ladderOf } from "./ladder.ts";
import { fitLadder, LADDER, placeLadder } from "./ladderPlaces.ts";

const units = demoUnits();
const ladder = (unit: string, course: string) => {
  const model = units.get(unit)!;
  return ladderOf(
    model,
    model.courses.find((c) => c.id === course)!,
  )!;
};
const ids = (unit: string, course: string) =>
  ladder(unit, course)
    .parts.map((p) => p.id)
    .join(" ");

describe("the loop of a circuit, as a finger follows it on the drawing", () => {
  // Followed by hand on the demo units' own wiring.
  test.each([
    ["glasswasher-gw4", "rinse-heater", "F1 S1 P3.1 K3 P4.3 TH1 TC1 HT1", "MAINS", "MAINS"],
    ["roaster-dr6", "gas", "F2 P2.1 K4 P2.5 GV1", "T1", "T1"],
    ["prover-pc2", "heater", "RCD1 CB1 P1.1 K1 P4.1 TC1 HT1 RCD1", "MAINS", "MAINS"],
    ["gate-cg2", "open", "F2 X1.1 K1 X1.3 J1 M1 J2 X1.4 K2 R1 X1.2", "BT1", "BT1"],
    ["dock-bd3", "rail", "F1 PS1 F2 X1.1 U1 MC X1.2 PS1", "MAINS", "MAINS"],
    ["dock-bd3", "mains", "F1 PS1", "MAINS", "MAINS"],
    ["kiln-pk9", "bank-a", "CB1 TB1 K3 K1 HTA1 HTA2 SCA TB2 CB2", "SP", "SP"],
    ["kiln-pk9", "coils", "D1 P2.1 S1 K1 P2.2 Q1 D1", "T1", "T1"],
  ])("%s %s", (unit, course, parts, from, to) => {
    expect(ids(unit, course)).toBe(parts);
    expect(ladder(unit, course).ends).toEqual([from, to]);
  });

  test("has the wires with their colours as lines, one more than there are parts", () => {
    const { lines, parts } = ladder("glasswasher-gw4", "rinse-heater");
    expect(lines).toHaveLength(parts.length + 1);
    expect(lines.map((l) => l.wires.map((w) => w.id).join("+"))).toEqual([
      "CL+W1",
      "W3",
      "W4",
      "",
      "",
      "W13",
      "W14",
      "W15",
      "W23+W6+CN",
    ]);
    expect(lines[0]!.wires[0]).toEqual({ id: "CL", colour: "brown" });
  });

  test("of every course of the demo units passes all its points, its load among the parts", () => {
    for (const unit of units.values())
      for (const course of unit.courses) {
        const loop = ladderOf(unit, course)!;
        const nets = new Set(loop.lines.flatMap((l) => l.nets));
        const missed = course.points.filter((p) => !nets.has(netOfPoint(unit, p)!));
        expect({ unit: unit.id, course: course.id, missed }).toEqual({
          unit: unit.id,
          course: course.id,
          missed: [],
        });
        expect(loop.parts.length).toBeGreaterThan(1);
      }
  });

  test("shows a relay as its contact in the load's circuit and as its coil in the coil's, and leads from one to the other", () => {
    const symbol = (course: string) => ladder("kiln-pk9", course).parts.find((p) => p.id === "K1")!;
    expect(symbol("bank-a")).toMatchObject({
      symbol: "switch",
      enters: "com",
      leaves: "no",
      alsoOn: ["coils"],
    });
    expect(symbol("coils")).toMatchObject({
      symbol: "coil",
      enters: "coilA",
      leaves: "coilB",
      alsoOn: ["bank-a"],
    });
  });

  test("is none where the points are one net, or only a detour leads from them and back", () => {
    const washer = units.get("glasswasher-gw4")!;
    const course = washer.courses.find((c) => c.id === "rinse-heater")!;
    const along = (...points: string[]) => ladderOf(washer, { ...course, points });
    expect(along("P1.1", "P1.1", "P1.1")).toBeUndefined();
    expect(along("F1.1", "F1.2", "F1.1")).toBeUndefined();
    expect(along("F1.1", "F1.2", "S1.2")!.parts.map((p) => p.id)).toContain("S1");
    expect(along()).toBeUndefined();
  });

  test("has a box round neighbours that are replaced as one, and round no single part", () => {
    const { boxes, parts } = ladder("kiln-pk9", "bank-a");
    expect(boxes).toEqual([{ item: "bank-a", name: "Element bank A", from: 4, to: 6 }]);
    expect(parts.slice(4, 7).every((p) => p.item === "bank-a")).toBe(true);
  });
});

describe("a chain", () => {
  const unit: UnitModel = readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "u",
    name: "U",
    ground: "G",
    parts: [
      {
        id: "PS",
        name: "Supply",
        type: "power-supply",
        terminals: { l: "L", n: "N", plus: "P", minus: "G" },
        parameters: { volts: 12 },
      },
      { id: "R1", name: "R", type: "resistor", terminals: { a: "P", b: "M" }, parameters: { ohms: 1 } },
      { id: "R2", name: "R", type: "resistor", terminals: { a: "M", b: "G" }, parameters: { ohms: 1 } },
      { id: "R3", name: "R", type: "resistor", terminals: { a: "X", b: "Y" }, parameters: { ohms: 1 } },
    ],
    states: [{ id: "s", name: "S", power: "dead" }],
  } satisfies UnitFile);
  const to = (goal: string) => (net: string) => net === goal;
  const chain = (from: string, goal: string, without: string[] = []) =>
    chainBetween(unit, from, to(goal), new Set(without)).map((l) => `${l.part} ${l.enters}-${l.leaves}`);

  test("passes a supply from its input to its output, and from side to side only where that is asked for", () => {
    expect(chain("L", "M")).toEqual(["PS l-plus", "R1 a-b"]);
    expect(chain("P", "G")).toEqual(["PS plus-minus"]);
    // Not back through the supply's own output.
    expect(chain("M", "G")).toEqual(["R2 a-b"]);
    expect(chain("M", "N", ["R2.a"])).toEqual([]);
  });

  test("is empty where nothing leads, where it is there already, and where the only way is closed", () => {
    expect(chain("P", "X")).toEqual([]);
    expect(chain("P", "P")).toEqual([]);
    expect(chain("P", "M", ["R1.b"])).toEqual([]);
    expect(netOfPoint(unit, "R1.b")).toBe("M");
    expect(netOfPoint(unit, "R9.b")).toBeUndefined();
  });
});

describe("a ladder on a screen", () => {
  const all = [...units.values()].flatMap((u) => u.courses.map((c) => ladderOf(u, c)!));

  test.each([366, 936, 1600])(
    "%i wide: fits, no part on another, no line through a part or a label of another",
    (width) => {
      for (const l of all) {
        const { parts, lines, ...whole } = placeLadder(l, width);
        expect(whole.width).toBeLessThanOrEqual(width);
        for (const p of parts) {
          expect(p.x - LADDER.cell / 2).toBeGreaterThanOrEqual(0);
          expect(p.x + LADDER.cell / 2).toBeLessThanOrEqual(whole.width);
          expect(p.y + LADDER.row / 2).toBeLessThanOrEqual(whole.height);
        }
        const seen = new Set(parts.map((p) => `${p.x} ${p.y}`));
        expect(seen.size).toBe(parts.length);
        lines.forEach((way, i) => {
          for (const [k, to] of way.slice(1).entries()) {
            const from = way[k]!;
            expect(from.x === to.x || from.y === to.y).toBe(true);
            for (const [n, p] of parts.entries()) {
              if (n === i || n === i - 1) continue;
              // A part with its label and its readings: nothing else runs through its cell.
              const [left, right] = [Math.min(from.x, to.x), Math.max(from.x, to.x)];
              const [top, bottom] = [Math.min(from.y, to.y), Math.max(from.y, to.y)];
              const apart =
                right <= p.x - LADDER.cell / 2 ||
                left >= p.x + LADDER.cell / 2 ||
                bottom < p.y - 40 ||
                top > p.y + 40;
              expect(apart).toBe(true);
            }
          }
        });
        // The loop is whole: each line ends where the next part begins.
        parts.forEach((p, i) => {
          const [before, after] = [lines[i]!.at(-1)!, lines[i + 1]![0]!];
          expect(Math.abs(before.x - after.x)).toBe(LADDER.symbol);
          expect([before.y, after.y]).toEqual([p.y, p.y]);
        });
      }
    },
  );

  test("turns at the end of each row", () => {
    const l = ladder("glasswasher-gw4", "rinse-heater");
    const { parts } = placeLadder(l, 2 * LADDER.margin + 3 * LADDER.cell);
    expect(parts.map((p) => p.back)).toEqual([false, false, false, true, true, true, false, false]);
    expect(parts[2]!.x).toBe(parts[3]!.x);
    expect(parts[5]!.x).toBe(parts[6]!.x);
    // A pixel less, and a row takes one part less.
    expect(placeLadder(l, 2 * LADDER.margin + 3 * LADDER.cell - 1).parts[2]!.back).toBe(true);
    expect(placeLadder(l, 10).parts.every((p) => p.x === parts[0]!.x)).toBe(true);
  });

  test("is as large as its frame allows, and plain where it must be scrolled", () => {
    const l = ladder("glasswasher-gw4", "rinse-heater");
    expect(fitLadder(l, 1600, 900).scale).toBe(1.6);
    expect(fitLadder(l, 366, 500).scale).toBe(1);
    for (const [w, h] of [
      [936, 640],
      [1200, 400],
      [700, 900],
    ] as const) {
      const { placed, scale } = fitLadder(l, w, h);
      expect(placed.width * scale).toBeLessThanOrEqual(w);
      if (scale > 1) expect(placed.height * scale).toBeLessThanOrEqual(h);
    }
  });
});

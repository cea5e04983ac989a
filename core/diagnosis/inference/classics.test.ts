import { describe, expect, test } from "@jest/globals";
import { handCheck, handDictionary, type HandFault } from "../../../tests/support/handDictionary.ts";
import { byItem, forecastCheck, weigh, type Dictionary, type Evidence } from "../index.ts";

/**
 * Two worked examples of J. de Kleer and B. C. Williams, "Diagnosing multiple faults", Artificial Intelligence 32
 * (1987): the polybox and inverters in a row. Written from memory; the numbers are worked out here by hand.
 */
const situation = { band: "unproven", lifts: [], coversOff: [] } as const;

function read(
  dictionary: Dictionary,
  names: readonly string[],
  values: Readonly<Record<string, number>>,
): Evidence[] {
  return Object.entries(values).map(([name, value]) => ({
    kind: "reading",
    id: name,
    check: handCheck(names, names.indexOf(name)),
    value,
  }));
}

const gainOf = (
  dictionary: Dictionary,
  names: readonly string[],
  findings: readonly Evidence[],
  name: string,
) =>
  forecastCheck(dictionary, weigh(dictionary, findings), situation, handCheck(names, names.indexOf(name)))
    .gain;

describe("the polybox: M1 = A·C, M2 = B·D, M3 = C·E, A1 = M1 + M2, A2 = M2 + M3, with 3, 2, 2, 3, 3", () => {
  const names = ["X", "Y", "Z", "F", "G"];
  const OFF = [-4, -3, -2, -1, 1, 2, 3, 4];
  const P = 0.01;

  /** What X, Y, Z, F and G are when each component's output is off by so much. */
  const outputs = (off: Readonly<Record<string, number>>) => {
    const by = (part: string) => off[part] ?? 0;
    const [x, y, z] = [6 + by("M1"), 6 + by("M2"), 6 + by("M3")];
    return [x, y, z, x + y + by("A1"), y + z + by("A2")];
  };
  const parts = ["M1", "M2", "M3", "A1", "A2"];
  const singles = parts.map((p): HandFault => ({
    id: p,
    prior: P,
    sizes: OFF.map((d) => outputs({ [p]: d })),
  }));
  const doubles = parts.flatMap((p, i) =>
    parts.slice(i + 1).map((q): HandFault => ({
      id: `${p}+${q}`,
      prior: P * P,
      sizes: OFF.flatMap((d) => OFF.map((e) => outputs({ [p]: d, [q]: e }))),
    })),
  );
  const dictionary = handDictionary(names, outputs({}), [...singles, ...doubles]);
  const findings = read(dictionary, names, { F: 10, G: 12 });
  const chances = new Map(byItem(dictionary, weigh(dictionary, findings)).map((i) => [i.id, i.chance]));

  test("F = 10 where 12 belongs, G right: the multiplier or the adder before F, each with one fault", () => {
    const top = [...chances].sort((a, b) => b[1] - a[1]).slice(0, 2);
    expect(top.map(([id]) => id).sort()).toEqual(["A1", "M1"]);
    expect(chances.get("A1")!).toBeCloseTo(chances.get("M1")!, 3);
  });

  test("the double faults {A2, M2} and {M2, M3} remain, and single M2 does not explain G", () => {
    // One size of eight explains a single fault, one pair of sizes of sixty-four a double one.
    const ratio = (P * P) / 64 / (P / 8);
    expect(chances.get("M2+A2")! / chances.get("M1")!).toBeCloseTo(ratio, 4);
    expect(chances.get("M2+M3")! / chances.get("M1")!).toBeCloseTo(ratio, 4);
    expect(chances.get("M2")!).toBeLessThan(0.1 * chances.get("M1")!);
    expect(chances.get("M1+M3")!).toBeLessThan(chances.get("M2+M3")!);
  });

  test("X is to be measured next: it alone tells M1 from A1", () => {
    const gain = (name: string) => gainOf(dictionary, names, findings, name);
    expect(gain("X")).toBeGreaterThan(0.7);
    expect(gain("X")).toBeGreaterThan(5 * gain("Y"));
    expect(gain("X")).toBeGreaterThan(5 * gain("Z"));
  });

  test("X = 4 leaves M1, X = 6 leaves A1", () => {
    const first = (x: number) =>
      byItem(dictionary, weigh(dictionary, [...findings, ...read(dictionary, names, { X: x })]))[0]!;
    expect(first(4)).toMatchObject({ id: "M1" });
    expect(first(6)).toMatchObject({ id: "A1" });
    expect(first(4).chance).toBeGreaterThan(0.9);
  });
});

describe("three inverters in a row, 0 in and the wrong level out", () => {
  const names = ["after-1", "after-2", "out"];
  /** Levels after each inverter, when the one of this number gives the wrong one. */
  const levels = (wrong?: number) => {
    const list: number[] = [];
    let level = 0;
    for (let i = 1; i <= 3; i++) {
      level = i === wrong ? level : 5 - level;
      list.push(level);
    }
    return list;
  };
  const chain = (...priors: readonly number[]) =>
    handDictionary(
      names,
      levels(),
      priors.map((prior, i) => ({ id: `inverter-${i + 1}`, prior, sizes: [levels(i + 1)] })),
    );

  test("equal chances: a third each, and either point between them brings log₂3 − 2/3 bits", () => {
    const dictionary = chain(0.01, 0.01, 0.01);
    const findings = read(dictionary, names, { out: levels(1)[2]! });
    for (const { chance } of byItem(dictionary, weigh(dictionary, findings)).slice(0, 3))
      expect(chance).toBeCloseTo(1 / 3, 4);
    const wanted = Math.log2(3) - 2 / 3;
    for (const name of ["after-1", "after-2"]) {
      // Less what a slip of the probe takes away.
      expect(gainOf(dictionary, names, findings, name)).toBeLessThan(wanted);
      expect(gainOf(dictionary, names, findings, name)).toBeGreaterThan(0.85 * wanted);
    }
  });

  test("the first twice as likely to fail: measure behind it", () => {
    const dictionary = chain(0.02, 0.01, 0.01);
    const findings = read(dictionary, names, { out: levels(1)[2]! });
    expect(byItem(dictionary, weigh(dictionary, findings))[0]!.chance).toBeCloseTo(0.5, 4);
    expect(gainOf(dictionary, names, findings, "after-1")).toBeGreaterThan(
      gainOf(dictionary, names, findings, "after-2"),
    );
  });
});

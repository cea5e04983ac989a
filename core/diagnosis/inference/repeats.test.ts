import { describe, expect, test } from "@jest/globals";
import { handCheck, handDictionary } from "../../../tests/support/handDictionary.ts";
import { byItem, contradictions, forecastCheck, weigh, type Evidence } from "../index.ts";
import { SLIP } from "./likelihood.ts";
import { RepeatedReading } from "./repeats.ts";

const names = ["left", "middle", "right"];
/** Two faults: A takes 12 V from the left and the middle, B from the middle and the right. */
const dictionary = handDictionary(
  names,
  [12, 12, 12],
  [
    { id: "A", prior: 0.5, sizes: [[0, 0, 12]] },
    { id: "B", prior: 0.5, sizes: [[12, 0, 0]] },
  ],
);
let count = 0;
const read = (name: string, value: number): Evidence => ({
  kind: "reading",
  id: `${name}-${++count}`,
  check: handCheck(names, names.indexOf(name)),
  value,
});
const chanceOf = (item: string, ...findings: Evidence[]) =>
  byItem(dictionary, weigh(dictionary, findings)).find((i) => i.id === item)!.chance;

describe("readings of one check, weighed together", () => {
  test("two that disagree, by hand: one of them is a slip", () => {
    const repeated = new RepeatedReading();
    repeated.add(0, 0.2, Float64Array.of(0.5, 1e-9), 0.6);
    repeated.add(12, 0.2, Float64Array.of(1e-9, 0.5), 0.02);
    const s = SLIP;
    const wanted = (1 - s) * 0.5 * s * 0.02 + (1 - s) * 1e-9 * s * 0.6 + s * 0.6 * s * 0.02;
    expect(Math.exp(repeated.log(0))).toBeCloseTo(wanted, 12);
  });

  test("the same again changes little, but for the doubt whether it was a slip", () => {
    const once = chanceOf("A", read("left", 0));
    const twice = chanceOf("A", read("left", 0), read("left", 0.02));
    expect(twice).toBeGreaterThan(once);
    // A second honest reading with an error of its own would have squared the odds of a slip; this only halves them or so.
    expect((1 - twice) / (1 - once)).toBeGreaterThan(0.15);
  });

  test("a zero that does not come again decides nothing any more", () => {
    expect(chanceOf("A", read("left", 0))).toBeGreaterThan(0.9);
    expect(chanceOf("A", read("left", 0), read("left", 12))).toBeLessThan(0.5);
    expect(chanceOf("A", read("left", 0), read("left", 12), read("left", 12.01))).toBeLessThan(0.05);
  });

  test("a bare zero is believed less than a number of the same kind", () => {
    const odds = (p: number) => p / (1 - p);
    const zero = odds(chanceOf("A", read("left", 0)));
    const number = odds(chanceOf("B", read("left", 12)));
    expect(number).toBeGreaterThan(3 * zero);
  });

  test("five hundred findings leave chances that sum to one", () => {
    const many = Array.from({ length: 500 }, (_, i) => read(names[i % 3]!, i % 7 === 0 ? i / 50 : 12));
    const { suspects } = weigh(dictionary, many);
    expect(suspects.reduce((a, b) => a + b)).toBeCloseTo(1, 9);
    for (const p of suspects) expect(p > 0 && p < 1).toBe(true);
  });
});

describe("findings that cannot both be right", () => {
  // A and the reading of B's side agree; a second look at the left does not.
  const findings = [read("left", 0), read("right", 0), read("middle", 0)];

  test("are pointed out, with the other side, and taking it again pays", () => {
    const posterior = weigh(dictionary, findings);
    const doubts = contradictions(dictionary, posterior, findings);
    expect(doubts.length).toBeGreaterThan(0);
    expect([findings[0]!.id, findings[1]!.id]).toContain(doubts[0]!.finding);
    expect([findings[0]!.id, findings[1]!.id]).toContain(doubts[0]!.against);
    const again = forecastCheck(
      dictionary,
      posterior,
      { band: "unproven", lifts: [], coversOff: [] },
      handCheck(names, 0),
    );
    expect(again.repeat).toBe(true);
    expect(again.gain).toBeGreaterThan(0.05);
    expect(again.outcomes.map((o) => o.label.kind)).toEqual(["again", "differs"]);
  });

  test("findings that fit have none", () => {
    const fitting = [read("left", 0), read("middle", 0), read("right", 12)];
    expect(contradictions(dictionary, weigh(dictionary, fitting), fitting)).toEqual([]);
  });
});

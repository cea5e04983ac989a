import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../../tests/support/glasswasher.ts";
import { readingCheck, weigh, explainMisreading } from "../index.ts";

const dictionary = glasswasherDictionary();
const nothingYet = weigh(dictionary, []);
const heat = { state: "rinse-heat", lifts: [] };
const dead = { state: "dead", lifts: [] };

describe("a reading that no suspect explains", () => {
  test.each([
    ["more than the mains can give: neither fault nor slip", heat, "vac", "P4.3", "P1.2", 900, "unexplained"],
    ["the rail with its sign turned", heat, "vdc", "TP5", "GND", -5, "probes-swapped"],
    ["a tenth of a volt the wrong way is no sign", heat, "vdc", "TP5", "GND", -0.1, undefined],
    ["5000 mV taken for volts", heat, "vdc", "TP5", "GND", 5000, "factor"],
    ["mains read on the low-voltage side's reference", heat, "vdc", "TP5", "GND", 0.005, undefined],
    ["a heater of 26 Ω", dead, "ohm", "HT1.1", "HT1.2", 26.4, undefined],
  ] as const)("%s", (_name, setup, fn, red, black, value, kind) => {
    const check = readingCheck(setup, fn, red, black);
    expect(explainMisreading(dictionary, nothingYet, check, value)?.kind).toBe(kind);
  });

  test("the control rail's ripple in place of its volts: the dial was on V AC", () => {
    const ripple = dictionary.row(readingCheck(heat, "vac", "TP12", "GND"));
    if (!("mean" in ripple)) throw new Error("a reading's row was expected");
    const check = readingCheck(heat, "vac", "P4.3", "P1.2");
    // What V DC shows on the mains side under no fault: nothing; so V DC mistaken for V AC reads as no contact.
    expect(explainMisreading(dictionary, nothingYet, check, 229)).toBeUndefined();
    const other = explainMisreading(
      dictionary,
      nothingYet,
      readingCheck(heat, "vdc", "TP12", "GND"),
      ripple.mean[0]!,
    );
    expect(other === undefined || other.kind === "other-function").toBe(true);
  });
});

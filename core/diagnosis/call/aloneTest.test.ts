import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../../tests/support/glasswasher.ts";
import { ohms } from "../../../tests/support/glasswasherFindings.ts";
import {
  fromScale,
  readingCheck,
  trialCheck,
  weigh,
  ECONOMY,
  type Evidence,
  type ReadingRow,
} from "../index.ts";
import { aloneTest } from "./aloneTest.ts";
import { ownTest } from "./ownTest.ts";
import { proofsOf } from "./proof.ts";

const dictionary = glasswasherDictionary();
const { unit } = dictionary;
const groundOf = (findings: readonly Evidence[], done: readonly string[] = []) => ({
  findings,
  situation: { band: "dead", lifts: [], coversOff: ["front", "board-box"] } as const,
  done: new Set([...findings.flatMap((f) => (f.kind === "claim" ? [] : [f.check.id])), ...done]),
});
const together = readingCheck({ state: "dead", lifts: [] }, "ohm", "HT1.1", "HT1.2");
const healthy = fromScale("ohm", (dictionary.row(together) as ReadingRow).mean[0]!);
/** Its leads off, dead. */
const OFF = "dead+HT1/ohm/HT1.1/HT1.2";
const alone = (value: number, done: readonly string[] = []) => {
  const across = ohms("across", "HT1.1", "HT1.2", value);
  return aloneTest(dictionary, groundOf([across], done), "HT1", [across])?.id;
};

describe("a part that reads low with everything connected", () => {
  test("is read alone first, where it reads less than it should and not where it reads more", () => {
    expect(alone(0.98 * healthy)).toBe(OFF);
    expect(alone(1.02 * healthy)).toBeUndefined();
    expect(alone(Infinity)).toBeUndefined();
  });

  test("is tried on the bench where it is not read with its leads off", () => {
    const off = dictionary.rows.flatMap(({ check }) =>
      check.kind === "reading" && check.setup.lifts.length > 0 ? [check.id] : [],
    );
    expect(off).toContain(OFF);
    expect(alone(5, off)).toBe("try/bench/HT1");
    expect(alone(5, [...off, "try/bench/HT1"])).toBeUndefined();
  });

  test("needs no more once it was tried alone", () => {
    const across = ohms("across", "HT1.1", "HT1.2", 5);
    const tried: Evidence = {
      kind: "seen",
      id: "bench",
      check: trialCheck(unit, "bench", "HT1"),
      seen: false,
    };
    expect(aloneTest(dictionary, groundOf([across, tried]), "HT1", [across, tried])).toBeUndefined();
    expect(aloneTest(dictionary, groundOf([]), "HT1", [])).toBeUndefined();
  });

  test("waits for that before it is called", () => {
    const findings = [ohms("across", "HT1.1", "HT1.2", 9)];
    const posterior = weigh(dictionary, findings);
    const suspect = dictionary.suspects.findIndex((s) => s.part === "HT1" && s.id !== "HT1:open");
    const proofs = proofsOf(dictionary, posterior, findings, "heater");
    expect(proofs.map((p) => p.finding)).toEqual(["across"]);
    const own = ownTest(dictionary, posterior, groundOf(findings), suspect, proofs, ECONOMY);
    expect(own).toMatchObject({ waits: "alone", check: { id: OFF } });
  });
});

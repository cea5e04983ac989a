import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../../tests/support/glasswasher.ts";
import { ohms, seen } from "../../../tests/support/glasswasherFindings.ts";
import { fromScale, judge, nextByOrder, proofsOf, type Evidence, type ReadingRow } from "../index.ts";
import { costOf, hazardMinutes, minutesFor } from "../planning/cost.ts";
import { ECONOMY, mistakeCost } from "../planning/stopping.ts";
import { directPlace, isDirectAt } from "./directPlace.ts";
import { ownTest } from "./ownTest.ts";

const dictionary = glasswasherDictionary();
const { unit } = dictionary;
const groundOf = (findings: readonly Evidence[]) => ({
  findings,
  situation: { band: "dead", lifts: [], coversOff: ["front", "board-box"] } as const,
  done: new Set(findings.flatMap((f) => (f.kind === "claim" ? [] : [f.check.id]))),
});
const judged = (findings: readonly Evidence[]) => {
  const ground = groundOf(findings);
  const judgement = judge(dictionary, ground);
  const next = nextByOrder("information", { ...judgement, ...ground, evidence: findings })?.check;
  return { ...judgement, ground, next, suspect: judgement.dictionary.suspects[judgement.advice.suspect]! };
};
/** What a check that was proposed reads in a case of the dictionary that proposed it. */
const reads = ({ dictionary: wide, next }: ReturnType<typeof judged>, i: number): Evidence => {
  if (next?.kind !== "reading") throw new Error("The next check is no reading.");
  return {
    kind: "reading",
    id: "own",
    check: next,
    value: fromScale("ohm", (wide.row(next) as ReadingRow).mean[i]!),
  };
};

/** Two wires of different looms are crossed, which no list has: from the heater's live end to neutral it reads the heater alone. */
const crossed: Evidence[] = [
  ...["display-lit", "fills", "washes", "K1-clicks", "K2-clicks"].map((id) => seen(id, true)),
  ...["rinse-hot", "doses", "drains", "K3-clicks", "K4-clicks"].map((id) => seen(id, false)),
  ...["reaches-fill", "reaches-wash", "reaches-rinse-heat"].map((id) => seen(id, true)),
  ...["reaches-drain", "reaches-cold-drain"].map((id) => seen(id, false)),
  ...["code-E1", "code-E2", "code-E4", "code-E5"].map((id) => seen(id, false)),
  ohms("fuse", "F1.1", "F1.2", Infinity),
  ohms("doser", "Y2.1", "PE", Infinity),
  ohms("heater", "HT1.1", "P1.2", 26.64),
];

describe("what readings elsewhere prove", () => {
  const before = judged(crossed);

  test("is read by itself before it is called: a bridge between its two places", () => {
    expect(before.suspect.unlisted).toBe("bridge");
    expect(before.advice).toMatchObject({ ready: false, waits: "own" });
    expect(before.advice.proof).toBeDefined();
    expect(before.next?.id).toMatch(/^dead(\+\w+)?\/ohm\//u);
    const place = directPlace(unit, before.suspect)!;
    expect(isDirectAt(unit, place, before.next!)).toBe(true);
    expect(
      isDirectAt(
        unit,
        place,
        crossed.at(-1)!.kind === "reading" ? (crossed.at(-1) as never)["check"] : before.next!,
      ),
    ).toBe(false);
  });

  test("is not called where it reads sound there, and is where it does not", () => {
    expect(judged([...crossed, reads(before, 0)]).advice.item).not.toBe(before.advice.item);
    const bridged = before.dictionary.cases.findIndex(
      (c) => before.dictionary.suspects[c.suspect] === before.suspect,
    );
    const after = judged([...crossed, reads(before, bridged)]);
    expect(after.advice.waits).not.toBe("own");
    expect(after.advice.item).toBe(before.advice.item);
  });

  test("is not read where that costs more than a twentieth of the mistake", () => {
    const { dictionary: wide, posterior, ground, advice } = before;
    const proofs = proofsOf(wide, posterior, crossed, advice.item);
    const at = (labourPerHour: number) =>
      ownTest(wide, posterior, ground, advice.suspect, proofs, { ...ECONOMY, labourPerHour });
    expect(at(60)?.check.id).toBe(before.next!.id);
    expect(at(6000)).toBeUndefined();
    // Trust lost is money of the mistake only, so that it puts the mistake at so many times the reading's price.
    const minutes = minutesFor(costOf(unit, ground.situation, before.next!), hazardMinutes(unit));
    const price = (minutes / 60) * ECONOMY.labourPerHour;
    const whereMistakeIs = (times: number) => {
      const trust = ECONOMY.trust + times * price - mistakeCost(unit, advice.item);
      return ownTest(wide, posterior, ground, advice.suspect, proofs, { ...ECONOMY, trust });
    };
    expect(whereMistakeIs(20 * 1.05)?.check.id).toBe(before.next!.id);
    expect(whereMistakeIs(20 * 0.95)).toBeUndefined();
  });
});

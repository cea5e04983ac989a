import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../../tests/support/glasswasher.ts";
import { ohms, seen } from "../../../tests/support/glasswasherFindings.ts";
import {
  adviseCall,
  checkById,
  fromScale,
  judge,
  nextByOrder,
  type Evidence,
  type ReadingRow,
} from "../index.ts";
import { causeCheck } from "./causeCheck.ts";

/** A fuse that has opened, found dead: nothing across it, and what it feeds is as it should be from live to neutral. */
const dictionary = glasswasherDictionary();
const { unit } = dictionary;
const dead: Evidence[] = [
  // Its user says that nothing at all goes on.
  ...unit.observations
    .filter((o) => ["works", "listen", "reaches", "code"].includes(o.kind))
    .map((o) => seen(o.id, false)),
  ohms("feed", "F1.2", "P1.2", 879),
  ohms("inlet", "P1.1", "F1.1", 0.008),
  ohms("whole", "P1.1", "P1.2", Infinity),
  ohms("across", "F1.1", "F1.2", Infinity),
];
const groundOf = (findings: readonly Evidence[]) => ({
  findings,
  situation: { band: "dead", lifts: [], coversOff: ["front", "board-box"] } as const,
  done: new Set(findings.flatMap((f) => (f.kind === "claim" ? [] : [f.check.id]))),
});
const read = (id: string, value: number): Evidence => {
  const check = checkById(unit, id);
  if (check?.kind !== "reading") throw new Error(`${id} is no reading.`);
  return { kind: "reading", id, check, value };
};

describe("a fuse that has opened", () => {
  const ground = groundOf(dead);
  const { dictionary: wide, posterior, advice } = judge(dictionary, ground);
  const owed = causeCheck(wide, posterior, ground.situation, ground.done, advice.suspect)!;

  test("is not called before a wire behind it has been read against the chassis, which is what is checked next", () => {
    expect(advice).toMatchObject({ item: "fuse", ready: false, waits: "cause" });
    expect(owed.id).toMatch(/^dead\/ohm\/(.*\/PE|PE\/.*)$/u);
    const at = { dictionary: wide, posterior, ...ground, evidence: dead };
    expect(nextByOrder("information", at)?.check.id).toBe(owed.id);
  });

  test("is not called by itself with nothing left to ask while something may yet have opened it", () => {
    class Everything extends Set<string> {
      override has(): boolean {
        return true;
      }
    }
    const asked = { ...ground, done: new Everything() };
    expect(causeCheck(wide, posterior, ground.situation, asked.done, advice.suspect)).toBeUndefined();
    expect(adviseCall(wide, posterior, asked)).toMatchObject({ item: "fuse", ready: false, waits: "cause" });
  });

  test("is called for no wire once that reads as it should, and a wire is suspected where it reads a short", () => {
    const row = wide.row(owed) as ReadingRow;
    const valueIn = (i: number) => fromScale("ohm", row.mean[i]!);
    const chafed = wide.cases.findIndex((c) => wide.suspects[c.suspect]!.unlisted === "chafed");
    expect(wide.opens(chafed)).toContain("F1");
    const cleared = [...dead, read(owed.id, valueIn(0))];
    const after = judge(dictionary, groundOf(cleared));
    const still = causeCheck(
      after.dictionary,
      after.posterior,
      ground.situation,
      groundOf(cleared).done,
      after.advice.suspect,
    );
    expect(after.advice.item).toBe("fuse");
    expect(still?.id ?? "").not.toMatch(/PE/u);
    const short = judge(dictionary, groundOf([...dead, read(owed.id, valueIn(chafed))]));
    expect(short.dictionary.suspects[short.advice.suspect]!.id).toMatch(/chafed|leak/u);
  });

  test("nothing is owed for what does not protect", () => {
    const heater = wide.suspects.findIndex((s) => s.id === "HT1:open");
    expect(causeCheck(wide, posterior, ground.situation, ground.done, heater)).toBeUndefined();
  });
});

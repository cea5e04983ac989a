import { describe, expect, test } from "@jest/globals";
import { demoDictionary, demoUnit } from "../../../tests/support/demoUnits.ts";
import {
  listAsked,
  listChecks,
  packDictionary,
  PackedDictionaryError,
  rankChecks,
  readingCheck,
  unpackDictionary,
  weigh,
} from "../index.ts";

const built = demoDictionary("gate-cg2");
const packed = packDictionary(built);
const back = unpackDictionary(demoUnit("gate-cg2"), packed);

/** Number for number; Jest's own comparison takes a second for a thousand arrays. */
const same = (a: Float32Array, b: Float32Array) =>
  a.length === b.length && a.every((number, i) => Object.is(number, b[i]));

describe("a dictionary that was packed and unpacked", () => {
  test("has the same checks, in order, and the same numbers in every case", () => {
    expect(back.rows.map((r) => r.check.id)).toEqual(built.rows.map((r) => r.check.id));
    back.rows.forEach((row, r) => {
      const was = built.rows[r]!;
      if ("mean" in row && "mean" in was) {
        for (const numbers of ["mean", "sd", "slope"] as const)
          expect([row.check.id, numbers, same(row[numbers], was[numbers])]).toEqual([
            row.check.id,
            numbers,
            true,
          ]);
      } else if ("chance" in row && "chance" in was) {
        expect(row.chance).toEqual(was.chance);
        expect(row.badly).toEqual(was.badly);
      } else throw new Error(`${row.check.id} is of another kind`);
    });
  });

  test("knows where the unit stands and what has opened, under every fault and in every state", () => {
    const states = built.unit.states.map((s) => s.id);
    built.cases.forEach((_, i) => {
      expect(back.opens(i)).toEqual(built.opens(i));
      for (const state of states) expect(back.stand(i, state)).toEqual(built.stand(i, state));
    });
    // A rest without end is told from a step of some seconds.
    const seconds = new Set(built.cases.map((_, i) => back.stand(i, "opening").seconds));
    expect(seconds).toContain(Infinity);
    expect([...seconds].some(Number.isFinite)).toBe(true);
  });

  test("knows how an ordinary run looks under every fault", () => {
    expect(back.symptoms()!).toEqual(built.symptoms()!);
  });

  test("knows what a run would show, and runs nothing to tell it", () => {
    const asked = listAsked(built.unit);
    const listed = new Set(listChecks(built.unit).map((c) => c.id));
    expect(asked.map((c) => built.unit.observations.find((o) => o.id === c.observation)!.kind)).toContain(
      "reaches",
    );
    let telling = 0;
    for (const check of asked) {
      expect(listed.has(check.id)).toBe(false);
      const [was, is] = [built.row(check), back.row(check)];
      if (!("chance" in was) || !("chance" in is)) throw new Error("no answers");
      if (new Set(was.chance).size === 2) telling++;
      expect(is.chance).toEqual(was.chance);
      // They lie in the bytes, and a run would have made others.
      expect(is.chance.buffer.byteLength).toBe(packed.byteLength);
    }
    // Some fault or other answers most of them otherwise than the sound unit does.
    expect(telling).toBeGreaterThan(asked.length / 2);
  });

  test("computes a row that was not kept, as the other does", () => {
    const check = readingCheck({ state: "opening", lifts: [] }, "vdc", "F2.2", "LS1.1");
    expect(built.rows.some((r) => r.check.id === check.id)).toBe(false);
    const [a, b] = [built.row(check), back.row(check)];
    if (!("mean" in a) || !("mean" in b)) throw new Error("no readings");
    expect(b.mean).toEqual(a.mean);
  });

  test("proposes the same check first", () => {
    const situation = { band: "unproven", lifts: [], coversOff: [] } as const;
    const first = (d: typeof built) => rankChecks(d, weigh(d, []), situation, new Set())[0]!.check.id;
    expect(first(back)).toBe(first(built));
  });
});

describe("bytes that are no dictionary of the unit", () => {
  const refused = (bytes: Uint8Array, unit = "gate-cg2") => {
    try {
      unpackDictionary(demoUnit(unit), bytes);
    } catch (error) {
      if (error instanceof PackedDictionaryError) return error.message;
      throw error;
    }
    return "taken";
  };

  test("another unit's", () => expect(refused(packed, "dock-bd3")).toContain("other faults"));
  test("none", () => expect(refused(new Uint8Array(0))).toContain("too few"));
  test("the header alone", () => expect(refused(packed.slice(0, 100))).toContain("too few"));
  test("one byte short", () => expect(refused(packed.slice(0, -1))).toContain("some of it is missing"));
  test("with a header that is no JSON", () => {
    const spoilt = packed.slice();
    spoilt[4] = 0x21;
    expect(refused(spoilt)).toContain("header cannot be read");
  });
  test("of another version", () => {
    const text = packed.slice();
    // {"format":4 … : the digit is the eleventh unit.
    expect(String.fromCharCode(text[4 + 2 * 10]!)).toBe("4");
    text[4 + 2 * 10] = "9".charCodeAt(0);
    expect(refused(text)).toContain("another version");
  });
});

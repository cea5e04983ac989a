import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { parseEntry } from "#core/entry/index.ts";
import { parseQuantity } from "#core/quantity/index.ts";
import { readUnit, readUnitOrThrow } from "#core/unit/index.ts";
import { fuzzLines, fuzzQuantities, fuzzUnits } from "../../bench/fuzz/fuzz.ts";

/** A bounded share of `npm run bench:fuzz`, the same at each run. */
const json = (name: string) => JSON.parse(readFileSync(`demo/units/${name}.json`, "utf8")) as unknown;
const glasswasher = readUnitOrThrow(json("glasswasher-gw4"));
const clean = { crashes: [], hangs: [], notFinite: [] };

describe("what nobody would type, or file", () => {
  test("quantities: answered, and numbers are numbers", () => {
    const result = fuzzQuantities(20_000, 7);
    expect(result).toMatchObject(clean);
    // Most are refused; that some are taken shows that the rest is near what people type.
    expect(result.taken).toBeGreaterThan(200);
  });

  test("lines: answered, and what is taken is an entry that the log keeps", () => {
    const result = fuzzLines(glasswasher, 20_000, 8);
    expect(result).toMatchObject(clean);
    expect(result.taken).toBeGreaterThan(20);
  });

  test("unit files: read or refused in words, and what is read can be solved", () => {
    const result = fuzzUnits([json("glasswasher-gw4"), json("gate-cg2"), json("dock-bd3")], 150, 9);
    expect(result).toMatchObject(clean);
    expect(result.taken).toBeGreaterThan(5);
  });
});

describe("names that every object of the language has", () => {
  const words = ["constructor", "toString", "__proto__", "hasOwnProperty", "valueOf"];
  test.each(words)("%s is no unit, number, function or conductor", (word) => {
    expect(parseQuantity(`5 ${word}`)).toMatchObject({ ok: false, problem: { code: "unknown-unit" } });
    const around = { liveSetup: { state: "fill", lifts: [] }, deadSetup: { state: "dead", lifts: [] } };
    for (const line of [`${word} 5 vac`, `P4.3 to ${word} 5 vac`, `P4.3 ${word} 5`, word])
      expect(parseEntry(glasswasher, line, around).ok).toBe(false);
  });

  test("and no name of a part", () => {
    const file = json("glasswasher-gw4") as { parts: { id: string }[] };
    file.parts[0]!.id = "constructor";
    const read = readUnit(file);
    expect(read.ok ? [] : read.problems.map((p) => p.message)).toContain(
      "this name is taken by the program itself; use another",
    );
  });
});

test.each(["1e323", "9e999 V", "1e308 k", "-1e400"])(
  "%s is beyond what a number holds, and not OL",
  (text) => {
    expect(parseQuantity(text)).toMatchObject({ ok: false, problem: { code: "not-a-number" } });
    expect(parseQuantity("OL")).toMatchObject({ ok: true, quantity: { value: Infinity } });
  },
);

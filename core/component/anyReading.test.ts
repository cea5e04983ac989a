import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import {
  COMPONENT_TESTS,
  FAMILIES,
  judgeEntries,
  readEntries,
  testsFor,
  type ComponentTest,
  type Field,
} from "./index.ts";
import { CATALOGUE } from "../unit/index.ts";

/** Texts that a hand may leave in a field: in range, out of range, nothing, OL, and the plain wrong. */
function typedIn(field: Field): fc.Arbitrary<string> {
  if (field.kind === "choice") return fc.constantFrom(...field.options.map(([id]) => id), "no-such-choice");
  if (field.kind === "text")
    return fc.constantFrom(
      "1 2 3 4",
      "1-2 270, 3-4 0.1",
      "A B C D",
      "C yes, A no",
      "red red red gold",
      "103",
      "97Q",
      "…",
      "",
    );
  const [low, high] = field.usual ?? [1e-3, 1e6];
  const size = (v: number) => String(Number((v / field.unit.scale).toPrecision(4)));
  return fc.oneof(
    {
      weight: 6,
      arbitrary: fc.double({ min: 0, max: 1, noNaN: true }).map((t) => size(low + t * (high - low))),
    },
    { weight: 2, arbitrary: fc.constantFrom("0", size(low / 3), size(high * 3), size(high * 1e4)) },
    {
      weight: 2,
      arbitrary: fc.constantFrom(
        "OL",
        "",
        "4k7",
        "1.5 V",
        "-3",
        "abc",
        "beep",
        "no beep",
        "0.16 in",
        "14 AWG",
      ),
    },
  );
}

const form = (of: ComponentTest) => fc.record(Object.fromEntries(of.fields.map((f) => [f.id, typedIn(f)])));

describe("whatever stands in its form, a test answers in words", () => {
  test.each(COMPONENT_TESTS.map((t) => [t.id, t] as const))("%s", (_id, of) => {
    fc.assert(
      fc.property(form(of), (entries) => {
        const read = readEntries(of, entries);
        const { problems } = read;
        for (const [field, problem] of Object.entries(problems)) {
          expect(of.fields.some((f) => f.id === field)).toBe(true);
          expect(problem).toMatch(/\w.*[.):]/);
        }
        const judgement = judgeEntries(of, read);
        if (!judgement) return;
        const said = [
          judgement.sentence,
          ...judgement.working,
          ...judgement.limits.map((l) => l.text),
          ...(judgement.advice ?? []),
        ];
        expect(judgement.sentence.length).toBeGreaterThan(2);
        for (const text of said) expect(text).not.toMatch(/NaN|undefined|\[object/);
        for (const { field } of judgement.questions ?? [])
          expect(of.fields.some((f) => f.id === field)).toBe(true);
        for (const line of judgement.chart?.lines ?? [])
          for (const [x, y] of line.points) expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true);
      }),
      { seed: 11, numRuns: 60 },
    );
  });
});

describe("the list of tests", () => {
  test("ids and the names within a family are their own; every family has one", () => {
    expect(new Set(COMPONENT_TESTS.map((t) => t.id)).size).toBe(COMPONENT_TESTS.length);
    for (const family of FAMILIES) {
      const names = COMPONENT_TESTS.filter((t) => t.family === family).map((t) => t.name);
      expect(names.length).toBeGreaterThan(0);
      expect(new Set(names).size).toBe(names.length);
    }
  });

  test("the kinds of parts they are offered for are the catalogue's", () => {
    for (const t of COMPONENT_TESTS)
      for (const type of t.types)
        expect({ test: t.id, type, known: CATALOGUE.has(type) }).toEqual({ test: t.id, type, known: true });
    // What has no test of its own is judged by its rail, or by looking.
    const without = [...CATALOGUE.keys()].filter((type) => testsFor(type).length === 0);
    expect(without.sort()).toEqual(["gap", "led-display", "peripheral", "rail-load", "serial-port"]);
    expect(testsFor("heater").map((t) => t.id)).toContain("heater");
  });

  test("a temperature may lie below zero wherever one is asked for, and a resistance nowhere", () => {
    const problemsOf = (field: (typeof COMPONENT_TESTS)[number]["fields"][number], typed: string) =>
      readEntries({ fields: [field] }, { [field.id]: typed }).problems;
    const fields = COMPONENT_TESTS.flatMap((t) => t.fields);
    const quantities = fields.flatMap((f) => (f.kind === "quantity" ? [f] : []));
    // A capacitor's temperature class is no reading.
    const celsius = quantities.filter((f) => f.unit.base === "°C" && !["oldT", "newT"].includes(f.id));
    const ohms = quantities.filter((f) => f.unit.base === "Ω");
    expect(celsius.length).toBeGreaterThan(5);
    for (const field of celsius) expect([field.label, problemsOf(field, "-5")]).toEqual([field.label, {}]);
    for (const field of ohms) expect(problemsOf(field, "-5")).not.toEqual({});
  });

  test("live tests say how to stay safe, and none tells to bridge what protects", () => {
    for (const t of COMPONENT_TESTS) {
      if (t.live) expect(t.prepare.join(" ")).toMatch(/live|Rest|Ohms dead|series/i);
      expect(t.prepare.join(" ")).not.toMatch(
        /(?<!never )(?<!Never )bridge (?:the|it|a) (?:fuse|cut-out|limit|door)/,
      );
    }
  });
});

test("nothing is judged good, or at all, before anything is entered", () => {
  for (const of of COMPONENT_TESTS)
    expect([of.id, judgeEntries(of, readEntries(of, {}))?.verdict]).toEqual([of.id, undefined]);
});

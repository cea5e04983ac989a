import { describe, expect, test } from "@jest/globals";
import { COMPONENT_TESTS, judgeEntries, readEntries } from "./index.ts";

const fuse = COMPONENT_TESTS.find((t) => t.id === "fuse-ohms")!;
/** The form with its one field of ohms that may be open filled in, and what is needed beside it. */
const filled = (ohms: string) => {
  const field = fuse.fields.find((f) => f.kind === "quantity" && f.unit.base === "Ω")!;
  const others = fuse.fields.flatMap((f) =>
    f !== field && f.kind === "quantity" && !f.optional ? [[f.id, String(f.usual?.[1] ?? 1)] as const] : [],
  );
  return { field: field.id, entries: { ...Object.fromEntries(others), [field.id]: ohms } };
};
const read = (ohms: string) => {
  const { field, entries } = filled(ohms);
  const it = readEntries(fuse, entries);
  return {
    problem: it.problems[field],
    range: it.ranges.get(field),
    verdict: judgeEntries(fuse, it)?.verdict,
  };
};

describe("what a meter says, in German", () => {
  test.each([
    ["offen", "OL"],
    ["Unendlich", "OL"],
    ["piept", "beep"],
    ["Durchgang", "beep"],
    ["ja", "yes"],
    ["piept nicht", "no beep"],
    ["kein Durchgang", "no beep"],
    ["nein", "no"],
  ])("“%s” is “%s”", (german, english) => {
    expect(read(english).problem).toBeUndefined();
    expect(read(german)).toEqual(read(english));
  });

  test("an open fuse is none that passes, and a word that says nothing is asked about", () => {
    expect(read("offen").verdict).not.toBe(read("piept").verdict);
    expect(read("öffnet").problem).toBeDefined();
  });
});

describe("a nothing that was read", () => {
  const battery = COMPONENT_TESTS.find((t) => t.id === "battery")!;
  const questions = (rest: string) =>
    readEntries(battery, { blocks: "1", rest }).questions.find((q) => q.field === "rest")?.text;

  test("0 V of a battery is an answer and no slip; a tenth of a volt, or a hundred, is asked about", () => {
    expect(questions("0")).toBeUndefined();
    expect(questions("12.6")).toBeUndefined();
    expect(questions("0.1")).toMatch(/unusual/);
    expect(questions("100")).toMatch(/unusual/);
  });
});

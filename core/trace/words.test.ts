import { describe, expect, test } from "@jest/globals";
import type { TraceProblem } from "./line.ts";
import {
  describeListProblem,
  describeRowProblem,
  describeTraceProblem,
  type ListProblem,
  type RowProblem,
} from "./index.ts";

/** Every problem there is: a new one has to be named here, or this file does not compile. */
const PROBLEMS: { readonly [C in TraceProblem["code"]]: Extract<TraceProblem, { code: C }> } = {
  empty: { code: "empty" },
  "unknown-kind": { code: "unknown-kind", words: "widget" },
  "not-understood": { code: "not-understood", token: "10" },
  "other-thing": { code: "other-thing", token: "dc" },
  "out-of-range": { code: "out-of-range", token: "9000A", from: "0.001 A", to: "630 A" },
  "volts-missing": { code: "volts-missing" },
  "ac-or-dc": { code: "ac-or-dc", volts: 24 },
  "three-phase": { code: "three-phase" },
  "supply-first": { code: "supply-first" },
  "second-supply": { code: "second-supply" },
  "from-what": { code: "from-what" },
  "no-such-part": { code: "no-such-part", at: "F9", known: ["F1", "W.1", "S1"] },
  "used-twice": { code: "used-twice", id: "F1" },
  "not-a-designator": { code: "not-a-designator", id: "P4.3" },
  "pin-number": { code: "pin-number", id: "P4" },
  "nothing-between": { code: "nothing-between" },
  "no-load": { code: "no-load" },
  "own-end": { code: "own-end", at: "S1" },
  "coil-of-what": { code: "coil-of-what", id: undefined },
  "too-long": { code: "too-long" },
  model: { code: "model", message: "parts[0]: no." },
};

const ROWS: { readonly [C in RowProblem["code"]]: Omit<Extract<RowProblem, { code: C }>, "row" | "cell"> } = {
  missing: { code: "missing" },
  "no-terminal": { code: "no-terminal", part: "S1" },
  "not-an-end": { code: "not-an-end", text: "?" },
  "same-ends": { code: "same-ends" },
  twice: { code: "twice", other: 4 },
  colour: { code: "colour", text: "plaid" },
  size: { code: "size", text: "big" },
  length: { code: "length", text: "long" },
};

const LISTS: { readonly [C in ListProblem["code"]]: Extract<ListProblem, { code: C }> } = {
  supply: { code: "supply", message: "How many volts?" },
  "unknown-part": { code: "unknown-part", part: "ZZ1", rows: [3] },
  "part-line": { code: "part-line", part: "HT1", message: "Say what HT1 is." },
  ends: { code: "ends", part: "F1", kind: "fuse", wanted: 2, terminals: ["1", "2", "3"] },
  "no-way-there": { code: "no-way-there", part: "HT1", from: "L" },
  "no-way-back": { code: "no-way-back", part: "HT1", to: "N" },
  "no-load": { code: "no-load" },
  "own-minus": { code: "own-minus", part: "A1" },
  "too-many": { code: "too-many", most: 10_000 },
};

const said = [
  ...Object.values(PROBLEMS).map((p) => [p.code, describeTraceProblem(p)] as const),
  ...Object.values(ROWS).map((p) => [p.code, describeRowProblem({ row: 0, cell: "from", ...p })] as const),
  ...Object.values(LISTS).map((p) => [p.code, describeListProblem(p)] as const),
];

describe("what is wrong is said in a sentence", () => {
  test.each(said)("%s: %s", (_, sentence) => {
    expect(sentence).toMatch(/^[A-Z“0-9a-z].*[.?”]$/u);
    expect(sentence).not.toMatch(/undefined|null|NaN|\[object/u);
  });

  test("no two problems are told in the same words", () => {
    const own = new Set(said.map(([, sentence]) => sentence));
    // The list's own “no load” and the trace's are two sentences for two screens.
    expect(own.size).toBe(said.length);
  });

  test("names are listed without the wires that nobody named", () => {
    expect(describeTraceProblem(PROBLEMS["no-such-part"])).toBe(
      "Nothing traced so far is called F9. There is F1 and S1.",
    );
    const many = Array.from({ length: 20 }, (_, i) => `F${i + 1}`);
    expect(describeTraceProblem({ code: "no-such-part", at: "Q", known: many })).toContain("F7 and F8.");
  });

  test("rows are counted from one", () => {
    expect(describeRowProblem({ row: 6, cell: "from", code: "twice", other: 4 })).toContain("Row 5");
  });
});

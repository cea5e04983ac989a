import { describe, expect, test } from "@jest/globals";
import type { Json, NameKind } from "./field.ts";
import { renamed, usesOf } from "./references.ts";

/** A file that names each kind of thing in every place that can name it. Not a model that works. */
const FILE: Json = {
  ground: "n1",
  parts: [
    {
      id: "p1",
      name: "P",
      type: "switch",
      terminals: { a: "n1", b: "n2" },
      item: "i1",
      weights: { open: 2 },
    },
    { id: "q1", name: "Q", type: "low-side-output", terminals: { out: "n2", ground: "n1" } },
  ],
  items: [{ id: "i1", name: "I" }],
  covers: [{ id: "c1", name: "C" }],
  points: [
    { id: "x1", name: "X", terminal: "p1.a", cover: "c1" },
    { id: "x2", name: "X", net: "n2" },
  ],
  references: [{ side: "mains", function: "vac", point: "x1", points: ["x2", "x1"] }],
  needs: { v1: { name: "V", from: "n1", to: "n2" } },
  states: [
    {
      id: "s1",
      name: "S",
      positions: { p1: "open" },
      celsius: { p1: 20 },
      drives: [{ output: "q1", needs: ["v1"] }],
    },
  ],
  lifts: [{ id: "l1", name: "L", terminals: ["p1.b"], cover: "c1" }],
  courses: [{ id: "k1", name: "K", load: "p1", state: "s1", reference: "x1", points: ["x1", "x2", "x1"] }],
  observations: [
    {
      id: "o1",
      question: "?",
      state: "s1",
      part: "p1",
      effect: "e1",
      step: "t1",
      code: "f1",
      signs: { "p1:open": 0.9 },
      cover: "c1",
    },
  ],
  hazards: [{ kind: "hot", text: "H", covers: ["c1"], states: ["s1"], parts: ["p1"], observations: ["o1"] }],
  checks: [{ state: "s1", function: "vac", red: "x1", black: "x2", lifts: ["l1"] }],
  settings: [{ name: "Set", item: "i1" }],
  variants: [{ id: "w1", name: "W", parts: { p1: { terminals: { a: "n2" } } }, points: { x1: "p1.b" } }],
  sequence: {
    name: "B",
    alive: ["v1"],
    start: "t1",
    runBy: "p1",
    shownBy: "p1",
    modes: [{ id: "m1", name: "M", start: "t1" }],
    inputs: [{ id: "in1", name: "In", from: "n1", to: "n2" }],
    environment: [
      {
        id: "u1",
        name: "U",
        settings: [{ id: "on", name: "on", positions: { p1: "closed" } }],
        rest: "on",
        run: "on",
      },
    ],
    effects: [
      {
        id: "e1",
        name: "E",
        works: ["p1"],
        effects: ["e1"],
        when: [
          { environment: "u1", is: "on" },
          { input: "in1", is: true },
        ],
        volts: [{ from: "n1", to: "n2", above: 1 }],
        paths: [{ from: "n1", to: "n2", ohms: 1 }],
        positions: { p1: "open" },
      },
    ],
    steps: [
      {
        id: "t1",
        name: "T",
        state: "s1",
        drives: ["q1"],
        expects: [{ input: "in1", is: false }],
        next: "t1",
        leaves: [{ when: [{ environment: "u1", is: "on" }], to: "t1" }],
        failure: { retryFrom: "t1", to: "t1", code: "f1" },
      },
    ],
    watches: [{ id: "a1", name: "A", input: "in1", steps: ["t1"], to: "t1", code: "f1" }],
    protections: [{ output: "q1", amps: 1, to: "t1", code: "f1" }],
    codes: [{ id: "f1", name: "F" }],
  },
};

/** How often a name stands in a file as a word of its own, in values and keys. */
function count(file: Json, name: string): number {
  const word = new RegExp(`"${name}(?=[".:])`, "gu");
  return (JSON.stringify(file).match(word) ?? []).length;
}

describe("a new name", () => {
  test.each<[NameKind, string, number]>([
    ["part", "p1", 16],
    ["part", "q1", 4],
    ["item", "i1", 3],
    ["cover", "c1", 5],
    ["point", "x1", 8],
    ["state", "s1", 6],
    ["net", "n1", 7],
    ["net", "n2", 8],
    ["need", "v1", 3],
    ["lift", "l1", 2],
    ["observation", "o1", 2],
    ["effect", "e1", 3],
    ["input", "in1", 4],
    ["step", "t1", 11],
    ["code", "f1", 5],
    ["surrounding", "u1", 3],
  ])("of a %s stands everywhere that the old one did: %s", (kind, name, times) => {
    expect(count(FILE, name)).toBe(times);
    const next = renamed(FILE, kind, name, "zz");
    expect(count(next, name)).toBe(0);
    expect(count(next, "zz")).toBe(times);
    // And nothing else has changed.
    const blank = (file: Json, word: string) =>
      JSON.stringify(file).replaceAll(new RegExp(`"${word}(?=[".:])`, "gu"), '"_');
    expect(blank(next, "zz")).toBe(blank(FILE, name));
  });

  test("of a setting stands where its surrounding is named, and nowhere in another's", () => {
    const next = renamed(FILE, "setting", "on", "zz", "u1");
    // What it is called stays "on".
    expect(count(next, "on")).toBe(1);
    expect(count(next, "zz")).toBe(5);
    expect(renamed(FILE, "setting", "on", "zz", "u2")).toBe(FILE);
  });

  test("that is the old one, or is of nothing, changes nothing", () => {
    expect(renamed(FILE, "part", "p1", "p1")).toBe(FILE);
    expect(renamed(FILE, "part", "p9", "zz")).toBe(FILE);
    expect(renamed({}, "part", "p1", "zz")).toEqual({});
  });
});

describe("the uses of a thing", () => {
  const uses = (kind: NameKind, name: string) =>
    usesOf(FILE, kind, name).map((u) => `${u.section} ${u.record}`);

  test("are the records that name it, each once, without its own", () => {
    expect(uses("item", "i1")).toEqual(["settings Set", "parts p1"]);
    expect(uses("lift", "l1")).toEqual(["checks reading 1"]);
    expect(uses("code", "f1")).toEqual(["steps t1", "watches a1", "protections q1", "observations o1"]);
    expect(uses("need", "v1")).toEqual(["states s1", "board Board"]);
    expect(uses("cover", "c1")).toEqual(["hazards H", "points x1", "lifts l1", "observations o1"]);
  });

  test("of a part are those of its terminals and its ways to fail as well", () => {
    expect(uses("part", "p1")).toEqual([
      "hazards H",
      "variants w1",
      "points x1",
      "lifts l1",
      "states s1",
      "board Board",
      "surroundings u1",
      "effects e1",
      "courses k1",
      "observations o1",
    ]);
    expect(uses("part", "q1")).toEqual(["states s1", "steps t1", "protections q1"]);
    expect(uses("part", "p9")).toEqual([]);
  });
});

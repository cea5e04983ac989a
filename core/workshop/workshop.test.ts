import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { CATALOGUE, readUnit } from "#core/unit/index.ts";
import { moved, without, withCopy, withField, withNew } from "./edit.ts";
import { isJson, type Json, type NameKind, type Section } from "./field.ts";
import { namesOf } from "./names.ts";
import { failuresOf, hasWords, parametersOf, PART_KINDS, terminalsOf, withKind } from "./parameters.ts";
import { recordsOf, valueAt, withValue } from "./place.ts";
import { renamed, usesOf } from "./references.ts";
import { SECTIONS } from "./sections/index.ts";

const NAMES = readdirSync("demo/units");
const load = (name: string) => JSON.parse(readFileSync(`demo/units/${name}`, "utf8")) as Json;
const washer = load("glasswasher-gw4.json");
const section = (id: string): Section => SECTIONS.find((s) => s.id === id)!;
const text = (json: unknown) => JSON.stringify(json);

/** A file without the terminals of points that are called like them. */
const withoutOwnTerminals = (file: Json) =>
  text({
    ...file,
    points: (file["points"] as Json[]).map((p) =>
      p["terminal"] === p["id"] ? { ...p, terminal: undefined } : p,
    ),
  });

/** Kinds of name that a record has of its own, with the section that it stands in. */
const OWN = SECTIONS.filter((s) => s.type === undefined).flatMap((s) => {
  const id = s.fields.find((f) => f.holds.is === "id")?.holds;
  return id?.is === "id" && id.of !== "plain" ? [[id.of, s] as const] : [];
});

describe("a value of a record", () => {
  const record: Json = { a: { b: 1 }, c: [1] };
  test("is changed in a copy that shares the rest; what is the same stays the same object", () => {
    const next = withValue(record, ["a", "b"], 2);
    expect(next).toEqual({ a: { b: 2 }, c: [1] });
    expect(next["c"]).toBe(record["c"]);
    expect(record).toEqual({ a: { b: 1 }, c: [1] });
    expect(withValue(record, ["a", "b"], 1)).toBe(record);
    expect(withValue(record, ["x", "y"], undefined)).toBe(record);
  });

  test("that is left out takes a record with it that is emptied so, and no other", () => {
    expect(withValue(record, ["a", "b"], undefined)).toEqual({ c: [1] });
    expect(withValue({ a: { b: 1, d: 2 } }, ["a", "b"], undefined)).toEqual({ a: { d: 2 } });
    expect(withValue({ a: {} }, ["a", "b"], undefined)).toEqual({ a: {} });
    expect(valueAt(withValue({}, ["a", "b"], 3), ["a", "b"])).toBe(3);
  });
});

describe.each(NAMES)("%s", (name) => {
  const file = load(name);

  test("is the same file, in its bytes, after every record of every chapter is put back as it was", () => {
    let now = file;
    for (const s of SECTIONS)
      for (const { at, record } of recordsOf(file, s))
        for (const f of s.fields)
          if (f.holds.is !== "id" || s.shape === "list")
            now = withField(now, s, at, f.path, valueAt(record, f.path));
    expect(text(now)).toBe(text(file));
  });

  test("reads as before under other names for everything in it, and is itself again with the old ones", () => {
    const before = readUnit(file);
    expect(before.ok).toBe(true);
    for (const [kind, s] of OWN) {
      const names = recordsOf(file, s).map(({ record }) => String(record["id"]));
      const there = names.reduce((now, from, i) => renamed(now, kind, from, `zz-${i}`), file);
      const read = readUnit(there);
      expect({ kind, problems: read.ok ? [] : read.problems }).toEqual({ kind, problems: [] });
      expect(recordsOf(there, s).map((r) => r.record["id"])).toEqual(names.map((_, i) => `zz-${i}`));
      const back = names.reduce((now, to, i) => renamed(now, kind, `zz-${i}`, to), there);
      // Terminals that points go by are written out on the way, which adds a line and changes nothing.
      expect(withoutOwnTerminals(back)).toBe(withoutOwnTerminals(file));
    }
  });

  test("reads as before with every net under another name, and the old ones are gone", () => {
    const nets = namesOf(file, "net").map((n) => n.id);
    const there = nets.reduce((now, from, i) => renamed(now, "net", from, `ZZ_${i}`), file);
    expect(readUnit(there)).toMatchObject({ ok: true });
    expect(namesOf(there, "net").map((n) => n.id)).toEqual(nets.map((_, i) => `ZZ_${i}`));
    expect(text(nets.reduce((now, to, i) => renamed(now, "net", `ZZ_${i}`, to), there))).toBe(text(file));
  });

  test("names the places that use a thing, wherever it cannot go without a complaint that names it", () => {
    for (const [kind, s] of OWN)
      for (const { at, record } of recordsOf(file, s).filter((_, i) => i % 5 === 0)) {
        const from = String(record["id"]);
        const read = readUnit(without(file, s, at));
        // Terminals without a part, and lists that become too short, are other complaints.
        const missing = read.ok ? [] : read.problems.filter((p) => p.message.includes(`“${from}`));
        if (missing.length > 0) expect(usesOf(file, kind, from).length).toBeGreaterThan(0);
      }
  });
});

test("a setting is renamed within what it is a setting of, and nowhere else", () => {
  const roaster = load("roaster-dr6.json");
  const next = renamed(roaster, "setting", "called", "asked", "call");
  expect(readUnit(next)).toMatchObject({ ok: true });
  expect(text(next)).not.toContain('"called"');
  expect(text(next)).toContain('"asked"');
  expect(renamed(roaster, "setting", "called", "asked", "gas")).toEqual(roaster);
});

test("a part's new name is followed by its terminals, suspects, outputs and lifts, and not by what begins alike", () => {
  const part = (id: string, more: object = {}) => ({
    id,
    name: id,
    type: "wire",
    terminals: { a: "x", b: "y" },
    ...more,
  });
  const file: Json = {
    parts: [part("W1"), part("W10"), part("P1.1")],
    points: [{ id: "W1.a" }, { id: "p", terminal: "W10.a" }, { id: "P1.1.a", net: "x" }],
    lifts: [{ id: "l", terminals: ["W1.b", "W10.b"] }],
    observations: [{ id: "o", part: "W1", signs: { "W1:open": 0.9, "W10:open": 0.5 } }],
    states: [{ id: "s", positions: { W1: "open" } }],
    items: [{ id: "W1", name: "wire" }],
  };
  const next = renamed(file, "part", "W1", "W2");
  expect(next["parts"]).toEqual([part("W2", { name: "W1" }), part("W10"), part("P1.1")]);
  expect(next["points"]).toEqual([
    { id: "W1.a", terminal: "W2.a" },
    { id: "p", terminal: "W10.a" },
    { id: "P1.1.a", net: "x" },
  ]);
  expect(next["lifts"]).toEqual([{ id: "l", terminals: ["W2.b", "W10.b"] }]);
  expect(next["observations"]).toEqual([{ id: "o", part: "W2", signs: { "W2:open": 0.9, "W10:open": 0.5 } }]);
  expect(next["states"]).toEqual([{ id: "s", positions: { W2: "open" } }]);
  // An item of that name is a thing of its own.
  expect(next["items"]).toBe(file["items"]);
  expect(usesOf(file, "part", "W1").map((u) => u.section)).toEqual([
    "points",
    "lifts",
    "states",
    "observations",
  ]);
});

describe("records", () => {
  const covers = section("covers");
  test("are added under a free name, copied beside, moved, removed", () => {
    const one = withNew(washer, covers);
    expect(one.at).toBe(2);
    expect(recordsOf(one.file, covers)[2]!.record).toEqual({ id: "cover-1", minutes: 1 });
    const two = withNew(one.file, covers);
    expect(recordsOf(two.file, covers)[3]!.record["id"]).toBe("cover-2");
    const copy = withCopy(washer, covers, 0);
    expect(recordsOf(copy.file, covers).map((r) => r.record["id"])).toEqual([
      "front",
      "front-1",
      "board-box",
    ]);
    expect(recordsOf(moved(washer, covers, 0, 1), covers).map((r) => r.record["id"])).toEqual([
      "board-box",
      "front",
    ]);
    expect(moved(washer, covers, 0, -1)).toBe(washer);
    expect(moved(washer, covers, 1, 2)).toBe(washer);
    expect(recordsOf(without(washer, covers, 0), covers).map((r) => r.record["id"])).toEqual(["board-box"]);
    expect(without(without(washer, covers, 0), covers, 0)["covers"]).toBeUndefined();
  });

  test("that are kept by name are records like others", () => {
    const needs = section("needs");
    const next = withField(washer, needs, 0, ["max"], 5.5);
    expect(valueAt(next, ["needs", "logic", "max"])).toBe(5.5);
    expect(Object.keys(next["needs"] as Json)).toEqual(["logic", "sensor", "level"]);
    expect(recordsOf(withNew(washer, needs).file, needs).at(-1)!.record["id"]).toBe("condition-1");
  });

  test("of a unit without a board are none, and the first one begins it", () => {
    const plain = { ...washer, sequence: undefined } as Json;
    expect(recordsOf(plain, section("steps"))).toEqual([]);
    expect(valueAt(withNew(plain, section("steps")).file, ["sequence", "steps", "length"])).toBeUndefined();
    expect(recordsOf(withNew(plain, section("steps")).file, section("steps"))).toHaveLength(1);
  });
});

describe("names to choose from", () => {
  test.each<[NameKind, string[]]>([
    ["output", ["Q1", "Q2", "Q3", "Q4", "Q5"]],
    ["cover", ["front", "board-box"]],
    ["need", ["logic", "sensor", "level"]],
  ])("%s", (kind, ids) => expect(namesOf(washer, kind).map((n) => n.id)).toEqual(ids));

  test("a net says what is on it; parts that name no item are one", () => {
    expect(namesOf(washer, "net").find((n) => n.id === "PE")!.said).toBe("MAINS, HT1");
    const file: Json = {
      parts: [
        { id: "R1", name: "R" },
        { id: "R2", item: "box" },
      ],
      items: [{ id: "box", name: "Box" }],
    };
    expect(namesOf(file, "item").map((n) => n.id)).toEqual(["box", "R1"]);
    expect(namesOf(washer, "net").find((n) => n.id === "GND")!.said).toMatch(
      /^(?:\S+, ){3}\S+ and \d+ more$/u,
    );
    expect(namesOf(washer, "suspect").map((n) => n.id)).toContain("W1:open");
    expect(namesOf(washer, "terminal").map((n) => n.id)).toContain("HT1.1");
  });

  test("a file of rubbish has none and does not fail", () => {
    for (const rubbish of [{}, { parts: 5 }, { parts: [null, 3, []], needs: [] }] as unknown as Json[])
      for (const kind of ["net", "output", "item", "need", "terminal", "suspect", "setting", "part"] as const)
        expect(namesOf(rubbish, kind).every((n) => n.id === "")).toBe(true);
  });
});

describe("kinds of part", () => {
  test("every value of the catalogue has words, and what a part cannot do without comes first", () => {
    for (const type of CATALOGUE.keys()) {
      const all = parametersOf(type);
      for (const p of all)
        expect({ type, name: p.field.path[1], has: hasWords(p.field.path[1]!) }).toMatchObject({ has: true });
      expect(all.map((p) => p.needed)).toEqual(
        [...all.map((p) => p.needed)].sort((a, b) => Number(b) - Number(a)),
      );
    }
    expect(parametersOf("fuse")[0]).toMatchObject({
      needed: true,
      field: { label: "Current", holds: { unit: "A" } },
    });
    expect(parametersOf("fuse").find((p) => p.field.path[1] === "carries")!.unset).toBe("1.5");
    expect(parametersOf("gizmo")).toEqual([]);
    expect(PART_KINDS).toHaveLength(CATALOGUE.size);
  });

  test("a part that becomes another kind keeps what both have", () => {
    const fuse: Json = {
      id: "F1",
      type: "fuse",
      terminals: { a: "x", b: "y" },
      parameters: { amps: 5, speed: "slow" },
      weights: { open: 3 },
    };
    expect(withKind(fuse, "breaker")).toEqual({
      id: "F1",
      type: "breaker",
      terminals: { a: "x", b: "y" },
      parameters: { amps: 5 },
    });
    expect(withKind(fuse, "heater")).toEqual({ id: "F1", type: "heater", terminals: {} });
  });

  test("terminals that may stay free are known by name", () => {
    expect(terminalsOf("motor")).toEqual([
      { name: "1", optional: false },
      { name: "2", optional: false },
      { name: "pe", optional: true },
    ]);
  });

  test("the ways a part fails add up to the hundred, by its own weights where it has them", () => {
    const fuse = { type: "fuse", terminals: { a: "x", b: "y" }, parameters: { amps: 5 } };
    const shares = failuresOf(fuse);
    expect(Math.abs(shares.reduce((sum, f) => sum + f.share, 0) - 100)).toBeLessThanOrEqual(2);
    const last = shares.at(-1)!;
    expect(failuresOf({ ...fuse, weights: { [last.id]: 1000 } })[0]).toMatchObject({ id: last.id });
    expect(failuresOf({ ...fuse, weights: { [last.id]: 0 } }).map((f) => f.id)).not.toContain(last.id);
    expect(failuresOf({ type: "gizmo" })).toEqual([]);
    // A motor without an earth wire cannot leak to it.
    const motor = CATALOGUE.get("motor")!;
    const leak = motor.modes.find((m) => m.onlyWith === "pe")!;
    const ids = (terminals: Json) =>
      failuresOf({ type: "motor", terminals, parameters: {} }).map((f) => f.id);
    expect(ids({ "1": "a", "2": "b" })).not.toContain(leak.id);
    expect(ids({ "1": "a", "2": "b", pe: "c" })).toContain(leak.id);
  });
});

test("everything that the demo units say is in some chapter, but for what stands by itself", () => {
  const known = new Set(SECTIONS.map((s) => s.path[0] ?? ""));
  for (const name of NAMES)
    for (const [key, value] of Object.entries(load(name)))
      if (typeof value === "object")
        expect({ name, key, known: known.has(key) }).toMatchObject({ known: true });
      else
        expect(["format", "version", "id", ...section("unit").fields.map((f) => f.path[0])]).toContain(key);
  // And within a record every key has a field.
  for (const name of NAMES)
    for (const s of SECTIONS.filter((of) => of.path.length > 0 && of.type === undefined && of.id !== "board"))
      for (const { record } of recordsOf(load(name), s))
        for (const key of Object.keys(record))
          expect({ section: s.id, key, known: s.fields.some((f) => f.path[0] === key) }).toMatchObject({
            known: true,
          });
});

test("what is no object counts as none", () => {
  expect([{}, [], null, 5, "x"].map(isJson)).toEqual([true, false, false, false, false]);
});

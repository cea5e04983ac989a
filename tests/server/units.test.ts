import { readFileSync, readdirSync } from "node:fs";
import { afterAll, describe, expect, test } from "@jest/globals";
import { closePool } from "#server/database/pool.ts";
import { modelHash, newestFile, newestModel } from "#server/units/models.ts";
import { saveTraced, tracedUnit, type TracedUnit } from "#server/units/saveTraced.ts";
import { takeUnitFile } from "#server/units/takeUnitFile.ts";
import { readTable } from "#core/trace/index.ts";
import { WARMER } from "../support/foodWarmer.ts";
import { BAD_LIST, GOOD_LIST, WASHER_PARTS } from "../support/washerList.ts";

/** Units that people bring: traced, listed, or as files. */
afterAll(closePool);

const trace = (more: Partial<TracedUnit> = {}): TracedUnit => ({
  name: "Food warmer",
  maker: "",
  lines: [...WARMER],
  ...more,
});
const rowsOf = (text: string) => readTable(text.split(/\r?\n/u).map((line) => line.split(";"))).rows;
const list = (text: string) => ({
  supply: "mains 230V",
  rows: [...rowsOf(text)],
  parts: { ...WASHER_PARTS },
});

describe("a traced unit", () => {
  test("is a unit of the shop; traced further it is a new revision of the same", async () => {
    const saved = await saveTraced(trace());
    if (!saved.ok) throw new Error(saved.message);
    expect(saved.unit).toMatch(/^food-warmer-[0-9a-f]{6}$/u);
    const first = (await newestModel(saved.unit))!;
    expect(first.unit.traced).toEqual(WARMER);
    const again = await saveTraced(
      trace({ unit: saved.unit, lines: [...WARMER, "from S1", "lamp 5W", "to N"] }),
    );
    expect(again).toEqual({ ok: true, unit: saved.unit });
    const second = (await newestModel(saved.unit))!;
    expect(second.hash).not.toBe(first.hash);
    expect(second.unit.parts.map((p) => p.id)).toContain("H1");
  });

  test("with a line that is not understood is refused by its number; a unit made otherwise is not traced further", async () => {
    const wrong = await saveTraced(trace({ lines: ["mains 230V", "wobble 5A"] }));
    expect(wrong.ok ? "" : wrong.message).toMatch(
      /^Line 2, “wobble 5A”: “wobble 5A” names nothing known here/u,
    );
    expect(await saveTraced(trace({ lines: ["mains 230V", "fuse 10A"] }))).toMatchObject({ ok: false });
    expect(await saveTraced(trace({ unit: "glasswasher-gw4" }))).toMatchObject({ ok: false });
  });

  test("of any name has an address of Latin letters", async () => {
    for (const [name, start] of [
      ["Wärmeplatte Nr. 7", "warmeplatte-nr-7-"],
      ["カフェ", "unit-"],
    ] as const) {
      const saved = await saveTraced(trace({ name }));
      expect(saved.ok && saved.unit.startsWith(start)).toBe(true);
    }
  });
});

describe("a listed unit", () => {
  test("is kept with its rows; with bad ones it is refused by their numbers", async () => {
    const saved = await saveTraced({ name: "Washer", maker: "", list: list(GOOD_LIST) });
    if (!saved.ok) throw new Error(saved.message);
    expect((await newestModel(saved.unit))!.unit.wired!.rows).toHaveLength(60);
    const refused = await saveTraced({ name: "Washer", maker: "", list: list(BAD_LIST) });
    expect(refused.ok ? "" : refused.message).toMatch(/Row 16: .*Row 24: /u);
  });
});

describe("what is sent is checked", () => {
  test.each([
    ["no name", { ...trace(), name: "  " }],
    ["a name too long", { ...trace(), name: "x".repeat(101) }],
    ["no lines", { ...trace(), lines: [] }],
    ["too many lines", { ...trace(), lines: Array.from({ length: 401 }, () => "fuse") }],
    ["something else beside", { ...trace(), admin: true }],
  ])("%s", (_, sent) => expect(tracedUnit.safeParse(sent).success).toBe(false));

  test("400 lines and a name of 100 letters are taken", () => {
    const lines = Array.from({ length: 400 }, () => "fuse");
    expect(tracedUnit.safeParse({ ...trace(), name: "x".repeat(100), lines }).success).toBe(true);
  });
});

describe("a unit's file", () => {
  const files = readdirSync("demo/units");

  test.each(files)(
    "%s goes out and comes in as the same model, byte for byte the second time",
    async (name) => {
      const json = JSON.parse(readFileSync(`demo/units/${name}`, "utf8")) as { id: string };
      expect(await takeUnitFile(json, true)).toMatchObject({ unit: json.id });
      const out = (await newestFile(json.id))?.file;
      expect(modelHash(out)).toBe(modelHash(json));
      // Opened and saved unchanged it is there already, and what goes out next is the same text.
      expect(await takeUnitFile(JSON.parse(JSON.stringify(out)), false)).toEqual({
        status: "there",
        unit: json.id,
      });
      expect(JSON.stringify((await newestFile(json.id))?.file)).toBe(JSON.stringify(out));
    },
  );

  test("a changed one asks before it becomes the newest revision", async () => {
    const demo = JSON.parse(readFileSync(`demo/units/${files[0]!}`, "utf8")) as { name: string };
    const json = { ...demo, id: "dock-of-another-shop" };
    expect(await takeUnitFile(json, false)).toEqual({ status: "taken", unit: json.id });
    const changed = { ...json, name: `${json.name}, changed` };
    expect(await takeUnitFile(changed, false)).toEqual({ status: "known", unit: json.id, name: json.name });
    expect((await newestModel(json.id))!.unit.name).toBe(json.name);
    expect(await takeUnitFile(changed, true)).toEqual({ status: "taken", unit: json.id });
    expect((await newestModel(json.id))!.unit.name).toBe(changed.name);
    // And back: an earlier model can be the newest again.
    expect(await takeUnitFile(json, true)).toEqual({ status: "taken", unit: json.id });
    expect((await newestModel(json.id))!.unit.name).toBe(json.name);
  });

  test("edited from a revision that is no longer the newest it is not stored, and says which one is", async () => {
    const demo = JSON.parse(readFileSync(`demo/units/${files[0]!}`, "utf8")) as { name: string };
    const json = { ...demo, id: "dock-edited-twice" };
    await takeUnitFile(json, false);
    const base = modelHash(json);
    const first = { ...json, name: "first" };
    const second = { ...json, name: "second" };
    expect(await takeUnitFile(first, true, base)).toMatchObject({ status: "taken" });
    const late = await takeUnitFile(second, true, base);
    expect(late).toEqual({ status: "changed", unit: json.id, name: "first", newest: modelHash(first) });
    expect((await newestModel(json.id))!.unit.name).toBe("first");
    expect(await takeUnitFile(second, true, modelHash(first))).toMatchObject({ status: "taken" });
    // Two at once: one of them, and the other hears of it.
    const both = await Promise.all(
      ["a", "b"].map((name) => takeUnitFile({ ...json, name }, true, modelHash(second))),
    );
    expect(both.map((t) => t.status).sort()).toEqual(["changed", "taken"]);
  });

  test("a faulty one is refused with every fault and its place, the first twenty of many", async () => {
    const json = JSON.parse(readFileSync(`demo/units/${files[0]!}`, "utf8")) as { parts: { type: string }[] };
    const broken = { ...json, parts: json.parts.map((p) => ({ ...p, type: "gizmo" })) };
    const refused = await takeUnitFile(broken, true);
    expect(refused.status === "refused" && refused.problems).toHaveLength(21);
    expect(refused.status === "refused" && refused.problems[0]).toMatch(
      /^parts\[0\]\.type: “gizmo” is no part type/u,
    );
    for (const nothing of [null, 5, [], "x", {}])
      expect((await takeUnitFile(nothing, true)).status).toBe("refused");
  });
});

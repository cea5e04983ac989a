import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import { closePool, pool } from "#server/database/pool.ts";
import { execute } from "#server/database/query.ts";
import { openJob } from "#server/jobs/openJob.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import { listLibrary, listTags } from "#server/units/library.ts";
import { listUnits, newestModel, storeModel } from "#server/units/models.ts";
import {
  copyUnit,
  listRevisions,
  readShelf,
  setArchived,
  setTags,
  tagsText,
  takeUpAgain,
} from "#server/units/shelf.ts";
import { glasswasherJson } from "../support/glasswasher.ts";

afterAll(closePool);

const ID = "library-washer";
/** Came after the washer, and nobody has a job on it. */
const IDLE = "library-idle";
const washer = { ...glasswasherJson(), id: ID, name: "Schankspüler 7", maker: "Quernby Works" };
const found = async (sought: string, more: object = {}) =>
  (await listLibrary({ sought, ...more })).units.map((u) => u.id);

beforeAll(async () => {
  await storeModel(pool(), washer);
  await storeModel(pool(), { ...washer, revision: "C" });
  await storeModel(pool(), { ...washer, id: IDLE, name: "Kettle rig 2" });
});

describe("the library", () => {
  test.each(["Schankspüler", "schankspuler", "quernby", "Quernbi", "schanksp", "cut-out", "7 quernby"])(
    "finds a unit by “%s”",
    async (sought) => expect(await found(sought)).toContain(ID),
  );

  test("does not find it by what it is not, and the best match comes first", async () => {
    expect(await found("zeppelin")).toEqual([]);
    expect(await found("Schankspüler zeppelin")).toEqual([]);
    expect((await found("Schankspüler"))[0]).toBe(ID);
  });

  test("knows a unit's jobs and what was called on it", async () => {
    const job = async (item: string | undefined) => {
      const id = randomUUID();
      await openJob({ id, unit: ID, person: "ansa", label: "", complaint: "Cold.", seen: {}, claims: [] });
      if (item === undefined) return;
      const event = {
        id: randomUUID(),
        person: "ansa",
        at: new Date().toISOString(),
        body: { type: "call" as const, item, suspect: "HT1:open", chance: 0.9, note: "" },
      };
      expect(await recordEvent(id, event)).toMatchObject({ ok: true });
    };
    const washerStandsFirst = (units: readonly { readonly id: string }[]) =>
      units.find((u) => u.id === ID || u.id === IDLE)!.id === ID;
    expect(washerStandsFirst((await listLibrary()).units)).toBe(false);
    expect(washerStandsFirst(await listUnits())).toBe(false);
    const before = (await listLibrary()).units.find((u) => u.id === ID)!;
    expect(before).toMatchObject({ jobs: 0, openJobs: 0, usual: [], revisions: 2, revision: "C" });
    expect(before.lastAt).toBeUndefined();
    for (const item of ["heater", "fuse", "heater", undefined]) await job(item);
    const after = (await listLibrary()).units.find((u) => u.id === ID)!;
    expect(after).toMatchObject({ jobs: 4, openJobs: 4 });
    expect(after.usual.map((u) => u.times)).toEqual([2, 1]);
    expect(after.usual[0]!.item).toMatch(/heater/iu);
    // Worked on later than the other came. (Whether it is the first of all depends on the tests beside this one.)
    expect(washerStandsFirst((await listLibrary()).units)).toBe(true);
    expect(washerStandsFirst(await listUnits())).toBe(true);
  });

  test("keeps tags and finds by them", async () => {
    const tags = tagsText.parse(" Cellar bar, dish  washing,cellar bar,, ");
    expect(tags).toEqual(["cellar bar", "dish washing"]);
    await setTags(ID, tags);
    expect(await readShelf(ID)).toEqual({ archived: false, tags });
    expect(await listTags()).toEqual(expect.arrayContaining(tags));
    expect(await found("", { tag: "cellar bar" })).toEqual([ID]);
    expect(await found("cellar")).toContain(ID);
    await setTags(ID, []);
    expect(await found("", { tag: "cellar bar" })).toEqual([]);
  });

  test("tags at their limits: forty letters, twenty of them", () => {
    const many = (n: number) => Array.from({ length: n }, (_, i) => `t${i}`).join(",");
    expect(tagsText.safeParse("x".repeat(40)).success).toBe(true);
    expect(tagsText.safeParse("x".repeat(41)).success).toBe(false);
    expect(tagsText.safeParse(many(20)).success).toBe(true);
    expect(tagsText.safeParse(many(21)).success).toBe(false);
  });

  test("what is put away is not offered and not lost", async () => {
    await setArchived(ID, true);
    expect(await found("Schankspüler")).toEqual([]);
    expect(await found("Schankspüler", { archived: true })).toEqual([ID]);
    expect((await listLibrary()).others).toBe(1);
    expect((await listUnits()).map((u) => u.id)).not.toContain(ID);
    expect(await newestModel(ID)).toBeDefined();
    await setArchived(ID, false);
    expect(await found("Schankspüler")).toContain(ID);
  });

  test("a unit that is not there has no shelf", async () => {
    await setArchived("nobody", true);
    await setTags("nobody", ["x"]);
    expect(await readShelf("nobody")).toEqual({ archived: false, tags: [] });
    expect(await execute(pool(), "SELECT 1 FROM unit_shelf WHERE unit_id = 'nobody'")).toBe(0);
  });
});

describe("a unit", () => {
  test("is copied under a name of its own, and the copy goes its own way", async () => {
    const copy = (await copyUnit(ID, "Schankspüler 8"))!;
    expect(copy).toMatch(/^schankspuler-8-[0-9a-f]{6}$/u);
    const model = (await newestModel(copy))!.unit;
    expect(model).toMatchObject({ id: copy, name: "Schankspüler 8", maker: "Quernby Works" });
    expect(model.parts).toEqual((await newestModel(ID))!.unit.parts);
    expect(await copyUnit("nobody", "x")).toBeUndefined();
  });

  test("shows what it was before, and can be that again; what it never was it cannot be", async () => {
    const revisions = await listRevisions(ID);
    expect(revisions.map((r) => [r.number, r.revision])).toEqual([
      [2, "C"],
      [1, "B"],
    ]);
    expect(revisions[0]!.jobs).toBe(4);
    expect(await takeUpAgain(ID, revisions[1]!.hash)).toBe(true);
    expect((await newestModel(ID))!.hash).toBe(revisions[1]!.hash);
    expect((await listRevisions(ID)).map((r) => r.revision)).toEqual(["B", "C", "B"]);
    expect(await takeUpAgain(ID, "f".repeat(64))).toBe(false);
    const other = (await newestModel("glasswasher-gw4"))!.hash;
    expect(await takeUpAgain(ID, other)).toBe(false);
  });
});

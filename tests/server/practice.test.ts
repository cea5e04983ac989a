import { randomUUID } from "node:crypto";
import { afterAll, describe, expect, test } from "@jest/globals";
import type { PracticeAction } from "#core/practice/index.ts";
import { closePool, pool } from "#server/database/pool.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import { practiceAt, PracticeMeter } from "../../bin/cli/practiceMeter.ts";
import { openJob } from "#server/jobs/openJob.ts";
import { changeRole } from "#server/people/staff.ts";
import {
  openPractice,
  practiceNow,
  readFinished,
  readPractice,
  takeAction,
} from "#server/practice/practices.ts";
import { lookBack, playBy } from "#server/practice/practiceThreads.ts";
import {
  classList,
  exercisesOf,
  keepBest,
  listCourses,
  progressOf,
  readSet,
  setCourse,
} from "#server/practice/progress.ts";
import { todays, todaysSeed } from "#server/practice/today.ts";

const UNIT = "dock-bd3";
afterAll(closePool);

async function open(over: object = {}, set?: { id?: string; seed: number }): Promise<string> {
  const opened = await openPractice(
    { unit: UNIT, kind: "dead load", difficulty: 2, person: "ilo", ...over },
    set,
  );
  if ("said" in opened) throw new Error(opened.said);
  return opened.id;
}
const take = async (id: string, action: PracticeAction) => {
  const result = await takeAction(id, action);
  if (!result.ok) throw new Error(result.message);
  return result.stand;
};
/** What only this test may look at. */
const hiddenOf = async (id: string) =>
  (
    await pool().query<{ hidden: { items: string[]; faults: { part: string; mode: string }[] } }>(
      "SELECT hidden FROM practices WHERE id = $1",
      [id],
    )
  ).rows[0]!.hidden;

describe("an exercise", () => {
  test("is worked to its end: put right, handed back, looked back at", async () => {
    const id = await open();
    const { items } = await hiddenOf(id);
    expect(await readFinished(id)).toBe("not over");
    expect((await take(id, { do: "power", on: true })).snapshot.isOn).toBe(true);
    await take(id, { do: "power", on: false });
    await take(id, { do: "call", item: items[0]! });
    const end = await take(id, { do: "finish" });
    expect(end.finished).toBe(true);
    expect(await takeAction(id, { do: "power", on: true })).toMatchObject({ ok: false, status: 409 });
    const worked = await readFinished(id);
    if (worked === undefined || worked === "not over") throw new Error("not finished");
    const back = await lookBack(worked);
    expect(back.own.right).toBe(true);
    expect(back.steps).toHaveLength(4);
    const play = await playBy("information", worked);
    expect(play.minutes).toBeGreaterThan(0);
    await keepBest(id, 30);
    await keepBest(id, 50);
    const [last] = await exercisesOf("ilo", 1);
    expect(last).toMatchObject({ id, right: true, bestMinutes: 30 });
  }, 60_000);

  test("shows before its end nothing that tells what is hidden", async () => {
    // Other faults, and everything that the browser gets before a first action is the same but for complaint and id.
    const ids = [await open({}, { seed: 3 }), await open({}, { seed: 4 }), await open({}, { seed: 5 })];
    const faults = await Promise.all(ids.map(hiddenOf));
    expect(new Set(faults.map((f) => JSON.stringify(f.faults))).size).toBeGreaterThan(1);
    const pages = await Promise.all(
      ids.map(async (id) => {
        const practice = { ...(await readPractice(id))!, complaint: "", id: "", openedAt: "" };
        return JSON.stringify([practice, (await practiceNow(id))!.stand]);
      }),
    );
    expect(new Set(pages).size).toBe(1);
    for (const [i, page] of pages.entries()) {
      expect(page).not.toContain('"hidden"');
      expect(page).not.toContain('"seed"');
      expect(page).not.toContain('"faults"');
      expect(page).not.toContain(JSON.stringify(faults[i]!.faults[0]));
    }
  });

  test("does not tell before its end that a part was bought in vain, and does then", async () => {
    const id = await open();
    const { items } = await hiddenOf(id);
    const vain = items[0] === "screen" ? "reader" : "screen";
    const stand = await take(id, { do: "swap", item: vain });
    expect(stand.steps.flatMap((s) => s.slips)).toEqual([]);
    const right = await take(id, { do: "swap", item: items[0]! });
    expect(right.steps.flatMap((s) => s.slips)).toEqual([]);
    const end = await take(id, { do: "finish" });
    expect(end.steps.flatMap((s) => s.slips.map((x) => [x.kind, x.at]))).toEqual([["bought in vain", vain]]);
  });

  test("takes actions of two pages one after the other, each once", async () => {
    const id = await open();
    await Promise.all(Array.from({ length: 6 }, (_, i) => takeAction(id, { do: "skip", seconds: 10 + i })));
    const { stand, clock } = (await practiceNow(id))!;
    expect(stand.steps).toHaveLength(6);
    expect(stand.steps.map((s) => s.clock)).toEqual(stand.steps.map((s) => s.clock).sort((a, b) => a - b));
    expect(clock).toBeGreaterThanOrEqual(75);
  });

  test("is refused in words where there is none", async () => {
    const said = async (over: object) => {
      const answer = await openPractice({
        unit: UNIT,
        kind: "dead load",
        difficulty: 1,
        person: "ilo",
        ...over,
      });
      return "said" in answer ? answer.said : "opened";
    };
    expect(await said({ unit: "no-such" })).toContain("no unit “no-such”");
    expect(await said({ person: "ghost" })).toContain("Choose who is working");
    expect(await said({ kind: "trips" })).toContain("no fault of the kind “trips”");
    expect(await takeAction(randomUUID(), { do: "finish" })).toMatchObject({ ok: false, status: 404 });
    expect(await practiceNow("nonsense")).toBeUndefined();
  });
});

describe("a class", () => {
  test("gets one exercise that was set, with the same fault for everybody, and no page gets its seed", async () => {
    const dead = { unit: UNIT, kind: "dead load", difficulty: 1 } as const;
    await setCourse({
      title: "Dead dock",
      person: "ansa",
      exercises: [dead, { ...dead, kind: "comes and goes", difficulty: 3 }],
    });
    const [set] = await listCourses(5);
    expect(set).toMatchObject({
      title: "Dead dock",
      setBy: "Ansa Vell",
      exercises: [
        { ...dead, tries: [] },
        { kind: "comes and goes", difficulty: 3, tries: [] },
      ],
    });
    expect(JSON.stringify(set)).not.toContain("seed");
    const [first, second] = set!.exercises;
    const { seed } = (await readSet(first!.id))!;
    expect((await readSet(second!.id))!.seed).not.toBe(seed);
    const one = await open({ person: "ilo", difficulty: 1 }, { id: first!.id, seed });
    const other = await open({ person: "teo", difficulty: 1 }, { id: first!.id, seed });
    expect((await hiddenOf(one)).faults).toEqual((await hiddenOf(other)).faults);
    const [again] = await listCourses(5);
    expect(again!.exercises[0]!.tries.map((t) => [t.name, t.practice, t.right]).sort()).toEqual([
      ["Ilo Brandle", one, null],
      ["Teo Marrick", other, null],
    ]);
    expect(again!.exercises[1]!.tries).toEqual([]);
    expect((await classList()).map((r) => r.id)).toEqual(expect.arrayContaining(["ansa", "ilo", "teo"]));
  });

  test("is told what to practise next: what was never tried, else what is found least", async () => {
    const { next, kinds } = await progressOf("ilo");
    expect(kinds.find((k) => k.topic === "dead load")!.done).toBeGreaterThan(0);
    expect(next).toEqual({ kind: "stall with a code", why: "never tried" });
  });

  test("has the same exercise all day, and another tomorrow, whose seed the date does not tell", () => {
    const day = Date.parse("2026-03-02T00:00:00Z");
    const units = ["b", "a"];
    expect(todays(units, day)).toEqual(todays(["a", "b"], day + 86_399_000));
    expect(todays(units, day)).not.toEqual(todays(units, day + 86_400_000));
    expect(todays([], day)).toBeUndefined();
    expect(todaysSeed(day)).toBe(todaysSeed(day + 3_600_000));
    expect(todaysSeed(day)).not.toBe(todaysSeed(day + 86_400_000));
    expect(todaysSeed(day)).not.toBe(Math.floor(day / 86_400_000));
  });
});

describe("a meter on the wire that reads an exercise", () => {
  test("shows what was measured there once the probes are on, and turns its dial where it is asked for another function", async () => {
    const id = await open({ person: "ilo", difficulty: 1 });
    const { unit } = (await readPractice(id))!;
    const heard: unknown[] = [];
    const meter = new PracticeMeter(async (action) => {
      if (!action) return (await practiceNow(id))!.stand;
      heard.push(action);
      const taken = await takeAction(id, action);
      if (!taken.ok) throw new Error(taken.message);
      return taken.stand;
    });
    await meter.follow(0);
    expect(meter.shows("vdc", 0)).toBe(0);
    const [red, black] = [unit.points[0]!.id, unit.points[1]!.id];
    const taken = await takeAction(id, { do: "measure", fn: "ohm", red, black });
    if (!taken.ok) throw new Error(taken.message);
    const { shown } = taken.stand.steps.at(-1)!;
    if (shown.kind !== "reading") throw new Error(shown.kind);
    await meter.follow(10);
    expect(meter.shows("ohm", 10.5)).toBe(Infinity);
    expect(meter.shows("ohm", 11.3)).toBe(shown.frames[0]);
    expect(meter.shows("ohm", 60)).toBe(shown.frames.at(-1));
    expect(meter.shows("vdc", 61)).toBe(0);
    expect(heard).toEqual([{ do: "measure", fn: "vdc", red, black }]);
  });

  test("is told in words that an address is none of an exercise", async () => {
    for (const wrong of [
      "nonsense",
      "http://127.0.0.1:1/practice/",
      "ftp://127.0.0.1/practice/" + randomUUID(),
    ])
      expect(() => practiceAt(wrong)).toThrow("the address of an exercise's page");
    await expect(practiceAt(`http://127.0.0.1:1/practice/${randomUUID()}`)()).rejects.toThrow();
  });
});

describe("who is learning", () => {
  const job = { unit: UNIT, label: "", complaint: "dead", seen: {}, claims: [] };

  test("opens no job and records nothing in one, until a lead says otherwise", async () => {
    expect(await openJob({ ...job, id: randomUUID(), person: "ilo" })).toBe("person");
    const id = randomUUID();
    expect(await openJob({ ...job, id, person: "teo" })).toBeUndefined();
    const note = () => ({
      id: randomUUID(),
      person: "ilo",
      at: new Date().toISOString(),
      body: { type: "note" as const, text: "hello" },
    });
    const refused = await recordEvent(id, note());
    expect(refused).toMatchObject({ ok: false, status: 422 });
    expect(refused.ok ? "" : refused.message).toContain("Practice only");
    expect(await changeRole("ilo", "technician")).toMatchObject({ ok: true });
    expect(await recordEvent(id, note())).toMatchObject({ ok: true });
    expect(await changeRole("ilo", "learner")).toMatchObject({ ok: true });
    expect(await changeRole("ghost", "lead")).toMatchObject({ ok: false, status: 404 });
  });
});

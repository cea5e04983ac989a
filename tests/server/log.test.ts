import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { EventBody, JobEvent } from "#core/job/index.ts";
import { closePool, pool } from "#server/database/pool.ts";
import { many, maybeOne, one, transaction } from "#server/database/query.ts";
import { openJob } from "#server/jobs/openJob.ts";
import { readJob } from "#server/jobs/readJob.ts";
import { countStages, listTickets, PAGE_SIZE } from "#server/jobs/tickets.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import { modelHash, storeModel } from "#server/units/models.ts";
import { glasswasherJson } from "../support/glasswasher.ts";
import { newJob } from "../support/newJob.ts";
import { rinseReading } from "../support/rinseReading.ts";

/** Against the throw-away PostgreSQL that bin/test.mjs started, with the demo shop in it. */
const event = (body: EventBody, id = randomUUID()): JobEvent => ({
  id,
  person: "ansa",
  at: new Date().toISOString(),
  body,
});
const live = () => event({ type: "band", band: "live", confirmed: ["all"] });
const reading = (value: number) => event(rinseReading(value));

beforeAll(async () => {
  await one(pool(), "SELECT 1 AS up");
});
afterAll(closePool);

describe("the event log", () => {
  test("opening records complaint, observations and claims at once, and once", async () => {
    const id = await newJob({
      seen: { fills: "yes", "rinse-hot": "no" },
      claims: [{ item: "heater", text: "New last week" }],
    });
    await openJob({
      id,
      unit: "glasswasher-gw4",
      person: "ansa",
      label: "",
      complaint: "again",
      seen: {},
      claims: [],
    });
    const job = (await readJob(id))!;
    expect(job.events.map((e) => e.body.type)).toEqual([
      "opened",
      "experience",
      "claim",
      "finding",
      "finding",
    ]);
    expect(
      (await listTickets({ closed: false, words: [], page: 1 })).tickets.find((t) => t.id === id),
    ).toMatchObject({
      complaint: "Rinse stays cold.",
      // What was answered as it was taken in is no finding yet.
      findings: 0,
      status: "open",
    });
  });

  test("the board's tickets: what each waits for, found by words, page by page down to the oldest", async () => {
    const place = `bay-${randomUUID().slice(0, 8)}`;
    const ids: string[] = [];
    for (let i = 0; i <= PAGE_SIZE; i++) ids.push(await newJob({ label: `${place} ${i}` }));
    const found = (page: number, closed = false) =>
      listTickets({ closed, words: [place.toUpperCase(), "glasswasher"], page });
    const first = await found(1);
    expect(first).toMatchObject({ page: 1, pages: 2, all: PAGE_SIZE + 1 });
    expect(first.tickets.map((t) => t.id)).toEqual(ids.slice(1).reverse());
    const last = await found(2);
    expect(last.tickets.map((t) => t.id)).toEqual([ids[0]]);
    expect((await found(99)).page).toBe(2);
    expect((await listTickets({ closed: false, words: [place, "no-such"], page: 1 })).all).toBe(0);

    const id = ids[0]!;
    const oldest = async () => {
      const all = [...(await found(1)).tickets, ...(await found(2)).tickets];
      return { ...all.find((t) => t.id === id)!, place: all.findIndex((t) => t.id === id) };
    };
    const countOf = async (stage: "measure" | "wait") => (await countStages())[stage] ?? 0;
    const [measured, waiting] = [await countOf("measure"), await countOf("wait")];
    expect(await oldest()).toMatchObject({
      status: "open",
      findings: 0,
      band: "unproven",
      people: ["Ansa Vell"],
    });
    await recordEvent(id, live());
    const wrong = reading(229);
    await recordEvent(id, wrong);
    await recordEvent(id, reading(230));
    await recordEvent(id, event({ type: "retraction", of: wrong.id, why: "" }));
    const call = event({ type: "call", item: "heater", suspect: "HT1:open", chance: 0.97, note: "" });
    await recordEvent(id, event({ type: "note", text: "before the call" }));
    await recordEvent(id, call);
    expect(await oldest()).toMatchObject({
      status: "called",
      calledItem: "Rinse heater HT1",
      findings: 1,
      band: "live",
    });
    // What can be repaired now stands before what is still to be measured; what waits, behind it.
    expect(await oldest()).toMatchObject({ stage: "repair", place: 0 });
    expect((await oldest()).waits).toBeUndefined();
    await recordEvent(id, { ...event({ type: "note", text: "comes on Thursday" }), person: "teo" });
    expect(await oldest()).toMatchObject({
      waits: "comes on Thursday",
      stage: "wait",
      place: PAGE_SIZE,
      people: ["Teo Marrick", "Ansa Vell"],
    });
    expect([await countOf("measure"), await countOf("wait")]).toEqual([measured - 1, waiting + 1]);
    const only = await listTickets({ closed: false, words: [place], page: 1, stage: "wait" });
    expect(only.tickets.map((t) => t.id)).toEqual([id]);
    const repair = event({
      type: "repaired",
      item: "heater",
      suspect: "HT1:open",
      what: "new",
      cause: "scale",
    });
    await recordEvent(id, repair);
    expect(await oldest()).toMatchObject({ stage: "prove", place: 0 });
    await recordEvent(id, event({ type: "retraction", of: repair.id, why: "" }));
    await recordEvent(id, event({ type: "retraction", of: call.id, why: "" }));
    expect(await oldest()).toMatchObject({ status: "open", stage: "measure" });
    await recordEvent(id, event({ type: "closed", outcome: "given up", note: "" }));
    expect((await found(1)).all).toBe(PAGE_SIZE);
    expect((await found(1, true)).tickets).toMatchObject([{ id, status: "closed" }]);
  });

  test("an unknown unit or person opens nothing and is named", async () => {
    const base = {
      id: randomUUID(),
      unit: "glasswasher-gw4",
      person: "ansa",
      label: "",
      complaint: "x",
      seen: {},
      claims: [],
    };
    expect(await openJob({ ...base, unit: "teapot" })).toBe("unit");
    expect(await openJob({ ...base, person: "nobody" })).toBe("person");
    expect(await readJob(base.id)).toBeUndefined();
  });

  test("a repeated send is harmless, twenty at once too", async () => {
    const job = await newJob();
    await recordEvent(job, live());
    const finding = reading(229.4);
    const results = await Promise.all(Array.from({ length: 20 }, () => recordEvent(job, finding)));
    expect(results.every((r) => r.ok)).toBe(true);
    expect(results.filter((r) => r.ok && !r.repeated)).toHaveLength(1);
    expect((await readJob(job))!.events.filter((e) => e.id === finding.id)).toHaveLength(1);
  });

  test("the same id with other contents is a conflict", async () => {
    const job = await newJob();
    await recordEvent(job, live());
    const finding = reading(229.4);
    await recordEvent(job, finding);
    expect(await recordEvent(job, { ...reading(3), id: finding.id })).toMatchObject({
      ok: false,
      status: 409,
    });
    const other = await newJob();
    expect(await recordEvent(other, finding)).toMatchObject({ ok: false, status: 409 });
  });

  test("what may not join is refused with a sentence and leaves no trace", async () => {
    const job = await newJob();
    expect(await recordEvent(job, reading(230))).toMatchObject({
      ok: false,
      status: 422,
      message: expect.stringContaining("UNPROVEN") as unknown as string,
    });
    expect(await recordEvent(job, { ...live(), person: "nobody" })).toMatchObject({
      ok: false,
      status: 422,
      message: expect.stringContaining("“nobody”") as unknown as string,
    });
    expect(await recordEvent(randomUUID(), live())).toMatchObject({ ok: false, status: 404 });
    expect(await recordEvent("not-an-id", live())).toMatchObject({ ok: false, status: 404 });
    await recordEvent(job, event({ type: "closed", outcome: "given up", note: "" }));
    expect(await recordEvent(job, live())).toMatchObject({
      ok: false,
      message: expect.stringContaining("closed") as unknown as string,
    });
    expect((await readJob(job))!.events.map((e) => e.body.type)).toEqual(["opened", "experience", "closed"]);
  });
});

describe("queries", () => {
  test("say when the number of rows is not what was promised", async () => {
    await expect(one(pool(), "SELECT 1 WHERE false")).rejects.toThrow(/got 0 rows/);
    await expect(maybeOne(pool(), "SELECT * FROM (VALUES (1), (2)) AS v")).rejects.toThrow(/got 2 rows/);
  });

  test("a transaction that throws leaves nothing behind", async () => {
    const failed = transaction(async (client) => {
      await client.query(
        "INSERT INTO jobs (id, model_hash, label) SELECT gen_random_uuid(), hash, 'ghost' FROM unit_models LIMIT 1",
      );
      throw new Error("half way");
    });
    await expect(failed).rejects.toThrow("half way");
    expect(await many(pool(), "SELECT 1 FROM jobs WHERE label = 'ghost'")).toEqual([]);
  });
});

describe("unit models", () => {
  test("one hash for the same model, whatever the order of its keys", () => {
    const json = glasswasherJson();
    const turned = Object.fromEntries(Object.entries(json).reverse());
    expect(modelHash(turned)).toBe(modelHash(json));
    expect(modelHash({ ...json, revision: "C" })).not.toBe(modelHash(json));
  });

  test("a wrong model is not stored", async () => {
    const json = { ...glasswasherJson(), ground: "NOWHERE" };
    await expect(storeModel(pool(), json)).rejects.toThrow(/ground: there is no net “NOWHERE”/);
    expect(await many(pool(), "SELECT 1 FROM unit_models WHERE hash = $1", [modelHash(json)])).toEqual([]);
  });
});

import { randomUUID } from "node:crypto";
import { afterAll, describe, expect, test } from "@jest/globals";
import type { EventBody, JobEvent } from "#core/job/index.ts";
import { closePool, pool } from "#server/database/pool.ts";
import { execute, many } from "#server/database/query.ts";
import { inShop } from "#server/database/shopOfWork.ts";
import { readEventsAfter } from "#server/jobs/readJob.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import { insertEvent, selectLog, wholeLog } from "#server/jobs/statements.ts";
import { newJob } from "../support/newJob.ts";

afterAll(closePool);

const entry = (body: EventBody): JobEvent => ({
  id: randomUUID(),
  person: "ansa",
  at: new Date().toISOString(),
  body,
});
const note = (text: string) => entry({ type: "note", text });
const looked = (seen: boolean) =>
  entry({
    type: "finding",
    check: { kind: "observation", observation: "fills" },
    result: { kind: "seen", seen },
  });
const texts = (log: Awaited<ReturnType<typeof wholeLog>>) =>
  log.placed.flatMap(({ event }) => (event.body.type === "note" ? [event.body.text] : []));

describe("a log that is read on from where it was read to", () => {
  test("is the whole log each time, with what another process recorded meanwhile", async () => {
    const job = await newJob();
    await recordEvent(job, note("one"));
    expect(texts(await wholeLog(pool(), job))).toEqual(["one"]);
    // As another process does: past this one's memory.
    await insertEvent(pool(), job, note("two"));
    expect(texts(await wholeLog(pool(), job))).toEqual(["one", "two"]);
    expect(await wholeLog(pool(), job)).toEqual(await selectLog(pool(), job));
  });

  test("counts an entry that cannot be read once, however often it is read", async () => {
    const job = await newJob();
    await wholeLog(pool(), job);
    await execute(
      pool(),
      "INSERT INTO job_events (id, job_id, opened_month, person_id, at, body) VALUES ($1, $2, (SELECT opened_month FROM jobs WHERE id = $2), 'ansa', now(), $3)",
      [randomUUID(), job, JSON.stringify({ type: "note", written: "by a later version" })],
    );
    await recordEvent(job, note("after it"));
    for (let i = 0; i < 3; i++) expect((await wholeLog(pool(), job)).unreadable).toBe(1);
    expect(texts(await wholeLog(pool(), job))).toEqual(["after it"]);
  });

  test("shows another shop nothing, whoever has read it before", async () => {
    const job = await newJob();
    expect((await wholeLog(pool(), job)).placed.length).toBeGreaterThan(0);
    const elsewhere = await inShop("nowhere", () => wholeLog(pool(), job));
    expect(elsewhere).toEqual({ placed: [], unreadable: 0, last: 0 });
  });
});

describe("what joined a job", () => {
  test("is told to all who ask in one turn, each from their own place on", async () => {
    const job = await newJob();
    const start = (await wholeLog(pool(), job)).last;
    await recordEvent(job, note("one"));
    const between = (await wholeLog(pool(), job)).last;
    await recordEvent(job, note("two"));
    const [early, late, none] = await Promise.all([
      readEventsAfter(job, start),
      readEventsAfter(job, between),
      readEventsAfter(job, between + 1000),
    ]);
    expect([early!.length, late!.length, none!.length]).toEqual([2, 1, 0]);
  });

  test("is never read before it was asked for: an entry that is kept is in the next answer", async () => {
    const job = await newJob();
    for (let i = 0; i < 20; i++) {
      const { last } = await wholeLog(pool(), job);
      const asked = readEventsAfter(job, last);
      await recordEvent(job, note(`entry ${i}`));
      const next = await readEventsAfter(job, last);
      await asked;
      expect(next!.map((p) => p.event.body)).toContainEqual({ type: "note", text: `entry ${i}` });
    }
  });
});

describe("the logbook's row of a job", () => {
  const checksOf = (job: string) =>
    many<{ kind: string; made: number }>(
      pool(),
      "SELECT kind, made FROM job_checks WHERE job_id = $1 ORDER BY kind",
      [job],
    );
  const wordsOf = async (job: string) =>
    (await many<{ words: string }>(pool(), "SELECT words FROM job_records WHERE job_id = $1", [job]))[0]!
      .words;

  test("counts what a finding made, keeps it through a note, and loses what was taken back", async () => {
    const job = await newJob();
    const before = await checksOf(job);
    const finding = looked(false);
    await recordEvent(job, finding);
    const after = await checksOf(job);
    expect(after).not.toEqual(before);
    await recordEvent(job, note("Waiting for the owner."));
    expect(await checksOf(job)).toEqual(after);
    await recordEvent(job, entry({ type: "retraction", of: finding.id, why: "The other plug." }));
    expect(await checksOf(job)).toEqual(before);
  });

  test("is found by its notes and by the names of those who wrote in it, in small letters", async () => {
    const job = await newJob();
    await recordEvent(job, note("Behind the COUNTER"));
    const [person] = await many<{ name: string }>(pool(), "SELECT name FROM people WHERE id = 'ansa'", []);
    expect(await wordsOf(job)).toContain("behind the counter");
    expect(await wordsOf(job)).toContain(person!.name.toLowerCase());
  });
});

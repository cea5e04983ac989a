import { randomUUID } from "node:crypto";
import { afterAll, describe, expect, test } from "@jest/globals";
import type { EventBody, JobEvent } from "#core/job/index.ts";
import { closePool, pool } from "#server/database/pool.ts";
import { one } from "#server/database/query.ts";
import { openJob } from "#server/jobs/openJob.ts";
import { readEventsAfter, readJob } from "#server/jobs/readJob.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import { listTickets } from "#server/jobs/tickets.ts";
import { rinseReading } from "../support/rinseReading.ts";

/** Entries that arrive late, and the board's line of a job, against the database. */
afterAll(closePool);

const [PHONE, BENCH] = [randomUUID(), randomUUID()];
const entry = (body: EventBody, device?: string, after?: string): JobEvent => ({
  id: randomUUID(),
  person: device === PHONE ? "teo" : "ansa",
  at: new Date().toISOString(),
  ...(device ? { device } : {}),
  ...(after ? { after } : {}),
  body,
});
const band = (to: "live" | "dead", device?: string, after?: string) =>
  entry({ type: "band", band: to, confirmed: ["all"] }, device, after);
const reading = (device?: string, after?: string) => entry(rinseReading(229), device, after);
const closed = (device?: string, after?: string) =>
  entry({ type: "closed", outcome: "repaired", note: "", waived: "seen to run" }, device, after);

async function newJob(
  complaint = `late ${randomUUID()}`,
): Promise<{ id: string; opened: string; complaint: string }> {
  const id = randomUUID();
  await openJob({ id, unit: "glasswasher-gw4", person: "ansa", label: "", complaint, seen: {}, claims: [] });
  return { id, opened: (await readJob(id))!.events[0]!.id, complaint };
}
const ticket = async (complaint: string, isClosed = false) =>
  (await listTickets({ closed: isClosed, words: complaint.split(" "), page: 1 })).tickets[0];

describe("an entry that arrives late", () => {
  test("is taken after somebody else declared DEAD, called and closed, and keeps what it knew", async () => {
    const { id, opened } = await newJob();
    const live = band("live", PHONE, opened);
    for (const event of [live, band("dead", BENCH, live.id), closed(BENCH)])
      expect(await recordEvent(id, event)).toEqual({ ok: true, repeated: false });
    const late = reading(PHONE, live.id);
    expect(await recordEvent(id, late)).toEqual({ ok: true, repeated: false });
    expect(await recordEvent(id, late)).toEqual({ ok: true, repeated: true });
    expect((await readJob(id))!.events.at(-1)).toMatchObject({ id: late.id, device: PHONE, after: live.id });
    // What was made knowing that the job is closed is refused.
    expect(await recordEvent(id, reading(PHONE))).toMatchObject({ ok: false, status: 422 });
  });

  test("a job is closed once, and an entry taken back once, however late the second comes", async () => {
    const { id, opened } = await newJob();
    const live = band("live", BENCH, opened);
    const found = reading(BENCH, live.id);
    for (const event of [live, found]) await recordEvent(id, event);
    const back = (device: string) => entry({ type: "retraction", of: found.id, why: "" }, device, found.id);
    expect((await recordEvent(id, back(BENCH))).ok).toBe(true);
    expect(await recordEvent(id, back(PHONE))).toMatchObject({
      ok: false,
      status: 422,
      message: "That finding has been retracted already.",
    });
    expect((await recordEvent(id, closed(BENCH, found.id))).ok).toBe(true);
    expect(await recordEvent(id, closed(PHONE, found.id))).toMatchObject({ ok: false, status: 422 });
  });
});

describe("the board's line of a job", () => {
  test("follows every entry: findings, those taken back, power, call, note, end, people", async () => {
    const { id, opened, complaint } = await newJob();
    expect(await ticket(complaint)).toMatchObject({
      findings: 0,
      status: "open",
      band: "unproven",
      people: ["Ansa Vell"],
    });
    const live = band("live", BENCH, opened);
    const found = reading(PHONE, live.id);
    for (const event of [live, found]) await recordEvent(id, event);
    expect(await ticket(complaint)).toMatchObject({
      findings: 1,
      band: "live",
      people: ["Teo Marrick", "Ansa Vell"],
    });
    await recordEvent(id, entry({ type: "retraction", of: found.id, why: "" }));
    expect(await ticket(complaint)).toMatchObject({ findings: 0 });
    await recordEvent(id, entry({ type: "note", text: "before the call" }));
    await recordEvent(
      id,
      entry({ type: "call", item: "heater", suspect: "HT1:open", chance: 0.9, note: "" }),
    );
    const called = (await ticket(complaint))!;
    expect(called).toMatchObject({ status: "called" });
    expect(called.calledItem).not.toBe("heater");
    expect(called.waits).toBeUndefined();
    await recordEvent(id, entry({ type: "note", text: "waits for the part" }));
    expect(await ticket(complaint)).toMatchObject({ waits: "waits for the part" });
    await recordEvent(id, closed());
    expect(await ticket(complaint)).toBeUndefined();
    expect(await ticket(complaint, true)).toMatchObject({ id, status: "closed" });
  });

  test("an entry refused leaves it as it was", async () => {
    const { id, complaint } = await newJob();
    expect((await recordEvent(id, reading())).ok).toBe(false);
    expect(await ticket(complaint)).toMatchObject({ findings: 0 });
  });
});

test("an entry that cannot be read marks its own job, which stays readable", async () => {
  const { id, complaint } = await newJob();
  await pool().query(
    "INSERT INTO job_events (id, job_id, opened_month, person_id, at, body) VALUES ($1, $2, (SELECT opened_month FROM jobs WHERE id = $2), 'ansa', now(), $3)",
    [randomUUID(), id, JSON.stringify({ type: "note", text: 5, from: "a later version" })],
  );
  expect(await readJob(id)).toMatchObject({
    unreadable: 1,
    events: [{ body: { type: "opened" } }, { body: { type: "experience" } }],
  });
  expect((await readEventsAfter(id, 0))!).toHaveLength(2);
  await recordEvent(id, entry({ type: "note", text: "goes on" }));
  expect(await ticket(complaint)).toMatchObject({ unreadable: 1 });
  const other = await newJob();
  expect(await ticket(other.complaint)).toMatchObject({ unreadable: 0 });
});

test("a place in the log that is far away, and a job that is none", async () => {
  expect(await readEventsAfter(randomUUID(), 0)).toBeUndefined();
  expect(await readEventsAfter("no id", 0)).toBeUndefined();
  const { id } = await newJob();
  expect(await readEventsAfter(id, Number.MAX_SAFE_INTEGER)).toEqual([]);
  expect(
    await one<{ version: number }>(pool(), "SELECT DISTINCT version FROM job_events WHERE job_id = $1", [id]),
  ).toEqual({
    version: 1,
  });
});

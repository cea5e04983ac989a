import { randomUUID } from "node:crypto";
import { afterAll, describe, expect, test } from "@jest/globals";
import type { EventBody, FindingBody, JobEvent } from "#core/job/index.ts";
import { closePool, pool } from "#server/database/pool.ts";
import { jobFile } from "#server/jobs/file/jobFile.ts";
import { openJob } from "#server/jobs/openJob.ts";
import { readJob } from "#server/jobs/readJob.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import { modelHash, newestFile } from "#server/units/models.ts";
import { copyUnit } from "#server/units/shelf.ts";
import { takeUnitFile } from "#server/units/takeUnitFile.ts";
import { renamed } from "#core/workshop/index.ts";
import { rinseReading } from "../support/rinseReading.ts";

/** Jobs that go on with a newer revision of their unit. */
afterAll(closePool);

const entry = (body: EventBody, more: Partial<JobEvent> = {}): JobEvent => ({
  id: randomUUID(),
  person: "ansa",
  at: new Date().toISOString(),
  body,
  ...more,
});
const reading = rinseReading(229) as FindingBody;
const { red } = reading.check as Extract<FindingBody["check"], { kind: "reading" }>;

/** A unit of its own, a job on it with one reading, and a newer revision without the point that was read. */
async function jobAndRevision() {
  const unit = (await copyUnit("glasswasher-gw4", "Moved glasswasher"))!;
  const job = randomUUID();
  await openJob({ id: job, unit, person: "ansa", label: "", complaint: "cold", seen: {}, claims: [] });
  await recordEvent(job, entry({ type: "band", band: "live", confirmed: ["all"] }));
  const read = entry(reading);
  expect(await recordEvent(job, read)).toMatchObject({ ok: true });
  const { file, hash } = (await newestFile(unit))!;
  const next = renamed(file, "point", red, "X1.1");
  const taken = await takeUnitFile(next, true);
  expect(taken).toMatchObject({ status: "taken" });
  return { job, unit, from: hash, to: modelHash(next), read };
}

describe("a job and a newer revision of its unit", () => {
  test("stays where it began, says that there is a newer one, and moves when it is told to", async () => {
    const { job, from, to, read } = await jobAndRevision();
    expect(await readJob(job)).toMatchObject({ modelHash: from, newer: to });
    expect(await recordEvent(job, entry({ type: "moved", from, to }))).toEqual({ ok: true, repeated: false });
    const moved = (await readJob(job))!;
    expect(moved).toMatchObject({ modelHash: to });
    expect(moved.newer).toBeUndefined();
    expect(moved.unit.points.some((p) => p.id === "X1.1")).toBe(true);
    // The reading is in the log as ever, though this revision has no such point.
    expect(moved.events.some((e) => e.id === read.id)).toBe(true);
    expect(await recordEvent(job, entry(reading))).toMatchObject({ ok: false, status: 422 });
    const file = await jobFile(moved);
    expect([modelHash(file.unit), ...file.earlier!.map(modelHash)]).toEqual([to, from]);
  });

  test("is moved once: whoever comes second hears of the first", async () => {
    const { job, from, to } = await jobAndRevision();
    const both = await Promise.all([1, 2].map(() => recordEvent(job, entry({ type: "moved", from, to }))));
    expect(both.map((r) => r.ok).sort()).toEqual([false, true]);
    expect(both.find((r) => !r.ok)).toMatchObject({ status: 409, message: /moved .* by somebody else/u });
  });

  test("is not moved to a model that its unit never was, nor to where it stands", async () => {
    const { job, from } = await jobAndRevision();
    const other = (await newestFile("roaster-dr6"))!.hash;
    for (const to of [other, "0".repeat(64), from])
      expect(await recordEvent(job, entry({ type: "moved", from, to }))).toMatchObject({
        ok: false,
        status: 409,
      });
    await expect(
      pool().query(
        "INSERT INTO job_events (id, job_id, opened_month, person_id, at, body) VALUES ($1, $2, (SELECT opened_month FROM jobs WHERE id = $2), 'ansa', now(), $3)",
        [randomUUID(), job, JSON.stringify({ type: "moved", from, to: other })],
      ),
    ).rejects.toThrow(/no revision/u);
  });

  test("takes an entry that was made before the move was heard of, and does not weigh it", async () => {
    const { job, from, to, read } = await jobAndRevision();
    await recordEvent(job, entry({ type: "moved", from, to }));
    const late = entry(reading, { device: randomUUID(), after: read.id });
    expect(await recordEvent(job, late)).toEqual({ ok: true, repeated: false });
    expect((await readJob(job))!.events.at(-1)!.id).toBe(late.id);
  });
});

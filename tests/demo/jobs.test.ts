import { readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { admissionProblems, jobEvent, replay, type JobEvent } from "../../core/job/index.ts";
import { demoUnits } from "../support/demoUnits.ts";

/** The demo shop's open jobs: nothing in them that the program would not have taken from a technician. */
interface DemoJob {
  readonly id: string;
  readonly unit: string;
  readonly minutesAgo: number;
  readonly events: readonly (Omit<JobEvent, "at"> & { readonly minute: number })[];
}
const units = demoUnits();
const files = readdirSync("demo/jobs").filter((f) => f.endsWith(".json"));
const jobs = files.map((file) => {
  const job = JSON.parse(readFileSync(`demo/jobs/${file}`, "utf8")) as DemoJob;
  const events = job.events.map(({ minute, ...event }) =>
    jobEvent.parse({ ...event, at: new Date(60_000 * minute).toISOString() }),
  );
  return { ...job, file, model: units.get(job.unit)!, log: events };
});

describe("the demo shop's open jobs", () => {
  test("six to ten of them, on all seven units, none taken in at the same time", () => {
    expect(jobs.length).toBeGreaterThanOrEqual(6);
    expect(jobs.length).toBeLessThanOrEqual(10);
    expect(new Set(jobs.map((j) => j.unit)).size).toBe(7);
    expect(new Set(jobs.map((j) => j.minutesAgo)).size).toBe(jobs.length);
    expect(new Set(jobs.flatMap((j) => [j.id, ...j.log.map((e) => e.id)])).size).toBe(
      jobs.length + jobs.reduce((sum, j) => sum + j.log.length, 0),
    );
  });

  test.each(jobs.map((j) => [j.file, j] as const))(
    "%s: every entry may join the log as it came",
    (_file, { model, log, minutesAgo }) => {
      expect(log[0]!.body.type).toBe("opened");
      log.forEach((event, i) => {
        const before = replay(model, log.slice(0, i));
        expect([event.body, admissionProblems(model, before, event)]).toEqual([event.body, []]);
        // Time goes forward, and nothing lies in the future.
        if (i > 0) expect(Date.parse(event.at)).toBeGreaterThanOrEqual(Date.parse(log[i - 1]!.at));
        expect(Date.parse(event.at)).toBeLessThan(60_000 * minutesAgo);
      });
    },
  );

  test("at different stages: just taken in, two at work, a doubtful reading, called, waiting for a part", () => {
    const states = jobs.map(({ model, log }) => ({ log, state: replay(model, log) }));
    const openedAt = (log: readonly JobEvent[]) => log[0]!.at;
    const taken = states.filter(({ log }) => log.every((e) => e.at === openedAt(log)));
    expect(taken.length).toBeGreaterThan(0);
    expect(states.some(({ log }) => new Set(log.map((e) => e.person)).size > 1)).toBe(true);
    const called = states.filter(({ state }) => state.call !== undefined);
    expect(called.length).toBe(2);
    expect(called.some(({ state }) => state.notes.length > 0)).toBe(true);
    expect(states.every(({ state }) => state.closed === undefined)).toBe(true);
    // What waits for days is not left live.
    for (const { state, log } of called)
      if (state.notes.length > 0) expect([log[0]!.id, state.band]).toEqual([log[0]!.id, "dead"]);
  });

  test("a call rests on a finding of the job", () => {
    for (const { model, log } of jobs) {
      const { call, ledger } = replay(model, log);
      if (!call) continue;
      expect(ledger.map((e) => e.event.id)).toContain(call.body.proof);
      expect(model.items.map((i) => i.id)).toContain(call.body.item);
      expect(call.body.chance).toBeGreaterThan(0.9);
    }
  });
});

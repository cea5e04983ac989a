import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { gunzipSync, strFromU8 } from "fflate";
import { admissionProblems, jobEvent, recordOf, replay, type JobEvent } from "#core/job/index.ts";
import { demoUnits } from "../support/demoUnits.ts";

interface Stored {
  readonly id: string;
  readonly unit: string;
  readonly minutesAgo: number;
  readonly events: readonly (Record<string, unknown> & { readonly minute: number })[];
}
const year = JSON.parse(strFromU8(gunzipSync(readFileSync("demo/year.json.gz")))) as Stored[];
const units = demoUnits();
const logOf = (job: Stored): JobEvent[] =>
  job.events.map(({ minute, ...event }) =>
    jobEvent.parse({ ...event, at: new Date(1.7e12 + minute * 60_000).toISOString() }),
  );

describe("the demo shop's year", () => {
  test("is some three hundred closed jobs, the oldest first, each with an id of its own", () => {
    expect(year.length).toBeGreaterThanOrEqual(300);
    expect(new Set(year.map((j) => j.id)).size).toBe(year.length);
    expect(year.map((j) => j.minutesAgo)).toEqual(year.map((j) => j.minutesAgo).sort((a, b) => b - a));
    for (const job of year) expect(recordOf(units.get(job.unit)!, logOf(job)).outcome).toBeDefined();
  });

  test("comes back only of jobs that were closed before, on the same unit", () => {
    const seen = new Map<string, string>();
    let backs = 0;
    for (const job of year) {
      const { comeBackOf } = recordOf(units.get(job.unit)!, logOf(job));
      if (comeBackOf !== undefined) {
        backs++;
        expect(seen.get(comeBackOf)).toBe(job.unit);
      }
      seen.set(job.id, job.unit);
    }
    expect(backs).toBeGreaterThan(0);
  });

  test("has no entry that the server would refuse; every twentieth job is looked at", () => {
    for (const job of year.filter((_, i) => i % 20 === 0)) {
      const unit = units.get(job.unit)!;
      const log = logOf(job);
      // The first entries are the intake, recorded with its opening.
      log.forEach((event, i) => {
        if (event.at === log[0]!.at) return;
        expect(admissionProblems(unit, replay(unit, log.slice(0, i)), event)).toEqual([]);
      });
    }
  });
});

import { readFileSync, writeFileSync } from "node:fs";
import { gunzipSync, strFromU8 } from "fflate";
import { buildDictionary } from "#core/diagnosis/index.ts";
import type { JobEvent } from "#core/job/index.ts";
import { bestCourse } from "#core/practice/index.ts";
import { readUnitOrThrow } from "#core/unit/index.ts";

/**
 * `npm run demo:best`: the computed shortest way to each fault that the year of the demo shop was closed on, after
 * `npm run demo:year`. It ends up in demo/bestCourses.json.
 */
interface YearJob {
  readonly unit: string;
  readonly events: readonly Pick<JobEvent, "body">[];
}
const year = JSON.parse(strFromU8(gunzipSync(readFileSync("demo/year.json.gz")))) as YearJob[];
const wanted = new Map<string, Set<string>>();
for (const { unit, events } of year)
  for (const { body } of events)
    if (body.type === "repaired") wanted.set(unit, (wanted.get(unit) ?? new Set()).add(body.suspect));

const courses = [...wanted].flatMap(([id, suspects]) => {
  const unit = readUnitOrThrow(JSON.parse(readFileSync(`demo/units/${id}.json`, "utf8")));
  const dictionary = buildDictionary(unit);
  process.stderr.write(`${unit.name}: ${suspects.size} faults\n`);
  return [...suspects].sort().flatMap((suspect) => {
    const best = bestCourse(dictionary, suspect);
    return best
      ? [{ unit: id, suspect, minutes: Math.round(10 * best.minutes) / 10, checks: best.checks }]
      : [];
  });
});
const lines = courses.map((c) => `  ${JSON.stringify(c)}`).join(",\n");
writeFileSync("demo/bestCourses.json", `[\n${lines}\n]\n`);

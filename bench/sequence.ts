import { readdirSync, readFileSync } from "node:fs";
import { runSequence, symptomGroups, symptomTable, World } from "#core/sequence/index.ts";
import { modesOf, readUnitOrThrow, type Fault, type UnitModel } from "#core/unit/index.ts";

/**
 * The symptom table of every unit of the demo shop: the sequence run under each failure mode. Prints the slowest and a
 * single what-if run on it; `--json` prints one object.
 */
const units = readdirSync("demo/units")
  .filter((f) => f.endsWith(".json"))
  .map((f) => readUnitOrThrow(JSON.parse(readFileSync(`demo/units/${f}`, "utf8"))));

function milliseconds(work: () => void): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

function faultsOf(unit: UnitModel): Fault[] {
  return unit.parts.flatMap((part) => modesOf(part).map((mode) => ({ part: part.id, mode: mode.id })));
}

symptomGroups(units[0]!);
const rows = units.map((unit) => {
  const faults = faultsOf(unit);
  const table = milliseconds(() => symptomTable(unit, faults));
  const world = new World(unit);
  runSequence(world, []);
  const single = faults.map((fault) => milliseconds(() => runSequence(world, [fault]))).sort((a, b) => a - b);
  return {
    unit: unit.id,
    parts: unit.parts.length,
    failures: faults.length,
    table,
    median: single[single.length >> 1]!,
  };
});
const largest = [...rows].sort((a, b) => b.parts - a.parts)[0]!;

if (process.argv.includes("--json"))
  process.stdout.write(
    `${JSON.stringify({ symptomTableSeconds: largest.table / 1000, whatIfMs: Math.max(...rows.map((r) => r.median)) })}\n`,
  );
else
  for (const { unit, parts, failures, table, median } of rows)
    process.stdout.write(
      `${unit.padEnd(18)} ${parts} parts, ${failures} failures: table ${(table / 1000).toFixed(2)} s, one what-if run ${median.toFixed(1)} ms\n`,
    );

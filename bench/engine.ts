import { readFileSync } from "node:fs";
import { buildDictionary, rankChecks, weigh } from "#core/diagnosis/index.ts";
import { readUnitOrThrow } from "#core/unit/index.ts";
import { afreshSeconds } from "./generalPackage.ts";

/**
 * Times the whole fault dictionary of the glasswasher and the ranking of all its checks, and compares the dictionary
 * with solving every case afresh through ml-matrix. The latter is run for every TENTH case and scaled up; it is given
 * each case's settled contacts for nothing, so it solves every case once, for potentials and all pairs read.
 */
const TENTH = 10;
const unit = readUnitOrThrow(JSON.parse(readFileSync("demo/units/glasswasher-gw4.json", "utf8")));

function seconds(work: () => void): number {
  const start = performance.now();
  work();
  return (performance.now() - start) / 1000;
}

const median = (values: number[]) => values.sort((a, b) => a - b)[values.length >> 1]!;

buildDictionary(unit);
const dictionary = buildDictionary(unit);
const dictionarySeconds = median(Array.from({ length: 5 }, () => seconds(() => buildDictionary(unit))));

const situation = { band: "unproven", lifts: [], coversOff: [] } as const;
const posterior = weigh(dictionary, []);
const rank = () => rankChecks(dictionary, posterior, situation, new Set());
rank();
const rankMs = 1000 * median(Array.from({ length: 9 }, () => seconds(rank)));

const generalPackageSeconds = afreshSeconds(unit, TENTH);

const result = {
  cases: dictionary.cases.length,
  checks: dictionary.rows.length,
  dictionarySeconds,
  rankMs,
  generalPackageSeconds,
  ratioGeneralPackage: generalPackageSeconds / dictionarySeconds,
};
if (process.argv.includes("--json")) process.stdout.write(`${JSON.stringify(result)}\n`);
else
  process.stdout.write(
    [
      `glasswasher: ${result.cases} cases × ${result.checks} checks`,
      `dictionary            ${dictionarySeconds.toFixed(2)} s`,
      `general package       ${generalPackageSeconds.toFixed(1)} s (ml-matrix, every tenth case, scaled)`,
      `ratio                 ${result.ratioGeneralPackage.toFixed(0)} ×`,
      `ranking all checks    ${rankMs.toFixed(0)} ms`,
      "",
    ].join("\n"),
  );

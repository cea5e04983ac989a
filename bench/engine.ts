import { readFileSync } from "node:fs";
import { Matrix, solve } from "ml-matrix";
import { assemble, settle, type Circuit } from "#core/circuit/index.ts";
import { buildDictionary, rankChecks, weigh, type Row } from "#core/diagnosis/index.ts";
import { expandUnit, readUnitOrThrow, type Setup } from "#core/unit/index.ts";

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

const afreshSeconds =
  TENTH *
  seconds(() => {
    for (const [setup, rows] of setupsOf(dictionary.rows)) {
      const expanded = expandUnit(unit, setup);
      const healthy = settle(expanded.circuit);
      const node = (id: string) => expanded.nodeOf(unit.points.find((p) => p.id === id)!.terminal ?? id);
      const pairs = rows.flatMap((r) =>
        r.check.kind === "reading" ? [[node(r.check.red), node(r.check.black)] as const] : [],
      );
      for (let i = 0; i < dictionary.cases.length; i += TENTH) {
        const { fault } = dictionary.cases[i]!;
        const settled = fault ? settle(expanded.withFault(fault), healthy).circuit : healthy.circuit;
        solveAfresh(settled, "ac", pairs);
        solveAfresh(settled, "dc", pairs);
      }
    }
  });

function setupsOf(rows: readonly Row[]): [Setup, Row[]][] {
  const groups = new Map<string, [Setup, Row[]]>();
  for (const row of rows) {
    const key = JSON.stringify(row.check.setup);
    const group = groups.get(key);
    if (group) group[1].push(row);
    else groups.set(key, [row.check.setup, [row]]);
  }
  return [...groups.values()];
}

/** [Re −Im; Im Re] of size 2n, right-hand sides: the sources, then a unit current through each pair. */
function solveAfresh(
  circuit: Circuit,
  domain: "ac" | "dc",
  pairs: readonly (readonly [number, number])[],
): void {
  const { n, aRe, aIm, bRe } = assemble(circuit, domain);
  const size = domain === "ac" ? 2 * n : n;
  const a = Matrix.zeros(size, size);
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) {
      a.set(i, j, aRe[i * n + j]!);
      if (domain === "dc") continue;
      a.set(n + i, n + j, aRe[i * n + j]!);
      a.set(i, n + j, -aIm[i * n + j]!);
      a.set(n + i, j, aIm[i * n + j]!);
    }
  const b = Matrix.zeros(size, 1 + pairs.length);
  bRe.forEach((value, i) => b.set(i, 0, value));
  pairs.forEach(([p, q], k) => {
    if (p > 0) b.set(p - 1, k + 1, 1);
    if (q > 0) b.set(q - 1, k + 1, -1);
  });
  solve(a, b);
}

const result = {
  cases: dictionary.cases.length,
  checks: dictionary.rows.length,
  dictionarySeconds,
  rankMs,
  generalPackageSeconds: afreshSeconds,
  ratioGeneralPackage: afreshSeconds / dictionarySeconds,
};
if (process.argv.includes("--json")) process.stdout.write(`${JSON.stringify(result)}\n`);
else
  process.stdout.write(
    [
      `glasswasher: ${result.cases} cases × ${result.checks} checks`,
      `dictionary            ${dictionarySeconds.toFixed(2)} s`,
      `general package       ${afreshSeconds.toFixed(1)} s (ml-matrix, every tenth case, scaled)`,
      `ratio                 ${result.ratioGeneralPackage.toFixed(0)} ×`,
      `ranking all checks    ${rankMs.toFixed(0)} ms`,
      "",
    ].join("\n"),
  );

import { Matrix, solve } from "ml-matrix";
import { assemble, denseMatrix, settle, type Circuit } from "#core/circuit/index.ts";
import { listChecks, listSuspects, type Check } from "#core/diagnosis/index.ts";
import { expandUnit, type Setup, type UnitModel } from "#core/unit/index.ts";

/**
 * Time, s, to solve every case of a unit afresh with a general linear algebra package (ml-matrix): each setup, both
 * domains, one solve for the potentials and for a unit current through every pair that is read. Every `every`-th case
 * is run and the time scaled up; the settled contacts are given to it for nothing.
 */
export function afreshSeconds(unit: UnitModel, every: number): number {
  const { cases } = listSuspects(unit);
  let spent = 0;
  for (const [setup, checks] of setupsOf(listChecks(unit))) {
    const expanded = expandUnit(unit, setup);
    const healthy = settle(expanded.circuit);
    const node = (id: string) => expanded.nodeOf(unit.points.find((p) => p.id === id)!.terminal ?? id);
    const pairs = [
      ...new Map(
        checks
          .flatMap((c) => (c.kind === "reading" ? [[node(c.red), node(c.black)] as const] : []))
          .map((p) => [p.join(), p]),
      ).values(),
    ];
    for (let i = 0; i < cases.length; i += every) {
      const { faults } = cases[i]!;
      const settled =
        faults.length > 0 ? settle(expanded.withFaults(faults), healthy).circuit : healthy.circuit;
      const start = performance.now();
      solveAfresh(settled, "ac", pairs);
      solveAfresh(settled, "dc", pairs);
      spent += (performance.now() - start) / 1000;
    }
  }
  return spent * every;
}

function setupsOf(checks: readonly Check[]): [Setup, Check[]][] {
  const groups = new Map<string, [Setup, Check[]]>();
  for (const check of checks) {
    const key = JSON.stringify(check.setup);
    const group = groups.get(key);
    if (group) group[1].push(check);
    else groups.set(key, [check.setup, [check]]);
  }
  return [...groups.values()];
}

/** [Re −Im; Im Re] of size 2n, right-hand sides: the sources, then a unit current through each pair. */
function solveAfresh(
  circuit: Circuit,
  domain: "ac" | "dc",
  pairs: readonly (readonly [number, number])[],
): void {
  const equations = assemble(circuit, domain);
  const { n } = equations.pattern;
  const { re: aRe, im: aIm } = denseMatrix(equations);
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
  equations.b.re.forEach((value, i) => b.set(i, 0, value));
  pairs.forEach(([p, q], k) => {
    if (p > 0) b.set(p - 1, k + 1, 1);
    if (q > 0) b.set(q - 1, k + 1, -1);
  });
  solve(a, b);
}

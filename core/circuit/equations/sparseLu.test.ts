import { describe, expect, test } from "@jest/globals";
import { CircuitBuilder } from "../../../tests/support/circuits.ts";
import { seeded } from "../../../tests/support/random.ts";
import { factorInPlace, solveInto, solveTransposedInto } from "./complexLu.ts";
import { factorSparse, solveSparseInto, solveSparseTransposedInto } from "./sparseLu.ts";
import { assemble, denseMatrix, split } from "./system.ts";

/** A ladder with rungs across it, some reactive, a transformer in it: shapes in which elimination fills in. */
function mesh(seed: number, size: number) {
  const random = seeded(seed);
  const c = new CircuitBuilder();
  const decade = (low: number, high: number) => 10 ** (low + (high - low) * random());
  c.branch("n0", "0", { ohms: 0.3, acVolts: 230, dcVolts: 12 });
  for (let i = 1; i < size; i++) {
    c.branch(`n${i}`, `n${Math.floor(random() * i)}`, { ohms: decade(-3, 4) });
    if (random() < 0.6)
      c.branch(`n${i}`, `n${Math.floor(random() * size)}`, {
        ohms: decade(-2, 6),
        ...(random() < 0.5 ? { henries: decade(-3, 1) } : { farads: decade(-9, -4) }),
      });
    if (random() < 0.1) c.branch(`n${i}`, "0", { ohms: decade(3, 10) });
  }
  c.constraint({
    kind: "transformer",
    id: "T",
    a: c.node("n1"),
    b: 0,
    c: c.node("sec"),
    d: c.node("n2"),
    ratio: 7,
  });
  c.branch("sec", "n2", { ohms: 90, henries: 0.2 });
  return c.build();
}

/** The sparse factors against the dense ones with pivoting: the same equations, another program. */
describe.each([1, 2, 3, 4, 5, 6])("a random mesh, seed %d", (seed) => {
  test.each(["ac", "dc", "instant"] as const)("%s, forward and transposed", (analysis) => {
    const equations = assemble(mesh(seed, 12 + 9 * seed), analysis);
    const { n } = equations.pattern;
    const sparse = factorSparse(equations.pattern, equations.aRe.slice(), equations.aIm.slice());
    const full = denseMatrix(equations);
    const dense = factorInPlace(n, full.re, full.im);
    if (!sparse || dense.status !== "ok") throw new Error("both must factor");
    const random = seeded(100 + seed);
    const b = split(n);
    for (let i = 0; i < n; i++) [b.re[i], b.im[i]] = [random() - 0.5, random() - 0.5];
    for (const [ours, theirs] of [
      [solveSparseInto, solveInto],
      [solveSparseTransposedInto, solveTransposedInto],
    ] as const) {
      const [x, y] = [split(n), split(n)];
      ours(sparse, b.re, b.im, x.re, x.im);
      theirs(dense.lu, b.re, b.im, y.re, y.im);
      const largest = Math.max(...y.re.map(Math.abs), ...y.im.map(Math.abs));
      for (let i = 0; i < n; i++)
        expect(Math.hypot(x.re[i]! - y.re[i]!, x.im[i]! - y.im[i]!)).toBeLessThan(1e-6 * largest);
    }
  });
});

test("a long chain fills in nothing: entries grow with its length, not its square", () => {
  const entries = (size: number) => {
    const c = new CircuitBuilder().branch("n0", "0", { ohms: 1 });
    for (let i = 1; i < size; i++) c.branch(`n${i}`, `n${i - 1}`, { ohms: 1 });
    return assemble(c.build(), "dc").pattern.column.length;
  };
  expect(entries(400)).toBeLessThan(4.1 * entries(100));
});

test("a pivot of nothing is declined, so that the caller pivots", () => {
  const c = new CircuitBuilder().branch("x", "0", { ohms: 1 });
  const equations = assemble(c.build(), "dc");
  expect(factorSparse(equations.pattern, new Float64Array([0]), new Float64Array([0]))).toBeUndefined();
});

import { describe, expect, test } from "@jest/globals";
import { complex, lusolve, matrix, transpose, type Complex, type Matrix } from "mathjs";
import { seeded } from "../../../tests/support/random.ts";
import { factorInPlace, solveInto, solveTransposedInto } from "./complexLu.ts";

function randomSystem(n: number, seed: number) {
  const random = seeded(seed);
  const fill = (length: number) => Float64Array.from({ length }, () => random() * 2 - 1);
  return { re: fill(n * n), im: fill(n * n), bRe: fill(n), bIm: fill(n) };
}

const asMatrix = (n: number, re: Float64Array, im: Float64Array) =>
  matrix(
    Array.from({ length: n }, (_, i) =>
      Array.from({ length: n }, (_, j) => complex(re[i * n + j]!, im[i * n + j]!)),
    ),
  );
const asVector = (re: Float64Array, im: Float64Array) =>
  matrix(Array.from(re, (r, i) => [complex(r, im[i]!)]));

const at = (x: Matrix, i: number) => x.get([i, 0]) as Complex;

describe("complex LU against mathjs", () => {
  test.each([1, 2, 3, 8, 25])("solves %d unknowns", (n) => {
    const { re, im, bRe, bIm } = randomSystem(n, 100 + n);
    const wanted = lusolve(asMatrix(n, re, im), asVector(bRe, bIm));
    const wantedTransposed = lusolve(transpose(asMatrix(n, re, im)), asVector(bRe, bIm));
    const factored = factorInPlace(n, re.slice(), im.slice());
    expect(factored.status).toBe("ok");
    if (factored.status !== "ok") return;
    const x = new Float64Array(n);
    const y = new Float64Array(n);
    solveInto(factored.lu, bRe, bIm, x, y);
    for (let i = 0; i < n; i++) {
      expect(x[i]).toBeCloseTo(at(wanted, i).re, 9);
      expect(y[i]).toBeCloseTo(at(wanted, i).im, 9);
    }
    solveTransposedInto(factored.lu, bRe.slice(), bIm.slice(), x, y);
    for (let i = 0; i < n; i++) expect(x[i]).toBeCloseTo(at(wantedTransposed, i).re, 9);
  });

  test("names the column of a singular matrix", () => {
    const re = Float64Array.from([1, 2, 2, 4]);
    expect(factorInPlace(2, re, new Float64Array(4))).toEqual({ status: "singular", column: 1 });
    expect(factorInPlace(1, new Float64Array(1), new Float64Array(1))).toEqual({
      status: "singular",
      column: 0,
    });
  });

  test("the empty system is solvable", () => {
    expect(factorInPlace(0, new Float64Array(0), new Float64Array(0)).status).toBe("ok");
  });
});

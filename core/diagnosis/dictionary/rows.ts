import type { ObservationCheck, ReadingCheck, TrialCheck } from "../planning/checks.ts";

/** What one reading check shows in every case; each array has one entry per case, on the scale of scale.ts. */
export interface ReadingRow {
  readonly check: ReadingCheck;
  readonly mean: Float32Array;
  readonly sd: Float32Array;
  /** d(mean)/d(supply scale). */
  readonly slope: Float32Array;
}

/** Chance, per case, that the check is answered with yes. */
export interface AnswerRow {
  readonly check: ObservationCheck | TrialCheck;
  readonly chance: Float64Array;
  /** Of a part at work: chance, per case, of the answer "yes, but badly", which is neither yes nor no. */
  readonly badly?: Float64Array;
}

export type Row = ReadingRow | AnswerRow;

/**
 * Rows with further cases at their end, one for each tail: the rows of the same checks in that case, after the healthy
 * one.
 */
export function appendCases(rows: readonly Row[], tails: readonly ReadonlyMap<string, Row>[]): Row[] {
  // Points on one net share their arrays, and go on sharing them.
  const grown = new Map<Float32Array, Float32Array>();
  const grow = (base: Float32Array, last: (row: ReadingRow) => Float32Array, id: string) => {
    let array = grown.get(base);
    if (!array) {
      array = new Float32Array(base.length + tails.length);
      array.set(base);
      tails.forEach((tail, i) => (array![base.length + i] = last(tail.get(id) as ReadingRow)[1]!));
      grown.set(base, array);
    }
    return array;
  };
  return rows.map((row): Row => {
    const { id } = row.check;
    if ("chance" in row) {
      const longer = (own: Float64Array, last: (row: AnswerRow) => Float64Array) => {
        const array = new Float64Array(own.length + tails.length);
        array.set(own);
        tails.forEach((tail, i) => (array[own.length + i] = last(tail.get(id) as AnswerRow)[1]!));
        return array;
      };
      return {
        check: row.check,
        chance: longer(row.chance, (r) => r.chance),
        ...(row.badly ? { badly: longer(row.badly, (r) => r.badly!) } : {}),
      };
    }
    return {
      check: row.check,
      mean: grow(row.mean, (r) => r.mean, id),
      sd: grow(row.sd, (r) => r.sd, id),
      slope: grow(row.slope, (r) => r.slope, id),
    };
  });
}

/** Of a row, the healthy case and case i alone. */
export function twoOf(row: Row, i: number): Row {
  if ("chance" in row)
    return {
      check: row.check,
      chance: Float64Array.of(row.chance[0]!, row.chance[i]!),
      ...(row.badly ? { badly: Float64Array.of(row.badly[0]!, row.badly[i]!) } : {}),
    };
  const two = (list: Float32Array) => Float32Array.of(list[0]!, list[i]!);
  return { check: row.check, mean: two(row.mean), sd: two(row.sd), slope: two(row.slope) };
}

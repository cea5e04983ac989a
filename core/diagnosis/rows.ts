import type { ObservationCheck, ReadingCheck, TrialCheck } from "./checks.ts";

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
}

export type Row = ReadingRow | AnswerRow;

/** Rows with further cases at their end. `more` begins with the healthy case, as every row does; that one is not repeated. */
export function appendCases(rows: readonly Row[], more: ReadonlyMap<string, Row>): Row[] {
  // Points on one net share their arrays, and go on sharing them.
  const grown = new Map<Float32Array, Float32Array>();
  const grow = (base: Float32Array, tail: Float32Array) => {
    let array = grown.get(base);
    if (!array) {
      array = new Float32Array(base.length + tail.length - 1);
      array.set(base);
      array.set(tail.subarray(1), base.length);
      grown.set(base, array);
    }
    return array;
  };
  return rows.map((row): Row => {
    const tail = more.get(row.check.id)!;
    if ("chance" in row) {
      const extra = (tail as AnswerRow).chance.subarray(1);
      const chance = new Float64Array(row.chance.length + extra.length);
      chance.set(row.chance);
      chance.set(extra, row.chance.length);
      return { check: row.check, chance };
    }
    const { mean, sd, slope } = tail as ReadingRow;
    return {
      check: row.check,
      mean: grow(row.mean, mean),
      sd: grow(row.sd, sd),
      slope: grow(row.slope, slope),
    };
  });
}

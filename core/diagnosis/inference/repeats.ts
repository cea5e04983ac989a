import { SLIP } from "./likelihood.ts";

/** Chance that a slip made once is made again when the same reading is repeated: the wrong pin stays the wrong pin. */
const SLIP_AGAIN = 0.3;

/** More kinds than these are no longer told apart. */
const MOST_GROUPS = 8;

/** Readings of one check that agree with each other. */
interface Agreeing {
  readonly y: number;
  count: number;
  /** Density of the reading if it was honest, per case, and outside the model in the last entry. */
  readonly honest: Float64Array;
  /** Density of it as a slip. */
  readonly slip: number;
}

/**
 * Every reading of one check, weighed together. A reading that agrees with an earlier one carries the same error, so it
 * says nothing new of the circuit; it only says that neither was a slip. Of readings that disagree, one kind is honest
 * and the others are slips:
 *
 *   L(case) = Σ_c [ (1 − s)^n_c · N_c(case) · Π_{d≠c} s·r^(n_d − 1)·S_d ] + Π_c s·r^(n_c − 1)·S_c
 *
 * with s the chance of a slip, r that of making it again, N the honest density and S that of a slip.
 */
export class RepeatedReading {
  readonly groups: Agreeing[] = [];
  count = 0;
  private last: Agreeing | undefined;

  /** @param near how far apart two readings may lie and still agree, on the check's scale */
  add(y: number, near: number, honest: Float64Array, slip: number): void {
    this.count++;
    const distance = (g: Agreeing) => Math.abs(g.y - y);
    const [nearest] = [...this.groups].sort((a, b) => distance(a) - distance(b));
    if (nearest && (y === nearest.y || distance(nearest) <= near || this.groups.length >= MOST_GROUPS)) {
      nearest.count++;
      this.last = nearest;
      return;
    }
    this.last = { y, count: 1, honest, slip };
    this.groups.push(this.last);
  }

  /** How often the last reading came out, itself included. */
  get agreed(): number {
    return this.last?.count ?? 0;
  }

  /** Log likelihood of all readings in case i. */
  log(i: number): number {
    const [only, other] = this.groups;
    if (!only || other) return Math.log(Math.max(1e-300, this.honestAndSlip(i).total));
    const slip = SLIP * SLIP_AGAIN ** (only.count - 1) * only.slip;
    return Math.log(Math.max(1e-300, (1 - SLIP) ** only.count * only.honest[i]! + slip));
  }

  /** Chance, in case i, that the last reading was a slip. */
  slipped(i: number): number {
    const { total, parts } = this.honestAndSlip(i);
    return total > 0 ? 1 - parts[this.groups.indexOf(this.last!)]! / total : 1;
  }

  /** Chance, in case i, that reading again agrees with the last one. */
  again(i: number): number {
    const slipped = this.slipped(i);
    return (1 - slipped) * (1 - SLIP) + slipped * SLIP_AGAIN;
  }

  private honestAndSlip(i: number): { total: number; parts: number[] } {
    const slips = this.groups.map((g) => SLIP * SLIP_AGAIN ** (g.count - 1) * g.slip);
    let all = 1;
    for (const s of slips) all *= s;
    let total = all;
    const parts = this.groups.map((g, c) => {
      let others = 1;
      slips.forEach((s, d) => (others *= d === c ? 1 : s));
      const part = (1 - SLIP) ** g.count * g.honest[i]! * others;
      total += part;
      return part;
    });
    return { total, parts };
  }
}

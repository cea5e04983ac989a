/**
 * One circuit as a row of resistances between named places, worked with Ohm's law and nothing of the engine: what a meter
 * shows while it runs, and on it dead. `open` beyond ten megohms is an open circuit.
 */
export interface Stretch {
  /** Names of the two places that it lies between. */
  readonly from: string;
  readonly to: string;
  readonly ohms: number;
}

const OPEN = 1e7;

export class Chain {
  private readonly stretches: readonly Stretch[];
  private readonly volts: number;

  constructor(volts: number, stretches: readonly Stretch[]) {
    this.volts = volts;
    this.stretches = stretches;
  }

  /** The same chain with one stretch of another resistance. */
  with(from: string, to: string, ohms: number): Chain {
    if (!this.stretches.some((s) => s.from === from && s.to === to)) throw new Error(`no ${from}–${to}`);
    return new Chain(
      this.volts,
      this.stretches.map((s) => (s.from === from && s.to === to ? { ...s, ohms } : s)),
    );
  }

  private index(place: string): number {
    if (this.stretches[0]!.from === place) return 0;
    const at = this.stretches.findIndex((s) => s.to === place);
    if (at < 0) throw new Error(`no place ${place}`);
    return at + 1;
  }

  private ohmsBetween(a: number, b: number): number {
    return this.stretches.slice(Math.min(a, b), Math.max(a, b)).reduce((sum, s) => sum + s.ohms, 0);
  }

  /** Volts between two places with the supply across the whole chain. */
  reads(a: string, b: string): number {
    const [i, j, all] = [this.index(a), this.index(b), this.stretches.length];
    return (this.volts * this.ohmsBetween(i, j)) / this.ohmsBetween(0, all);
  }

  /** Ohms between two places with the supply off, which leaves both ends of the chain open. */
  ohms(a: string, b: string): number {
    const between = this.ohmsBetween(this.index(a), this.index(b));
    return between > OPEN ? Infinity : between;
  }
}

import { isOhms, noContact, type MeterFunction } from "../meter.ts";
import { accuracy, shown } from "../ranges.ts";

/** Readings in a row that must agree. */
const STEADY = 4;
/** Share of the reading that they may differ by beyond the meter's own error. */
const UNREST = 0.002;
/** A probe that has left shows nothing, or another reading by this share. */
const ANOTHER = 0.1;
/** Volts and amps below which nothing is touched. */
const NOTHING = 0.02;

/**
 * Holds a reading of one pair once it rests: the last four lie within the meter's error and 0.2 % of their mean, and show that
 * the probes touch something. It holds the next one once the probes have left, which is nothing shown, or a tenth of a
 * difference. What it is shown first is of whatever the probes were on before, and must have left too.
 *
 * A true zero and an open pair look like probes in the air; those are never held by themselves.
 */
export class AutoHold {
  private readonly fn: MeterFunction;
  private readonly last: number[] = [];
  /** What it was shown first, until the probes have left it; undefined before it was shown anything. */
  private before: number | "left" | undefined;
  private held: number | undefined;

  constructor(fn: MeterFunction) {
    this.fn = fn;
  }

  /** The probes are still where they were when it began: nothing is held before they have left. */
  get isBefore(): boolean {
    return typeof this.before === "number";
  }

  /** Takes the next reading; returns the one that is held now, if it has just come to rest. */
  push(value: number): number | undefined {
    if (this.isNothing(value)) {
      this.last.length = 0;
      this.before = "left";
      this.held = undefined;
      return undefined;
    }
    this.before ??= value;
    const place = typeof this.before === "number" ? this.before : this.held;
    this.last.push(value);
    if (this.last.length > STEADY) this.last.shift();
    if (place !== undefined) {
      if (Math.abs(value - place) <= ANOTHER * Math.abs(place)) return undefined;
      this.before = "left";
      this.held = undefined;
      this.last.splice(0, this.last.length - 1);
    }
    if (this.last.length < STEADY) return undefined;
    const mean = this.last.reduce((sum, v) => sum + v, 0) / STEADY;
    const bound = accuracy(this.fn, mean) + UNREST * Math.abs(mean);
    if (this.last.some((v) => Math.abs(v - mean) > bound)) return undefined;
    this.held = shown(this.fn, mean);
    return this.held;
  }

  private isNothing(value: number): boolean {
    const nothing = noContact(this.fn);
    if (isOhms(this.fn) || !Number.isFinite(nothing)) return !Number.isFinite(value);
    return Math.abs(value - nothing) < (this.fn === "farad" ? 1e-11 : this.fn === "ua" ? 1e-8 : NOTHING);
  }
}

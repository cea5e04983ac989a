import { isOhms, type MeterFunction } from "./meter.ts";

/**
 * One range of the meter: it shows up to `limit` in steps of `step`; its error is ±(percent of reading + counts·step).
 * A mid-class handheld meter of 6000 counts; common practice, no source.
 */
export interface Range {
  readonly limit: number;
  readonly step: number;
  readonly percent: number;
  readonly counts: number;
}

const COUNTS = 6000;

function decades(first: number, count: number, percent: number, counts: number): Range[] {
  return Array.from({ length: count }, (_, i) => {
    const limit = first * 10 ** i;
    return { limit, step: limit / COUNTS, percent, counts };
  });
}

const OHMS = [...decades(600, 5, 0.9, 3), { limit: 6e7, step: 1e4, percent: 2, counts: 5 }];

const RANGES: Readonly<Record<MeterFunction, readonly Range[]>> = {
  vac: decades(6, 3, 1, 3),
  lowz: decades(600, 1, 2, 3),
  vdc: decades(6, 3, 0.5, 2),
  mv: decades(0.06, 2, 0.5, 4),
  ohm: OHMS,
  continuity: OHMS.slice(0, 1),
  diode: [{ limit: 2.5, step: 1e-3, percent: 1, counts: 5 }],
  farad: decades(6e-8, 6, 2, 5),
  aac: decades(6, 2, 2, 8),
  adc: decades(6, 2, 2.5, 10),
  ua: decades(6e-5, 2, 1, 3),
  hz: decades(60, 3, 0.1, 2),
};

/** The range an automatic meter ends on for a value; undefined where it shows OL. */
export function rangeFor(fn: MeterFunction, value: number): Range | undefined {
  const ranges = isOhms(fn) ? RANGES.ohm : RANGES[fn];
  return ranges.find(({ limit }) => Math.abs(value) <= limit);
}

/** What the display shows: the value in steps of its range, Infinity for OL. */
export function shown(fn: MeterFunction, value: number): number {
  const range = rangeFor(fn, value);
  if (!range) return value < 0 ? -Infinity : Infinity;
  return Math.round(value / range.step) * range.step;
}

/** Half-width of the reading's error by the meter alone, in the reading's unit. */
export function accuracy(fn: MeterFunction, value: number): number {
  const ranges = isOhms(fn) ? RANGES.ohm : RANGES[fn];
  const range = rangeFor(fn, value) ?? ranges.at(-1)!;
  return (range.percent / 100) * Math.min(Math.abs(value), range.limit) + range.counts * range.step;
}

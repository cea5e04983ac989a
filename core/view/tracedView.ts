import {
  buildDictionary,
  buildReadings,
  DictionarySizeError,
  toScale,
  worthKnowing,
  type Dictionary,
} from "#core/diagnosis/index.ts";
import { describeTraceDoubt, traceDoubts } from "#core/trace/index.ts";
import { CATALOGUE, type UnitModel } from "#core/unit/index.ts";
import type { ProposalView } from "./proposalView.ts";
import { viewJob } from "./view.ts";
import { listText, rangeText, valueText } from "./words.ts";

/** A point of a traced circuit with what a meter should show there. */
export interface TracedPoint {
  readonly id: string;
  readonly label: string;
  readonly name: string;
  /** "230 V"; undefined for the reference. */
  readonly reads?: string;
  /** "110 to 350 V", where the reading may lie far apart since a value was not known. */
  readonly range?: string;
}

export interface TracedCourse {
  readonly id: string;
  readonly name: string;
  readonly fn: "vac" | "vdc";
  readonly reference: string;
  readonly points: readonly TracedPoint[];
}

/** What a unit that was just traced reads along every circuit. */
export interface TracedView {
  readonly courses: readonly TracedCourse[];
  /** What can hardly be meant, in sentences. */
  readonly doubts: readonly string[];
}

/** Where one would begin on it, if nothing works. */
export interface FirstCheck {
  /** Undefined for a unit that is too large to look through all its failures. */
  readonly suspects?: number;
  readonly check?: Pick<ProposalView, "title" | "setup" | "time">;
}

/** A band wider than this share of its middle, or of so many volts, is shown as one. */
const WIDE = 0.25;
const LEAST_VOLTS = 10;

/** Readings of the sound unit: soon there, however many ways to fail it has. */
export function tracedView(unit: UnitModel): TracedView {
  const { courses } = viewJob(buildReadings(unit), [], "information", undefined, "listed");
  return {
    courses: courses.map(({ id, name, fn, reference, points }) => ({
      id,
      name,
      fn,
      reference,
      points: points.map(({ id: point, label, name: at, expected }) => ({
        id: point,
        label,
        name: at,
        ...(expected ? readingOf(fn, expected) : {}),
      })),
    })),
    doubts: traceDoubts(unit).map(describeTraceDoubt),
  };
}

/** The check that one would begin with, and among how many ways to fail. */
export function firstCheck(unit: UnitModel): FirstCheck {
  const dictionary = dictionaryOf(unit);
  if (!dictionary) return {};
  const { next, totalSuspects } = viewJob(dictionary, [], "information", undefined, "listed");
  const [first] = next;
  return {
    suspects: totalSuspects,
    ...(first ? { check: { title: first.title, setup: first.setup, time: first.time } } : {}),
  };
}

/** The one value that nobody knew and that would help most, in words; undefined where knowing none would. */
export function worthMeasuring(unit: UnitModel): string | undefined {
  const dictionary = dictionaryOf(unit);
  const found = dictionary && worthKnowing(unit, dictionary);
  if (!found) return undefined;
  const part = unit.parts.find((p) => p.id === found.part)!;
  const what =
    CATALOGUE.get(part.type)!.work === undefined
      ? "Measure its ohms once, with one lead off"
      : "Read its plate, or measure its ohms once with one lead off";
  const ways = found.told.map((way) => way.replaceAll(".", "·"));
  return `${part.id.replaceAll(".", "·")} is guessed. ${what}: ${ways.length === 1 ? "one more way" : `${ways.length} more ways`} to fail could be told then (${listText(ways)}).`;
}

function dictionaryOf(unit: UnitModel): Dictionary | undefined {
  try {
    return buildDictionary(unit);
  } catch (error) {
    if (error instanceof DictionarySizeError) return undefined;
    throw error;
  }
}

function readingOf(
  fn: "vac" | "vdc",
  { low, mid, high }: { low: number; mid: number; high: number },
): Pick<TracedPoint, "reads" | "range"> {
  const wide = high - low > WIDE * Math.max(Math.abs(mid), toScale(fn, LEAST_VOLTS));
  return { reads: valueText(fn, mid, 3), ...(wide ? { range: rangeText(fn, low, high) } : {}) };
}

import { buildDictionary, toScale } from "#core/diagnosis/index.ts";
import { describeTraceDoubt, traceDoubts } from "#core/trace/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { ProposalView } from "./proposalView.ts";
import { viewJob } from "./view.ts";
import { rangeText, valueText } from "./words.ts";

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

/** What a unit that was just traced is worth: readings along every circuit, and where one would measure first. */
export interface TracedView {
  readonly courses: readonly TracedCourse[];
  readonly suspects: number;
  /** What can hardly be meant, in sentences. */
  readonly doubts: readonly string[];
  readonly first?: ProposalView;
}

/** A band wider than this share of its middle, or of so many volts, is shown as one. */
const WIDE = 0.25;
const LEAST_VOLTS = 10;

export function tracedView(unit: UnitModel): TracedView {
  const dictionary = buildDictionary(unit);
  const { courses, next, totalSuspects } = viewJob(dictionary, [], "information", undefined, "listed");
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
    suspects: totalSuspects,
    doubts: traceDoubts(unit).map(describeTraceDoubt),
    ...(next[0] ? { first: next[0] } : {}),
  };
}

function readingOf(
  fn: "vac" | "vdc",
  { low, mid, high }: { low: number; mid: number; high: number },
): Pick<TracedPoint, "reads" | "range"> {
  const wide = high - low > WIDE * Math.max(Math.abs(mid), toScale(fn, LEAST_VOLTS));
  return { reads: valueText(fn, mid, 3), ...(wide ? { range: rangeText(fn, low, high) } : {}) };
}

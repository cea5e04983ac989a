import { toScale, type Dictionary, type Posterior, type ReadingCheck } from "#core/diagnosis/index.ts";
import { expectedOf } from "./course.ts";
import { isCurrent, valueOf } from "#core/job/index.ts";
import type { JobState, TwinReading } from "#core/job/index.ts";
import { checkText, rangeText, setupText, valueText } from "./words.ts";

/** One pair read on this unit and on its known-good twin. */
export interface TwinRow {
  readonly check: string;
  readonly setup: string;
  readonly expected: string;
  /** Undefined where it was not read. */
  readonly here?: string;
  readonly twin?: string;
  /** Undefined until both were read. */
  readonly alike?: boolean;
}

/** Readings that differ by less than this many standard deviations of a difference are alike. */
const ALIKE = 3;

/**
 * The readings of this unit beside those of its twin, pairs read on both first. The twin's readings are compared, not
 * weighed: what is the same on a good unit is no sign of a fault, whatever the model expects.
 */
export function twinRows(dictionary: Dictionary, posterior: Posterior, job: JobState): TwinRow[] {
  const here = new Map(
    job.ledger.filter((e) => isCurrent(e) && e.check.kind === "reading").map((e) => [e.check.id, e] as const),
  );
  const twin = new Map(job.twin.map((t) => [t.check.id, t] as const));
  const read = [...new Set([...twin.keys(), ...here.keys()])];
  const checks = read.map((id) => (twin.get(id)?.check ?? here.get(id)!.check) as ReadingCheck);
  const expected = dictionary.beside(0, checks);
  const rows = checks.map((check): TwinRow => {
    const { fn, id } = check;
    const { low, high } = expectedOf(expected.get(id)!, posterior);
    const [mine, theirs] = [valueIn(here.get(id)), valueIn(twin.get(id))];
    const spread = (Math.SQRT2 * (high - low)) / 4;
    return {
      check: checkText(dictionary.unit, check),
      setup: setupText(dictionary.unit, check),
      expected: rangeText(fn, low, high),
      ...(mine === undefined ? {} : { here: valueText(fn, mine) }),
      ...(theirs === undefined ? {} : { twin: valueText(fn, theirs) }),
      ...(mine === undefined || theirs === undefined
        ? {}
        : { alike: Math.abs(toScale(fn, mine) - toScale(fn, theirs)) <= ALIKE * spread }),
    };
  });
  return rows.sort((a, b) => Number(b.alike !== undefined) - Number(a.alike !== undefined));
}

function valueIn(entry: JobState["ledger"][number] | TwinReading | undefined): number | undefined {
  return entry?.body.result.kind === "value" ? valueOf(entry.body.result.value) : undefined;
}

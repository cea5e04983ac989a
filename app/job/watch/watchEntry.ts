import type { ReadingCheck } from "#core/diagnosis/index.ts";
import { followedBy, type LogSummary, type Mark } from "#core/formats/index.ts";
import {
  admissionProblems,
  checkOf,
  storeValue,
  type EventBody,
  type FindingBody,
  type JobState,
  type Watched,
} from "#core/job/index.ts";
import type { MeterFunction } from "#core/meter/index.ts";
import { checkText, describeAdmissionProblem, setupText } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { NO_ID, understand } from "../entry/understand.ts";

type Entry =
  /** `echo`: between what, in which state, on what. */
  | { readonly ok: true; readonly body: EventBody; readonly echo: string }
  | { readonly ok: false; readonly problem: string };

/** How a line names a meter function that its number's unit does not tell. */
const WORD: Readonly<Record<MeterFunction, string>> = {
  vac: "vac",
  vdc: "vdc",
  lowz: "lowz",
  mv: "mv",
  ohm: "ohm",
  continuity: "ohm",
  diode: "diode",
  farad: "uF",
  aac: "aac",
  adc: "adc",
  ua: "ua",
  hz: "Hz",
};

/**
 * What a log, or a reading that was watched, is recorded as: one reading, of what it showed most of the time, with its limits,
 * its drop-outs and what was done meanwhile.
 * @param where as in the entry line; nothing for the pair on the card
 */
export function watchEntry(
  around: {
    readonly unit: UnitModel;
    readonly state: JobState;
    readonly pending: ReadingCheck | undefined;
  },
  where: string,
  fn: MeterFunction,
  summary: LogSummary,
  marks: readonly Mark[] = [],
): Entry {
  const pending = around.pending?.fn === fn ? around.pending : undefined;
  // In a line the state stands behind the number.
  const [points = "", ...named] = where.trim().split(/\s+(?=in\s)/iu);
  const understood = understand([points, "1", WORD[fn], ...named].join(" ").trim(), {
    ...around,
    pending,
    defaultState: undefined,
    twin: false,
  });
  const { body, problem } = understood;
  if (!body || body.check.kind !== "reading")
    return { ok: false, problem: problem ?? "Say between which two points it was logged." };
  if (problem !== undefined) return { ok: false, problem };
  const finding: FindingBody = {
    type: "finding",
    check: { ...body.check, fn },
    result: { kind: "value", value: storeValue(summary.usual), watched: watchedOf(summary, marks) },
  };
  const [wrong] = admissionProblems(around.unit, around.state, {
    id: NO_ID,
    person: "",
    at: "",
    body: finding,
  });
  return wrong
    ? { ok: false, problem: describeAdmissionProblem(wrong) }
    : { ok: true, body: finding, echo: echoOf(around.unit, finding) };
}

function echoOf(unit: UnitModel, finding: FindingBody): string {
  const check = checkOf(unit, finding) as ReadingCheck;
  return `${checkText(unit, check)}, ${setupText(unit, check)}`;
}

/** A log's figures as they are stored. */
export function watchedOf(summary: LogSummary, marks: readonly Mark[]): Watched {
  const { seconds, count, lowest, highest, dropOuts, away } = summary;
  const done = followedBy(marks, dropOuts);
  return {
    seconds,
    count,
    lowest: storeValue(lowest),
    highest: storeValue(highest),
    drops: dropOuts.length,
    longest: Math.max(0, ...dropOuts.map((d) => d.seconds)),
    ...(away === undefined ? {} : { away: storeValue(away) }),
    ...(done.length === 0 ? {} : { marks: done }),
  };
}

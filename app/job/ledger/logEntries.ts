import type { ReadingCheck } from "#core/diagnosis/index.ts";
import type { LogSummary } from "#core/formats/index.ts";
import {
  admissionProblems,
  checkOf,
  storeValue,
  type EventBody,
  type FindingBody,
  type JobState,
} from "#core/job/index.ts";
import { FUNCTION_UNIT, type MeterFunction } from "#core/meter/index.ts";
import { checkText, describeAdmissionProblem, logText } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { NO_ID, understand } from "../entry/understand.ts";

type Entries =
  | { readonly ok: true; readonly bodies: readonly EventBody[] }
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
 * What a log is recorded as: what it reads most of the time as a reading, the lowest and the highest as what the meter held
 * (compared, not weighed), and a note with its length and its drop-outs.
 * @param where as in the entry line; nothing for the pair on the card
 */
export function logEntries(
  around: {
    readonly unit: UnitModel;
    readonly state: JobState;
    readonly pending: ReadingCheck | undefined;
  },
  where: string,
  fn: MeterFunction,
  summary: LogSummary,
): Entries {
  const pending = around.pending?.fn === fn ? around.pending : undefined;
  const understood = understand(`${where} 1 ${WORD[fn]}`.trim(), {
    ...around,
    pending,
    defaultState: undefined,
    twin: false,
  });
  const { body, problem } = understood;
  if (!body || body.check.kind !== "reading")
    return { ok: false, problem: problem ?? "Say between which two points it was logged." };
  const check = { ...body.check, fn };
  const finding = (value: number, held?: "lowest" | "highest"): FindingBody => ({
    type: "finding",
    check,
    result: { kind: "value", value: storeValue(value), ...(held ? { held } : {}) },
    typed: "from a meter’s log",
  });
  if (problem !== undefined) return { ok: false, problem };
  const usual = finding(summary.usual);
  const findings = [
    usual,
    ...(summary.lowest === summary.usual ? [] : [finding(summary.lowest, "lowest")]),
    ...(summary.highest === summary.usual ? [] : [finding(summary.highest, "highest")]),
  ];
  const [wrong] = findings.flatMap((f) =>
    admissionProblems(around.unit, around.state, { id: NO_ID, person: "", at: "", body: f }),
  );
  if (wrong) return { ok: false, problem: describeAdmissionProblem(wrong) };
  const pair = checkText(around.unit, checkOf(around.unit, usual));
  return {
    ok: true,
    bodies: [...findings, { type: "note", text: `Log, ${pair}: ${logText(summary, FUNCTION_UNIT[fn])}.` }],
  };
}

import { FUNCTION_NAME, type MeterFunction } from "#core/meter/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { bandFor } from "./bandFor.ts";
import type { EventBody, FindingBody, JobEvent } from "./events.ts";
import { misfits, type Misfit, type UnknownName } from "./fit.ts";
import { isCurrent, type JobState } from "./replay.ts";

/** Why an event may not join a job's log. */
export type AdmissionProblem =
  /** Closed as repaired, and nothing says what was repaired, or what proved it. */
  | { readonly code: "no-repair" }
  | { readonly code: "no-proof" }
  | { readonly code: "jumper"; readonly where: string }
  | { readonly code: "job-closed"; readonly at: string }
  | UnknownName
  | { readonly code: "same-point"; readonly id: string }
  | {
      readonly code: "band";
      readonly fn: string;
      readonly band: JobState["band"];
      readonly needs: "live" | "dead";
    }
  /** A look at the dead unit, which is not declared dead. */
  | { readonly code: "look-band"; readonly band: JobState["band"] }
  | { readonly code: "state-band"; readonly state: string; readonly fn: string }
  | { readonly code: "result-kind"; readonly wanted: string }
  | {
      readonly code: "impossible";
      readonly value: number;
      readonly limit: number;
      readonly fn: MeterFunction;
    }
  | { readonly code: "negative"; readonly value: number; readonly fn: MeterFunction }
  | { readonly code: "already-retracted"; readonly id: string }
  | { readonly code: "trial"; readonly message: string };

/**
 * The most that a hand-held meter shows, by function, in its unit: volts end at 1000 V (category III), the diode range gives no
 * more than some volts, a clamp ends near 2 kA, capacitance near 0.1 F. Common practice, no source.
 */
const MOST: Readonly<Record<MeterFunction, number>> = {
  vac: 1000,
  vdc: 1000,
  lowz: 1000,
  mv: 2,
  ohm: 1e10,
  continuity: 1e10,
  diode: 12,
  farad: 0.2,
  aac: 2000,
  adc: 2000,
  ua: 0.02,
  hz: 1e7,
};
/** Functions whose display has no sign. */
const UNSIGNED: readonly MeterFunction[] = ["vac", "aac", "hz", "ohm", "continuity", "diode", "farad"];

/** Everything that speaks against taking the event into the job; empty when it may join. */
export function admissionProblems(unit: UnitModel, job: JobState, event: JobEvent): AdmissionProblem[] {
  const { body } = event;
  if (job.closed) return [{ code: "job-closed", at: job.closed.event.at }];
  if (body.type === "finding") return findingProblems(unit, job, body);
  if (body.type === "twin") return twinProblems(unit, body);
  if (body.type === "attachment" && !job.ledger.some((e) => e.event.id === body.of))
    return [{ code: "unknown", what: "finding", id: body.of }];
  if (body.type === "closed") return closingProblems(job, body);
  if (body.type === "jumper" && body.of !== undefined && !job.jumpers.some((j) => j.event.id === body.of))
    return [{ code: "unknown", what: "jumper", id: body.where }];
  if (body.type === "retraction") return retractionProblems(job, body);
  return unknownNames(unit, body);
}

/** What an entry names and the unit does not have, or why its trial is none. */
function unknownNames(unit: UnitModel, body: EventBody): Exclude<Misfit, { code: "state-power" }>[] {
  return misfits(unit, body).filter((m) => m.code !== "state-power");
}

/** A jumper that was left in blocks every end; a repair is named, and something was read or seen after it, or why not is said. */
function closingProblems(
  job: JobState,
  { outcome, waived }: Extract<EventBody, { type: "closed" }>,
): AdmissionProblem[] {
  const left = job.jumpers.map(({ where }): AdmissionProblem => ({ code: "jumper", where }));
  if (outcome !== "repaired" || waived !== undefined) return left;
  if (job.repairs.length === 0) return [...left, { code: "no-repair" }];
  return job.ledger.some(isCurrent) ? left : [...left, { code: "no-proof" }];
}

function findingProblems(unit: UnitModel, job: JobState, body: FindingBody): AdmissionProblem[] {
  const { check, result } = body;
  const unknown = unknownNames(unit, body);
  if (check.kind === "observation") {
    if (unknown.length > 0) return unknown;
    if (result.kind !== "seen") return [{ code: "result-kind", wanted: "yes or no" }];
    const needs = bandFor(unit, check);
    return needs !== undefined && job.band !== needs ? [{ code: "look-band", band: job.band }] : [];
  }
  if (check.kind === "trial")
    return result.kind === "seen" ? unknown : [{ code: "result-kind", wanted: "yes or no" }];
  const problems = [...unknown, ...samePoint(check)];
  const state = unit.states.find((s) => s.id === check.setup.state);
  const needs = bandFor(unit, check)!;
  if (job.band !== needs) problems.push({ code: "band", fn: FUNCTION_NAME[check.fn], band: job.band, needs });
  else if (state && state.power !== needs)
    problems.push({ code: "state-band", state: state.name, fn: FUNCTION_NAME[check.fn] });
  if (result.kind === "seen") problems.push({ code: "result-kind", wanted: "a reading" });
  if (result.kind === "beep" && needs === "live") problems.push({ code: "result-kind", wanted: "volts" });
  return [...problems, ...valueProblems(check.fn, result)];
}

/** The twin has a power band of its own, which this job does not know: only names and the number are judged. */
function twinProblems(unit: UnitModel, body: Extract<EventBody, { type: "twin" }>): AdmissionProblem[] {
  const { check, result } = body;
  return [...unknownNames(unit, body), ...samePoint(check), ...valueProblems(check.fn, result)];
}

type ReadingBody = Extract<FindingBody["check"], { kind: "reading" }>;

function samePoint({ red, black }: ReadingBody): AdmissionProblem[] {
  return red === black ? [{ code: "same-point", id: red }] : [];
}

function valueProblems(fn: ReadingBody["fn"], result: FindingBody["result"]): AdmissionProblem[] {
  if (result.kind !== "value" || result.value === "OL") return [];
  if (Math.abs(result.value) > MOST[fn])
    return [{ code: "impossible", value: result.value, limit: MOST[fn], fn }];
  return result.value < 0 && UNSIGNED.includes(fn) ? [{ code: "negative", value: result.value, fn }] : [];
}

function retractionProblems(
  job: JobState,
  body: Extract<EventBody, { type: "retraction" }>,
): AdmissionProblem[] {
  const entry = job.ledger.find((e) => e.event.id === body.of);
  if (entry?.retracted) return [{ code: "already-retracted", id: body.of }];
  const known =
    entry ??
    job.twin.find((t) => t.event.id === body.of) ??
    job.claims.find((c) => c.event.id === body.of) ??
    job.skipped.find((s) => s.event.id === body.of) ??
    job.unplaced.find((u) => u.event.id === body.of) ??
    job.repairs.find((r) => r.event.id === body.of) ??
    job.jumpers.find((j) => j.event.id === body.of) ??
    (job.call?.event.id === body.of ? job.call : undefined);
  return known ? [] : [{ code: "unknown", what: "finding", id: body.of }];
}

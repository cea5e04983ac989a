import { FUNCTION_NAME, type MeterFunction } from "#core/meter/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { bandFor } from "./bandFor.ts";
import { valueOf, type EventBody, type FindingBody, type JobEvent } from "./events.ts";
import { misfits, type Misfit, type UnknownName } from "./fit.ts";
import { isCurrent, type JobState } from "./replay.ts";
import { passes, safetyTestsOf, type SafetyTestId } from "./safetyTests.ts";
import { crossedWires, transferList, type CrossedWire } from "./transfer.ts";

/** Why an event may not join a job's log. */
export type AdmissionProblem =
  /** Closed as repaired, and nothing says what was repaired, or what proved it. */
  | { readonly code: "no-repair" }
  | { readonly code: "no-proof" }
  | { readonly code: "jumper"; readonly where: string }
  /** A test that the hazards ask for was not made, or did not pass; a setting was not carried over; a wire sits elsewhere. */
  | { readonly code: "safety-open" | "safety-fails"; readonly test: SafetyTestId }
  | { readonly code: "setting-open"; readonly name: string }
  | { readonly code: "crossed"; readonly at: string; readonly found: string }
  | { readonly code: "safety-early" }
  | { readonly code: "safety-band"; readonly needs: "live" | "dead"; readonly band: JobState["band"] }
  | { readonly code: "below-nothing" }
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
  if (body.type === "attachment" && !takesPhotos(job, body.of))
    return [{ code: "unknown", what: "finding", id: body.of }];
  if (body.type === "closed") return closingProblems(unit, job, body);
  if (body.type === "safety") return safetyProblems(unit, job, body);
  if (body.type === "refitted") return refittedProblems(unit, job, body);
  if (body.type === "arrived" && !job.orders.some((o) => o.event.id === body.of && !o.arrived))
    return [{ code: "unknown", what: "order", id: body.of }];
  if (body.type === "jumper" && body.of !== undefined && !job.jumpers.some((j) => j.event.id === body.of))
    return [{ code: "unknown", what: "jumper", id: body.where }];
  if (body.type === "retraction") return retractionProblems(job, body);
  return unknownNames(unit, body);
}

/** What an entry names and the unit does not have, or why its trial is none. */
function unknownNames(unit: UnitModel, body: EventBody): Exclude<Misfit, { code: "state-power" }>[] {
  return misfits(unit, body).filter((m) => m.code !== "state-power");
}

/** Findings, the call that is to be repaired, and what was set before and after. */
function takesPhotos({ ledger, call, settings }: JobState, of: string): boolean {
  return (
    ledger.some((e) => e.event.id === of) ||
    call?.event.id === of ||
    [...settings.values()].some((s) => s.before?.event.id === of || s.after?.event.id === of)
  );
}

/**
 * A jumper that was left in blocks every end. As repaired closes what is named, was found right since, has passed the tests
 * that its hazards ask for, and has its settings; or why not is said. What was tested and failed, or a wire found at another
 * place, no reason makes good.
 */
function closingProblems(
  unit: UnitModel,
  job: JobState,
  { outcome, waived }: Extract<EventBody, { type: "closed" }>,
): AdmissionProblem[] {
  const problems = job.jumpers.map(({ where }): AdmissionProblem => ({ code: "jumper", where }));
  if (outcome !== "repaired") return problems;
  const tests = safetyTestsOf(unit).map((test) => ({ test, made: job.safety.get(test.id) }));
  for (const { test, made } of tests)
    if (made && !passes(test, resultOf(made))) problems.push({ code: "safety-fails", test: test.id });
  for (const { wire, found } of crossedNow(unit, job)) problems.push({ code: "crossed", at: wire.at, found });
  if (waived !== undefined) return problems;
  if (job.repairs.length === 0) return [...problems, { code: "no-repair" }];
  if (!job.ledger.some(isCurrent)) problems.push({ code: "no-proof" });
  for (const { test, made } of tests) if (!made) problems.push({ code: "safety-open", test: test.id });
  for (const { name } of settingsToCarry(unit, job))
    if (!job.settings.get(name)?.after) problems.push({ code: "setting-open", name });
  return problems;
}

/** What a test of the hazards came to: Ω or A, or whether it is as it should be. */
export function resultOf({ result }: Extract<EventBody, { type: "safety" }>): number | boolean {
  return result.kind === "seen" ? result.seen : valueOf(result.value);
}

/** Items of the call that stands, or of none. */
const calledItems = ({ call }: JobState): readonly string[] => call?.body.item.split("+") ?? [];

/** Settings that must be the same on what replaces the called items. */
export function settingsToCarry(unit: UnitModel, job: JobState): UnitModel["settings"] {
  const replaced = unit.items.filter((i) => i.remedy === "replace" && calledItems(job).includes(i.id));
  return replaced.length === 0
    ? []
    : unit.settings.filter((s) => s.item === undefined || replaced.some((i) => i.id === s.item));
}

/** Wires of the called items that were found at another's place. */
export function crossedNow(unit: UnitModel, job: JobState): CrossedWire[] {
  const found = new Map([...job.refitted.values()].map((r) => [r.wire, r.colour]));
  return found.size === 0 ? [] : crossedWires(transferList(unit, calledItems(job)), found);
}

function safetyProblems(
  unit: UnitModel,
  job: JobState,
  { test: id, result }: Extract<EventBody, { type: "safety" }>,
): AdmissionProblem[] {
  const test = safetyTestsOf(unit).find((t) => t.id === id);
  if (!test) return [{ code: "unknown", what: "test", id }];
  if (job.repairs.length === 0) return [{ code: "safety-early" }];
  if ((result.kind === "value") !== (test.limit !== undefined))
    return [{ code: "result-kind", wanted: test.limit ? "a reading" : "yes or no" }];
  if (test.band && job.band !== test.band) return [{ code: "safety-band", needs: test.band, band: job.band }];
  return result.kind === "value" && valueOf(result.value) < 0 ? [{ code: "below-nothing" }] : [];
}

function refittedProblems(
  unit: UnitModel,
  job: JobState,
  { wire }: Extract<EventBody, { type: "refitted" }>,
): AdmissionProblem[] {
  return transferList(unit, calledItems(job)).some((w) => w.id === wire)
    ? []
    : [{ code: "unknown", what: "wire", id: wire }];
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
  if (result.kind !== "value") return [];
  const { lowest, highest, away } = result.watched ?? {};
  // What is wrong with one of them is said once.
  const [wrong] = [result.value, lowest, highest, away].flatMap((value): AdmissionProblem[] => {
    if (value === undefined || value === "OL") return [];
    if (Math.abs(value) > MOST[fn]) return [{ code: "impossible", value, limit: MOST[fn], fn }];
    return value < 0 && UNSIGNED.includes(fn) ? [{ code: "negative", value, fn }] : [];
  });
  return wrong ? [wrong] : [];
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
    [...job.safety.values(), ...job.refitted.values(), ...job.orders].find((e) => e.event.id === body.of) ??
    [...job.settings.values()].find((s) => s.before?.event.id === body.of || s.after?.event.id === body.of) ??
    (job.call?.event.id === body.of ? job.call : undefined);
  return known ? [] : [{ code: "unknown", what: "finding", id: body.of }];
}

import type { Course, UnitModel } from "#core/unit/index.ts";
import { chainBetween, netOfPoint } from "#core/wiring/index.ts";
import {
  fromScale,
  readingCheck,
  toScale,
  type Dictionary,
  type Posterior,
  type ReadingCheck,
  type ReadingRow,
} from "#core/diagnosis/index.ts";
import { isCurrent, valueOf } from "#core/job/index.ts";
import { showPoint } from "#core/entry/index.ts";
import { suspicion } from "./ruledOut.ts";
import type { JobState } from "#core/job/index.ts";
import { valueText } from "./words.ts";

/** One point on a course, with what it should read and what it read. Volts against the course's reference. */
export interface CoursePoint {
  readonly id: string;
  readonly label: string;
  readonly name: string;
  readonly colour?: string;
  /** Expected in the healthy unit: band of two standard deviations. The reference itself is 0 and has none. */
  readonly expected?: { readonly low: number; readonly mid: number; readonly high: number };
  /** What the leading suspect would make of it. */
  readonly suspected?: number;
  readonly measured?: { readonly value: number; readonly finding: string; readonly asItShould: boolean };
}

/** Ohms between two neighbouring points of the dead circuit as it is wired. */
export interface StretchOhms {
  readonly expected: string;
  /** What the leading suspect would make of it. */
  readonly suspected?: string;
  readonly measured?: { readonly text: string; readonly asItShould: boolean };
}

/** What lies between two neighbouring points. */
export interface CourseLink {
  /** What is lost between the two points where both were measured, V; positive where the volts fall towards the load. */
  readonly drop?: number;
  /** The same stretch on the dead circuit, from point to point. */
  readonly ohms: StretchOhms;
  readonly label: string;
  readonly parts: readonly string[];
  /** Findings have ruled out all its parts. */
  readonly cleared: boolean;
}

export interface CourseView {
  readonly id: string;
  readonly name: string;
  readonly state: string;
  readonly fn: "vac" | "vdc";
  readonly reference: string;
  readonly points: readonly CoursePoint[];
  readonly links: readonly CourseLink[];
}

/** The course's points with expected bands and measured marks, and the parts between them. */
export function courseView(
  dictionary: Dictionary,
  job: JobState,
  posterior: Posterior,
  course: Course,
): CourseView {
  const { unit } = dictionary;
  const leading = likeliestCase(dictionary, posterior);
  const rows = dictionary.beside(leading, checksOf(unit, course));
  const points = course.points.map((id): CoursePoint => {
    const point = unit.points.find((p) => p.id === id)!;
    const base = {
      id,
      label: showPoint(id),
      name: point.name,
      ...(point.colour ? { colour: point.colour } : {}),
    };
    if (id === course.reference) return base;
    const check = voltsCheck(course, id);
    const row = rows.get(check.id)!;
    const expected = expectedOf(row, posterior);
    const measured = job.ledger
      .filter((e) => isCurrent(e) && e.check.id === check.id && e.body.result.kind === "value")
      .at(-1);
    const value =
      measured?.body.result.kind === "value" && measured.body.result.value !== "OL"
        ? measured.body.result.value
        : undefined;
    return {
      ...base,
      expected,
      ...(leading > 0 ? { suspected: row.mean[1]! } : {}),
      ...(measured && value !== undefined
        ? { measured: { value, finding: measured.event.id, asItShould: isAsItShould(row, posterior, value) } }
        : {}),
    };
  });
  const links = course.points
    .slice(1)
    .map((_, i) => linkBetween(dictionary, posterior, job, leading > 0, rows, points[i]!, points[i + 1]!));
  return {
    id: course.id,
    name: course.name,
    state: unit.states.find((s) => s.id === course.state)!.name,
    fn: course.function,
    reference: course.reference,
    points,
    links,
  };
}

function voltsCheck(course: Course, point: string): ReadingCheck {
  return readingCheck({ state: course.state, lifts: [] }, course.function, point, course.reference);
}

function ohmsCheck(unit: UnitModel, from: string, to: string): ReadingCheck {
  const dead = unit.states.find((s) => s.power === "dead")!;
  return readingCheck({ state: dead.id, lifts: [] }, "ohm", from, to);
}

/** All that a course shows: volts at its points, ohms from each to the next. */
function checksOf(unit: UnitModel, course: Course): ReadingCheck[] {
  const { points, reference } = course;
  return [
    ...points.filter((id) => id !== reference).map((id) => voltsCheck(course, id)),
    ...points.slice(1).map((id, i) => ohmsCheck(unit, points[i]!, id)),
  ];
}

function likeliestCase(dictionary: Dictionary, posterior: Posterior): number {
  let best = 0;
  for (let i = 1; i < dictionary.cases.length; i++)
    if (posterior.cases[i]! > posterior.cases[best]!) best = i;
  return best;
}

/** Healthy reading with the supply as measured so far: mean and two standard deviations either way, on the row's scale. */
export function expectedOf(
  row: ReadingRow,
  posterior: Posterior,
): { low: number; mid: number; high: number } {
  const mid = row.mean[0]! + row.slope[0]! * (posterior.supply.mean[0]! - 1);
  const sd = Math.hypot(row.sd[0]!, row.slope[0]! * Math.sqrt(posterior.supply.variance[0]!));
  return { low: mid - 2 * sd, mid, high: mid + 2 * sd };
}

/** Within three standard deviations of the healthy reading. */
export function isAsItShould(row: ReadingRow, posterior: Posterior, value: number): boolean {
  const { low, mid, high } = expectedOf(row, posterior);
  return Math.abs(toScale(row.check.fn, value) - mid) <= 0.75 * (high - low);
}

function linkBetween(
  dictionary: Dictionary,
  posterior: Posterior,
  job: JobState,
  isSuspected: boolean,
  rows: ReadonlyMap<string, ReadingRow>,
  from: CoursePoint,
  to: CoursePoint,
): CourseLink {
  const parts = partsBetween(dictionary.unit, from.id, to.id);
  const sumOf = (chances: Float64Array) =>
    dictionary.suspects.reduce(
      (sum, s, i) => sum + (s.part !== undefined && parts.includes(s.part) ? chances[i]! : 0),
      0,
    );
  const weighty = parts.filter(
    (id) => !["wire", "pin"].includes(dictionary.unit.parts.find((p) => p.id === id)!.type),
  );
  return {
    label: listLabel(weighty.length > 0 ? weighty : parts),
    parts,
    cleared: suspicion(sumOf(posterior.suspects), sumOf(posterior.start)).ruledOut,
    ...(from.measured && to.measured ? { drop: from.measured.value - to.measured.value } : {}),
    ohms: ohmsBetween(dictionary.unit, posterior, job, isSuspected, rows, from.id, to.id),
  };
}

function ohmsBetween(
  unit: UnitModel,
  posterior: Posterior,
  job: JobState,
  isSuspected: boolean,
  rows: ReadonlyMap<string, ReadingRow>,
  from: string,
  to: string,
): StretchOhms {
  const check = ohmsCheck(unit, from, to);
  const row = rows.get(check.id)!;
  const text = (scaled: number) => valueText("ohm", fromScale("ohm", scaled), 3);
  // Ohms of a passive stretch are the same whichever way round the probes are.
  const pair = new Set([check.id, ohmsCheck(unit, to, from).id]);
  const result = job.ledger.filter((e) => isCurrent(e) && pair.has(e.check.id)).at(-1)?.body.result;
  const value = result?.kind === "value" ? valueOf(result.value) : undefined;
  return {
    expected: text(row.mean[0]!),
    ...(isSuspected ? { suspected: text(row.mean[1]!) } : {}),
    ...(value === undefined
      ? {}
      : {
          measured: { text: valueText("ohm", value), asItShould: isAsItShould(row, posterior, value) },
        }),
  };
}

function listLabel(parts: readonly string[]): string {
  return parts.length === 0
    ? "joined"
    : parts.slice(0, 2).map(showPoint).join(" ") + (parts.length > 2 ? " …" : "");
}

const chains = new WeakMap<UnitModel, Map<string, readonly string[]>>();

/** Parts that the current passes from one point to the other: the shortest chain through pairs of terminals that conduct. */
export function partsBetween(unit: UnitModel, from: string, to: string): readonly string[] {
  let known = chains.get(unit);
  if (!known) chains.set(unit, (known = new Map<string, readonly string[]>()));
  const key = JSON.stringify([from, to]);
  let parts = known.get(key);
  if (!parts) known.set(key, (parts = findPartsBetween(unit, from, to)));
  return parts;
}

function findPartsBetween(unit: UnitModel, from: string, to: string): string[] {
  const [start, goal] = [netOfPoint(unit, from), netOfPoint(unit, to)];
  if (start === undefined || goal === undefined) return [];
  return chainBetween(unit, start, (net) => net === goal).map((link) => link.part);
}

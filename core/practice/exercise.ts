import { StateRuns } from "#core/sequence/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { hasRating, modesOf, OTHER_VALUE, type Fault, type UnitModel } from "#core/unit/index.ts";
import { complaintOf, drawFault, signsOf, type Sign } from "./drawFault.ts";
import { freshTruth } from "./freshTruth.ts";

export const EXERCISE_KINDS = [
  "dead load",
  "stall with a code",
  "trips",
  "comes and goes",
  "two faults",
  "wrong claim",
  "wrong part fitted",
  "misleading code",
] as const;
export type ExerciseKind = (typeof EXERCISE_KINDS)[number];

/** 1: a common fault in full. 2: any. 3: small, or rare. */
export type Difficulty = 1 | 2 | 3;

export interface Exercise {
  readonly kind: ExerciseKind;
  readonly difficulty: Difficulty;
  readonly seed: number;
}

/** What is hidden: never sent to whoever looks for it. */
export interface Hidden {
  readonly faults: readonly Fault[];
  readonly complaint: string;
  /** What of it the unit's own questions ask. */
  readonly signs: readonly Sign[];
  /** Items that must be put right. */
  readonly items: readonly string[];
  /** What an earlier repairer said, and where it is wrong. */
  readonly claim?: { readonly item: string; readonly text: string };
  /** It is there only at times. */
  readonly comesAndGoes?: true;
}

/** Faults tried until one makes an exercise of the kind. */
const MOST_DRAWS = 400;
/** How the catalogue's weights are taken: common faults more often, as they are, all alike. */
const WEIGHT_POWER: Readonly<Record<Difficulty, number>> = { 1: 1.5, 2: 1, 3: 0.3 };

/**
 * The hidden fault of an exercise: the same seed hides the same one. Undefined where the unit has none of the kind, or no
 * sequence that could be run.
 */
export function hide(unit: UnitModel, exercise: Exercise): Hidden | undefined {
  if (!unit.sequence) return undefined;
  const random = seeded(exercise.seed);
  const runs = new StateRuns(unit);
  // Few faults trip anything, in most units none: they are found first.
  const trips = exercise.kind === "trips" ? tripping(unit, runs) : undefined;
  if (trips?.size === 0) return undefined;
  for (let draw = 0; draw < MOST_DRAWS; draw++) {
    const faults = drawFaults(unit, exercise, random, trips);
    if (!faults) continue;
    const truth = freshTruth(unit, faults);
    const complaint = complaintOf(unit, truth);
    if (complaint === undefined || !isOfKind(unit, runs, exercise.kind, faults)) continue;
    const items = [...new Set(faults.map((f) => itemOf(unit, f.part)))];
    const claim = exercise.kind === "wrong claim" ? wrongClaim(unit, items, random) : undefined;
    return {
      faults,
      complaint:
        exercise.kind === "comes and goes" ? `${complaint} Not always: it comes and goes.` : complaint,
      signs: signsOf(unit, truth),
      items,
      ...(claim ? { claim } : {}),
      ...(exercise.kind === "comes and goes" ? { comesAndGoes: true as const } : {}),
    };
  }
  return undefined;
}

export const itemOf = (unit: UnitModel, part: string): string => unit.parts.find((p) => p.id === part)!.item;

function drawFaults(
  unit: UnitModel,
  { kind, difficulty }: Exercise,
  random: () => number,
  trips: ReadonlySet<string> | undefined,
): readonly Fault[] | undefined {
  // Nobody learns from calling the supply company.
  const mended = new Set(unit.items.filter((i) => i.remedy !== "call supply").map((i) => i.id));
  const among = ({ part, mode }: Fault) =>
    mended.has(itemOf(unit, part)) && (trips?.has(`${part}:${mode}`) ?? true);
  const one = () => drawFault(unit, new Map(), random, WEIGHT_POWER[difficulty], among);
  if (kind === "wrong part fitted") {
    const rated = unit.parts.filter((p) => hasRating(p) && unit.items.some((i) => i.id === p.item));
    const part = rated[Math.floor(random() * rated.length)];
    const factor = OTHER_FACTORS[difficulty][Math.floor(random() * 2)]!;
    return part && [{ part: part.id, mode: OTHER_VALUE, severity: factor }];
  }
  const first = one();
  if (!first || kind !== "two faults") return first && [first];
  const second = one();
  const isOther = second && itemOf(unit, second.part) !== itemOf(unit, first.part);
  if (!isOther || complaintOf(unit, freshTruth(unit, [second])) === undefined) return undefined;
  return complaintOf(unit, freshTruth(unit, [first])) === undefined ? undefined : [first, second];
}

/** Failure modes, as "part:mode", that open something protective in an ordinary run. */
function tripping(unit: UnitModel, runs: StateRuns): Set<string> {
  const faults = unit.parts.flatMap((part) =>
    modesOf(part).map((m): Fault => ({ part: part.id, mode: m.id })),
  );
  return new Set(faults.filter((f) => runs.run([f]).opened.length > 0).map((f) => `${f.part}:${f.mode}`));
}

/** What a wrongly fitted part has of the impedance that belongs there; the harder the nearer. */
const OTHER_FACTORS: Readonly<Record<Difficulty, readonly [number, number]>> = {
  1: [0.2, 10],
  2: [0.3, 4],
  3: [0.45, 2.2],
};

function isOfKind(unit: UnitModel, runs: StateRuns, kind: ExerciseKind, faults: readonly Fault[]): boolean {
  const run = runs.run(faults);
  const trips = run.opened.length > 0;
  switch (kind) {
    case "dead load":
      return run.code === undefined && !trips;
    case "stall with a code":
      return run.code !== undefined && !trips;
    case "trips":
      return trips;
    case "misleading code":
      return run.code !== undefined && !trips && !isNamedByStep(unit, run.failedAt, faults);
    default:
      return true;
  }
}

/** Whether a fault lies in what the failing step drives, or in an item that does that step's work. */
function isNamedByStep(unit: UnitModel, step: string | undefined, faults: readonly Fault[]): boolean {
  const state = unit.sequence!.steps.find((s) => s.id === step)?.state;
  const doing = unit.observations.flatMap((o) =>
    o.kind === "works" && o.state === state && o.part !== undefined ? [itemOf(unit, o.part)] : [],
  );
  return faults.some((f) => doing.includes(itemOf(unit, f.part)));
}

function wrongClaim(unit: UnitModel, items: readonly string[], random: () => number): Hidden["claim"] {
  const others = unit.items.filter((i) => !items.includes(i.id) && i.remedy === "replace");
  const item = others[Math.floor(random() * others.length)];
  return item && { item: item.id, text: `It is surely the ${item.name}, said the last repairer.` };
}

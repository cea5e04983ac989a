import { needsLive } from "#core/meter/index.ts";
import { liftOf, type Hazard, type Setup, type UnitModel } from "#core/unit/index.ts";
import type { Check, TrialCheck } from "./checks.ts";

/** What the technician has declared about the power. */
export type Band = "live" | "dead" | "unproven";

/** Where the job stands: what need not be done again. */
export interface Situation {
  readonly band: Band;
  /** State the unit was last brought to while live. */
  readonly state?: string;
  readonly lifts: readonly string[];
  readonly coversOff: readonly string[];
}

/**
 * One thing that takes time on the way to a result. They come in the order of safe work: isolate, cover, discharge (the wait
 * for what is stored), prove, lift and refit, fit, and only then live, the wait for a state, and the reading.
 */
export interface Step {
  readonly kind:
    "isolate" | "cover" | "discharge" | "prove" | "lift" | "refit" | "fit" | "make-live" | "wait" | "measure";
  /** Cover, lift or state it is about. */
  readonly id?: string;
  readonly minutes: number;
}

export interface CheckCost {
  readonly steps: readonly Step[];
  readonly minutes: number;
  /** Live contact with a hazard in it. */
  readonly live: boolean;
}

/** Isolate and lock off; prove the meter, measure, prove it again. Common practice, no source, as are those below. */
const ISOLATE_MINUTES = 0.6;
const PROVE_MINUTES = 1.4;
const MAKE_LIVE_MINUTES = 1;
const READ_MINUTES = 0.4;
const REFIT_MINUTES = 0.5;
/** Fitting a jumper, feeding a load from a bench supply, taking a part to the bench and testing it there. */
const BYPASS_MINUTES = 1.5;
const FEED_MINUTES = 4;
const BENCH_MINUTES = 6;
/** Watching what a trial does. */
const WATCH_MINUTES = 0.5;

/** Time a check takes from here, and what it is made of. */
export function costOf(unit: UnitModel, situation: Situation, check: Check): CheckCost {
  if (check.kind === "trial") return costOfTrial(unit, situation, check);
  const steps: Step[] = [];
  const state = unit.states.find((s) => s.id === check.setup.state)!;
  const observation =
    check.kind === "observation" ? unit.observations.find((o) => o.id === check.observation)! : undefined;
  const touches = check.kind === "reading";
  const live = touches && needsLive(check.fn);
  const covers = coversFor(unit, check).filter((c) => !situation.coversOff.includes(c));
  const lifts = liftSteps(unit, situation, check.setup);
  // A cover comes off and a plug is pulled with the supply off, whatever is measured behind it afterwards.
  const opens = covers.length > 0 || lifts.length > 0 || (!touches && state.power === "dead");
  const madeDead = situation.band !== "dead" && ((touches && !live) || (opens && hazardous(unit)));
  steps.push(...opening(unit, covers, madeDead), ...lifts);
  const isDead = madeDead || situation.band === "dead";
  if (state.power === "live" && isDead) steps.push({ kind: "make-live", minutes: MAKE_LIVE_MINUTES });
  else if (live && situation.band === "unproven")
    steps.push({ kind: "make-live", minutes: MAKE_LIVE_MINUTES / 2 });
  if (state.power === "live" && (situation.state !== state.id || isDead))
    steps.push({ kind: "wait", id: state.id, minutes: state.waitSeconds / 60 });

  const reading = check.kind === "reading" ? READ_MINUTES + pointMinutes(unit, check) : observation!.minutes;
  steps.push({ kind: "measure", minutes: reading });
  return { steps, minutes: steps.reduce((sum, s) => sum + s.minutes, 0), live };
}

/** Covers come off between isolating and proving: what is proven dead, and what is discharged, lies behind them. */
function opening(unit: UnitModel, covers: readonly string[], makeDead: boolean): Step[] {
  const off = covers.map((id): Step => ({
    kind: "cover",
    id,
    minutes: unit.covers.find((c) => c.id === id)!.minutes,
  }));
  if (!makeDead) return off;
  const stored = storedMinutes(unit);
  return [
    { kind: "isolate", minutes: ISOLATE_MINUTES },
    ...off,
    ...(stored > 0 ? [{ kind: "discharge" as const, minutes: stored }] : []),
    { kind: "prove", minutes: PROVE_MINUTES },
  ];
}

/** A trial is fitted dead and, but for the bench, watched live. */
function costOfTrial(unit: UnitModel, situation: Situation, check: TrialCheck): CheckCost {
  const steps: Step[] = [];
  const covers = coversFor(unit, check).filter((c) => !situation.coversOff.includes(c));
  steps.push(...opening(unit, covers, situation.band !== "dead"), ...liftSteps(unit, situation, check.setup));
  const fit = fitMinutes(unit, check);
  if (fit > 0) steps.push({ kind: "fit", id: check.subject, minutes: fit });
  if (check.trial !== "bench" && check.trial !== "feed") {
    steps.push({ kind: "make-live", minutes: MAKE_LIVE_MINUTES });
    const state = unit.states.find((s) => s.id === check.setup.state)!;
    if (state.waitSeconds > 0) steps.push({ kind: "wait", id: state.id, minutes: state.waitSeconds / 60 });
  }
  steps.push({ kind: "measure", minutes: WATCH_MINUTES });
  return { steps, minutes: steps.reduce((sum, s) => sum + s.minutes, 0), live: check.trial === "bypass" };
}

function fitMinutes(unit: UnitModel, { trial, subject }: TrialCheck): number {
  switch (trial) {
    case "swap":
      return unit.items.find((i) => i.id === subject)!.minutes;
    case "bypass":
      return BYPASS_MINUTES;
    case "feed":
      return FEED_MINUTES;
    case "bench":
      return BENCH_MINUTES;
    case "strip":
      return 0;
  }
}

/** Setting down the tools and writing the finding down. */
export const OVERHEAD_MINUTES = 0.4;
/**
 * Minutes that a live reading counts for beyond those it takes, by what is dangerous about the unit. Common practice, no
 * source: dead checks where they tell nearly as much.
 */
const HAZARD_MINUTES: Readonly<Record<Hazard["kind"], number>> = {
  mains: 0.5,
  "stored-energy": 2,
  gas: 1,
  moving: 0.5,
  hot: 0,
  water: 0,
};

/** Minutes a check counts for: its own, writing it down, the hazard of a live reading. */
export function minutesFor(cost: CheckCost, liveMinutes: number): number {
  return cost.minutes + OVERHEAD_MINUTES + (cost.live ? liveMinutes : 0);
}

/** What a live reading in the unit counts for beyond its own time. */
export function hazardMinutes(unit: UnitModel): number {
  return unit.hazards.reduce((sum, h) => sum + HAZARD_MINUTES[h.kind], 0);
}

export function hazardous(unit: UnitModel): boolean {
  return unit.hazards.some((h) => h.kind === "mains" || h.kind === "stored-energy");
}

/** The wait for what is stored to be gone, where the unit names one. */
function storedMinutes(unit: UnitModel): number {
  return unit.hazards.reduce((most, h) => Math.max(most, (h.waitSeconds ?? 0) / 60), 0);
}

/** Covers that hide what the check needs. */
export function coversFor(unit: UnitModel, check: Check): string[] {
  const covers =
    check.kind === "observation"
      ? [unit.observations.find((o) => o.id === check.observation)!.cover]
      : check.kind === "reading"
        ? [check.red, check.black].map((id) => unit.points.find((p) => p.id === id)?.cover)
        : unit.points
            .filter((p) => (p.terminal ?? p.id).startsWith(`${check.subject}.`))
            .slice(0, 1)
            .map((p) => p.cover);
  for (const id of check.setup.lifts) covers.push(liftOf(unit, id)?.cover);
  return [...new Set(covers.filter((c) => c !== undefined))];
}

function liftSteps(unit: UnitModel, situation: Situation, setup: Setup): Step[] {
  const off = setup.lifts
    .filter((id) => !situation.lifts.includes(id))
    .map((id): Step => ({ kind: "lift", id, minutes: liftOf(unit, id)!.minutes }));
  const back = situation.lifts
    .filter((id) => !setup.lifts.includes(id))
    .map((id): Step => ({ kind: "refit", id, minutes: REFIT_MINUTES }));
  return [...off, ...back];
}

function pointMinutes(unit: UnitModel, check: Extract<Check, { kind: "reading" }>): number {
  return [check.red, check.black].reduce(
    (sum, id) => sum + (unit.points.find((p) => p.id === id)?.minutes ?? 0),
    0,
  );
}

/** Where the job stands once a check has been made. */
export function situationAfter(unit: UnitModel, situation: Situation, check: Check): Situation {
  const coversOff = [...new Set([...situation.coversOff, ...coversFor(unit, check)])];
  const live = endsLive(unit, check);
  // A look at the dead unit is taken with the supply off; where nothing in it is dangerous it changes nothing.
  if (check.kind === "observation" && !live)
    return hazardous(unit) ? { ...situation, band: "dead", coversOff } : { ...situation, coversOff };
  return {
    band: live ? "live" : "dead",
    lifts: check.setup.lifts,
    coversOff,
    ...(live ? { state: check.setup.state } : {}),
  };
}

function endsLive(unit: UnitModel, check: Check): boolean {
  if (check.kind === "reading") return needsLive(check.fn);
  if (check.kind === "trial") return check.trial !== "bench" && check.trial !== "feed";
  return unit.states.find((s) => s.id === check.setup.state)!.power === "live";
}

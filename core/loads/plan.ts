import { isTried, type Load, type Protection } from "./load.ts";
import { limitOf, sumOver, weighCauses, type Limit, type StripStep, type WeighedCause } from "./strip.ts";

export const STRATEGIES = ["one at a time", "halves", "least expected"] as const;
export type Strategy = (typeof STRATEGIES)[number];

export interface PlanSettings {
  readonly protection: Protection;
  /** Minutes that a trip costs: a fuse fetched and fitted, a device reset after a look. */
  readonly tripMinutes: number;
  /** Fuses at hand, or resets that are allowed. */
  readonly mostTrips: number;
}

/** Switching on and watching, minutes. */
const WATCH_MINUTES = 1;
/** A cause at this chance is called. */
const CALLED = 0.85;

export type NextStep =
  | {
      readonly kind: "connect";
      /** All that shall be connected for the next try. */
      readonly connected: readonly string[];
      readonly why: string;
      /** Chance that it trips. */
      readonly trips: number;
      /** Loads put back that draw only when they are called: the state to run, by load. */
      readonly run: readonly { readonly load: string; readonly state: string }[];
    }
  | { readonly kind: "called"; readonly cause: WeighedCause }
  /** No more trips are allowed: dead checks only. */
  | { readonly kind: "dead checks"; readonly why: string };

/** Which loads are still suspected, which are cleared, and what to do next. */
export function nextStep(
  loads: readonly Load[],
  steps: readonly StripStep[],
  strategy: Strategy,
  settings: PlanSettings,
  plugPulled?: { readonly tripped: boolean },
): NextStep {
  const causes = weighCauses(loads, steps, limitOf(settings.protection), plugPulled);
  const [first] = causes;
  if (first && first.chance >= CALLED) return { kind: "called", cause: first };
  const spent = steps.filter((s) => s.tripped && s.spent !== "nothing").length;
  if (spent >= settings.mostTrips)
    return {
      kind: "dead checks",
      why: `${spentText(spent, settings.protection)}: no more. Take ohms from each load's plug to its return and to earth, dead, or put a lamp in series.`,
    };
  const trips = (connected: readonly string[]) =>
    chanceOfTrip(loads, causes, connected, limitOf(settings.protection));
  const connect = (connected: readonly string[], why: string): NextStep => ({
    kind: "connect",
    connected,
    why,
    trips: trips(connected),
    run: loads.flatMap((l) =>
      l.runIn && connected.includes(l.id) && !isCleared(l, steps)
        ? [{ load: l.name, state: l.runIn.name }]
        : [],
    ),
  });
  if (!steps.some((s) => s.connected.length === 0))
    return connect(
      [],
      "Everything off: the bare supply is proven first, or the fault is in it or before it.",
    );
  const chance = new Map(
    causes.flatMap((c) => (c.cause.kind === "load" ? [[c.cause.load, c.chance] as const] : [])),
  );
  const cleared = loads.filter((l) => isCleared(l, steps));
  const suspects = loads.filter((l) => !cleared.includes(l));
  // Where every load has been held by itself or with others, what is left is their sum: put them all on.
  if (suspects.length === 0)
    return connect(
      loads.map((l) => l.id),
      "Each has held without the others: all together, to see whether it is the sum.",
    );
  const next = withNeeds(pick(suspects, chance, strategy, settings), loads);
  const keep = besides(loads, next, cleared, limitOf(settings.protection));
  // The same try again tells nothing: leave the likeliest off and put all others on, to confirm it.
  const again = new Set([...keep, ...next]);
  if (steps.some((s) => s.connected.length === again.size && s.connected.every((id) => again.has(id)))) {
    const [likeliest] = inOrder(suspects, chance);
    return connect(
      loads.filter((l) => l !== likeliest).map((l) => l.id),
      `All but ${likeliest!.name}: if it holds, that is the one.`,
    );
  }
  const names = next.map((id) => loads.find((l) => l.id === id)!.name).join(", ");
  return connect(
    [...keep, ...next],
    `Put back ${names}${keep.length > 0 ? "; what has held stays on" : ""}.`,
  );
}

/** Loads with all that they need to be called, and what those need. */
function withNeeds(ids: readonly string[], loads: readonly Load[]): string[] {
  const all = new Set(ids);
  // A set hands out what is added while it is walked through.
  for (const id of all) for (const need of loads.find((l) => l.id === id)?.needs ?? []) all.add(need);
  return [...all];
}

function spentText(spent: number, protection: Protection): string {
  const [one, many] =
    protection.kind === "fuse" ? ["fuse is spent", "fuses are spent"] : ["reset is made", "resets are made"];
  return `${spent} ${spent === 1 ? one : many}`;
}

/**
 * Loads that have held and stay on beside what is put back: taking them off again would cost minutes for nothing. Those
 * that would bring the sum over the limit go off, so that a trip is not the sum's.
 */
function besides(
  loads: readonly Load[],
  next: readonly string[],
  cleared: readonly Load[],
  limit: Limit,
): string[] {
  const on = new Set(next);
  for (const load of cleared) {
    on.add(load.id);
    if (sumOver(limit, loads, on) > limit.rated) on.delete(load.id);
  }
  return [...on].filter((id) => !next.includes(id));
}

/** What the next try puts back, of the loads that have not held yet. */
function pick(
  suspects: readonly Load[],
  chance: ReadonlyMap<string, number>,
  strategy: Strategy,
  settings: PlanSettings,
): string[] {
  const order = inOrder(suspects, chance);
  if (strategy === "one at a time" || order.length === 1) return [order[0]!.id];
  if (strategy === "halves") return firstHalf(order, chance).map((l) => l.id);
  const { split } = leastExpected(order, chance, settings);
  return order.slice(0, split).map((l) => l.id);
}

/** Likeliest per minute first. */
function inOrder(loads: readonly Load[], chance: ReadonlyMap<string, number>): Load[] {
  return [...loads].sort((a, b) => chance.get(b.id)! / b.minutes - chance.get(a.id)! / a.minutes);
}

/** From the likeliest on, until half of the chance is together; one load at least, and never all. */
function firstHalf(order: readonly Load[], chance: ReadonlyMap<string, number>): Load[] {
  const total = order.reduce((sum, l) => sum + chance.get(l.id)!, 0);
  let sum = 0;
  let count = 0;
  while (count < order.length - 1 && (count === 0 || sum + chance.get(order[count]!.id)! / 2 < total / 2))
    sum += chance.get(order[count++]!.id)!;
  return order.slice(0, count);
}

/**
 * Least expected minutes to find the one load among these, when each try puts a run of them (in order) back: it trips,
 * and the run is searched further; or it holds, and the rest is. By intervals, from short ones to long:
 * E(i, j) = min over k of minutes(i..k) + watch + P(i..k)·(trip + E(i, k)) + P(k+1..j)·E(k+1, j), P within i..j.
 */
export function leastExpected(
  order: readonly Load[],
  chance: ReadonlyMap<string, number>,
  settings: Pick<PlanSettings, "tripMinutes">,
): { readonly minutes: number; readonly split: number } {
  const n = order.length;
  const p = order.map((l) => chance.get(l.id)!);
  // Sums of runs as differences of sums from the first on: three nested loops and no fourth.
  const chances = sumsFrom(p);
  const minutes = sumsFrom(order.map((l) => l.minutes));
  const best = Array.from({ length: n + 1 }, () => new Float64Array(n + 1));
  let split = 1;
  for (let length = 2; length <= n; length++)
    for (let i = 0; i + length <= n; i++) {
      const j = i + length;
      const all = Math.max(1e-12, chances[j]! - chances[i]!);
      let least = Infinity;
      for (let k = i + 1; k < j; k++) {
        const there = (chances[k]! - chances[i]!) / all;
        const handling = minutes[k]! - minutes[i]!;
        const cost =
          handling +
          WATCH_MINUTES +
          there * (settings.tripMinutes + handling + best[i]![k]!) +
          (1 - there) * best[k]![j]!;
        if (cost >= least) continue;
        least = cost;
        if (length === n) split = k;
      }
      best[i]![j] = least;
    }
  return { minutes: best[0]![n]!, split };
}

/** Sums of the first 0, 1, 2 … values. */
function sumsFrom(values: readonly number[]): Float64Array {
  const sums = new Float64Array(values.length + 1);
  values.forEach((v, i) => (sums[i + 1] = sums[i]! + v));
  return sums;
}

export interface Forecast {
  readonly strategy: Strategy;
  /** Expected from here until the load is known. */
  readonly minutes: number;
  readonly trips: number;
}

/** What each strategy costs from here on the mean, over every suspected load as the faulty one. */
export function forecasts(
  loads: readonly Load[],
  steps: readonly StripStep[],
  settings: PlanSettings,
): Forecast[] {
  const causes = weighCauses(loads, steps, limitOf(settings.protection)).flatMap(({ cause, chance }) =>
    cause.kind === "load" && chance > 1e-4 ? [{ load: cause.load, chance }] : [],
  );
  const total = causes.reduce((sum, c) => sum + c.chance, 0);
  const unlimited = { ...settings, mostTrips: Infinity };
  return STRATEGIES.map((strategy) => {
    let [minutes, trips] = [0, 0];
    follow(loads, steps, strategy, unlimited, causes, (end, faulty) => {
      for (const { chance } of faulty) {
        minutes += (chance / total) * end.minutes;
        trips += (chance / total) * end.trips;
      }
    });
    return { strategy, minutes, trips };
  });
}

interface End {
  readonly minutes: number;
  readonly trips: number;
  readonly called: string | undefined;
}

/**
 * Follows a strategy with each of some loads as the hidden fault, until each is called. Those that a try answers alike go on
 * together: a try is planned once for all of them.
 */
function follow<Faulty extends { readonly load: string }>(
  loads: readonly Load[],
  from: readonly StripStep[],
  strategy: Strategy,
  settings: PlanSettings,
  hidden: readonly Faulty[],
  onEnd: (end: End, faulty: readonly Faulty[]) => void,
): void {
  const walk = (
    steps: readonly StripStep[],
    connected: ReadonlySet<string>,
    faulty: readonly Faulty[],
    minutes: number,
    trips: number,
  ) => {
    const next = nextStep(loads, steps, strategy, settings);
    // A strategy that comes to no call within so many tries is given up.
    if (next.kind !== "connect" || steps.length - from.length >= 4 * loads.length + 4) {
      const called =
        next.kind === "called" && next.cause.cause.kind === "load" ? next.cause.cause.load : undefined;
      return onEnd({ minutes, trips, called }, faulty);
    }
    const wanted = new Set(next.connected);
    const moved = loads.filter((l) => connected.has(l.id) !== wanted.has(l.id));
    const handling = moved.reduce((sum, l) => sum + l.minutes, WATCH_MINUTES);
    for (const tripped of [false, true]) {
      const alike = faulty.filter(
        (f) =>
          isTried(
            loads.find((l) => l.id === f.load)!,
            wanted,
          ) === tripped,
      );
      if (alike.length === 0) continue;
      const step: StripStep = { connected: next.connected, tripped, spent: tripped ? "fuse" : "nothing" };
      walk(
        [...steps, step],
        wanted,
        alike,
        minutes + handling + (tripped ? settings.tripMinutes : 0),
        trips + (tripped ? 1 : 0),
      );
    }
  };
  walk(from, new Set(from.at(-1)?.connected ?? loads.map((l) => l.id)), hidden, 0, 0);
}

/** Follows a strategy with one load as the hidden fault until it is called. */
export function play(
  loads: readonly Load[],
  from: readonly StripStep[],
  strategy: Strategy,
  settings: PlanSettings,
  faulty: string,
): End {
  let end: End = { minutes: 0, trips: 0, called: undefined };
  follow(loads, from, strategy, settings, [{ load: faulty }], (reached) => (end = reached));
  return end;
}

/** A load has held: it was connected, and called, in a try that did not trip. */
export function isCleared(load: Load, steps: readonly StripStep[]): boolean {
  return steps.some((s) => !s.tripped && isTried(load, new Set(s.connected)));
}

function chanceOfTrip(
  loads: readonly Load[],
  causes: readonly WeighedCause[],
  connected: readonly string[],
  limit: Limit,
): number {
  const on = new Set(connected);
  return causes.reduce((sum, { cause, chance }) => {
    const trips =
      cause.kind === "load"
        ? isTried(
            loads.find((l) => l.id === cause.load)!,
            on,
          )
        : cause.kind === "sum"
          ? sumOver(limit, loads, on) > limit.rated
          : true;
    return sum + (trips ? chance : 0);
  }, 0);
}

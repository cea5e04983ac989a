import { HOLDS_SHARE } from "#core/standards/index.ts";
import { isTried, type Load, type Protection } from "./load.ts";

/** One time the supply was switched on, and what became of it. */
export interface StripStep {
  /** Loads that were connected. */
  readonly connected: readonly string[];
  /** The device opened, or the rail went down. */
  readonly tripped: boolean;
  /** What it cost: nothing where a lamp in series kept the fuse. */
  readonly spent: "fuse" | "reset" | "nothing";
}

/** What may be behind it. */
export type Cause =
  | { readonly kind: "load"; readonly load: string }
  /** The unit without its loads: its own supply, wiring before the plugs. */
  | { readonly kind: "supply" }
  /** No one load: their sum. */
  | { readonly kind: "sum" }
  /** Before the unit: outlet, cord, spur, a hidden load on the same circuit. */
  | { readonly kind: "outside" };

export interface WeighedCause {
  readonly cause: Cause;
  readonly chance: number;
}

/** Starting weights of what is no single load, against a load's 1. Common practice, no source. */
const SUPPLY_WEIGHT = 0.5;
const SUM_WEIGHT = 0.4;
const OUTSIDE_WEIGHT = 0.2;
/** A load whose leak alone is at the limit is so many times likelier. Common practice, no source. */
const LEAK_WEIGHT = 9;
/** A trip that belongs to no cause, or a hold in spite of one: a nuisance, a fault that came and went. */
const STRAY = 0.01;

/** What the loads are added up for, and how much of it is allowed. */
export interface Limit {
  readonly rated: number;
  /** It is leaks that are added, not what a sound load draws. */
  readonly leaks: boolean;
  of(load: Load): number;
}

/** The sum that a device is rated for: running amps, or for a residual device the leaks, of which half must hold. */
export function limitOf(protection: Protection): Limit {
  return protection.kind === "rcd"
    ? { rated: HOLDS_SHARE * protection.residualAmps, leaks: true, of: (l) => l.leakAmps ?? 0 }
    : { rated: protection.amps, leaks: false, of: (l) => l.amps };
}

export const sumOver = (limit: Limit, loads: readonly Load[], on?: ReadonlySet<string>): number =>
  loads.reduce((sum, l) => sum + (!on || on.has(l.id) ? limit.of(l) : 0), 0);

/**
 * Chances of the causes after the steps. A load's fault trips whenever it is connected and called; the supply's and the outside's
 * always; the sum's when the connected ones together draw, or leak, more than the limit.
 */
export function weighCauses(
  loads: readonly Load[],
  steps: readonly StripStep[],
  limit: Limit,
  /** The outside was tried: the unit's plug pulled, and it trips still, or holds. */
  plugPulled?: { readonly tripped: boolean },
): WeighedCause[] {
  // Where one load is over the limit by itself, it is that load and no sum.
  const canSum = sumOver(limit, loads) > limit.rated && loads.every((l) => limit.of(l) <= limit.rated);
  // What a load is known to leak makes it the likelier; what it draws when it is well does not.
  const known = (l: Load) => (limit.leaks ? 1 + LEAK_WEIGHT * Math.min(1, limit.of(l) / limit.rated) : 1);
  const causes: { cause: Cause; weight: number; trips: (connected: ReadonlySet<string>) => boolean }[] = [
    ...loads.map((l) => ({
      cause: { kind: "load" as const, load: l.id },
      weight: l.weight * known(l),
      trips: (on: ReadonlySet<string>) => isTried(l, on),
    })),
    { cause: { kind: "supply" }, weight: SUPPLY_WEIGHT, trips: () => true },
    {
      cause: { kind: "sum" },
      weight: canSum && loads.length > 1 ? SUM_WEIGHT : 0,
      trips: (on) => sumOver(limit, loads, on) > limit.rated,
    },
    { cause: { kind: "outside" }, weight: OUTSIDE_WEIGHT, trips: () => true },
  ];
  const tries = steps.map((step) => ({ on: new Set(step.connected), tripped: step.tripped }));
  const weights = causes.map(({ cause, weight, trips }) => {
    let p = weight;
    for (const { on, tripped } of tries) p *= trips(on) === tripped ? 1 - STRAY : STRAY;
    if (plugPulled) p *= (cause.kind === "outside") === plugPulled.tripped ? 1 - STRAY : STRAY;
    return p;
  });
  const sum = weights.reduce((a, b) => a + b, 0);
  return causes
    .map(({ cause }, i) => ({ cause, chance: sum > 0 ? weights[i]! / sum : 0 }))
    .sort((a, b) => b.chance - a.chance);
}

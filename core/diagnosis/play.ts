import { noContact } from "#core/meter/index.ts";
import { normal } from "#core/quantity/index.ts";
import { adviseCall } from "./call.ts";
import { observationCheck, type Check } from "./checks.ts";
import { costOf, OVERHEAD_MINUTES, situationAfter, type Situation } from "./cost.ts";
import type { Dictionary } from "./dictionary.ts";
import type { Evidence } from "./evidence.ts";
import { nextByOrder, type Order } from "./orders.ts";
import { weighWithPairs } from "./pairs.ts";

/** What a check would show on the faulty unit: a reading in its unit (Infinity for OL), or whether a sign is there. */
export type Truth = (check: Check) => number | boolean;

export interface PlayOptions {
  readonly order: Order;
  /** Relative noise of a reading, one standard deviation. */
  readonly noise: number;
  /** Share of readings that are slips: a probe that does not touch. */
  readonly slips: number;
  /** Seeded: uniform numbers in [0, 1). */
  readonly random: () => number;
  /** Observations made before the first check, as the customer tells them. */
  readonly complaint: readonly string[];
  readonly mostChecks?: number;
}

/** One hidden fault, played from the complaint to the call. */
export interface Play {
  readonly steps: readonly {
    readonly check: Check;
    readonly result: number | boolean;
    readonly minutes: number;
  }[];
  readonly minutes: number;
  /** Item called, and whether the chance carried it; where not, it is the best guess when the checks ran out. */
  readonly item: string;
  readonly chance: number;
  readonly ready: boolean;
}

const MOST_CHECKS = 40;

/** Follows an order's proposals until the call is carried or nothing is left to ask. Deterministic by its random source. */
export function playFault(known: Dictionary, truth: Truth, options: PlayOptions): Play {
  const { unit } = known;
  const evidence: Evidence[] = options.complaint.map((id) => {
    const check = observationCheck(unit, id);
    return { kind: "seen", id, check, seen: truth(check) === true };
  });
  const done = new Set(evidence.flatMap((e) => (e.kind === "claim" ? [] : [e.check.id])));
  const steps: Play["steps"][number][] = [];
  let situation: Situation = { band: "unproven", lifts: [], coversOff: [] };
  for (;;) {
    const { dictionary, posterior } = weighWithPairs(known, evidence);
    const advice = adviseCall(dictionary, posterior);
    const full = steps.length >= (options.mostChecks ?? MOST_CHECKS);
    const proposal =
      advice.ready || full
        ? undefined
        : nextByOrder(options.order, { dictionary, posterior, situation, evidence, done });
    if (!proposal)
      return {
        steps,
        minutes: steps.reduce((sum, s) => sum + s.minutes, 0),
        item: advice.item,
        chance: advice.chance,
        ready: advice.ready,
      };
    const { check } = proposal;
    const result = taken(check, truth(check), options);
    steps.push({ check, result, minutes: costOf(unit, situation, check).minutes + OVERHEAD_MINUTES });
    evidence.push(evidenceOf(check, result, `step-${steps.length}`));
    done.add(check.id);
    situation = situationAfter(unit, situation, check);
  }
}

/** The result as the meter and its user make it. */
function taken(
  check: Check,
  truth: number | boolean,
  { noise, slips, random }: PlayOptions,
): number | boolean {
  if (check.kind !== "reading" || typeof truth === "boolean") return truth;
  if (random() < slips) return noContact(check.fn);
  if (!Number.isFinite(truth)) return truth;
  return truth * (1 + noise * normal(random));
}

function evidenceOf(check: Check, result: number | boolean, id: string): Evidence {
  if (check.kind !== "reading") return { kind: "seen", id, check, seen: result === true };
  return typeof result === "boolean"
    ? { kind: "beep", id, check, beep: result }
    : { kind: "reading", id, check, value: result };
}

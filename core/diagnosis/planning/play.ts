import { noContact } from "#core/meter/index.ts";
import { normal } from "#core/quantity/index.ts";
import { adviseCall, type CallGround } from "../call/call.ts";
import { judge, type Judgement } from "../call/judge.ts";
import { observationCheck, type Check } from "./checks.ts";
import { costOf, OVERHEAD_MINUTES, situationAfter, type Situation } from "./cost.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Evidence } from "../inference/evidence.ts";
import { nextByOrder, type Order, type PlanningContext } from "./orders.ts";
import { weigh } from "../inference/posterior.ts";

/** What a check would show on the faulty unit: a reading in its unit (Infinity for OL), whether a sign is there, or that it works but badly; undefined where nobody knows, so that it cannot be made. */
export type Truth = (check: Check) => number | boolean | "badly" | undefined;

export interface PlayOptions {
  /** An order, or another way to choose the next check. */
  readonly order: Order | ((at: PlanningContext) => Check | undefined);
  /** Relative noise of a reading, one standard deviation. */
  readonly noise: number;
  /** Share of readings that are slips: a probe that does not touch. */
  readonly slips: number;
  /** Seeded: uniform numbers in [0, 1). */
  readonly random: () => number;
  /** Observations made before the first check, as the customer tells them. */
  readonly complaint: readonly string[];
  readonly mostChecks?: number;
  /** Minutes after which no further check is begun. */
  readonly mostMinutes?: number;
  /** No pairs of faults are opened. */
  readonly singlesOnly?: boolean;
}

/** One hidden fault, played from the complaint to the call. */
export interface Play {
  readonly steps: readonly {
    readonly check: Check;
    readonly result: number | boolean | "badly";
    readonly minutes: number;
  }[];
  readonly minutes: number;
  /** Item called, and whether the chance carried it; where not, it is the best guess when the checks ran out. */
  readonly item: string;
  readonly chance: number;
  readonly ready: boolean;
  /** Likeliest suspect of the item. */
  readonly suspect: string;
  /** Before each check, and at the end: the item that led, and its chance. */
  readonly trail: readonly { readonly item: string; readonly suspect: string; readonly chance: number }[];
}

const MOST_CHECKS = 40;
/** A visit that has come to nothing after so many minutes ends with what is known. Common practice, no source. */
const MOST_MINUTES = 45;

/** Follows an order's proposals until the call is carried or nothing is left to ask. Deterministic by its random source. */
export function playFault(known: Dictionary, truth: Truth, options: PlayOptions): Play {
  const { unit } = known;
  const evidence: Evidence[] = options.complaint.flatMap((id): Evidence[] => {
    const check = observationCheck(unit, id);
    const seen = truth(check);
    return seen === undefined ? [] : [evidenceOf(check, seen, id)];
  });
  const done = new Set(evidence.flatMap((e) => (e.kind === "claim" ? [] : [e.check.id])));
  const steps: Play["steps"][number][] = [];
  const trail: Play["trail"][number][] = [];
  let situation: Situation = { band: "unproven", lifts: [], coversOff: [] };
  for (;;) {
    const ground = { findings: evidence, situation, done };
    const { dictionary, posterior, advice } = options.singlesOnly
      ? plainly(known, ground)
      : judge(known, ground);
    const full = steps.length >= (options.mostChecks ?? MOST_CHECKS);
    trail.push({
      item: advice.item,
      suspect: dictionary.suspects[advice.suspect]!.id,
      chance: advice.chance,
    });
    const at = { dictionary, posterior, situation, evidence, done };
    const minutesOf = (c: Check) => costOf(unit, situation, c).minutes + OVERHEAD_MINUTES;
    const spent = steps.reduce((sum, s) => sum + s.minutes, 0);
    const proposal = advice.ready || full ? undefined : propose(options.order, at);
    const isLate =
      proposal !== undefined && spent + minutesOf(proposal) > (options.mostMinutes ?? MOST_MINUTES);
    if (!proposal || isLate)
      return {
        steps,
        minutes: spent,
        item: advice.item,
        suspect: dictionary.suspects[advice.suspect]!.id,
        chance: advice.chance,
        ready: advice.ready,
        trail,
      };
    const check = proposal;
    const shown = truth(check);
    if (shown === undefined) {
      // It cannot be made here; neither can it be made later.
      done.add(check.id);
      continue;
    }
    const result = taken(check, shown, options);
    steps.push({ check, result, minutes: minutesOf(check) });
    evidence.push(evidenceOf(check, result, `step-${steps.length}`));
    done.add(check.id);
    situation = situationAfter(unit, situation, check);
  }
}

/** By the listed single faults alone. */
function plainly(dictionary: Dictionary, ground: CallGround): Judgement {
  const posterior = weigh(dictionary, ground.findings);
  return { dictionary, posterior, advice: adviseCall(dictionary, posterior, ground) };
}

function propose(order: PlayOptions["order"], at: PlanningContext): Check | undefined {
  return typeof order === "function" ? order(at) : nextByOrder(order, at)?.check;
}

/** The result as the meter and its user make it. */
function taken(
  check: Check,
  truth: number | boolean | "badly",
  { noise, slips, random }: PlayOptions,
): number | boolean | "badly" {
  if (check.kind !== "reading" || typeof truth !== "number") return truth;
  if (random() < slips) return noContact(check.fn);
  if (!Number.isFinite(truth)) return truth;
  return truth * (1 + noise * normal(random));
}

function evidenceOf(check: Check, result: number | boolean | "badly", id: string): Evidence {
  if (check.kind !== "reading")
    return { kind: "seen", id, check, seen: result === true, ...(result === "badly" ? { badly: true } : {}) };
  return typeof result === "number"
    ? { kind: "reading", id, check, value: result }
    : { kind: "beep", id, check, beep: result === true };
}

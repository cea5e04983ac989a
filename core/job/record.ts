import { differenceInMilliseconds } from "date-fns";
import { ageOf } from "#core/diagnosis/index.ts";
import type { MeterFunction } from "#core/meter/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { JobEvent } from "./events.ts";
import { replay, type JobState, type LedgerEntry } from "./replay.ts";

/** What a job's minutes went into. Waiting is for a part, the customer, or the next morning. */
export const PHASES = ["diagnosing", "waiting", "repairing", "proving"] as const;
export type Phase = (typeof PHASES)[number];

/** What kind of check a finding was: the meter's function, or what the eyes or hands did. */
export type CheckKind = MeterFunction | "seen" | "swap" | "bench" | "strip" | "bypass" | "feed" | "lift";

/** A repair as the logbook counts it. */
export interface RecordedRepair {
  readonly item: string;
  readonly suspect: string;
  /** Replaced, where others are mended, reset, or put right by the supplier. */
  readonly replaced: boolean;
  /** Of what was replaced; 0 for what was not. */
  readonly price: number;
  /** No other repair was needed after it, and the job was closed as repaired. */
  readonly held: boolean;
  /** Minutes between call and repair in which nothing was done. */
  readonly waited: number;
}

/** A job as the logbook counts it. */
export interface JobRecord {
  readonly openedAt: string;
  readonly closedAt?: string;
  readonly outcome?: "repaired" | "handed on" | "given up";
  /** Closed as repaired, with something found right since. */
  readonly proven: boolean;
  /** Closed as repaired without its proof. */
  readonly waived: boolean;
  readonly comeBackOf?: string;
  /** How old the unit was, years, where its plate told. */
  readonly age?: number;
  /** What was repaired last, or called where nothing was. */
  readonly item?: string;
  readonly suspect?: string;
  readonly repairs: readonly RecordedRepair[];
  /** Checks made after the intake and before the call that was repaired last. */
  readonly checks: number;
  readonly kinds: readonly { readonly kind: string; readonly made: number; readonly proof: boolean }[];
  readonly minutes: Readonly<Record<Phase, number>>;
}

/** With nothing entered for so long, the time was not worked on: two hours. */
const IDLE_MINUTES = 120;

/** What a job's log comes to: outcome, repairs, checks and where its minutes went. The same log gives the same record. */
export function recordOf(
  unit: UnitModel,
  events: readonly JobEvent[],
  state: JobState = replay(unit, events),
): JobRecord {
  const opened = events.find((e) => e.body.type === "opened");
  const openedAt = opened?.at ?? events[0]?.at ?? "";
  const { closed, call } = state;
  const outcome = closed?.body.outcome;
  const waived = outcome === "repaired" && closed!.body.waived !== undefined;
  const last = state.repairs.at(-1);
  const made = state.ledger.filter((e) => !e.retracted && e.event.at > openedAt);
  const comeBackOf = opened?.body.type === "opened" ? opened.body.comeBackOf : undefined;
  const of = last?.body ?? call?.body;
  const age = ageOf(state.made, openedAt);
  return {
    openedAt,
    ...(closed ? { closedAt: closed.event.at, outcome: closed.body.outcome } : {}),
    proven: outcome === "repaired" && !waived,
    waived,
    ...(comeBackOf === undefined ? {} : { comeBackOf }),
    ...(age === undefined ? {} : { age }),
    ...(of ? { item: of.item, suspect: of.suspect } : {}),
    repairs: repairsOf(unit, state, events),
    checks: made.filter((e) => e.beforeRepair ?? state.repairs.length === 0).length,
    kinds: kindsOf(made, events),
    minutes: minutesOf(events, state),
  };
}

function repairsOf(unit: UnitModel, state: JobState, events: readonly JobEvent[]): RecordedRepair[] {
  return state.repairs.map(({ event, body }, i) => {
    const items = unit.items.filter((x) => x.remedy === "replace" && body.item.split("+").includes(x.id));
    const at = events.indexOf(event);
    const calledAt = events.slice(0, at).findLastIndex((e) => e.body.type === "call");
    return {
      item: body.item,
      suspect: body.suspect,
      replaced: items.length > 0,
      // What was paid for it, where it was ordered here.
      price: items.reduce(
        (sum, x) => sum + (state.orders.findLast((o) => o.item === x.id)?.price ?? x.price),
        0,
      ),
      held: i === state.repairs.length - 1 && state.closed?.body.outcome === "repaired",
      waited: calledAt < 0 ? 0 : idleIn(events.slice(calledAt, at + 1)),
    };
  });
}

/** Minutes of a stretch of the log in which nothing was entered for two hours and more. */
function idleIn(events: readonly JobEvent[]): number {
  return events.slice(1).reduce((sum, e, i) => {
    const gap = minutesBetween(events[i]!, e);
    return sum + (gap > IDLE_MINUTES ? gap : 0);
  }, 0);
}

function kindsOf(made: readonly LedgerEntry[], events: readonly JobEvent[]): JobRecord["kinds"] {
  const proofs = new Set(
    events.flatMap(({ body }) => (body.type === "call" && body.proof ? [body.proof] : [])),
  );
  const kinds = new Map<string, { made: number; proof: boolean }>();
  for (const { check, event } of made) {
    const kind = check.kind === "reading" ? check.fn : check.kind === "trial" ? check.trial : "seen";
    const known = kinds.get(kind) ?? { made: 0, proof: false };
    kinds.set(kind, { made: known.made + 1, proof: known.proof || proofs.has(event.id) });
  }
  return [...kinds].map(([kind, of]) => ({ kind, ...of }));
}

/**
 * Minutes between entries, by what the job stood at: diagnosing until a call, repairing until the repair, proving until the
 * end or a check that was never made before, which looks for another fault. A gap of more than two hours is waiting.
 */
function minutesOf(events: readonly JobEvent[], state: JobState): Record<Phase, number> {
  const minutes: Record<Phase, number> = { diagnosing: 0, waiting: 0, repairing: 0, proving: 0 };
  const checkOf = new Map(state.ledger.map((e) => [e.event.id, e.check.id]));
  const seen = new Set<string>();
  let phase: Phase = "diagnosing";
  events.forEach((event, i) => {
    const check = checkOf.get(event.id);
    if (check !== undefined && phase === "proving" && !seen.has(check)) phase = "diagnosing";
    if (check !== undefined) seen.add(check);
    const gap = i === 0 ? 0 : Math.max(0, minutesBetween(events[i - 1]!, event));
    minutes[gap > IDLE_MINUTES ? "waiting" : phase] += gap;
    if (event.body.type === "call") phase = "repairing";
    if (event.body.type === "repaired") phase = "proving";
  });
  return minutes;
}

const minutesBetween = (a: JobEvent, b: JobEvent) => differenceInMilliseconds(b.at, a.at) / 60_000;

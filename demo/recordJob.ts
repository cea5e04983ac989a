import type { Check, Dictionary, Order, Truth } from "#core/diagnosis/index.ts";
import { observationCheck } from "#core/diagnosis/index.ts";
import { bandFor, storeValue, type EventBody, type JobEvent } from "#core/job/index.ts";
import { viewJob, type JobView } from "#core/view/index.ts";
import { normal } from "#core/quantity/index.ts";

/** How a job is worked from a hidden fault. */
export interface Visit {
  readonly complaint: string;
  /** The job that was thought to have mended it. */
  readonly comeBackOf?: string;
  /** The year on the unit's plate. */
  readonly made?: number;
  /** Observations that the customer is asked about. */
  readonly asked: readonly string[];
  /** Who works, in turn: with two, every second check is the second one's. */
  readonly people: readonly string[];
  /** When it was taken in, ISO 8601; every check then takes the minutes that its card says. */
  readonly at: string;
  /** Checks after which work stops; it stops at a call in any case. */
  readonly checks: number;
  /** Relative noise of a reading, one standard deviation. */
  readonly noise: number;
  /** Uniform numbers in [0, 1), seeded. */
  readonly random: () => number;
  /** In which order this person looks; what tells most per minute, where it is left out. */
  readonly order?: Order;
  /** Stops as soon as one item has this chance, sooner than the call is ready. */
  readonly enough?: number;
  /** Share of readings where the probes had no contact, and the meter showed nothing. */
  readonly slips?: number;
  /** What was recorded before: the visit goes on from there. */
  readonly before?: readonly JobEvent[];
}

/** Where a visit has come to: its log so far, and what its screen shows. */
export interface Moment {
  readonly events: readonly JobEvent[];
  readonly view: JobView;
}

/**
 * Works a job by its cards as an honest customer and an honest technician would: every answer and reading is the hidden
 * fault's, the power is declared before what needs it, nothing is recorded that could not be made.
 * @param truth the faulty unit
 * @param onMoment hears of every card before it is answered
 */
export function recordJob(
  dictionary: Dictionary,
  truth: Truth,
  visit: Visit,
  onMoment?: (moment: Moment) => void,
): Moment {
  const { unit } = dictionary;
  const events: JobEvent[] = [...(visit.before ?? [])];
  let now = Date.parse(visit.at);
  let worker = 0;
  const add = (body: EventBody) =>
    void events.push({
      id: uuidFrom(visit.random),
      person: visit.people[worker % visit.people.length]!,
      at: new Date(now).toISOString(),
      body,
    });
  if (!visit.before) {
    add({
      type: "opened",
      complaint: visit.complaint,
      ...(visit.comeBackOf ? { comeBackOf: visit.comeBackOf } : {}),
      ...(visit.made === undefined ? {} : { made: visit.made }),
    });
    for (const id of visit.asked) {
      const seen = truth(observationCheck(unit, id));
      if (typeof seen !== "number" && seen !== undefined) add(finding(observationCheck(unit, id), seen));
    }
  }
  const impossible = new Set<string>();
  for (let made = 0; ; made++) {
    const view = viewJob(dictionary, events, visit.order);
    onMoment?.({ events, view });
    const open = view.next.filter((p) => !impossible.has(p.check.id));
    const sure = view.call.ready || (view.items[0]?.chance ?? 0) >= (visit.enough ?? 2);
    const proposal = sure || made >= visit.checks ? undefined : open[0];
    if (!proposal) return { events, view };
    const { check } = proposal;
    const shown = truth(check);
    if (shown === undefined) {
      impossible.add(check.id);
      made--;
      continue;
    }
    worker++;
    const needs = bandFor(unit, check);
    if (needs !== undefined && view.state.band !== needs)
      add({
        type: "band",
        band: needs,
        confirmed: [needs === "dead" ? "Proven dead." : "Trained and allowed."],
      });
    now += 60_000 * minutesOf(proposal.time);
    const slipped = visit.slips !== undefined && typeof shown === "number" && visit.random() < visit.slips;
    add(finding(check, slipped ? 0 : noisy(shown, visit)));
  }
}

/** A reading as a meter shows it: four digits, and not twice the same. */
export function noisy<T extends number | boolean | "badly">(
  shown: T,
  { noise, random }: Pick<Visit, "noise" | "random">,
): T | number {
  return typeof shown === "number" && Number.isFinite(shown)
    ? Number((shown * (1 + noise * normal(random))).toPrecision(4))
    : shown;
}

/** A check with what it showed, as the log has it. */
export function finding(check: Check, shown: number | boolean | "badly"): EventBody {
  if (check.kind === "reading")
    return {
      type: "finding",
      check: {
        kind: "reading",
        setup: { ...check.setup, lifts: [...check.setup.lifts] },
        fn: check.fn,
        red: check.red,
        black: check.black,
      },
      result: { kind: "value", value: storeValue(shown as number) },
    };
  const result = {
    kind: "seen" as const,
    seen: shown !== false,
    ...(shown === "badly" ? { badly: true as const } : {}),
  };
  return check.kind === "observation"
    ? { type: "finding", check: { kind: "observation", observation: check.observation }, result }
    : { type: "finding", check: { kind: "trial", trial: check.trial, subject: check.subject }, result };
}

/** "1 min 20 s" back to minutes. */
function minutesOf(text: string): number {
  const [, min = "0"] = /(\d+) min/u.exec(text) ?? [];
  const [, s = "0"] = /(\d+) s/u.exec(text) ?? [];
  return Number(min) + Number(s) / 60;
}

/** A version 4 UUID from a seeded source, so that the same visit gives the same log. */
export function uuidFrom(random: () => number): string {
  const hex = Array.from({ length: 32 }, (_, i) =>
    i === 12 ? "4" : i === 16 ? "89ab"[Math.floor(random() * 4)]! : Math.floor(random() * 16).toString(16),
  ).join("");
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join("-");
}

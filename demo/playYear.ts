import type { Dictionary, Order, Truth } from "#core/diagnosis/index.ts";
import {
  admissionProblems,
  bandFor,
  replay,
  safetyTestsOf,
  settingsToCarry,
  type EventBody,
  type JobEvent,
  type SafetyTestId,
} from "#core/job/index.ts";
import { viewJob, type JobView } from "#core/view/index.ts";
import type { Fault, UnitModel } from "#core/unit/index.ts";
import { finding, noisy, recordJob, uuidFrom } from "./recordJob.ts";

/** How one of the shop's people works. */
export interface Habit {
  readonly person: string;
  readonly order: Order;
  /** Calls as soon as the likeliest item has this chance. */
  readonly enough: number;
  readonly slips: number;
  /** Share of repairs that are closed without waiting for their proof. */
  readonly hurry: number;
}

/** A fault of the year, and who met it. */
export interface Visitation {
  readonly fault: Fault;
  readonly complaint: string;
  readonly label: string;
  readonly at: string;
  readonly habit: Habit;
  readonly comeBackOf?: string;
  /** The year on the unit's plate. */
  readonly made?: number;
  /** What an earlier repairer said. */
  readonly claim?: { readonly item: string; readonly text: string };
  readonly random: () => number;
}

/** A job of the year as it ended. */
export interface Ended {
  readonly id: string;
  readonly events: readonly JobEvent[];
  /** The hidden fault was repaired. */
  readonly right: boolean;
}

/** Items that are repaired one after the other before a person gives up. */
const MOST_REPAIRS = 3;
const MOST_CHECKS = 14;
const NOISE = 0.003;

/** Works a job from its complaint to its end: check, call, wait for the part, repair, prove, and again where the proof fails. */
export function playToEnd(
  dictionary: Dictionary,
  truth: (faults: readonly Fault[]) => Truth,
  visit: Visitation,
): Ended {
  const { unit } = dictionary;
  const { habit, random } = visit;
  const log = new Log(unit, habit.person, random);
  const part = unit.parts.find((p) => p.id === visit.fault.part)!;
  const faulty = truth([visit.fault]);
  const id = uuidFrom(random);
  const common = {
    complaint: visit.complaint,
    ...(visit.comeBackOf ? { comeBackOf: visit.comeBackOf } : {}),
    ...(visit.made === undefined ? {} : { made: visit.made }),
    asked: unit.observations.filter((o) => o.kind === "works" || o.kind === "code").map((o) => o.id),
    people: [habit.person],
    noise: NOISE,
    random,
  };
  let moment = recordJob(dictionary, faulty, { ...common, at: visit.at, checks: 0 });
  log.take(moment.events);
  if (visit.claim) log.add({ type: "claim", ...visit.claim });
  for (let repair = 0; repair < MOST_REPAIRS; repair++) {
    moment = recordJob(dictionary, faulty, {
      ...common,
      at: log.now(),
      before: log.events,
      checks: MOST_CHECKS,
      order: habit.order,
      enough: repair === 0 ? habit.enough : 0.9,
      slips: habit.slips,
    });
    log.take(moment.events);
    const { call } = moment.view;
    if (call.item === "" || !unit.items.some((i) => i.id === call.item)) break;
    repairCalled(log, unit, moment.view, random);
    const right = call.item === part.item;
    const now = right ? truth([]) : faulty;
    if (random() < habit.hurry) {
      log.wait(5);
      log.add({
        type: "closed",
        outcome: "repaired",
        note: "",
        waived: "Customer in a hurry; will ring if it comes back.",
      });
      return { id, events: log.events, right };
    }
    const view = prove(log, dictionary, now, random);
    const works = view.proof?.rows.every((r) => r.now === "right") ?? false;
    if (works && makeSafe(log, dictionary, random)) {
      log.add({ type: "closed", outcome: "repaired", note: "" });
      return { id, events: log.events, right };
    }
    if (right) break;
  }
  log.wait(10);
  log.add({
    type: "closed",
    outcome: random() < 0.5 ? "handed on" : "given up",
    note: "Not found in the time agreed.",
  });
  return { id, events: log.events, right: false };
}

/** The call as it stands, the wait for its part, and the repair. */
function repairCalled(log: Log, unit: UnitModel, { call }: JobView, random: () => number): void {
  const item = unit.items.find((i) => i.id === call.item)!;
  log.wait(2);
  log.add({
    type: "call",
    item: call.item,
    suspect: call.suspect,
    ...(call.proof ? { proof: call.proof.finding } : {}),
    chance: Math.min(1, call.chance),
    note: "",
  });
  log.add({ type: "band", band: "dead", confirmed: ["Proven dead."] });
  if (item.remedy === "replace" && !item.spare && item.price >= 40 && random() < 0.7) {
    log.add({ type: "note", text: "Part ordered. Customer told." });
    log.wait((1 + Math.floor(random() * 4)) * 1440);
  }
  log.wait(item.minutes * (0.8 + 0.6 * random()));
  log.add({
    type: "repaired",
    item: call.item,
    suspect: call.suspect,
    what: WHAT[item.remedy],
    cause: call.cause ?? "Wear: nothing else was found.",
  });
}

const WHAT = {
  replace: "Replaced by the same part, wires back one for one.",
  mend: "Renewed, cleaned and tightened; wiggled, and it holds.",
  reset: "Reset once, after what opened it was found.",
  "call supply": "The supply was put right by those who may.",
} as const;

/** Makes again what was wrong, and looks once that it works. */
function prove(log: Log, dictionary: Dictionary, truth: Truth, random: () => number): JobView {
  const { unit } = dictionary;
  const view = viewJob(dictionary, log.events);
  const wrong = new Set(view.proof?.rows.filter((r) => r.now === "open").map((r) => r.finding));
  const checks = view.state.ledger.filter((e) => wrong.has(e.event.id)).map((e) => e.check);
  const works = unit.observations.filter((o) => o.kind === "works").map((o) => o.id);
  for (const entry of view.state.ledger)
    if (checks.length === 0 && entry.check.kind === "observation" && works.includes(entry.check.observation))
      checks.push(entry.check);
  for (const check of checks) {
    const shown = truth(check);
    if (shown === undefined) continue;
    const needs = bandFor(unit, check);
    if (needs !== undefined && replay(unit, log.events).band !== needs)
      log.add({
        type: "band",
        band: needs,
        confirmed: [needs === "dead" ? "Proven dead." : "Trained and allowed."],
      });
    log.wait(1);
    log.add(finding(check, noisy(shown, { noise: NOISE, random })));
  }
  return viewJob(dictionary, log.events);
}

/** Carries the settings over and makes the tests that the unit's hazards ask for; a sound unit passes them. */
function makeSafe(log: Log, dictionary: Dictionary, random: () => number): boolean {
  const { unit } = dictionary;
  for (const { name, value } of settingsToCarry(unit, replay(unit, log.events))) {
    log.wait(1);
    log.add({ type: "setting", name, when: "after", value });
  }
  for (const { id, band, limit } of safetyTestsOf(unit)) {
    if (band !== undefined && replay(unit, log.events).band !== band)
      log.add({
        type: "band",
        band,
        confirmed: [band === "dead" ? "Proven dead." : "Trained and allowed."],
      });
    log.wait(1);
    log.add({
      type: "safety",
      test: id,
      result: limit
        ? { kind: "value", value: Number((SOUND[id]! * (0.5 + random())).toPrecision(3)) }
        : { kind: "seen", seen: true },
    });
  }
  return viewJob(dictionary, log.events).proof?.proven ?? false;
}

/** What a sound appliance shows, Ω and A: well within its limits. Common practice, no source. */
const SOUND: Readonly<Partial<Record<SafetyTestId, number>>> = { earth: 0.1, insulation: 8e7, leakage: 4e-4 };

/** A job's log as it grows, each entry admitted as the server would admit it. */
class Log {
  readonly events: JobEvent[] = [];
  private at = 0;

  private readonly unit: UnitModel;
  private readonly person: string;
  private readonly random: () => number;

  constructor(unit: UnitModel, person: string, random: () => number) {
    [this.unit, this.person, this.random] = [unit, person, random];
  }

  now(): string {
    return new Date(this.at).toISOString();
  }

  wait(minutes: number): void {
    this.at += Math.round(minutes * 60_000);
  }

  take(events: readonly JobEvent[]): void {
    this.events.push(...events.slice(this.events.length));
    this.at = Math.max(this.at, Date.parse(this.events.at(-1)!.at));
  }

  add(body: EventBody): void {
    this.wait(0.5);
    const event = { id: uuidFrom(this.random), person: this.person, at: this.now(), body };
    const problems = admissionProblems(this.unit, replay(this.unit, this.events), event);
    if (problems.length > 0)
      throw new Error(`${this.unit.id}: ${body.type} is not admitted: ${JSON.stringify(problems)}`);
    this.events.push(event);
  }
}

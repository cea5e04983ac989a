import { addMilliseconds } from "date-fns";
import { openings } from "#core/circuit/index.ts";
import {
  costOf,
  observationCheck,
  OVERHEAD_MINUTES,
  situationAfter,
  stagePoints,
  type Check,
  type Situation,
} from "#core/diagnosis/index.ts";
import { storeValue, type EventBody, type JobEvent } from "#core/job/index.ts";
import { needsLive, shown } from "#core/meter/index.ts";
import { normal, seeded } from "#core/quantity/index.ts";
import { CATALOGUE, liftOf, type UnitModel } from "#core/unit/index.ts";
import type { PracticeAction, Taken } from "./actions.ts";
import { answerOf } from "./answers.ts";
import { itemOf, type Hidden } from "./exercise.ts";
import { checkOf } from "./knownAs.ts";
import { framesOf, guardedBetween, isPoint, neighbourOf, openFault, priceOf } from "./probes.ts";
import type { PracticeStep, Shown, Snapshot } from "./shown.ts";
import { SimulatedUnit } from "./simulatedUnit.ts";
import { slip, type Slip, type SlipKind } from "./slips.ts";

/** Relative noise of a reading, one standard deviation; share of live readings at a crowded plug that slip. */
const NOISE = 0.003;
const SLIP_SHARE = 1 / 40;
/** Volts between neighbouring pins below which a slip does nothing. */
const SPARK_VOLTS = 5;
/** Below this nothing harms a meter on ohms, V. */
const HARMLESS_VOLTS = 1;
/** Setting an input, a reset, a jumper, a test from a bench supply, minutes. Common practice, no source. */
const MINUTES = { set: 0.2, reset: 1, jumper: 1.5, feed: 4, provoke: 0.5, lift: 0.5 } as const;

type ActionOf<T extends PracticeAction["do"]> = Extract<PracticeAction, { do: T }>;
type Note = (kind: SlipKind, at?: string, money?: number) => void;
interface Done {
  readonly shown: Shown;
  readonly minutes?: number;
  readonly money?: number;
  readonly check?: Check;
}

const DONE: Shown = { kind: "done" };
const refused = (what: string): Shown => ({ kind: "refused", what });
/** When every exercise began, as its record has it. */
const EPOCH = "2026-01-05T08:00:00.000Z";

/** An exercise as it is worked: the unit, the steps so far, and the record that a diagnosis can be made from. */
export class PracticeSession {
  readonly unit: UnitModel;
  readonly steps: PracticeStep[] = [];
  readonly events: JobEvent[] = [];
  private readonly hidden: Hidden;
  private readonly seed: number;
  private readonly simulated: SimulatedUnit;
  private readonly resets = new Map<string, number>();
  private situation: Situation = { band: "unproven", lifts: [], coversOff: [] };
  private wasTouched = false;
  /** Observations that are in the record since the last repair. */
  private readonly seen = new Set<string>();

  constructor(unit: UnitModel, hidden: Hidden, seed: number) {
    this.unit = unit;
    this.hidden = hidden;
    this.seed = seed;
    this.simulated = new SimulatedUnit(unit, hidden, seed);
    this.record(0, { type: "opened", complaint: hidden.complaint });
    for (const { observation, badly } of hidden.signs)
      this.record(0, {
        type: "finding",
        check: { kind: "observation", observation },
        result: {
          kind: "seen",
          seen: badly,
          ...(badly ? { badly: true } : {}),
          ...(hidden.comesAndGoes ? { sometimes: true } : {}),
        },
      });
    if (hidden.claim) this.record(0, { type: "claim", ...hidden.claim });
  }

  get finished(): Extract<Shown, { kind: "finished" }> | undefined {
    return this.steps.map((s) => s.shown).find((s) => s.kind === "finished");
  }

  get minutes(): number {
    return this.steps.reduce((sum, s) => sum + s.minutes + s.slips.reduce((m, x) => m + x.minutes, 0), 0);
  }

  get money(): number {
    return this.steps.reduce((sum, s) => sum + s.money + s.slips.reduce((m, x) => m + x.money, 0), 0);
  }

  /**
   * Takes note of what anybody sees of the unit by now without a tool or a question: once each, until something is put right.
   */
  noteVisible(clock: number): void {
    if (!this.simulated.isOn || this.finished) return;
    for (const o of this.unit.observations) {
      if (o.kind !== "works" || o.cover !== undefined || this.seen.has(o.id)) continue;
      const answer = answerOf(this.simulated, o.id, clock);
      if (answer !== "not yet") this.recordSeen(o.id, answer, clock);
    }
  }

  /** Does an action. The same actions at the same times always bring the same. */
  take({ action, clock }: Taken): PracticeStep {
    this.noteVisible(clock);
    const slips: Slip[] = [];
    const note = (kind: SlipKind, at?: string, money?: number) =>
      slips.push(slip(kind, this.steps.length, at, money));
    const done = this.finished ? { shown: refused("this exercise is over") } : this.do(action, clock, note);
    const { shown: seen, minutes = 0, money = 0, check } = done;
    const step = { action, clock, minutes, money, shown: seen, slips, ...(check ? { check } : {}) };
    this.steps.push(step);
    return step;
  }

  snapshot(clock: number): Snapshot {
    const { simulated, unit } = this;
    const run = simulated.run(clock);
    const moment = run?.moments.at(-1);
    const works = unit.observations
      .filter((o) => o.kind === "works" && o.cover === undefined)
      .map((o): [string, "well" | "badly" | "not"] => {
        const isThere = o.effect === undefined || moment?.situation.effects.has(o.effect);
        const work = isThere ? moment?.working.get(o.part!) : undefined;
        return [o.id, work === undefined ? "not" : work.how === "well" ? "well" : "badly"];
      });
    return {
      isOn: simulated.isOn,
      inputs: simulated.inputs,
      lifts: simulated.liftsOff,
      jumpers: simulated.jumpersOn,
      works: Object.fromEntries(works),
      ...(run?.code === undefined ? {} : { code: run.code }),
    };
  }

  private do(action: PracticeAction, clock: number, note: Note): Done {
    const { simulated, unit } = this;
    switch (action.do) {
      case "power":
        simulated.power(action.on, clock);
        this.wasTouched = false;
        this.situation = { ...this.situation, band: action.on ? "live" : "unproven" };
        this.record(clock, { type: "band", band: action.on ? "live" : "dead", confirmed: [] });
        return { shown: DONE };
      case "set": {
        const input = unit.sequence!.environment.find((e) => e.id === action.input);
        if (!input?.settings.some((s) => s.id === action.to)) return { shown: refused(action.input) };
        simulated.set(action.input, action.to, clock);
        return { shown: DONE, minutes: MINUTES.set };
      }
      case "skip":
        return { shown: DONE };
      case "provoke":
        simulated.provoke(clock);
        return { shown: DONE, minutes: MINUTES.provoke };
      case "lift":
        return this.lift(action, clock, note);
      case "jumper":
        return this.jumper(action, clock, note);
      case "measure":
        return this.measure(action, clock, note);
      case "look":
        return this.look(action.observation, clock);
      case "feed":
        return this.feed(action.part);
      case "reset":
        return this.reset(action.part, clock, note);
      case "swap":
      case "call":
        return this.renew(action, clock, note);
      case "finish":
        return this.finish(clock, note);
    }
  }

  private lift({ lift, off }: ActionOf<"lift">, clock: number, note: Note): Done {
    const { simulated } = this;
    if (!liftOf(this.unit, lift)) return { shown: refused(lift) };
    if (simulated.isOn) note("lift under power", lift);
    this.touch(clock, note, lift);
    const others = simulated.liftsOff.filter((l) => l !== lift);
    simulated.rewire(off ? [...others, lift] : others, simulated.jumpersOn, clock);
    this.situation = { ...this.situation, lifts: simulated.liftsOff };
    return { shown: DONE, minutes: MINUTES.lift };
  }

  private jumper({ from, to, on }: ActionOf<"jumper">, clock: number, note: Note): Done {
    const { simulated, unit } = this;
    if (!isPoint(unit, from) || !isPoint(unit, to) || from === to)
      return { shown: refused(`${from} to ${to}`) };
    const same = (j: { from: string; to: string }) =>
      [j.from, j.to].sort().join() === [from, to].sort().join();
    const others = simulated.jumpersOn.filter((j) => !same(j));
    if (simulated.isOn) note("fit under power", from);
    const guarded = on ? guardedBetween(unit, from, to) : undefined;
    if (guarded !== undefined) note("guard bridged", guarded);
    this.touch(clock, note, from);
    simulated.rewire(simulated.liftsOff, on ? [...others, { from, to }] : others, clock);
    return { shown: DONE, minutes: MINUTES.jumper };
  }

  private measure({ fn, red, black }: ActionOf<"measure">, clock: number, note: Note): Done {
    const { simulated, unit } = this;
    if (!isPoint(unit, red) || !isPoint(unit, black) || red === black)
      return { shown: refused(`${red} to ${black}`) };
    const check = checkOf(simulated, fn, red, black, clock);
    const minutes = this.minutesOf(check);
    if (!needsLive(fn) && simulated.isOn) {
      note("ohms on live", red);
      const volts = Math.max(
        simulated.reading("vac", red, black, clock),
        Math.abs(simulated.reading("vdc", red, black, clock)),
      );
      if (volts > HARMLESS_VOLTS) return { shown: { kind: "meter fuse" }, minutes };
    }
    if (!needsLive(fn) && (stagePoints(unit).has(red) || stagePoints(unit).has(black)))
      this.touch(clock, note, red);
    const slipped = needsLive(fn) && simulated.isOn ? this.slipProbe(red, clock) : undefined;
    if (slipped !== undefined) note("probe slipped", slipped);
    const random = seeded(this.seed + 7919 * (this.steps.length + 1));
    const value = simulated.reading(fn, red, black, clock) * (1 + NOISE * normal(random));
    const display = shown(fn, value);
    // Under power ohms mean nothing, whatever they show.
    const usable = check && (needsLive(fn) || !simulated.isOn) ? check : undefined;
    if (usable) {
      this.record(clock, {
        type: "finding",
        check: { kind: "reading", setup: usable.setup as { state: string; lifts: string[] }, fn, red, black },
        result: { kind: "value", value: storeValue(display) },
      });
      this.situation = situationAfter(unit, this.situation, usable);
    }
    return {
      shown: { kind: "reading", fn, frames: framesOf(fn, value) },
      minutes,
      ...(usable ? { check: usable } : {}),
    };
  }

  private look(id: string, clock: number): Done {
    const { unit, simulated } = this;
    if (!unit.observations.some((o) => o.id === id)) return { shown: refused(id) };
    const check = observationCheck(unit, id);
    const answer = answerOf(simulated, id, clock);
    if (answer === "not yet") return { shown: { kind: "seen", observation: id, answer } };
    const minutes = this.minutesOf(check);
    this.recordSeen(id, answer, clock);
    return { shown: { kind: "seen", observation: id, answer }, minutes, check };
  }

  private feed(part: string): Done {
    const known = this.unit.parts.find((p) => p.id === part);
    if (!known || !CATALOGUE.get(known.type)!.work) return { shown: refused(part) };
    const works = !this.simulated.left.some((f) => f.part === part);
    return { shown: { kind: "fed", part, works }, minutes: MINUTES.feed };
  }

  private reset(part: string, clock: number, note: Note): Done {
    const known = this.unit.parts.find((p) => p.id === part);
    if (!known || !CATALOGUE.get(known.type)!.protective) return { shown: refused(part) };
    if (this.simulated.isOn) note("fit under power", part);
    const times = (this.resets.get(part) ?? 0) + 1;
    this.resets.set(part, times);
    if (times > 1) note("reset again", part, priceOf(this.unit, known.item));
    const wasOpen = this.simulated.reset(part, clock);
    return { shown: { kind: "reset", part, wasOpen }, minutes: MINUTES.reset };
  }

  private renew({ do: how, item }: ActionOf<"swap"> | ActionOf<"call">, clock: number, note: Note): Done {
    const { unit, simulated } = this;
    const known = unit.items.find((i) => i.id === item);
    if (!known) return { shown: refused(item) };
    if (simulated.isOn) note("fit under power", item);
    this.touch(clock, note, item);
    // Whether it was bought in vain is told at the end: until then the unit itself shows it.
    if (!this.simulated.left.some((f) => itemOf(unit, f.part) === item)) note("bought in vain", item);
    const [first] = unit.parts.filter((p) => p.item === item);
    if (how === "call")
      this.record(clock, { type: "call", item, suspect: `${first!.id}:`, chance: 1, note: "" });
    this.record(clock, {
      type: "repaired",
      item,
      suspect: `${first!.id}:`,
      what: "renewed",
      cause: "practice",
    });
    simulated.renew(item, clock);
    this.seen.clear();
    return {
      shown: { kind: "renewed", item },
      minutes: known.minutes,
      money: known.remedy === "replace" ? known.price : 0,
    };
  }

  private finish(clock: number, note: Note): Done {
    const { simulated } = this;
    for (const { from, to } of simulated.jumpersOn) note("left bridged", `${from} to ${to}`);
    for (const lift of simulated.liftsOff) note("left off", lift);
    simulated.power(false, clock);
    const right =
      simulated.left.length === 0 && simulated.jumpersOn.length === 0 && simulated.liftsOff.length === 0;
    return { shown: { kind: "finished", right } };
  }

  /** Hands in a unit whose store is still charged. */
  private touch(clock: number, note: Note, at: string): void {
    if (this.wasTouched || !this.simulated.isCharged(clock)) return;
    this.wasTouched = true;
    note("charge touched", at);
  }

  /** A probe that slips to the next pin, now and then: the pair that it joined, where that sparks. */
  private slipProbe(red: string, clock: number): string | undefined {
    const random = seeded(this.seed + 104729 * (this.steps.length + 1));
    if (random() >= SLIP_SHARE) return undefined;
    const next = neighbourOf(this.unit, red);
    if (next === undefined) return undefined;
    const { simulated } = this;
    const volts = Math.max(
      simulated.reading("vac", red, next, clock),
      Math.abs(simulated.reading("vdc", red, next, clock)),
    );
    if (volts < SPARK_VOLTS) return undefined;
    const point = simulated.bridged(red, next, clock);
    const opened = point ? openings(point).map(({ id }) => openFault(this.unit, id)) : [];
    if (opened.length > 0) simulated.open(opened, clock);
    return `${red} to ${next}`;
  }

  private minutesOf(check: Check | undefined): number {
    return (check ? costOf(this.unit, this.situation, check).minutes : 1) + OVERHEAD_MINUTES;
  }

  private recordSeen(id: string, answer: "yes" | "no" | "badly", clock: number): void {
    this.seen.add(id);
    this.record(clock, {
      type: "finding",
      check: { kind: "observation", observation: id },
      result: { kind: "seen", seen: answer !== "no", ...(answer === "badly" ? { badly: true } : {}) },
    });
  }

  private record(clock: number, body: EventBody): void {
    this.events.push({
      id: `00000000-0000-4000-8000-${String(this.events.length + 1).padStart(12, "0")}`,
      person: "learner",
      at: addMilliseconds(EPOCH, Math.round(1000 * clock)).toISOString(),
      body,
    });
  }
}

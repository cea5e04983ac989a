import type { BoardCondition, BoardStep, Fault } from "#core/unit/index.ts";
import type { Work } from "./work.ts";
import {
  openedByHeat,
  openedProtection,
  situationKey,
  type BoardSituation,
  type OpenedPart,
  type Solved,
  type World,
} from "./world.ts";

/** One stretch of a run in which nothing changed. */
export interface Moment {
  /** Seconds since power came on, when it began. */
  readonly at: number;
  /** Step the board was in; undefined while it is dead or locked out. */
  readonly step: string | undefined;
  readonly situation: BoardSituation;
  /** Seconds until the next one; Infinity for the last. */
  readonly seconds: number;
  /** Parts at work, and how; relays pulled in. */
  readonly working: ReadonlyMap<string, Work>;
  readonly relays: ReadonlySet<string>;
  readonly inputs: ReadonlyMap<string, boolean>;
  /** Protective parts that have opened by now. */
  readonly opened: readonly OpenedPart[];
}

/** How a run came to its end. */
export type RunEnd =
  /** Nothing more would happen. */
  | { readonly kind: "rest" }
  | { readonly kind: "lock-out"; readonly code: string | undefined }
  /** It does the same again and again: retries without end, or a board that resets. */
  | { readonly kind: "cycle"; readonly code: string | undefined }
  /** The board is not awake. */
  | { readonly kind: "dead" }
  /** The time asked for is reached. */
  | { readonly kind: "until" }
  /** The bound on events was reached. */
  | { readonly kind: "bound" };

export interface Run {
  readonly moments: readonly Moment[];
  readonly end: RunEnd;
  /** Seconds until the last change. */
  readonly seconds: number;
  /** Steps entered, in order, each once. */
  readonly reached: readonly string[];
  /** The step in which it came to rest or failed. */
  readonly stalledAt: string | undefined;
  /** The step that a failure, a watch or a protection took it out of, the first time. */
  readonly failedAt: string | undefined;
  /** Code that can be read at the end: shown, and its display lit. */
  readonly code: string | undefined;
  /** Everything that worked, and every relay that pulled in, at any time. */
  readonly worked: ReadonlySet<string>;
  readonly clicked: ReadonlySet<string>;
  /** Protective parts that opened on the way. */
  readonly opened: readonly OpenedPart[];
  /** Circuits that never settled on the way. */
  readonly chattered: boolean;
}

export interface Scenario {
  /** Settings that differ from an ordinary run. */
  readonly environment?: Readonly<Record<string, string>>;
  /** Step to start in; the board's own when left out. */
  readonly start?: string;
  /** What somebody sets while it runs, in order of time. */
  readonly changes?: readonly Change[];
  /** Seconds after which the run is left as it stands; a run that only repeats itself goes on until then. */
  readonly until?: number;
}

/** Somebody sets something, or a fault that comes and goes is there or not, from a time on. */
export interface Change {
  readonly at: number;
  readonly environment?: Readonly<Record<string, string>>;
  /** All faults from then on, but for what has opened. */
  readonly faults?: readonly Fault[];
}

/** Events in one run at most, and in one that goes on to a given time. */
const MOST_EVENTS = 400;
const MOST_EVENTS_UNTIL = 4000;

/**
 * Runs the board from power-up until nothing more happens, it locks out, or it repeats itself; under any faults, in
 * simulated time. Between two events the circuit is at its fixed point. Deterministic.
 */
export function runSequence(world: World, faults: readonly Fault[], scenario: Scenario = {}): Run {
  return new Runner(world, faults, scenario).run();
}

class Runner {
  private readonly world: World;
  private given: readonly Fault[];
  private readonly changes: Change[];
  private readonly until: number | undefined;
  private isDead = false;
  private opened: OpenedPart[] = [];
  private readonly environment: Map<string, string>;
  private readonly start: string;
  private now = 0;
  private step: BoardStep | undefined;
  private entered = 0;
  private tries = 0;
  private effects = new Set<string>();
  /** How far each effect has come, as a share of its time, since when, and its pace; when each began to fade. */
  private readonly coming = new Map<string, { share: number; since: number; pace: number }>();
  private readonly fading = new Map<string, number>();
  private readonly moments: Omit<Moment, "seconds">[] = [];
  private readonly reached: string[] = [];
  private lastStep: string | undefined;
  private code: string | undefined;
  private failedAt: string | undefined;
  private readonly entries = new Map<string, number>();
  private chattered = false;

  constructor(world: World, faults: readonly Fault[], scenario: Scenario) {
    this.world = world;
    this.given = faults;
    this.environment = new Map(
      world.board.environment.map((e) => [e.id, scenario.environment?.[e.id] ?? e.run]),
    );
    this.start = scenario.start ?? world.board.start;
    this.changes = [...(scenario.changes ?? [])];
    this.until = scenario.until;
    // What is set from the beginning.
    while (this.changes[0] && this.changes[0].at <= 0) this.change(this.changes.shift()!);
  }

  run(): Run {
    this.enter(this.start);
    const most = this.until === undefined ? MOST_EVENTS : MOST_EVENTS_UNTIL;
    for (let event = 0; event < most; event++) {
      const end = this.advance();
      if (!end) continue;
      const next = this.changes[0];
      if (end.kind === "until" || !next) return this.finish(end);
      this.now = Math.max(this.now, next.at);
      this.change(this.changes.shift()!);
      this.entries.clear();
      if (this.isDead) this.wake();
    }
    return this.finish({ kind: "bound" });
  }

  private change({ environment, faults }: Change): void {
    for (const [id, setting] of Object.entries(environment ?? {})) this.environment.set(id, setting);
    if (faults) this.given = faults;
  }

  /** A board that was dead begins anew once its supply is back. */
  private wake(): void {
    const solved = this.solve();
    if (!this.world.isAlive(solved, this.world.working(solved, this.faults()))) return;
    this.isDead = false;
    this.enter(this.start);
  }

  /** One round: solve, look, and go where it leads. Returns the end where there is one. */
  private advance(): RunEnd | undefined {
    const { world } = this;
    const solved = this.solve();
    const working = world.working(solved, this.faults());
    if (this.step && !world.isAlive(solved, working)) return this.reset();
    const inputs = new Map(world.board.inputs.map((input) => [input.id, world.isTrue(input, solved)]));
    this.note(solved, working, inputs);
    if (!this.step) return this.isDead ? { kind: "dead" } : { kind: "lock-out", code: this.code };
    const tripped = this.guard(solved, inputs);
    if (tripped) return tripped === "moved" ? undefined : tripped;
    this.followEffects(solved, working, inputs);
    const left = this.step.leaves.find(({ when }) => when.every((c) => this.holds(c, inputs)));
    if (left) return this.enter(left.to);
    const met = this.step.expects.every((e) => inputs.get(e.input) === e.is);
    const waited = this.now - this.entered >= this.step.waits - 1e-9;
    if (met && waited && this.step.next !== undefined) return this.enter(this.step.next);
    const deadline = met ? Infinity : this.entered + (this.step.within ?? Infinity);
    if (this.now >= deadline - 1e-9) return this.fail();
    return this.wait(met && this.step.next !== undefined, deadline);
  }

  private faults(): readonly Fault[] {
    return [...this.given, ...this.opened];
  }

  private situation(): BoardSituation {
    return { drives: this.step?.drives ?? [], environment: this.environment, effects: this.effects };
  }

  /** Solves the standing; what a protective part opens stays open, and is solved again. */
  private solve(): Solved {
    for (;;) {
      const solved = this.world.solve(this.situation(), this.faults());
      this.chattered ||= solved.point.status !== "settled";
      const known = new Set(this.faults().map((f) => f.part));
      const { unit } = this.world;
      const opened = [
        ...openedProtection(solved.point, unit),
        ...openedByHeat(unit, this.world.stateOf(this.situation()).positions),
      ].filter((f) => !known.has(f.part));
      if (opened.length === 0) return solved;
      this.opened = [...this.opened, ...opened];
    }
  }

  /** The board has lost its supply: awake again without its outputs, it starts over, and over. */
  private reset(): RunEnd {
    const was = this.step;
    this.step = undefined;
    const solved = this.solve();
    const working = this.world.working(solved, this.faults());
    this.note(solved, working, new Map());
    this.lastStep = was?.id;
    this.isDead = true;
    return this.world.isAlive(solved, working) && was!.drives.length > 0
      ? { kind: "cycle", code: undefined }
      : { kind: "dead" };
  }

  private note(
    solved: Solved,
    working: ReadonlyMap<string, Work>,
    inputs: ReadonlyMap<string, boolean>,
  ): void {
    const { circuit, settings } = solved.point;
    const relays = new Set(
      circuit.controls.flatMap((c, i) => (c.kind === "relay" && settings[i]!.on ? [c.id] : [])),
    );
    const situation = { ...this.situation(), effects: new Set(this.effects) };
    const opened = this.opened;
    this.moments.push({ at: this.now, step: this.step?.id, situation, working, relays, inputs, opened });
  }

  /** Safety inputs and outputs that protect themselves. "moved": to another step. */
  private guard(solved: Solved, inputs: ReadonlyMap<string, boolean>): RunEnd | "moved" | undefined {
    const { watches, protections } = this.world.board;
    const step = this.step!;
    const broken = watches.find(
      (w) => (w.steps?.includes(step.id) ?? true) && w.to !== step.id && inputs.get(w.input) !== w.is,
    );
    const overloaded =
      broken ??
      protections.find(
        (p) => step.drives.includes(p.output) && this.world.outputAmps(p.output, solved) > p.amps,
      );
    if (!overloaded) return undefined;
    return this.leave(overloaded.code, overloaded.to) ?? "moved";
  }

  /** Starts, completes and undoes effects up to now. */
  private followEffects(
    solved: Solved,
    working: ReadonlyMap<string, Work>,
    inputs: ReadonlyMap<string, boolean>,
  ): void {
    for (const effect of this.world.board.effects) {
      const there = this.effects.has(effect.id);
      const active =
        effect.works.every((part) => working.has(part)) &&
        (there || effect.effects.every((other) => this.effects.has(other))) &&
        effect.volts.every((v) => this.world.isTrue(v, solved)) &&
        effect.when.every((c) => this.holds(c, inputs)) &&
        effect.paths.every((path) => this.world.isPath(path, solved));
      if (active && !there) this.comesOn(effect.id, effect.seconds, paceOf(effect.works, working));
      else this.coming.delete(effect.id);
      if (!active && there && effect.fades !== undefined)
        this.fading.set(effect.id, this.fading.get(effect.id) ?? this.now);
      else this.fading.delete(effect.id);
    }
  }

  /** Takes an effect on from where it has come to: slow work takes longer. */
  private comesOn(id: string, seconds: number, pace: number): void {
    const was = this.coming.get(id);
    const share =
      was && seconds > 0 ? Math.min(1, was.share + ((this.now - was.since) * was.pace) / seconds) : 0;
    this.coming.set(id, { share, since: this.now, pace });
  }

  private holds(c: BoardCondition, inputs: ReadonlyMap<string, boolean>): boolean {
    if (c.input !== undefined) return inputs.get(c.input) === c.is;
    return this.environment.get(c.environment!) === c.is;
  }

  /** Moves the clock to whatever comes next. */
  private wait(onlyWaiting: boolean, deadline: number): RunEnd | undefined {
    const { effects } = this.world.board;
    const ends: { at: number; apply?: () => void }[] = [{ at: deadline }];
    if (onlyWaiting) ends.push({ at: this.entered + this.step!.waits });
    for (const e of effects) {
      const [coming, fading] = [this.coming.get(e.id), this.fading.get(e.id)];
      if (coming !== undefined)
        ends.push({
          at: coming.since + ((1 - coming.share) * e.seconds) / coming.pace,
          apply: () => this.effects.add(e.id),
        });
      if (fading !== undefined) ends.push({ at: fading + e.fades!, apply: () => this.effects.delete(e.id) });
    }
    const [change] = this.changes;
    if (change)
      ends.push({
        at: change.at,
        apply: () => {
          this.change(this.changes.shift()!);
          this.entries.clear();
        },
      });
    const next = Math.min(...ends.map((e) => e.at));
    if (next === Infinity) return { kind: "rest" };
    if (this.until !== undefined && next > this.until) return { kind: "until" };
    this.now = Math.max(this.now, next);
    this.effects = new Set(this.effects);
    for (const { at, apply } of ends) if (at <= next + 1e-9) apply?.();
    return undefined;
  }

  private fail(): RunEnd | undefined {
    const { failure, id } = this.step!;
    if (failure && this.tries < failure.retries) {
      this.tries++;
      return this.enter(failure.retryFrom ?? id, true);
    }
    return this.leave(failure?.code, failure?.to);
  }

  /** Out of the step with a code: to another step, or to a lock-out where none is named. */
  private leave(code: string | undefined, to: string | undefined): RunEnd | undefined {
    this.code = code ?? this.code;
    this.failedAt ??= this.step!.id;
    if (to !== undefined) return this.enter(to);
    this.lastStep = this.step!.id;
    this.step = undefined;
    return undefined;
  }

  /** Enters a step; the same one again with everything as it was before is a cycle. */
  private enter(id: string, retry = false): RunEnd | undefined {
    this.step = this.world.board.steps.find((s) => s.id === id)!;
    this.lastStep = id;
    this.entered = this.now;
    if (!retry && !this.reached.includes(id)) this.tries = 0;
    if (!this.reached.includes(id)) this.reached.push(id);
    const key = `${id}|${this.tries}|${situationKey(this.situation())}|${this.opened.length}`;
    const times = (this.entries.get(key) ?? 0) + 1;
    this.entries.set(key, times);
    return times > 2 && this.until === undefined ? { kind: "cycle", code: this.code } : undefined;
  }

  private finish(end: RunEnd): Run {
    const last = this.moments.at(-1);
    const shownBy = this.world.board.shownBy;
    const shows = end.kind !== "dead" && (shownBy === undefined || (last?.working.has(shownBy) ?? false));
    const moments = this.moments.map((m, i) => ({
      ...m,
      seconds: (this.moments[i + 1]?.at ?? Infinity) - m.at,
    }));
    return {
      moments,
      end,
      seconds: last?.at ?? 0,
      reached: this.reached,
      stalledAt: this.lastStep,
      failedAt: this.failedAt,
      code: shows ? this.code : undefined,
      // What lasts no time at all is no work.
      worked: new Set(moments.flatMap((m) => (m.seconds > 0 ? [...m.working.keys()] : []))),
      clicked: new Set(this.moments.flatMap((m) => [...m.relays])),
      opened: this.opened,
      chattered: this.chattered,
    };
  }
}

/** The slowest of the parts whose work brings an effect about sets its pace. */
function paceOf(works: readonly string[], working: ReadonlyMap<string, Work>): number {
  return works.reduce((pace, part) => Math.min(pace, working.get(part)?.pace ?? 1), 1);
}

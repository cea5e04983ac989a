import { spawnSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import type { Part, UnitModel } from "#core/unit/index.ts";
import { DEVICE_WRITERS } from "./deviceElements.ts";
import { Cards, clean, OPEN, WRITERS, type Conditions, type TruthFault } from "./elements.ts";

/** A state as far as a deck needs it. */
export interface TruthState {
  readonly power: "live" | "dead";
  readonly positions: Readonly<Record<string, "open" | "closed">>;
  readonly celsius: Readonly<Record<string, number>>;
  readonly drives: readonly { readonly output: string }[];
}

export interface TruthPair {
  /** Volts by a meter of 10 MΩ or of low impedance, a clamp around a conductor, and on a dead unit ohms and the diode range. */
  readonly fn: "vac" | "vdc" | "lowz" | "aac" | "adc" | "ohm" | "diode";
  /** Terminals "part.terminal"; of a clamp, the two ends of one conductor. */
  readonly red: string;
  readonly black: string;
}

/** What the reference simulator finds, by pair; Infinity for OL. */
export interface TruthResult {
  readonly values: readonly number[];
  readonly opened: readonly string[];
  /** What the circuit decides came to rest. */
  readonly settled: boolean;
}

interface Decided {
  on: boolean;
  opened: boolean;
  emf: number;
  loadOhms: number;
  /** Of a supply at its limit: EMFs at which it gave less than its current, and more. */
  under?: number;
  over?: number;
}

const folder = mkdtempSync(path.join(os.tmpdir(), "zygodrome-truth-"));
const ROUNDS = 60;
/** Parts whose junctions the mains can swing. */
const SWUNG = new Set([
  "bridge",
  "diode",
  "zener",
  "six-diode-bridge",
  "inverter-bridge",
  "flame-sensor",
  "led",
  "optotriac",
  "transistor",
  "mosfet",
]);

/** What a run of the simulator printed: its results, and what it told of the way to them. */
interface Printed {
  readonly results: string;
  readonly notes: string;
}

export class Simulated {
  private readonly unit: UnitModel;
  private readonly state: TruthState;
  private readonly faults: readonly TruthFault[];
  private readonly decided = new Map<string, Decided>();
  private readonly cycles: number;

  /** @param cycles after which a swung deck is measured: with half-waves it takes a core's direct flux hundreds to stand */
  constructor(
    unit: UnitModel,
    state: TruthState,
    faults: readonly TruthFault[],
    opened: readonly string[],
    cycles = SETTLE_CYCLES,
  ) {
    this.cycles = cycles;
    this.unit = unit;
    this.state = state;
    this.faults = faults;
    for (const part of unit.parts)
      this.decided.set(part.id, { on: false, opened: opened.includes(part.id), emf: 0, loadOhms: OPEN });
  }

  /** Runs until everything that the circuit decides has come to rest, then reads the pairs. */
  read(pairs: readonly TruthPair[]): TruthResult {
    const swings = this.swings();
    let settled = this.state.power === "dead";
    for (let round = 0; round < ROUNDS && !settled; round++) settled = !this.decide(swings, round);
    const opened = [...this.decided].flatMap(([id, d]) => (d.opened ? [id] : []));
    return { values: this.readings(pairs, swings), opened, settled };
  }

  private swings(): boolean {
    const { unit, state } = this;
    if (state.power === "dead") return false;
    return (
      unit.parts.some((p) => SWUNG.has(p.type)) &&
      unit.parts.some((p) => p.type === "mains" || p.type === "split-phase")
    );
  }

  private node(part: Part, terminal: string): string {
    const net = part.terminals[terminal]!;
    return net === this.unit.ground ? "0" : `n_${clean(net)}`;
  }

  nodeAt(terminal: string): string {
    const dot = terminal.lastIndexOf(".");
    return this.node(
      this.unit.parts.find((p) => p.id === terminal.slice(0, dot))!,
      terminal.slice(dot + 1),
    );
  }

  private cards(): string[] {
    const models = new Set<string>();
    const lines = this.unit.parts.flatMap((part) => {
      const writer = WRITERS[part.type] ?? DEVICE_WRITERS[part.type];
      if (!writer) throw new Error(`The deck has no ${part.type}.`);
      const cards = new Cards(part, (t) => this.node(part, t));
      const fault = this.faults.find((f) => f.part === part.id);
      const d = this.decided.get(part.id)!;
      const position = this.state.positions[part.id];
      const conditions: Conditions = {
        hertz: this.unit.hertz,
        powered: this.state.power === "live",
        ...(position ? { position } : {}),
        celsius: this.state.celsius[part.id] ?? 20,
        called: this.state.drives.some((o) => o.output === part.id),
        ...d,
      };
      writer(cards, part.parameters as never, conditions, fault?.mode, fault?.severity ?? NaN);
      for (const m of cards.models) models.add(m);
      return cards.lines;
    });
    return [...lines, ...models];
  }

  /** Every net once, tied to the reference as lightly as may be. */
  private ties(cards: readonly string[], ohms: number): string[] {
    const nodes = new Set<string>();
    for (const card of cards) for (const word of card.split(/\s+/)) if (/^[ni]_/.test(word)) nodes.add(word);
    return [...nodes].map((n, i) => `rtie${i} ${n} 0 ${ohms}`);
  }

  /**
   * @param ties how often every net is tied
   * @param options of the simulator
   * @throws NoTruth where it takes more than `seconds` of the processor, or goes on for much longer
   */
  private run(
    cards: readonly string[],
    control: readonly string[],
    ties = 1,
    options = this.swings() ? SWUNG_OPTIONS : OPTIONS,
    seconds = MOST_SECONDS,
  ): Printed {
    const deck = [
      "* written by the truth bench",
      ...cards,
      ...this.ties(cards, (this.swings() ? SWUNG_TIE : TIE) / ties),
      `.options ${options}`,
      ".control",
      "set numdgt=12",
      ...control,
      "quit 0",
      ".endc",
      ".end",
    ].join("\n");
    const file = path.join(folder, "deck.cir");
    writeFileSync(file, deck);
    // By the processor's time: on a busy machine the clock would give up what is found in a second, and take the next way.
    const { stdout, stderr, signal, error } = spawnSync(
      "sh",
      ["-c", `ulimit -t ${seconds}; exec ngspice -b "$0"`, file],
      { encoding: "utf8", maxBuffer: 1 << 28, timeout: STARVED * seconds * 1000 },
    );
    // It ends with another code where an analysis was given up; what it printed until then tells which.
    if (signal !== null) throw new NoTruth("the reference simulator took too long");
    if (error) throw error;
    return { results: stdout, notes: stderr };
  }

  private period(cycles: number): string {
    const step = 1 / (this.unit.hertz * STEPS_A_CYCLE);
    // A little more than is measured.
    const [from, to] = [cycles - 2.5, cycles].map((cycle) => cycle / this.unit.hertz);
    return `tran ${step} ${to} ${from} ${step} uic`;
  }

  /**
   * Mean of a vector over two whole cycles of even steps, and RMS of what is left of it without its mean, printed under
   * labels. By samples: the simulator's own averages leave out a step at a window's edge, a four-hundredth of what stands
   * there, and a ripple of millivolts on hundreds of volts is not to be had as a difference of squares.
   */
  private measure(label: string, vector: string): string[] {
    const first = STEPS_A_CYCLE / 4;
    return [
      `let w_${label} = ${vector}`,
      `let x_${label} = w_${label}[${first},${first + 2 * STEPS_A_CYCLE - 1}]`,
      `let m_${label} = mean(x_${label})`,
      `let y_${label} = x_${label} - m_${label}`,
      `let r_${label} = sqrt(mean(y_${label} * y_${label}))`,
      `echo VALUE ${label} $&m_${label} $&r_${label}`,
    ];
  }

  /** DC mean and AC RMS of voltages and currents. Labels are made here. */
  private solve(
    vectors: readonly string[],
    swings: boolean,
    more: readonly string[] = [],
    ties = 1,
    cycles = this.cycles,
  ): { dc: number; ac: number }[] {
    const cards = [...this.cards(), ...more];
    const result = vectors.map(() => ({ dc: NaN, ac: NaN }));
    if (swings) {
      // Junctions without any capacitance can leave a step of the simulator without a solution: the least that helps.
      for (const farads of JUNCTION_FARADS) {
        const eased = cards.map((card) =>
          card.startsWith(".model") ? card.replace(/\)$/, ` cjo=${farads})`) : raisedSlowly(card),
        );
        const control = [
          this.period(cycles),
          // Even steps: over uneven ones the mean of 170 V of sine is out by some hundredths of a volt.
          "linearize",
          ...vectors.flatMap((v, i) => this.measure(String(i), v)),
        ];
        const { results } = this.run(eased, control, ties);
        for (const [, i, mean, rms] of results.matchAll(/^VALUE (\d+) (\S+) (\S+)/gm)) {
          result[Number(i)] = { dc: Number(mean), ac: Number(rms) };
        }
        if (result.every((r) => Number.isFinite(r.dc))) return result;
      }
      throw new NoTruth("the reference simulator found no solution in time");
    }
    const { results } = this.run(cards, [
      "op",
      ...vectors.map((v, i) => `let d${i} = ${v}\necho DC ${i} $&d${i}`),
      `ac lin 1 ${this.unit.hertz} ${this.unit.hertz}`,
      ...vectors.map((v, i) => `let e${i} = mag(${v})\necho AC ${i} $&e${i}`),
    ]);
    for (const [, i, v] of results.matchAll(/^DC (\d+) (\S+)/gm)) result[Number(i)]!.dc = Number(v);
    for (const [, i, v] of results.matchAll(/^AC (\d+) (\S+)/gm)) result[Number(i)]!.ac = Number(v);
    if (result.some((r) => !Number.isFinite(r.dc) || !Number.isFinite(r.ac)))
      throw new NoTruth("the reference simulator found no operating point");
    return result;
  }

  /** One round: runs, looks, moves what is to be moved. Returns whether anything moved. */
  private decide(swings: boolean, round: number): boolean {
    const gone = (part: Part) =>
      part.type === "regulator" &&
      this.faults.some((f) => f.part === part.id && (f.mode === "dead" || f.mode === "shorted"));
    const watched = this.unit.parts
      .filter((part) => !gone(part))
      .flatMap((part) => watch(part, (t) => this.node(part, t), clean(part.id)));
    if (watched.length === 0) return false;
    const values = this.solve(
      watched.flatMap((w) => w.vectors),
      swings,
    );
    let at = 0;
    let moved = false;
    const late: (() => boolean)[] = [];
    for (const { part, vectors } of watched) {
      const own = values.slice(at, (at += vectors.length));
      const d = this.decided.get(part.id)!;
      const mode = this.faults.find((f) => f.part === part.id);
      if (
        part.type === "fuse" ||
        part.type === "soldered-fuse" ||
        part.type === "breaker" ||
        part.type === "rcd" ||
        part.type === "rcbo"
      )
        late.push(() => protect(part, own, d, mode));
      else if (decidePart(part, own, d, mode, this.unit.hertz, round)) moved = true;
    }
    // What protects looks at what has otherwise come to rest.
    if (!moved) for (const look of late) if (look()) moved = true;
    return moved;
  }

  private readings(pairs: readonly TruthPair[], swings: boolean): number[] {
    const values = pairs.map(() => NaN);
    const volts = pairs.flatMap((p, i) => (p.fn === "vac" || p.fn === "vdc" ? [i] : []));
    const meter = (i: number, ohms: number) =>
      `rmeter${i} ${this.nodeAt(pairs[i]!.red)} ${this.nodeAt(pairs[i]!.black)} ${ohms}`;
    const vector = (i: number) => {
      const [a, b] = [this.nodeAt(pairs[i]!.red), this.nodeAt(pairs[i]!.black)];
      return `(${a === "0" ? "0*time1" : `v(${a})`})-(${b === "0" ? "0*time1" : `v(${b})`})`.replace(
        /\(0\*time1\)/g,
        "0",
      );
    };
    const pick = (i: number, r: { dc: number; ac: number }) => (pairs[i]!.fn === "vac" ? r.ac : r.dc);
    const same = (i: number) => this.nodeAt(pairs[i]!.red) === this.nodeAt(pairs[i]!.black);
    const real = volts.filter((i) => !same(i));
    for (const i of volts) if (same(i)) values[i] = 0;
    if (real.length > 0) {
      const open = this.solve(real.map(vector), swings);
      const loaded = this.solve(
        real.map(vector),
        swings,
        real.map((i) => meter(i, 1e7)),
      );
      real.forEach((i, k) => {
        const [a, b] = [pick(i, open[k]!), pick(i, loaded[k]!)];
        // A pair that no meter moves is read with all of them on; the others one by one.
        if (Math.abs(a - b) <= 1e-3 * Math.abs(a) + 2e-4) {
          values[i] = b;
          return;
        }
        const own = (ties: number) => pick(i, this.solve([vector(i)], swings, [meter(i, 1e7)], ties)[0]!);
        // What is left with no ties at all, by the straight line through one tie a net and two.
        values[i] = swings ? 2 * own(1) - own(2) : own(1);
      });
    }
    pairs.forEach((p, i) => {
      if (p.fn === "ohm") values[i] = same(i) ? 0 : this.ohms(p);
      if (p.fn === "diode") values[i] = same(i) ? 0 : this.diode(p);
      if (p.fn === "lowz") values[i] = same(i) ? 0 : this.lowZ(vector(i), meter(i, LOW_OHMS), swings);
      if (p.fn === "aac" || p.fn === "adc") {
        const { ac, dc } = this.solve([vector(i)], swings)[0]!;
        values[i] = (p.fn === "aac" ? ac : dc) / this.conductorOhms(p);
      }
    });
    return values;
  }

  /**
   * V AC with a low-impedance meter in the deck. It charges and discharges what only leakage held, so that the first cycles
   * are far from the last ones: it is read when four times as many bring nothing new.
   */
  private lowZ(vector: string, meter: string, swings: boolean): number {
    const after = (cycles: number) => this.solve([vector], swings, [meter], 1, cycles)[0]!.ac;
    let volts = after(this.cycles);
    if (!swings) return volts;
    for (const times of LONGER) {
      const was = volts;
      volts = after(times * this.cycles);
      if (Math.abs(volts - was) <= 0.005 * Math.abs(volts) + 0.02) return volts;
    }
    throw new NoTruth("a pair with a low-impedance meter across it goes on changing");
  }

  /** What the deck has for a conductor between its two ends. */
  private conductorOhms({ red }: TruthPair): number {
    const id = clean(red.slice(0, red.lastIndexOf(".")));
    const card = this.cards().find((line) => line.startsWith(`r_${id}_j `));
    if (!card) throw new Error(`${red} is no conductor's end.`);
    return Number(card.split(" ")[3]);
  }

  /** The diode range: 3 V behind 2.4 kΩ, and OL from 2.5 V on. */
  private diode({ red, black }: TruthPair): number {
    const [a, b] = [this.nodeAt(red), this.nodeAt(black)];
    const cards = [...this.cards(), `rmeter ${a} mtr 2400`, `vmeter mtr ${b} dc 3`];
    for (const [ties, options, seconds] of DEAD_TRIES) {
      const [found] = this.pointsIn(
        cards,
        ["op", "let d = i(vmeter)", "echo DC 0 $&d"],
        ties,
        options,
        seconds,
      );
      if (!found) continue;
      const volts = 3 + 2400 * Number(found[2]);
      return volts > 2.5 ? Infinity : volts;
    }
    throw new NoTruth("the reference simulator found no operating point");
  }

  /** What a run prints of its points; nothing where it takes too long or finds none. */
  private pointsIn(
    cards: readonly string[],
    control: readonly string[],
    ties: number,
    options: string,
    seconds: number,
  ): RegExpMatchArray[] {
    try {
      const { results, notes } = this.run(cards, control, ties, options, seconds);
      // Where no way to a point leads, the simulator waits a while and calls it one: it stands at what has not come to rest.
      return notes.includes("Transient op") ? [] : [...results.matchAll(/^DC (\d+) (\S+)/gm)];
    } catch (error) {
      if (!(error instanceof NoTruth)) throw error;
      return [];
    }
  }

  /** The ohm ranges: 0.42 V at full scale out of 4.2 V; the first range that the reading fits. */
  private ohms({ red, black }: TruthPair): number {
    const [a, b] = [this.nodeAt(red), this.nodeAt(black)];
    const limits = [600, 6e3, 6e4, 6e5, 6e6, 6e7];
    const cards = [...this.cards(), `rmeter ${a} mtr 6000`, `vmeter mtr ${b} dc 4.2`];
    const control = limits.flatMap((limit, i) => [
      `alter rmeter = ${10 * limit}`,
      "op",
      `let d = i(vmeter)`,
      `echo DC ${i} $&d`,
    ]);
    // Where no point is found so exactly, it is sought less so, and then with ties a hundred times as heavy.
    for (const [ties, options, seconds] of DEAD_TRIES) {
      const found = this.pointsIn(cards, control, ties, options, seconds);
      if (found.length < limits.length) continue;
      for (const [, i, amps] of found) {
        const limit = limits[Number(i)]!;
        const flows = -Number(amps);
        const ohms = (4.2 - flows * 10 * limit) / flows;
        if (ohms <= limit) return Math.max(0, ohms);
      }
      return Infinity;
    }
    throw new NoTruth("the reference simulator found no operating point");
  }
}

/** The exact way finds its points within a second of the processor, or goes on for minutes. */
const OPTIONS = "gmin=1e-13 reltol=1e-6 abstol=1e-13 vntol=1e-9 itl1=500";
const EASED_OPTIONS = "gmin=1e-12 reltol=1e-4 abstol=1e-11 vntol=1e-5 itl1=2000";
const SWUNG_OPTIONS = "gmin=1e-13 reltol=1e-4 abstol=1e-9 vntol=1e-6 itl1=500 itl4=100";
const DEAD_TRIES = [
  [1, OPTIONS, 6],
  [1, EASED_OPTIONS, 25],
  [100, OPTIONS, 25],
] as const;

/** A meter's low-impedance range, Ω. */
const LOW_OHMS = 3000;

/** Cycles over which the mains is raised. */
const RAISED_CYCLES = 20;

/** A source of the mains that comes up over some cycles, so that no core and no capacitor keeps a direct part for seconds. */
function raisedSlowly(card: string): string {
  const found = /^(v\S*) (\S+) (\S+) dc \S+ ac \S+ sin\((\S+) (\S+) (\S+) 0 0 90\)$/.exec(card);
  if (!found) return card;
  const [, name, a, b, dc, amplitude, hertz] = found;
  const wave = `cos(${2 * Math.PI * Number(hertz)}*time)`;
  return `b${name} ${a} ${b} v=${dc}+${amplitude}*min(1,time*${Number(hertz) / RAISED_CYCLES})*${wave}`;
}

/** Thrown where the reference simulator itself has no answer; such cases are counted, not compared. */
export class NoTruth extends Error {}

const JUNCTION_FARADS = [0, 1e-11, 1e-10, 1e-9, 1e-8];
/** A deck that takes longer than this has no answer. */
const MOST_SECONDS = 60;
/** So many times its processor time a run may take by the clock. */
const STARVED = 6;
/** A net that nothing holds is tied to the reference so lightly; where junctions are swung, as lightly as a deck can bear. */
const TIE = 1e12;
const SWUNG_TIE = 1e10;
const SETTLE_CYCLES = 90;
/** How many times as long a deck goes on whose readings have not come to rest. */
const LONGER = [4, 16] as const;
/** Steps that a cycle is measured by. */
const STEPS_A_CYCLE = 200;

interface Watched {
  readonly part: Part;
  readonly vectors: readonly string[];
}

const across = (a: string, b: string) => {
  const v = (n: string) => (n === "0" ? "0" : `v(${n})`);
  return `${v(a)}-${v(b)}`;
};

/** What is looked at of a part that decides something. */
function watch(part: Part, node: (t: string) => string, id: string): Watched[] {
  switch (part.type) {
    case "relay":
    case "change-over-relay":
    case "double-relay":
    case "contactor":
      return [{ part, vectors: [`i(v_${id}_coil)`] }];
    case "fuse":
    case "soldered-fuse":
    case "breaker":
      return [{ part, vectors: [`${across(node("a"), node("b"))}`] }];
    case "transistor":
      return [{ part, vectors: [`i(v_${id}_base)`] }];
    case "optotriac":
      return [{ part, vectors: [`i(v_${id}_led)`] }];
    case "mosfet":
      return [{ part, vectors: [across(node("gate"), node("source"))] }];
    case "rcbo":
      return [{ part, vectors: [`i(v_${id}_l)+i(v_${id}_n)`, `i(v_${id}_l)`] }];
    case "rcd":
      return [{ part, vectors: [`i(v_${id}_l)+i(v_${id}_n)`] }];
    case "regulator":
      return part.parameters["limitAmps"] === undefined ? [] : [{ part, vectors: [`i(v_${id}_reg)`] }];
    case "rectifier":
      return [{ part, vectors: [across(node("a1"), node("a2")), `i(v_${id}_emf)`] }];
    case "power-supply":
    case "charger":
      return [{ part, vectors: [across(node("l"), node("n")), `i(v_${id}_emf)`] }];
    case "buck-regulator":
      return [{ part, vectors: [across(node("in"), node("ground")), `i(v_${id}_emf)`] }];
    default:
      return [];
  }
}

const size = (r: { dc: number; ac: number }) => Math.hypot(r.dc, r.ac);

function protect(
  part: Part,
  own: readonly { dc: number; ac: number }[],
  d: Decided,
  fault: TruthFault | undefined,
): boolean {
  if (d.opened) return false;
  const p = part.parameters as Record<string, number>;
  if (part.type === "rcd" || part.type === "rcbo") {
    const leaks = own[0]!.ac > (0.75 * p.milliamps!) / 1000;
    const overloaded = part.type === "rcbo" && size(own[1]!) > p.carries! * p.amps!;
    if (!leaks && !overloaded) return false;
  } else {
    const joint = fault?.mode === "high-resistance" ? fault.severity! : 0;
    const amps = size(own[0]!) / (p.ohms! + joint);
    if (amps <= (part.type === "breaker" ? 1.13 : 1.5) * p.amps!) return false;
  }
  d.opened = true;
  return true;
}

/** Turns on from one limit upwards, and off below another. Returns whether it turned. */
function turn(d: Decided, now: number, from: number, below: number): boolean {
  const on = now >= (d.on ? below : from);
  if (on === d.on) return false;
  d.on = on;
  return true;
}

function decidePart(
  part: Part,
  own: readonly { dc: number; ac: number }[],
  d: Decided,
  fault: TruthFault | undefined,
  hertz: number,
  round: number,
): boolean {
  const p = part.parameters as Record<string, number>;
  const damp = (was: number, now: number) => (round > 10 ? Math.sqrt(was * now) : now);
  const change = (was: number, now: number) =>
    Math.abs(was - now) > 2e-4 * Math.max(Math.abs(was), Math.abs(now));
  switch (part.type) {
    case "relay":
    case "change-over-relay":
    case "double-relay":
    case "contactor": {
      const ac = part.type === "contactor" || (part.parameters["coilSupply"] as string) === "ac";
      const sealed = ac ? (p.coilAmps ?? p.coilVolts! / (1.6 * p.coilOhms!)) : p.coilVolts! / p.coilOhms!;
      const x = (amps: number) => Math.sqrt(Math.max(0, (p.coilVolts! / amps) ** 2 - p.coilOhms! ** 2));
      const drawn = (amps: number) => (ac ? p.coilVolts! / Math.hypot(p.coilOhms!, x(amps)) : sealed);
      const turns =
        fault?.mode === "coil-shorted" || fault?.mode === "coil-shorted-turns" ? fault.severity! : 1;
      const pull = (0.7 * drawn((ac ? p.inrush! : 1) * sealed)) / turns;
      const drop = ((ac ? 0.3 : 0.2) * drawn(sealed)) / turns;
      return turn(d, size(own[0]!), pull, drop);
    }
    case "transistor":
      return turn(d, size(own[0]!), p.baseAmps!, 0.5 * p.baseAmps!);
    case "optotriac":
      return turn(d, size(own[0]!), p.triggerAmps!, 0.5 * p.triggerAmps!);
    // A gate that stands the wrong way about its source opens nothing.
    case "mosfet": {
      const forward = (part.parameters["channel"] === "p" ? -1 : 1) * own[0]!.dc;
      const drive = Math.hypot(own[0]!.ac, Math.max(0, forward));
      return turn(d, drive, p.thresholdVolts!, 0.9 * p.thresholdVolts!);
    }
    case "regulator":
      if (own[0]!.dc > 0.9 * p.limitAmps!)
        throw new NoTruth("a regulator near its current limit is not in the deck");
      return false;
    case "rectifier": {
      const emf = Math.max(0, Math.SQRT2 * own[0]!.ac - p.dropVolts!);
      const now = emf <= 0.5 ? 0 : emf;
      const watts = now * Math.abs(own[1]!.dc);
      const load = now === 0 ? OPEN : Math.min(OPEN, Math.max(0.1, own[0]!.ac ** 2 / Math.max(watts, 1e-9)));
      const moved = change(d.emf, now) || change(d.loadOhms, load);
      d.emf = d.emf > 0 && now > 0 ? damp(d.emf, now) : now;
      d.loadOhms = damp(d.loadOhms, load);
      return moved;
    }
    default:
      return decideConverter(part, own, d, fault, hertz, round);
  }
}

/** Rounds in which what a supply feeds may still change. */
const MOVING_ROUNDS = 15;
/** What is left between an EMF that gave too little and one that gave too much, as a share, and how near to its limit a current then counts as at it. */
const NARROW = 1e-4;
const AT_LIMIT = 0.05;

/**
 * The next EMF of a supply that folds back: the one proposed, or halfway where that lies beyond one that was tried. A battery
 * behind it makes it jump from one side to the other for ever otherwise. `share` is its current over its limit. Not in the first rounds, while relays still move.
 */
function foldedBack(d: Decided, tried: number, proposed: number, share: number, round: number): number {
  if (round < MOVING_ROUNDS) return proposed;
  d[share > 1 ? "over" : "under"] = tried;
  const { under, over } = d;
  if (under === undefined || over === undefined) return proposed;
  if (over - under < NARROW * over) {
    if (Math.abs(share - 1) < AT_LIMIT) return tried;
    // What the bounds were found with has moved.
    delete d.under;
    delete d.over;
    return proposed;
  }
  return proposed > under && proposed < over ? proposed : (under + over) / 2;
}

function decideConverter(
  part: Part,
  own: readonly { dc: number; ac: number }[],
  d: Decided,
  fault: TruthFault | undefined,
  _hertz: number,
  round: number,
): boolean {
  const p = part.parameters as Record<string, number>;
  const input = part.type === "buck-regulator" ? own[0]!.dc : own[0]!.ac;
  const minimum = part.type === "buck-regulator" ? p.volts! + p.dropout! : p.minimumVolts!;
  const raise = part.type === "charger" ? 0.5 : 0;
  const full = (p.volts! + raise) * (fault?.mode === "low" ? fault.severity! : 1);
  const limit = p.limitAmps! * (fault?.mode === "weak" ? fault.severity! : 1);
  const before = { ...d };
  if (input < minimum || fault?.mode === "dead") {
    d.on = false;
    d.emf = 0;
    d.loadOhms = OPEN;
  } else {
    const amps = Math.abs(own[1]!.dc);
    d.on = true;
    // Above its current it gives what its current leaves: moved a part of the way, since its load is not known.
    if (before.emf === 0) d.emf = full;
    else if (amps > limit * 1.0005)
      d.emf = foldedBack(d, before.emf, before.emf * (1 - 0.7 * (1 - limit / amps)), amps / limit, round);
    else if (before.emf < full && amps < limit * 0.9995) {
      const raised = before.emf * Math.min(1.6, 1 + 0.7 * (limit / Math.max(amps, 1e-9) - 1));
      d.emf = foldedBack(d, before.emf, Math.min(full, raised), amps / limit, round);
    }
    const watts = Math.max(1e-9, before.emf * amps);
    const load = Math.min(OPEN, Math.max(0.1, (p.efficiency! * input ** 2) / watts));
    d.loadOhms = round > 10 ? Math.sqrt(before.loadOhms * load) : load;
  }
  const change = (was: number, now: number) =>
    Math.abs(was - now) > 3e-4 * Math.max(Math.abs(was), Math.abs(now));
  return before.on !== d.on || change(before.emf, d.emf) || change(before.loadOhms, d.loadOhms);
}

import type { Part } from "#core/unit/index.ts";

/**
 * The parts of a unit as cards of a SPICE deck, written from the catalogue's page (docs/parts.md) and sharing no code
 * with core/circuit or the catalogue's own expansion. What the circuit itself decides (contacts, supplies that fold
 * back, what protects) is given from outside as `Conditions` and found by running the deck again and again.
 */

/** One fault, with its size where its mode has sizes. */
export interface TruthFault {
  readonly part: string;
  readonly mode: string;
  readonly severity?: number;
}

/** How a part stands. */
export interface Conditions {
  readonly hertz: number;
  readonly powered: boolean;
  readonly position?: "open" | "closed";
  readonly celsius: number;
  /** Called for by the board. */
  readonly called: boolean;
  /** Relay pulled in, transistor conducting. */
  readonly on: boolean;
  /** Fuse, breaker or leakage device that has opened. */
  readonly opened: boolean;
  /** Of a supply drawn as one block: its EMF, V, and what it offers to its input, Ω. */
  readonly emf: number;
  readonly loadOhms: number;
}

export const OPEN = 1e10;
export const SHORT = 5e-3;

const COUPLING = 0.9999999;

/** Writes cards with names of their own. */
export class Cards {
  readonly lines: string[] = [];
  readonly models = new Set<string>();
  private readonly part: Part;
  private readonly net: (terminal: string) => string;

  constructor(part: Part, net: (terminal: string) => string) {
    this.part = part;
    this.net = net;
  }

  private name(kind: string, tag: string): string {
    return `${kind}_${clean(this.part.id)}_${tag}`;
  }
  at(terminal: string): string {
    return this.net(terminal);
  }
  has(terminal: string): boolean {
    return this.part.terminals[terminal] !== undefined;
  }
  inner(tag: string): string {
    return `i_${clean(this.part.id)}_${tag}`;
  }
  r(tag: string, a: string, b: string, ohms: number): void {
    this.lines.push(`${this.name("r", tag)} ${a} ${b} ${ohms}`);
  }
  l(tag: string, a: string, b: string, henries: number): void {
    this.lines.push(`${this.name("l", tag)} ${a} ${b} ${henries}`);
  }
  c(tag: string, a: string, b: string, farads: number): void {
    this.lines.push(`${this.name("c", tag)} ${a} ${b} ${farads}`);
  }
  /** An EMF that raises `a` over `b`: DC, or AC by its RMS value in phase with the mains. */
  /** The mains comes on at its crest, so that no core keeps a direct flux for seconds. */
  v(tag: string, a: string, b: string, dc: number, acRms: number, hertz: number): void {
    const name = this.name("v", tag);
    this.lines.push(
      acRms === 0
        ? `${name} ${a} ${b} dc ${dc}`
        : `${name} ${a} ${b} dc ${dc} ac ${acRms} sin(${dc} ${acRms * Math.SQRT2} ${hertz} 0 0 90)`,
    );
  }
  /** A source of no volts in series, whose current tells a coil's. Returns its name. */
  sense(tag: string, a: string, b: string): void {
    this.lines.push(`${this.name("v", tag)} ${a} ${b} dc 0`);
  }
  d(tag: string, a: string, k: string, p: Junction, mode?: "open" | "shorted"): void {
    if (mode === "open") return this.r(tag, a, k, OPEN);
    if (mode === "shorted") this.r(`${tag}s`, a, k, SHORT);
    this.junction(tag, a, k, p);
  }
  private junction(tag: string, a: string, k: string, p: Junction, breaks = ""): void {
    const thermal = (1.380649e-23 * 300.15) / 1.602176634e-19;
    const is =
      p.forwardAmps /
      (Math.exp((p.forwardVolts - p.forwardAmps * p.seriesOhms) / (p.emission * thermal)) - 1);
    const figures = [is, p.emission, p.seriesOhms].map((x) => x.toExponential(6).replace(/[^0-9e]/g, "_"));
    const model = `dm${figures.join("")}${breaks.replace(/[^0-9a-z]/g, "_")}`;
    this.models.add(`.model ${model} d(is=${is} n=${p.emission} rs=${p.seriesOhms} tnom=27${breaks})`);
    this.lines.push(`${this.name("d", tag)} ${a} ${k} ${model}`);
  }
  /** A zener: the simulator's own breakdown, which begins at its volts with the current that its forward drop is given at. */
  zener(
    tag: string,
    a: string,
    k: string,
    p: Junction & { readonly zenerVolts: number },
    mode?: string,
  ): void {
    if (mode === "open") return this.r(tag, a, k, OPEN);
    if (mode === "shorted") this.r(`${tag}s`, a, k, SHORT);
    this.junction(tag, a, k, p, ` bv=${p.zenerVolts} ibv=${p.forwardAmps} nbv=1`);
  }
  /** Couples inductors as tightly as the simulator takes it. */
  couple(tag: string, tags: readonly string[]): void {
    tags.forEach((a, i) =>
      tags
        .slice(i + 1)
        .forEach((b) =>
          this.lines.push(
            `${this.name("k", `${tag}${a}${b}`)} ${this.name("l", a)} ${this.name("l", b)} ${COUPLING}`,
          ),
        ),
    );
  }
  raw(card: (name: string) => string, kind: string, tag: string): void {
    this.lines.push(card(this.name(kind, tag)));
  }
}

export function clean(id: string): string {
  return id.toLowerCase().replace(/[^a-z0-9]/g, (c) => `x${c.charCodeAt(0)}x`);
}

export interface Junction {
  readonly forwardVolts: number;
  readonly forwardAmps: number;
  readonly emission: number;
  readonly seriesOhms: number;
}

export type P = Record<string, number> & Record<string, unknown>;
export type Writer = (c: Cards, p: P, s: Conditions, mode: string | undefined, size: number) => void;

const joint =
  (ohms: (p: P) => number): Writer =>
  (c, p, s, mode, size) =>
    c.r(
      "j",
      c.at("a"),
      c.at("b"),
      s.opened || mode === "open" || mode === "blown"
        ? OPEN
        : ohms(p) + (mode === "high-resistance" ? size : 0),
    );

/** Copper with 4 % for stranding: IEC 60028. */
const copper = (metres: number, mm2: number) => (1.04 * metres) / 58 / mm2;
const area = (p: P) => p.mm2 ?? (Math.PI / 4) * (0.127 * 92 ** ((36 - (p.awg as number)) / 39)) ** 2;
const run = (p: P) => (p.ohms ?? copper(p.metres!, area(p))) + p.crimpOhms!;

const switched: Writer = (c, p, s, mode, size) => {
  const rest = p.rest as unknown as string;
  const stands = mode === "stuck" ? rest : (s.position ?? rest);
  const closed = mode === "welded" || (mode !== "open" && stands === "closed");
  c.r(
    "k",
    c.at("a"),
    c.at("b"),
    closed && !s.opened ? p.ohms! + (mode === "high-resistance" ? size : 0) : OPEN,
  );
};

/** A coil with its current sensed; AC coils have less inductance while their armature stands open. */
function coil(
  c: Cards,
  p: P,
  s: Conditions,
  open: boolean,
  share: number,
  amps: number | undefined,
  inrush: number,
): void {
  const [a, m, n] = [c.at("coilA"), c.inner("coil"), c.inner("coil2")];
  c.sense("coil", a, m);
  const ohms = open ? OPEN : share * p.coilOhms!;
  if (amps === undefined) return c.r("coil", m, c.at("coilB"), ohms);
  const now = s.on ? amps : inrush * amps;
  const x = Math.sqrt(Math.max(0, (p.coilVolts! / now) ** 2 - p.coilOhms! ** 2));
  c.r("coil", m, n, ohms);
  c.l("coil", n, c.at("coilB"), Math.max(1e-9, (share ** 2 * x) / (2 * Math.PI * s.hertz)));
}

export function relayCoil(c: Cards, p: P, s: Conditions, mode: string | undefined, size: number): void {
  const ac = (p.coilSupply as unknown as string) === "ac";
  const amps = ac ? (p.coilAmps ?? p.coilVolts! / (1.6 * p.coilOhms!)) : undefined;
  coil(c, p, s, mode === "coil-open", mode === "coil-shorted" ? size : 1, amps, p.inrush ?? 1);
  if (p.coilDiode)
    c.d(
      "cd",
      c.at("coilB"),
      c.at("coilA"),
      { forwardVolts: 0.6, forwardAmps: 1e-3, emission: 1.8, seriesOhms: 0.05 },
      mode === "diode-shorted" ? "shorted" : undefined,
    );
}

/** Winding resistance before R ∥ L that give amps at volts with the power factor. */
function winding(
  c: Cards,
  s: Conditions,
  volts: number,
  amps: number,
  pf: number,
  ohms: number,
  open: boolean,
): void {
  const z = volts / amps;
  const r = Math.max(z * pf - ohms, 0.02 * z);
  const x = z * Math.sqrt(1 - pf * pf);
  const square = r * r + x * x;
  const [m, n] = [c.inner("w"), c.inner("f")];
  c.r("w", c.at("1"), m, open ? OPEN : ohms);
  c.r("f", m, n, SHORT);
  c.l("f", n, c.at("2"), square / x / (2 * Math.PI * s.hertz));
  c.r("p", m, c.at("2"), square / r);
}

const caseLeak = (c: Cards, from: string, p: P, mode: string | undefined, size: number) => {
  if (c.has("pe")) c.r("pe", c.at(from), c.at("pe"), mode === "leak" ? size : p.insulationOhms!);
};

const output =
  (a: string, b: string, off: number): Writer =>
  (c, p, s, mode) =>
    c.r(
      "ch",
      c.at(a),
      c.at(b),
      mode === "shorted" ? SHORT : mode === "dead" ? OPEN : s.called ? p.onOhms! : off,
    );

/** A switching supply: its input as a resistance, its output as an EMF; both found from outside. */
function converter(
  c: Cards,
  s: Conditions,
  input: readonly [string, string],
  out: readonly [string, string],
): void {
  const m = c.inner("emf");
  c.r("in", ...input, s.loadOhms);
  c.r("filter", ...input, 5e5);
  c.r("out", out[0], m, s.emf > 0 || s.on ? 0.02 : OPEN);
  c.v("emf", m, out[1], s.emf, 0, s.hertz);
  c.r("bleed", ...out, 1e5);
}

const sensor =
  (right: (p: P, celsius: number) => number): Writer =>
  (c, p, s, mode, size) => {
    const whole = right(p, s.celsius);
    c.r(
      "e",
      c.at("a"),
      c.at("b"),
      mode === "open" ? OPEN : mode === "shorted" ? SHORT : mode === "drift" ? whole * size : whole,
    );
  };

const typeK = (t: number) => {
  const a = [
    -0.17600413686e-1, 0.38921204975e-1, 0.18558770032e-4, -0.99457592874e-7, 0.31840945719e-9,
    -0.56072844889e-12, 0.56075059059e-15, -0.32020720003e-18, 0.97151147152e-22, -0.12104721275e-25,
  ];
  return (
    a.reduce((sum, k, i) => sum + k * t ** i, 0) + 0.1185976 * Math.exp(-0.1183432e-3 * (t - 126.9686) ** 2)
  );
};

export const six = (c: Cards, p: P, mode: string | undefined) => {
  for (const leg of ["u", "v", "w"]) {
    const of = (rail: string) => {
      const m = mode?.startsWith(`${rail}-${leg}-`) ? mode.slice(4) : undefined;
      return m as "open" | "shorted" | undefined;
    };
    c.d(`p${leg}`, c.at(leg), c.at("p"), p as unknown as Junction, of("p"));
    c.d(`n${leg}`, c.at("n"), c.at(leg), p as unknown as Junction, of("n"));
  }
};

/** Cards by part type. */
export const WRITERS: Readonly<Record<string, Writer>> = {
  mains: (c, p, s, mode) => {
    const off = !s.powered || s.position === "open" || mode === "no-supply";
    const m = c.inner("m");
    c.r("src", c.at("l"), m, off ? OPEN : p.ohms!);
    c.v("src", m, c.at("n"), 0, off ? 0 : p.volts!, s.hertz);
    c.r("bond", c.at("n"), c.at("pe"), s.powered ? 0.2 : OPEN);
  },
  "split-phase": (c, p, s, mode) => {
    const o = c.inner("o");
    for (const [leg, sign, dead] of [
      ["l1", 1, "leg-1-dead"],
      ["l2", -1, "leg-2-dead"],
    ] as const) {
      const m = c.inner(leg);
      const live = s.powered && mode !== dead;
      c.r(leg, c.at(leg), m, live ? p.ohms! : OPEN);
      c.v(leg, m, o, 0, live ? sign * p.volts! : 0, s.hertz);
    }
    c.r("n", c.at("n"), o, s.powered && mode !== "neutral-open" ? p.neutralOhms! : OPEN);
    c.r("bond", o, c.at("pe"), s.powered ? 0.2 : OPEN);
  },
  "dc-supply": (c, p, s, mode, size) => {
    const off = !s.powered || mode === "dead";
    const m = c.inner("m");
    c.r("src", c.at("plus"), m, off ? OPEN : p.ohms! + (mode === "weak" ? size : 0));
    c.v("src", m, c.at("minus"), off ? 0 : p.volts! * (mode === "low" ? size : 1), 0, s.hertz);
  },
  battery: (c, p, s, mode, size) => {
    const off = !(s.position === undefined ? s.powered : s.position === "closed") || mode === "cell-open";
    const m = c.inner("m");
    c.r("src", c.at("plus"), m, off ? OPEN : p.ohms! + (mode === "weak" ? size : 0));
    c.v("src", m, c.at("minus"), off ? 0 : p.volts! * (mode === "flat" ? size : 1), 0, s.hertz);
  },
  transformer: (c, p, s, mode, size) => {
    const ratio = p.primaryVolts! / p.secondaryVolts!;
    const henries = p.primaryVolts! / p.magnetisingAmps! / (2 * Math.PI * s.hertz);
    const [a, b] = [c.inner("p"), c.inner("s")];
    c.r("p", c.at("p1"), a, mode === "primary-open" ? OPEN : p.primaryOhms!);
    c.r("s", c.at("s1"), b, mode === "secondary-open" ? OPEN : p.secondaryOhms!);
    c.l("p", a, c.at("p2"), henries);
    c.l("s", b, c.at("s2"), henries / ratio ** 2);
    c.couple("k", ["p", "s"]);
    if (mode === "shorted-turns") c.r("turns", b, c.at("s2"), size);
  },
  "power-transformer": (c, p, s, mode, size) => {
    const henries = (4 * p.primaryVolts!) / p.magnetisingAmps! / (2 * Math.PI * s.hertz);
    const ratio = (2 * p.primaryVolts!) / p.secondaryVolts!;
    const [one, two, upper, lower] = [c.inner("p1"), c.inner("p2"), c.inner("s1"), c.inner("s2")];
    const tap = c.has("tap") ? c.at("tap") : c.inner("tap");
    c.r("p1", c.at("p1"), one, mode === "primary-1-open" ? OPEN : p.primaryOhms!);
    c.r("p2", c.at("p3"), two, mode === "primary-2-open" ? OPEN : p.primaryOhms!);
    c.r("s1", c.at("s1"), upper, mode === "secondary-open" ? OPEN : p.secondaryOhms! / 2);
    c.r("s2", tap, lower, p.secondaryOhms! / 2);
    c.r("turns", upper, tap, mode === "shorted-turns" ? size : OPEN);
    c.l("1", one, c.at("p2"), henries / 4);
    c.l("2", two, c.at("p4"), henries / 4);
    c.l("3", upper, tap, henries / 4 / ratio ** 2);
    c.l("4", lower, c.at("s2"), henries / 4 / ratio ** 2);
    c.couple("k", ["1", "2", "3", "4"]);
  },
  bridge: (c, p, _s, mode) => {
    for (const [id, from, to] of [
      ["a1-plus", "a1", "plus"],
      ["a2-plus", "a2", "plus"],
      ["minus-a1", "minus", "a1"],
      ["minus-a2", "minus", "a2"],
    ] as const)
      c.d(
        clean(id),
        c.at(from),
        c.at(to),
        p as unknown as Junction,
        mode?.startsWith(`${id}-`) ? (mode.slice(id.length + 1) as "open" | "shorted") : undefined,
      );
  },
  diode: (c, p, _s, mode) =>
    c.d("d", c.at("a"), c.at("k"), p as unknown as Junction, mode as "open" | "shorted" | undefined),
  led: (c, p, _s, mode) =>
    c.d("d", c.at("a"), c.at("k"), p as unknown as Junction, mode as "open" | "shorted" | undefined),
  "six-diode-bridge": (c, p, _s, mode) => six(c, p, mode),
  capacitor: (c, p, _s, mode, size) => {
    const m = c.inner("m");
    c.r("esr", c.at("a"), m, mode === "open" ? OPEN : p.esrOhms! * (mode === "high-esr" ? size : 1));
    c.c("c", m, c.at("b"), p.farads! * (mode === "low" ? size : 1));
    c.r("leak", c.at("a"), c.at("b"), mode === "shorted" ? SHORT : mode === "leaky" ? size : p.leakOhms!);
  },
  regulator: (c, p, s, mode, size) => {
    const [i, o, g] = [c.at("in"), c.at("out"), c.at("ground")];
    c.r("bias", i, g, 5e4);
    if (mode === "dead" || !s.powered) return c.r("pass", i, o, mode === "shorted" ? SHORT : OPEN);
    if (mode === "shorted") return c.r("pass", i, o, SHORT);
    const set = p.volts! * (mode === "low" ? size : 1);
    // The lower of what it is set to and what the input leaves, with the corner rounded by a millivolt; its current is
    // drawn from the input. Neither its current limit nor its refusal to take current back is in the deck: a case that
    // comes near the one, or in which the input's pulses are not smoothed, is not compared.
    const [m, n, k] = [c.inner("b"), c.inner("r"), c.inner("k")];
    const left = `(v(${i},${g})-${p.dropout})`;
    c.raw(
      (name) => `${name} ${m} ${g} v=max(0, 0.5*(${set}+${left}-sqrt((${set}-${left})^2+1e-6)))`,
      "b",
      "reg",
    );
    c.r("reg", m, n, 0.052);
    c.sense("reg", n, k);
    c.r("regk", k, o, 1e-3);
    c.raw((name) => `${name} ${i} ${g} ${name.replace(/^f/, "v")} 1`, "f", "reg");
  },
  resistor: (c, p, _s, mode, size) =>
    c.r("r", c.at("a"), c.at("b"), mode === "open" ? OPEN : mode === "drift" ? p.ohms! * size : p.ohms!),
  "rail-load": (c, p, _s, mode, size) =>
    c.r("r", c.at("plus"), c.at("minus"), mode === "open" ? OPEN : mode === "shorted" ? size : p.ohms!),
  peripheral: (c, p, _s, mode, size) => {
    const ohms = p.volts! / p.amps!;
    c.r(
      "r",
      c.at("plus"),
      c.at("minus"),
      mode === "dead" ? OPEN : mode === "overloads" || mode === "shorted" ? ohms * size : ohms,
    );
  },
  heater: (c, p, _s, mode, size) => {
    const ohms = p.ohms ?? p.volts! ** 2 / p.watts!;
    const half = (mode === "shorted-turns" || mode === "aged" ? ohms * size : ohms) / 2;
    const m = c.inner("mid");
    c.r("e", c.at("1"), m, mode === "open" ? OPEN : half);
    c.r("f", m, c.at("2"), half);
    c.r("pe", c.at("1"), c.at("pe"), mode === "leak" ? size : p.insulationOhms!);
    if (mode === "leak-mid") c.r("pm", m, c.at("pe"), size);
  },
  lamp: (c, p, s, mode, size) => {
    const hot = p.volts! ** 2 / p.watts!;
    const ohms = s.powered ? hot : hot / (p.coldShare ?? 12);
    c.r("f", c.at("1"), c.at("2"), mode === "open" ? OPEN : ohms + (mode === "high-resistance" ? size : 0));
  },
  igniter: (c, p, s, mode, size) =>
    c.r(
      "e",
      c.at("1"),
      c.at("2"),
      mode === "open" ? OPEN : (s.powered ? p.hotOhms! : p.coldOhms!) * (mode === "aged" ? size : 1),
    ),
  motor: (c, p, s, mode, size) => {
    const jam = mode === "jammed";
    const short = mode === "shorted-turns" ? size : 1;
    winding(
      c,
      s,
      p.volts!,
      (p.amps! * (jam ? 3 : 1)) / short,
      jam ? 0.45 : p.powerFactor!,
      p.windingOhms! * short,
      mode === "winding-open",
    );
    caseLeak(c, "1", p, mode, size);
  },
  solenoid: (c, p, s, mode, size) => {
    const short = mode === "shorted-turns" ? size : 1;
    winding(c, s, p.volts!, p.amps! / short, p.powerFactor!, p.windingOhms! * short, mode === "coil-open");
    caseLeak(c, "1", p, mode, size);
  },
  "dc-motor": (c, p, s, mode, size) => {
    const m = c.inner("m");
    c.r(
      "w",
      c.at("1"),
      m,
      mode === "open"
        ? OPEN
        : p.windingOhms! * (mode === "armature-shorted" ? size : 1) + (mode === "brushes-worn" ? size : 0),
    );
    const turning = p.volts! / p.amps! - p.windingOhms!;
    c.r(
      "t",
      m,
      c.at("2"),
      s.powered && mode !== "jammed"
        ? Math.max(SHORT, turning * (mode === "armature-shorted" ? size : 1))
        : SHORT,
    );
    caseLeak(c, "1", p, mode, size);
  },
  "split-winding-motor": (c, p, s, mode, size) => {
    const share = mode === "shorted-turns" ? size : 1;
    const z = p.volts! / p.amps!;
    const henries = (share * z * Math.sqrt(1 - p.powerFactor! ** 2)) / (2 * Math.PI * s.hertz);
    const [m, n] = [c.inner("m"), c.inner("n")];
    c.r("run", c.at("c"), m, mode === "run-open" ? OPEN : share * p.runOhms!);
    c.l("run", m, c.at("r"), henries);
    c.r("start", c.at("c"), n, mode === "start-open" ? OPEN : p.startOhms!);
    c.l("start", n, c.at("s"), 1.5 * henries);
    caseLeak(c, "c", p, mode, size);
  },
  "three-phase-motor": (c, p, _s, mode, size) => {
    const star = c.inner("star");
    for (const leg of ["u", "v", "w"]) {
      const share = (mode === "shorted-turns" && leg === "u") || mode === `${leg}-shorted-turns` ? size : 1;
      const m = c.inner(leg);
      c.r(leg, c.at(leg), m, mode === `${leg}-open` ? OPEN : share * p.windingOhms!);
      c.l(leg, m, star, share * p.henries!);
    }
    c.r("pe", star, c.at("pe"), mode === "leak" ? size : p.insulationOhms!);
  },
  wire: (c, p, s, mode, size) => {
    joint(run)(c, p, s, mode, size);
    if (mode === "leak") c.r("ch", c.at("a"), c.at("pe"), size);
    if (c.has("beside")) {
      const m = c.inner("s");
      c.r("s", c.at("b"), m, 1);
      c.c("s", m, c.at("beside"), 70e-12 * p.metres!);
    }
  },
  pin: joint((p) => p.ohms!),
  splice: joint((p) => p.ohms!),
  "screw-terminal": joint((p) => p.ohms!),
  fuse: joint((p) => p.ohms!),
  "soldered-fuse": joint((p) => p.ohms!),
  breaker: joint((p) => p.ohms!),
  "thermal-fuse": joint((p) => p.ohms!),
  cord: (c, p, _s, mode, size) => {
    for (const core of c.has("peIn") ? ["l", "n", "pe"] : ["l", "n"])
      c.r(
        core,
        c.at(`${core}In`),
        c.at(`${core}Out`),
        mode === `${core}-open` ? OPEN : run(p) + (core === "l" && mode === "high-resistance" ? size : 0),
      );
  },
  rcd: (c, p, s, mode) => {
    const open = s.opened || mode === "open";
    for (const pole of ["l", "n"] as const) {
      const m = c.inner(pole);
      c.sense(pole, c.at(`${pole}In`), m);
      c.r(pole, m, c.at(`${pole}Out`), open || (pole === "n" && mode === "neutral-open") ? OPEN : p.ohms!);
    }
  },
  relay: (c, p, s, mode, size) => {
    relayCoil(c, p, s, mode, size);
    const works =
      mode === "contact-open" || mode === "joint-cracked"
        ? OPEN
        : p.contactOhms! + (mode === "contact-pitted" ? size : 0);
    const rests = mode === "contact-welded" ? p.contactOhms! : OPEN;
    c.r("k", c.at("com"), c.at("no"), s.on ? works : rests);
  },
  "change-over-relay": (c, p, s, mode, size) => {
    relayCoil(c, p, s, mode, size);
    const welded = mode === "no-welded";
    const works = mode === "no-open" ? OPEN : p.contactOhms! + (mode === "no-pitted" ? size : 0);
    c.r("no", c.at("com"), c.at("no"), s.on ? works : welded ? p.contactOhms! : OPEN);
    c.r("nc", c.at("com"), c.at("nc"), s.on || welded || mode === "nc-open" ? OPEN : p.contactOhms!);
  },
  contactor: (c, p, s, mode, size) => {
    coil(c, p, s, mode === "coil-open", mode === "coil-shorted-turns" ? size : 1, p.coilAmps, p.inrush!);
    for (const n of [1, 2]) {
      const works =
        mode === `pole-${n}-open` ? OPEN : p.contactOhms! + (n === 1 && mode === "pitted" ? size : 0);
      const rests = n === 1 && mode === "welded" ? p.contactOhms! : OPEN;
      c.r(`k${n}`, c.at(`l${n}`), c.at(`t${n}`), s.on ? works : rests);
    }
  },
  "low-side-output": output("out", "ground", OPEN),
  "high-side-output": output("supply", "out", OPEN),
  "triac-output": output("mt1", "mt2", 1e5),
  ntc: sensor((p, t) => p.ohms25! * Math.exp(p.beta! * (1 / (t + 273.15) - 1 / 298.15))),
  rtd: sensor(
    (p, t) =>
      p.ohms0! * (1 + 3.9083e-3 * t - 5.775e-7 * t * t + (t < 0 ? -4.183e-12 * (t - 100) * t ** 3 : 0)),
  ),
  thermocouple: (c, p, s, mode) => {
    const m = c.inner("m");
    const volts = (typeK(Math.max(0, s.celsius)) - typeK(25)) / 1000;
    c.r("r", c.at("plus"), m, mode === "open" ? OPEN : p.ohms!);
    c.v("v", m, c.at("minus"), mode === "shorted" ? 0 : mode === "reversed" ? -volts : volts, 0, s.hertz);
  },
  "pulse-sensor": (c, p, s, mode, size) => {
    c.r("s", c.at("plus"), c.at("minus"), mode === "shorted" ? size : mode === "dead" ? OPEN : p.supplyOhms!);
    c.r(
      "o",
      c.at("out"),
      c.at("minus"),
      mode === "stuck-low" || (mode !== "dead" && s.position === "closed") ? p.onOhms! : OPEN,
    );
  },
  "serial-port": (c, p, s, mode, size) => {
    c.r("s", c.at("plus"), c.at("minus"), mode === "shorted" ? size : p.supplyOhms!);
    c.r("u", c.at("plus"), c.at("line"), p.pullUpOhms!);
    const talks = s.position === "closed" && mode !== "dead";
    c.r(
      "d",
      c.at("line"),
      c.at("minus"),
      mode === "stuck-low" ? 20 : talks ? (p.pullUpOhms! * (1 - p.duty!)) / p.duty! : OPEN,
    );
  },
  "led-display": (c, p, _s, mode, size) => {
    const m = c.inner("m");
    const ohms = Math.max(1, (p.volts! - p.forwardVolts!) / p.amps!);
    c.r("r", c.at("plus"), m, mode === "dark" ? OPEN : mode === "segments-missing" ? ohms / size : ohms);
    c.r("s", c.at("plus"), c.at("minus"), mode === "shorted" ? size : OPEN);
    const series = Math.max(1, p.forwardVolts! / 2);
    c.d("d", m, c.at("minus"), {
      forwardVolts: p.forwardVolts!,
      forwardAmps: p.amps!,
      emission: 2.2 * series,
      seriesOhms: series,
    });
  },
  "gas-valve": (c, p, s, mode, size) => {
    const share = mode === "shorted-turns" ? size : 1;
    const ac = (p.supply as unknown as string) === "ac";
    const x = ac
      ? Math.sqrt(Math.max(0, (p.volts! / p.amps!) ** 2 - p.coilOhms! ** 2)) / (2 * Math.PI * s.hertz)
      : 0.5 * p.coilOhms! * 0.01;
    const m = c.inner("m");
    c.r("w", c.at("1"), m, mode === "coil-open" ? OPEN : share * p.coilOhms!);
    c.l("w", m, c.at("2"), Math.max(1e-9, share ** 2 * x));
    caseLeak(c, "1", p, mode, size);
  },
  "flame-sensor": (c, p, s, mode, size) => {
    const m = c.inner("m");
    c.r(
      "f",
      c.at("electrode"),
      m,
      s.position === "closed" ? p.flameOhms! * (mode === "dirty" ? size : 1) : OPEN,
    );
    c.r(
      "i",
      c.at("electrode"),
      c.at("earth"),
      mode === "grounded" ? SHORT : mode === "cracked" ? size : OPEN,
    );
    c.d("d", m, c.at("earth"), { forwardVolts: 0.3, forwardAmps: 1e-6, emission: 2, seriesOhms: 100 });
  },
  varistor: (c, p, _s, mode, size) =>
    c.r("v", c.at("a"), c.at("b"), mode === "shorted" ? SHORT : mode === "leaky" ? size : p.leakOhms!),
  potentiometer: (c, p, _s, mode) => {
    const m = c.inner("m");
    c.r("u", c.at("a"), m, mode === "track-open" ? OPEN : Math.max(1, p.ohms! * p.position!));
    c.r("l", m, c.at("b"), Math.max(1, p.ohms! * (1 - p.position!)));
    c.r("w", c.at("w"), m, mode === "wiper-open" ? OPEN : 2);
  },
  "spark-gap": (c, _p, _s, mode, size) =>
    c.r(
      "g",
      c.at("electrode"),
      c.at("earth"),
      mode === "touching" ? SHORT : mode === "tracking" ? size : OPEN,
    ),
  rectifier: (c, p, s, mode, size) => {
    const m = c.inner("emf");
    c.r("load", c.at("a1"), c.at("a2"), s.loadOhms);
    c.r("filter", c.at("a1"), c.at("a2"), 1e5);
    c.r(
      "src",
      c.at("plus"),
      m,
      s.emf > 0 ? (mode === "dead" ? OPEN : mode === "weak" ? size : p.sourceOhms!) : OPEN,
    );
    c.v("emf", m, c.at("minus"), s.emf, 0, s.hertz);
    c.r("leak", c.at("plus"), c.at("minus"), 2e5);
  },
  "power-supply": (c, _p, s) => converter(c, s, [c.at("l"), c.at("n")], [c.at("plus"), c.at("minus")]),
  "buck-regulator": (c, _p, s) =>
    converter(c, s, [c.at("in"), c.at("ground")], [c.at("out"), c.at("ground")]),
  charger: (c, _p, s) => {
    const behind = c.inner("behind");
    converter(c, s, [c.at("l"), c.at("n")], [behind, c.at("minus")]);
    c.d("block", behind, c.at("plus"), {
      forwardVolts: 0.5,
      forwardAmps: 0.1,
      emission: 1.5,
      seriesOhms: 0.02,
    });
  },
};
for (const type of [
  "switch",
  "manual-switch",
  "door-switch",
  "limit-switch",
  "proof-switch",
  "thermostat",
  "cut-out",
])
  (WRITERS as Record<string, Writer>)[type] = switched;

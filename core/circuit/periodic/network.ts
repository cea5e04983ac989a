import type { Branch } from "../model/branch.ts";
import type { Circuit } from "../model/circuit.ts";
import type { Control } from "../model/control.ts";
import { pairVector, respond, solveDomain, type SolvedDomain, type Split } from "../equations/system.ts";
import type { Diode } from "../steady/junction.ts";
import { portsOf, type Pass, type Ports } from "./ports.ts";
import { STEPS } from "./steps.ts";

/**
 * A step of the cycle as its ports see it: every reactive branch is its companion resistance, diodes and regulators are
 * taken out, the rest is solved once. Ports are numbered reactive branches first (m), then diodes (k), then regulators
 * (r); n = m + k + r.
 */
export interface Network {
  readonly hertz: number;
  /** The step's resistances with every port out, solved. */
  readonly base: SolvedDomain;
  readonly reactive: readonly Branch[];
  /** What was left out, left in and kept apart. */
  readonly couplings: Couplings;
  /** m each: companion resistance and the branch's own values; constant EMF, and per volt of swing. */
  readonly ohms: Float64Array;
  readonly henries: Float64Array;
  readonly farads: Float64Array;
  readonly dcVolts: Float64Array;
  readonly acVolts: Float64Array;
  /** The ports of diodes and regulators, those that know of each other together. */
  readonly groups: readonly PortGroup[];
  /** Indices of the controls of the diodes, then of the regulators. */
  readonly controls: readonly number[];
  /** Whole-network answers by unknown: DC sources, AC sources at their own volts RMS, a unit current through a port. */
  readonly steady: Float64Array;
  readonly swing: Float64Array;
  readonly columns: readonly Float64Array[];
  /** n each, and n² row-major: the same read at the ports. */
  readonly steadyAt: Float64Array;
  readonly swingAt: Float64Array;
  readonly t: Float64Array;
  /** r each, and r × n: the same read at the regulators' outputs. */
  readonly steadyOut: Float64Array;
  readonly swingOut: Float64Array;
  readonly tOut: Float64Array;
  /** Reactive branches whose charge or current outlasts a quarter of a cycle. */
  readonly slow: readonly number[];
}

/**
 * A diode's place while it is out, so that no island floats: as much as the digits of a step allow. Where a meter's own
 * current is all there is, the ports take it off again.
 */
const OUT_OHMS = 1e9;

/** A coil or a capacitor behind so much is open: it holds what it has for hours, and nobody sees it. */
const OPENED_OHMS = 1e9;

interface Ends {
  readonly a: number;
  readonly b: number;
}

type RegulatorControl = Extract<Control, { kind: "regulator" }>;

/** Ports that know of each other: their places among the n − m, and among the regulators. */
export interface PortGroup {
  readonly ports: Ports;
  readonly at: Int32Array;
  readonly passAt: Int32Array;
}

/** The ports by their groups; z is (k + r)² row-major, sense r × (k + r). */
function groupsOf(
  group: readonly number[],
  diodes: readonly Diode[],
  passes: readonly Pass[],
  z: Float64Array,
  sense: Float64Array,
  all: boolean,
): PortGroup[] {
  const k = diodes.length;
  const n = k + passes.length;
  const numbers = [...new Set(group)];
  return numbers.map((g) => {
    const at = Int32Array.from(group.flatMap((own, i) => (own === g ? [i] : [])));
    const own = [...at];
    const passAt = own.filter((i) => i >= k).map((i) => i - k);
    return {
      at,
      passAt: Int32Array.from(passAt),
      ports: portsOf(
        own.filter((i) => i < k).map((i) => diodes[i]!),
        Float64Array.from(own.flatMap((i) => own.map((j) => z[i * n + j]!))),
        passAt.map((r) => passes[r]!),
        Float64Array.from(passAt.flatMap((r) => own.map((j) => sense[r * n + j]!))),
        all ? 1 / OUT_OHMS : 0,
      ),
    };
  });
}

/** A resistance put across two nodes: a meter. */
export interface Across extends Ends {
  readonly ohms: number;
}

/**
 * Reduces a circuit to its ports. Controls other than diodes and regulators are taken as their branches stand.
 * @param across a meter that loads the network; every diode then takes part, since its own current may be all there is
 */
export function reduce(circuit: Circuit, couplings: Couplings, across?: Across): Network {
  const h = 1 / (circuit.hertz * STEPS);
  const { negligible, held, groupOf } = couplings;
  const diodeAt = circuit.controls.flatMap((c, i) => (c.kind === "diode" && c.seriesOhms < 1e9 ? [i] : []));
  const passAt = circuit.controls.flatMap((c, i) => (c.kind === "regulator" && !held.has(c.id) ? [i] : []));
  const diodes = diodeAt.map((i) => circuit.controls[i] as Diode);
  const regulators = passAt.map((i) => circuit.controls[i] as RegulatorControl);
  const taken = new Set(circuit.controls.flatMap((c) => (c.kind === "diode" ? [c.branch] : [])));
  const isReactive = (b: Branch, i: number) =>
    !taken.has(i) && (b.henries > 0 || b.farads > 0) && b.ohms < OPENED_OHMS && !negligible.has(b.id);
  // A diode may come with the values it has in the mean of a cycle; none of them are its own.
  const bare = ({ id, a, b, tolerance }: Branch, ohms: number): Branch => ({
    id,
    a,
    b,
    tolerance,
    ohms,
    henries: 0,
    farads: 0,
    acVolts: 0,
    dcVolts: 0,
  });
  const companions = circuit.branches.map((b, i) =>
    bare(
      b,
      taken.has(i) ? OUT_OHMS : isReactive(b, i) ? companionOhms(b, h) : equivalentOhms(b, circuit.hertz),
    ),
  );
  const out = new Set(regulators.map((r) => r.constraint));
  const constraints = circuit.constraints.map((c, i) =>
    c.kind === "regulator" && out.has(i) ? { ...c, region: "off" as const } : c,
  );
  const reactive = circuit.branches.filter(isReactive);
  const branches = companions.map((b, i) => {
    const { dcVolts } = circuit.branches[i]!;
    return taken.has(i) || dcVolts === 0 ? b : { ...b, dcVolts };
  });
  const base = solveDomain({ ...circuit, branches, constraints }, "instant");
  const swung = respond(
    base,
    circuit.branches.flatMap(({ a, b, acVolts }, i) =>
      taken.has(i) || acVolts === 0
        ? []
        : pairVector(a, b).map(({ index, value }) => ({
            index,
            value: (value * acVolts) / companions[i]!.ohms,
          })),
    ),
  );
  const passEnds = regulators.map(({ constraint }) => {
    const c = circuit.constraints[constraint]!;
    return { a: c.a, b: c.b };
  });
  const ends: Ends[] = [...reactive, ...diodes.map((d) => circuit.branches[d.branch]!), ...passEnds];
  const outputs = regulators.map(({ constraint, ground }) => ({
    a: circuit.constraints[constraint]!.b,
    b: ground,
  }));
  const load = across && loadedBy(across, respond(base, pairVector(across.a, across.b)));
  const loaded = (x: Float64Array) => load?.(x) ?? x;
  const steady = loaded(base.xRe);
  const swing = loaded(swung.re);
  const columns = ends.map(({ a, b }) => loaded(respond(base, pairVector(a, b)).re));
  const [t, tOut] = [matrix(columns, ends), matrix(columns, outputs)];
  const m = reactive.length;
  const n = ends.length;
  const k = n - m;
  const z = new Float64Array(k * k);
  for (let d = 0; d < k; d++) for (let e = 0; e < k; e++) z[d * k + e] = t[(m + d) * n + m + e]!;
  const sense = new Float64Array(outputs.length * k);
  for (let d = 0; d < outputs.length; d++)
    for (let e = 0; e < k; e++) sense[d * k + e] = tOut[d * n + m + e]!;
  const controls = [...diodeAt, ...passAt];
  const passes = regulators.map(({ volts, dropout, limit }) => ({ volts, dropout, limit }));
  return {
    hertz: circuit.hertz,
    base,
    reactive,
    couplings,
    ohms: Float64Array.from(reactive, (b) => companionOhms(b, h)),
    henries: Float64Array.from(reactive, (b) => b.henries),
    farads: Float64Array.from(reactive, (b) => b.farads),
    dcVolts: Float64Array.from(reactive, (b) => b.dcVolts),
    acVolts: Float64Array.from(reactive, (b) => b.acVolts),
    groups: groupsOf(
      controls.map((i) => groupOf.get(i)!),
      diodes,
      passes,
      z,
      sense,
      across !== undefined,
    ),
    controls,
    steady,
    swing,
    columns,
    steadyAt: readAt(steady, ends),
    swingAt: readAt(swing, ends),
    t,
    steadyOut: readAt(steady, outputs),
    swingOut: readAt(swing, outputs),
    tOut,
    slow: reactive.flatMap((branch, j) => (isSlow(branch, t[j * n + j]!, h, 1 / circuit.hertz) ? [j] : [])),
  };
}

/** By Sherman and Morrison: what a resistance across a pair leaves of a vector over the unknowns. */
function loadedBy({ a, b, ohms }: Across, column: Split): (x: Float64Array) => Float64Array {
  const own = difference(column.re, a, b);
  return (x) => {
    const share = difference(x, a, b) / (ohms + own);
    return x.map((v, i) => v - column.re[i]! * share);
  };
}

function readAt(x: Float64Array, pairs: readonly Ends[]): Float64Array {
  return Float64Array.from(pairs, ({ a, b }) => difference(x, a, b));
}

/** pairs × columns, row-major. */
function matrix(columns: readonly Float64Array[], pairs: readonly Ends[]): Float64Array {
  const t = new Float64Array(pairs.length * columns.length);
  columns.forEach((column, j) => readAt(column, pairs).forEach((v, i) => (t[i * columns.length + j] = v)));
  return t;
}

/** V(a) − V(b) of a vector over the unknowns; node 0 is at 0. */
export function difference(x: Float64Array, a: number, b: number): number {
  return (a > 0 ? x[a - 1]! : 0) - (b > 0 ? x[b - 1]! : 0);
}

/** What has to do with what, while every diode and every regulator conducts. */
export interface Couplings {
  /** Ids of the reactive branches that no diode notices. */
  readonly negligible: ReadonlySet<string>;
  /** Ids of the regulators that no diode which the mains swings has to do with. */
  readonly held: ReadonlySet<string>;
  /** By index of a diode's or regulator's control: the number of its group; groups do not know of each other. */
  readonly groupOf: ReadonlyMap<number, number>;
}

/** Coupling, squared, below which a motor across the mains and a small supply do not know of each other. */
const LEAST_COUPLING = 1e-4;
/** Coupling, squared, below which two ports do not know of each other. */
const APART = 1e-9;
/** About what a conducting diode and its supply offer, Ω. */
const CONDUCTING_OHMS = 1;
/** Alternating volts across a port that are none. */
const LEAST_SWING = 1e-3;

/** Couplings t_de²/(t_dd·t_ee) between the ports, with all of them conducting: an open one's own gigohms would hide them. */
export function couplingsOf(circuit: Circuit): Couplings {
  const h = 1 / (circuit.hertz * STEPS);
  const ports = circuit.controls.flatMap((c, index) => {
    if (c.kind === "diode") {
      const { a, b } = circuit.branches[c.branch]!;
      return [{ index, a, b, id: c.id, branch: c.branch, isDiode: true }];
    }
    if (c.kind !== "regulator") return [];
    const { a, b } = circuit.constraints[c.constraint]!;
    return [{ index, a, b, id: c.id, branch: -1, isDiode: false }];
  });
  const isDiode = new Set(ports.map((p) => p.branch));
  const plain = { henries: 0, farads: 0, acVolts: 0, tolerance: 0 };
  const branches = circuit.branches.map(({ id, a, b, ...own }, i): Branch => ({
    ...plain,
    id,
    a,
    b,
    ohms: isDiode.has(i) ? CONDUCTING_OHMS : companionOhms({ id, a, b, ...own }, h),
    dcVolts: isDiode.has(i) ? 0 : own.acVolts,
  }));
  for (const { id, a, b, isDiode: diode } of ports)
    if (!diode) branches.push({ ...plain, id: `${id}/conducting`, a, b, ohms: CONDUCTING_OHMS, dcVolts: 0 });
  const constraints = circuit.constraints.map((c) =>
    c.kind === "regulator" ? { ...c, region: "off" as const } : c,
  );
  const conducting = solveDomain({ ...circuit, branches, constraints }, "instant");
  const columns = ports.map(({ a, b }) => respond(conducting, pairVector(a, b)).re);
  const own = ports.map(({ a, b }, d) => difference(columns[d]!, a, b));
  const coupling = (d: number, e: number) =>
    difference(columns[e]!, ports[d]!.a, ports[d]!.b) ** 2 / Math.abs(own[d]! * own[e]!);
  const swung = ports.flatMap(({ a, b, isDiode: diode }, d) =>
    diode && Math.abs(difference(conducting.xRe, a, b)) > LEAST_SWING ? [d] : [],
  );
  const held = new Set(
    ports.flatMap(({ id, isDiode: diode }, r) =>
      diode || swung.some((d) => coupling(r, d) > APART) ? [] : [id],
    ),
  );
  const negligible = new Set(
    circuit.branches.flatMap(({ id, a, b, henries, farads }, j) => {
      if (isDiode.has(j) || (henries === 0 && farads === 0)) return [];
      const x = respond(conducting, pairVector(a, b)).re;
      const size = difference(x, a, b);
      const noticed = ports.some(
        (p, d) => p.isDiode && difference(x, p.a, p.b) ** 2 > LEAST_COUPLING * Math.abs(own[d]! * size),
      );
      return noticed ? [] : [id];
    }),
  );
  return {
    negligible,
    held,
    groupOf: groupNumbers(
      ports.map((p) => p.index),
      coupling,
    ),
  };
}

/** Numbers of the groups that ports form by their couplings, by the ports' controls. */
function groupNumbers(
  controls: readonly number[],
  coupling: (d: number, e: number) => number,
): Map<number, number> {
  const group = controls.map(() => -1);
  let count = 0;
  controls.forEach((_, first) => {
    if (group[first]! >= 0) return;
    const open = [first];
    group[first] = count;
    while (open.length > 0) {
      const d = open.pop()!;
      controls.forEach((_, e) => {
        if (group[e]! >= 0 || (coupling(d, e) <= APART && coupling(e, d) <= APART)) return;
        group[e] = count;
        open.push(e);
      });
    }
    count++;
  });
  return new Map(controls.map((index, i) => [index, group[i]!]));
}

/** Such a branch as the resistance that takes the same power at the mains frequency, |Z|²/R; a capacitor takes none. */
function equivalentOhms({ ohms, henries, farads }: Branch, hertz: number): number {
  if (farads > 0) return OUT_OHMS;
  return henries > 0 ? ohms + (2 * Math.PI * hertz * henries) ** 2 / ohms : ohms;
}

/** Whether a branch's charge or current, while the diodes block, outlasts a quarter of a cycle. `own` is its port's resistance. */
function isSlow(branch: Branch, own: number, h: number, period: number): boolean {
  const companion = companionOhms(branch, h);
  const outside = own < companion ? 1 / (1 / own - 1 / companion) : Infinity;
  const ohms = outside + branch.ohms;
  const lasts = branch.farads > 0 ? ohms * branch.farads : branch.henries / ohms;
  return lasts > period / 8;
}

/** v = e + (R + 3L/2h + 2h/3C)·i + history, by the second-order backward difference. */
export function companionOhms({ ohms, henries, farads }: Branch, h: number): number {
  return ohms + (1.5 * henries) / h + (farads > 0 ? (2 * h) / (3 * farads) : 0);
}

import type { Branch } from "../model/branch.ts";
import type { Circuit } from "../model/circuit.ts";
import { columnOf, solveDomain } from "../equations/system.ts";
import { companionOhms, difference, type Root } from "./instant.ts";
import { STEPS } from "./steps.ts";

/** How a circuit is cut into what its ports know of each other, and the circuit for which that was found. */
export interface Cut {
  readonly couplings: Couplings;
  readonly branches: readonly Branch[];
  /** Where it was solved for this cut and not reckoned from another one: others are reckoned from it. */
  readonly conducting?: Conducting;
  /** The first network that was cut so; others are changes of it. */
  root?: Root;
}

/**
 * A fault's network is cut as the healthy one is, unless it joins what was apart, or puts ohms in a way that diodes and
 * others share: whatever lies behind them then has to do with the diodes.
 */
export function cutFor(circuit: Circuit, cuts: Cut[]): Cut {
  const { branches } = circuit;
  let near: { readonly conducting: Conducting; readonly joined: readonly number[] } | undefined;
  for (const known of cuts) {
    const joined = known.branches.length === branches.length ? fitOf(circuit, known) : undefined;
    if (joined?.length === 0) return known;
    if (joined && known.conducting && joined.length < (near?.joined.length ?? Infinity))
      near = { conducting: known.conducting, joined };
  }
  const conducting = near ? withJoined(circuit, near.conducting, near.joined) : conductingOf(circuit);
  const couplings = couplingsIn(circuit, conducting);
  const cut: Cut = near ? { couplings, branches } : { couplings, branches, conducting };
  cuts.push(cut);
  return cut;
}

/** A branch that conducts so many times better than it did may join what had nothing to do with each other. */
const JOINS = 1e4;
/** More joints than this at once are not reckoned one after the other. */
const MOST_JOINED = 4;
/** A branch of so many times the ohms it had, and not open, raises what is behind it. */
const RAISES = 10;
const OPEN_FROM = 1e6;
/** Share of a diode's current that makes a branch one of its way. */
const SHARED = 1e-3;

/** The branches that join what a cut has apart, none where it holds as it is; undefined where nothing is to be had from it. */
function fitOf({ branches, controls }: Circuit, { couplings, branches: before }: Cut): number[] | undefined {
  const isDiode = (i: number) => controls.some((c) => c.kind === "diode" && c.branch === i);
  const joined: number[] = [];
  for (let i = 0; i < branches.length; i++) {
    const b = branches[i]!;
    const was = before[i]!;
    if (b === was || b.ohms === was.ohms || isDiode(i)) continue;
    if (b.ohms * JOINS < was.ohms) {
      if (joined.push(i) > MOST_JOINED) return undefined;
    } else if (b.ohms > RAISES * was.ohms && b.ohms < OPEN_FROM && couplings.share(i) >= SHARED)
      return undefined;
  }
  return joined;
}

/** What has to do with what, while every diode and every regulator conducts. */
export interface Couplings {
  /** Ids of the reactive branches that no diode notices. */
  readonly negligible: ReadonlySet<string>;
  /** Ids of the regulators that no diode which the mains swings has to do with. */
  readonly held: ReadonlySet<string>;
  /** By index of a diode's or regulator's control: the number of its group; groups do not know of each other. */
  readonly groupOf: ReadonlyMap<number, number>;
  /** By index of a branch: the largest share of a swung diode's current that flows in it. */
  readonly share: (branch: number) => number;
}

/** Coupling, squared, below which a motor across the mains and a small supply do not know of each other. */
const LEAST_COUPLING = 1e-4;
/** Coupling, squared, below which two ports do not know of each other. */
const APART = 1e-9;
/** About what a conducting diode and its supply offer, Ω. */
const CONDUCTING_OHMS = 1;
/** Alternating volts across a port that are none. */
const LEAST_SWING = 1e-3;

/** Two nodes at which a diode or a regulator sits. */
interface Port {
  /** Of its control. */
  readonly index: number;
  readonly a: number;
  readonly b: number;
  readonly id: string;
  readonly isDiode: boolean;
}

/** A step's network with every diode and every regulator conducting, solved: an open one's own gigohms would hide couplings. */
interface Conducting {
  readonly ports: readonly Port[];
  /** Of each branch, Ω: a diode's as it conducts, a reactive one's companion. */
  readonly ohms: readonly number[];
  /** V, under the alternating sources at their own volts RMS, by unknown. */
  readonly volts: Float64Array;
  /** Volts per ampere driven through a pair of nodes. */
  readonly column: (a: number, b: number) => Float64Array;
}

const stepOf = ({ hertz }: Circuit) => 1 / (hertz * STEPS);

function conductingOf(circuit: Circuit): Conducting {
  const h = stepOf(circuit);
  const diodes = new Set<number>();
  const ports = circuit.controls.flatMap((c, index): Port[] => {
    if (c.kind === "diode") {
      diodes.add(c.branch);
      const { a, b } = circuit.branches[c.branch]!;
      return [{ index, a, b, id: c.id, isDiode: true }];
    }
    if (c.kind !== "regulator") return [];
    const { a, b } = circuit.constraints[c.constraint]!;
    return [{ index, a, b, id: c.id, isDiode: false }];
  });
  const plain = { henries: 0, farads: 0, acVolts: 0, tolerance: 0 };
  const ohms = circuit.branches.map((own, i) => (diodes.has(i) ? CONDUCTING_OHMS : companionOhms(own, h)));
  const branches = circuit.branches.map(({ id, a, b, acVolts }, i): Branch => ({
    ...plain,
    id,
    a,
    b,
    ohms: ohms[i]!,
    dcVolts: diodes.has(i) ? 0 : acVolts,
  }));
  for (const { id, a, b, isDiode } of ports)
    if (!isDiode)
      branches.push({ ...plain, id: `${id}/conducting`, a, b, ohms: CONDUCTING_OHMS, dcVolts: 0 });
  const constraints = circuit.constraints.map((c) =>
    c.kind === "regulator" ? { ...c, region: "off" as const } : c,
  );
  const solved = solveDomain({ ...circuit, branches, constraints }, "instant");
  return { ports, ohms, volts: solved.xRe, column: (a, b) => columnOf(solved, a, b).re };
}

/**
 * A conducting network with some branches joined, without solving it again: with g siemens more through a pair u,
 * (A + g·u·uᵀ)⁻¹·v = x − y·g·(uᵀx)/(1 + g·uᵀy), where x = A⁻¹v and y = A⁻¹u (Sherman and Morrison 1950, from memory).
 * What joins adds siemens, so that the divisor is 1 or more.
 */
function withJoined(circuit: Circuit, solved: Conducting, joined: readonly number[]): Conducting {
  const h = stepOf(circuit);
  return joined.reduce((base: Conducting, i): Conducting => {
    const { a, b } = circuit.branches[i]!;
    const ohms = companionOhms(circuit.branches[i]!, h);
    const siemens = 1 / ohms - 1 / base.ohms[i]!;
    const y = base.column(a, b);
    const factor = siemens / (1 + siemens * difference(y, a, b));
    const after = (x: Float64Array): Float64Array => {
      const volts = factor * difference(x, a, b);
      return volts === 0 ? x : x.map((v, k) => v - y[k]! * volts);
    };
    const columns = new Map<string, Float64Array>();
    const column = (p: number, q: number): Float64Array => {
      const key = `${p},${q}`;
      let known = columns.get(key);
      if (!known) columns.set(key, (known = after(base.column(p, q))));
      return known;
    };
    return { ports: base.ports, ohms: base.ohms.with(i, ohms), volts: after(base.volts), column };
  }, solved);
}

/** Couplings t_de²/(t_dd·t_ee) between the ports of a conducting network. */
function couplingsIn(circuit: Circuit, { ports, ohms, volts, column }: Conducting): Couplings {
  const columns = ports.map(({ a, b }) => column(a, b));
  const own = ports.map(({ a, b }, d) => difference(columns[d]!, a, b));
  const coupling = (d: number, e: number) =>
    difference(columns[e]!, ports[d]!.a, ports[d]!.b) ** 2 / Math.abs(own[d]! * own[e]!);
  const swung = ports.flatMap(({ a, b, isDiode }, d) =>
    isDiode && Math.abs(difference(volts, a, b)) > LEAST_SWING ? [d] : [],
  );
  const held = new Set(
    ports.flatMap(({ id, isDiode }, r) => (isDiode || swung.some((d) => coupling(r, d) > APART) ? [] : [id])),
  );
  const isDiode = new Set(circuit.controls.flatMap((c) => (c.kind === "diode" ? [c.branch] : [])));
  const negligible = new Set(
    circuit.branches.flatMap(({ id, a, b, henries, farads }, j) => {
      if (isDiode.has(j) || (henries === 0 && farads === 0)) return [];
      const x = column(a, b);
      const size = difference(x, a, b);
      const noticed = ports.some(
        (p, d) => p.isDiode && difference(x, p.a, p.b) ** 2 > LEAST_COUPLING * Math.abs(own[d]! * size),
      );
      return noticed ? [] : [id];
    }),
  );
  const share = (index: number) => {
    const { a, b } = circuit.branches[index]!;
    return swung.reduce((most, d) => {
      // Of an ampere driven into the port, the diode itself takes own/1 Ω; the rest goes round.
      const round = 1 - own[d]! / CONDUCTING_OHMS;
      return round < 1e-6
        ? most
        : Math.max(most, Math.abs(difference(columns[d]!, a, b)) / ohms[index]! / round);
    }, 0);
  };
  return {
    negligible,
    held,
    share,
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

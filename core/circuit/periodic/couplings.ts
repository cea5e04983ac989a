import type { Branch } from "../model/branch.ts";
import type { Circuit } from "../model/circuit.ts";
import { pairVector, respond, solveDomain } from "../equations/system.ts";
import { companionOhms, difference, type Root } from "./instant.ts";
import { STEPS } from "./steps.ts";

/** How a circuit is cut into what its ports know of each other, and the circuit for which that was found. */
export interface Cut {
  readonly couplings: Couplings;
  readonly branches: readonly Branch[];
  /** The first network that was cut so; others are changes of it. */
  root?: Root;
}

/**
 * A fault's network is cut as the healthy one is, unless it joins what was apart, or puts ohms in a way that diodes and
 * others share: whatever lies behind them then has to do with the diodes.
 */
export function cutFor(circuit: Circuit, cuts: Cut[]): Cut {
  const known = cuts.find((cut) => cut.branches.length === circuit.branches.length && fits(circuit, cut));
  if (known) return known;
  const cut = { couplings: couplingsOf(circuit), branches: circuit.branches };
  cuts.push(cut);
  return cut;
}

/** A branch that conducts so many times better than it did may join what had nothing to do with each other. */
const JOINS = 1e4;
/** A branch of so many times the ohms it had, and not open, raises what is behind it. */
const RAISES = 10;
const OPEN_FROM = 1e6;
/** Share of a diode's current that makes a branch one of its way. */
const SHARED = 1e-3;

function fits({ branches, controls }: Circuit, { couplings, branches: before }: Cut): boolean {
  const isDiode = (i: number) => controls.some((c) => c.kind === "diode" && c.branch === i);
  return branches.every((b, i) => {
    const was = before[i]!;
    if (b === was || b.ohms === was.ohms || isDiode(i)) return true;
    if (b.ohms * JOINS < was.ohms) return false;
    const raised = b.ohms > RAISES * was.ohms && b.ohms < OPEN_FROM;
    return !raised || couplings.share(i) < SHARED;
  });
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

/** Couplings t_de²/(t_dd·t_ee) between the ports, with all of them conducting: an open one's own gigohms would hide them. */
function couplingsOf(circuit: Circuit): Couplings {
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
  const share = (index: number) => {
    const { a, b, ohms } = branches[index]!;
    return swung.reduce((most, d) => {
      // Of an ampere driven into the port, the diode itself takes own/1 Ω; the rest goes round.
      const round = 1 - own[d]! / CONDUCTING_OHMS;
      return round < 1e-6 ? most : Math.max(most, Math.abs(difference(columns[d]!, a, b)) / ohms / round);
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

import type { Branch, Circuit, Constraint, Domain } from "#core/circuit/index.ts";

/** Says what a node of the circuit is called in the deck. */
export type NodeName = (node: number) => string;

/**
 * The element cards of a circuit at rest, for one domain: series R–L–C branches with their EMF, ideal transformers,
 * regulators in the region where they stand. Diodes are the simulator's own, behind their offset, where `diodes` says so;
 * else their branch has the values that it was given.
 * Sources carry both a DC and an AC value, one of which is 0: a deck is for one domain.
 */
export function circuitCards(circuit: Circuit, domain: Domain, name: NodeName, diodes = true): string[] {
  return [
    ...circuit.branches.flatMap(
      (branch, i) =>
        (diodes ? diodeCards(circuit, branch, i, name) : undefined) ?? branchCards(branch, i, domain, name),
    ),
    ...circuit.constraints.flatMap((constraint, i) => constraintCards(constraint, i, domain, name)),
  ];
}

/** Series R–L–C with its EMF; each joint between them is a node of the deck's own. */
export function branchCards(
  { a, b, ohms, dcOhms = ohms, henries, farads, acVolts, dcVolts }: Branch,
  i: number,
  domain: Domain,
  name: NodeName,
): string[] {
  const cards: string[] = [];
  let at = name(a);
  const next = (card: (from: string, to: string) => string, last: boolean) => {
    const to = last ? name(b) : `j${i}_${cards.length}`;
    cards.push(card(at, to));
    at = to;
  };
  const volts = domain === "ac" ? acVolts : dcVolts;
  const parts: ((from: string, to: string) => string)[] = [
    (f, t) => `r${i} ${f} ${t} ${domain === "ac" ? ohms : farads > 0 ? 1e10 : dcOhms}`,
  ];
  if (volts !== 0)
    parts.push(
      (f, t) => `v${i} ${f} ${t} dc ${domain === "dc" ? volts : 0} ac ${domain === "ac" ? volts : 0}`,
    );
  if (domain === "ac" && henries !== 0) parts.push((f, t) => `l${i} ${f} ${t} ${henries}`);
  if (domain === "ac" && farads > 0) parts.push((f, t) => `c${i} ${f} ${t} ${farads}`);
  parts.forEach((card, k) => next(card, k === parts.length - 1));
  return cards;
}

/** A branch that a diode control rules, as the simulator's own diode behind the offset, with the leak across the junction. */
export function diodeCards(
  circuit: Circuit,
  { a, b }: Branch,
  i: number,
  name: NodeName,
): string[] | undefined {
  const diode = circuit.controls.find((c) => c.kind === "diode" && c.branch === i);
  if (diode?.kind !== "diode") return undefined;
  return [
    `vo${i} ${name(a)} o${i} dc ${diode.offsetVolts}`,
    `d${i} o${i} ${name(b)} dm${i}`,
    `rl${i} o${i} ${name(b)} 1e12`,
    `.model dm${i} d(is=${diode.saturation} n=${diode.emission} rs=${diode.seriesOhms})`,
  ];
}

export function constraintCards(c: Constraint, i: number, domain: Domain, name: NodeName): string[] {
  const [a, b, ground] = [name(c.a), name(c.b), name(c.c)];
  if (c.kind === "transformer") {
    const d = name(c.d);
    return domain === "dc"
      ? []
      : [
          `vt${i} ${a} t${i} dc 0`,
          `et${i} t${i} ${b} ${ground} ${d} ${c.ratio}`,
          `ft${i} ${d} ${ground} vt${i} ${c.ratio}`,
        ];
  }
  if (domain === "ac" || c.region === "off") return [];
  if (c.region === "starved") return [`vg${i} ${a} ${b} dc ${c.volts}`];
  // What it gives at its limit is a current from its input to its output.
  if (c.region === "limited") return [`ig${i} ${a} ${b} dc ${c.amps}`];
  return [`vg${i} ${b} ${ground} dc ${c.volts}`, `fg${i} ${a} ${ground} vg${i} -1`];
}

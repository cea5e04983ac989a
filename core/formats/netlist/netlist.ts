import { settle, voltageInto, type Domain, type OperatingPoint } from "#core/circuit/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { formatNumber } from "#core/quantity/index.ts";
import { expandUnit, referencesOf, type ExpandedUnit, type Fault, type UnitModel } from "#core/unit/index.ts";
import { circuitCards } from "./cards.ts";

/** Which circuit a netlist is of: the unit in one state, sound or with a fault, at the mains frequency or at DC. */
export interface NetlistOf {
  readonly state: string;
  readonly lifts?: readonly string[];
  readonly fault?: Fault;
  readonly domain: Domain;
}

/**
 * A netlist for general circuit simulators, in the element cards that they have in common: one analysis, every part as the
 * resistances, coils, capacitors, sources and diodes that it is made of here, and in comments what each point reads against
 * its reference, so that the arithmetic can be checked without this program.
 *
 * What a control decides stands as it stands at rest in this state: contacts open or closed, outputs driven, fuses whole or
 * blown, supplies at what they give. Diodes are diodes, but where the mains swings them: there their branch is the linear one
 * that reads the same.
 * @throws RangeError for a state, lift, part or mode that the unit does not have
 * @throws CircuitError for a circuit without a single answer
 */
export function netlistOf(unit: UnitModel, { state, lifts = [], fault, domain }: NetlistOf): string {
  const expanded = expandUnit(unit, { state, lifts });
  const point = settle(fault ? expanded.withFault(fault) : expanded.circuit);
  const { circuit } = point;
  const names = deckNames(circuit.nodeNames);
  const name = (node: number) => names[node]!;
  const readings = readingsOf(unit, expanded, point, domain, name);
  const part = fault && unit.parts.find((p) => p.id === fault.part);
  return `${[
    `* ${tidy(unit.name)}${unit.revision === "" ? "" : `, revision ${tidy(unit.revision)}`}: ${tidy(stateName(unit, state))}${lifts.length > 0 ? `, ${lifts.join(", ")} off` : ""}`,
    fault
      ? `* with a fault: ${tidy(part?.name ?? fault.part)} (${fault.part}), ${fault.mode}${fault.severity === undefined ? "" : `, size ${fault.severity}`}`
      : "* sound",
    domain === "ac"
      ? `* AC at ${circuit.hertz} Hz: sources and potentials are RMS`
      : "* DC: sources and potentials are the means",
    `* node 0 is ${tidy(unit.ground)}`,
    "* contacts, outputs, fuses and supplies stand as they do in this state",
    ...(point.status === "settled"
      ? []
      : [`* these never settle, so readings are those of one moment: ${point.unsettled.join(", ")}`]),
    ...(point.periodic
      ? ["* the mains swings its diodes: their branches are the linear ones that read the same"]
      : []),
    ...circuitCards(circuit, domain, name, !point.periodic),
    ".options gmin=1e-13 reltol=1e-7 abstol=1e-14 vntol=1e-10",
    domain === "ac" ? `.ac lin 1 ${circuit.hertz} ${circuit.hertz}` : ".op",
    ...readings.flatMap((r) => r.cards),
    "* what the points read: volts between the nodes, and what a meter of 10 megohms shows there",
    ...readings.map((r) => r.comment),
    ".end",
  ].join("\n")}\n`;
}

interface DeckReading {
  /** Asks for it where the analysis does not print all potentials by itself. */
  readonly cards: readonly string[];
  readonly comment: string;
}

const volts = new Float64Array(2);

/** Every point against the references of its side that are read in this domain. */
function readingsOf(
  unit: UnitModel,
  expanded: ExpandedUnit,
  point: OperatingPoint,
  domain: Domain,
  name: (node: number) => string,
): DeckReading[] {
  const fn = domain === "ac" ? "vac" : "vdc";
  const at = (id: string) => {
    const found = unit.points.find((p) => p.id === id)!;
    return expanded.nodeOf(found.terminal ?? found.id);
  };
  const seen = new Set<string>();
  return unit.points.flatMap((p) =>
    referencesOf(unit, p)
      .filter((r) => r.function === fn && r.point !== p.id)
      .flatMap((r) => {
        const [red, black] = [at(p.id), at(r.point)];
        if (red === black || seen.has(`${p.id} ${r.point}`)) return [];
        seen.add(`${p.id} ${r.point}`);
        voltageInto(volts, point[domain], red, black);
        const between = domain === "ac" ? Math.hypot(volts[0]!, volts[1]!) : volts[0]!;
        const { value } = predictReading(point, fn, red, black);
        const pair = `${name(red)},${name(black)}`;
        return [
          {
            cards: domain === "ac" ? [`.print ac vm(${pair.replace(/^0,|,0$/u, "")})`] : [],
            comment: `* ${p.id} to ${r.point}: v(${pair}) = ${between.toPrecision(7)}; the meter shows ${formatNumber(value)} V ${domain.toUpperCase()}`,
          },
        ];
      }),
  );
}

const stateName = (unit: UnitModel, id: string) => unit.states.find((s) => s.id === id)?.name ?? id;

/** A comment is one line, of characters that every simulator reads. */
const tidy = (text: string) => text.replace(/[^\x20-\x7e]+/gu, " ").trim();

/**
 * Names of the nodes for a deck: the net's own where it can stand there. Simulators know no letters' case and read what
 * begins with a figure as a number.
 */
function deckNames(nodeNames: readonly string[]): string[] {
  const taken = new Set<string>(["0", "gnd"]);
  return nodeNames.map((net, node) => {
    if (node === 0) return "0";
    const plain = net.toLowerCase().replace(/[^a-z0-9_]+/gu, "_");
    const stem = /^[a-z]/u.test(plain) && !/^j\d|^o\d|^t\d/u.test(plain) ? plain : `n_${plain}`;
    let name = stem;
    for (let i = 2; taken.has(name); i++) name = `${stem}_${i}`;
    taken.add(name);
    return name;
  });
}

import { settle } from "#core/circuit/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { CATALOGUE, expandState, type Fault, type UnitModel } from "#core/unit/index.ts";

/** Ohms that differ by this factor are told apart by anybody. Common practice, no source. */
const CLEARLY = 2;
/** Leads and clips, so that a good joint and a better one are not told apart, Ω. Common practice, no source. */
const LEADS_OHMS = 0.2;

/** By unit: what was found, by part, mode and size. */
const found = new WeakMap<UnitModel, Map<string, boolean>>();

/**
 * Whether a part on the bench, with nothing connected and at rest, shows a fault by its ohms: an open wire does, a winding that fails
 * warm does not, nor a contact that only closes when its coil is driven.
 */
export function ohmsTellOnBench(unit: UnitModel, fault: Fault): boolean {
  let of = found.get(unit);
  if (!of) found.set(unit, (of = new Map<string, boolean>()));
  const key = `${fault.part}:${fault.mode}:${fault.severity}`;
  let tells = of.get(key);
  if (tells === undefined) of.set(key, (tells = ohmsDiffer(unit, fault)));
  return tells;
}

function ohmsDiffer(unit: UnitModel, fault: Fault): boolean {
  const part = unit.parts.find((p) => p.id === fault.part)!;
  const pairs = CATALOGUE.get(part.type)!.across.filter(
    ([a, b]) => part.terminals[a] !== undefined && part.terminals[b] !== undefined,
  );
  const apart = Object.fromEntries(Object.keys(part.terminals).map((t) => [t, t]));
  const bench = {
    ...unit,
    parts: [{ ...part, terminals: apart }],
    lifts: [],
    ground: Object.keys(apart)[0]!,
  };
  const expanded = expandState(bench, { power: "dead", positions: {}, celsius: {}, drives: [] });
  const [sound, faulty] = [expanded.circuit, expanded.withFaults([fault])].map((c) => settle(c));
  return pairs.some(([a, b]) => {
    const [p, q] = [a, b].map((t) => expanded.nodeOf(`${part.id}.${t}`)) as [number, number];
    const [was, is] = [sound!, faulty!].map((point) => predictReading(point, "ohm", p, q).value + LEADS_OHMS);
    if (was === is) return false;
    return is! > CLEARLY * was! || was! > CLEARLY * is!;
  });
}

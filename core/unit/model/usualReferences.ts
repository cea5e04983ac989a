import { CATALOGUE } from "../catalogue/index.ts";
import type { Point, UnitModel } from "./model.ts";
import type { Reference } from "./references.ts";

/** Volts above which a circuit is the mains side: the limit of extra-low voltage for AC (IEC 61140: 50 V) with a margin. */
export const MAINS_VOLTS = 60;

/** Where the black probe stands on what a part feeds, and how that is read. */
const RETURNS: Readonly<Record<string, { readonly terminal: string; readonly function: "vac" | "vdc" }>> = {
  mains: { terminal: "n", function: "vac" },
  "split-phase": { terminal: "n", function: "vac" },
  transformer: { terminal: "s2", function: "vac" },
  "power-transformer": { terminal: "s2", function: "vac" },
  "dc-supply": { terminal: "minus", function: "vdc" },
  battery: { terminal: "minus", function: "vdc" },
  "power-supply": { terminal: "minus", function: "vdc" },
  charger: { terminal: "minus", function: "vdc" },
  bridge: { terminal: "minus", function: "vdc" },
  rectifier: { terminal: "minus", function: "vdc" },
  "six-diode-bridge": { terminal: "n", function: "vdc" },
};

/** Between the terminals of these nothing conducts but within a pair: windings, coil and contact, light and triac. */
const ISOLATING: ReadonlySet<string> = new Set([
  "transformer",
  "power-transformer",
  "power-supply",
  "charger",
  "relay",
  "change-over-relay",
  "double-relay",
  "contactor",
  "optotriac",
]);

/**
 * The references of a unit whose file names none: the return of whatever feeds a circuit, for the points on that circuit.
 * What lies behind a bridge is a circuit of its own, read in V DC. A return that no probe can touch is none.
 */
export function usualReferences(unit: UnitModel): Reference[] {
  const circuit = joinedNets(unit, () => false);
  const points = pointsOnNets(unit);
  const references = new Map<string, Reference>();
  for (const part of unit.parts) {
    const back = RETURNS[part.type];
    const net = back && part.terminals[back.terminal];
    const there = points.find((p) => p.net === net)?.point;
    if (net === undefined || !there) continue;
    // A battery and its charger, two bridges with one minus: once.
    const key = `${circuit(net)} ${back!.function}`;
    if (references.has(key)) continue;
    const served = points.filter((p) => p.net !== net && circuit(p.net) === circuit(net));
    if (served.length > 0)
      references.set(key, {
        side: there.side,
        point: there.id,
        function: back!.function,
        points: served.filter((p) => p.point.side === there.side).map((p) => p.point.id),
      });
  }
  return [...references.values()];
}

/** Side of each net, for a unit that names no points: mains wherever more than extra-low voltage is, or may be. */
export function usualSides(unit: UnitModel): (net: string) => Point["side"] {
  const joined = joinedNets(unit, (type) => !ISOLATING.has(type));
  const high = new Set<string>();
  const low = new Set<string>();
  for (const part of unit.parts) {
    const back = RETURNS[part.type];
    const net = back && part.terminals[back.terminal];
    if (net === undefined) continue;
    const volts = part.parameters[part.type.endsWith("transformer") ? "secondaryVolts" : "volts"];
    // A bridge's volts are those of what it stands on.
    if (typeof volts === "number") (volts > MAINS_VOLTS ? high : low).add(joined(net));
  }
  return (net) => (low.has(joined(net)) && !high.has(joined(net)) ? "low-voltage" : "mains");
}

/** @returns the name of the circuit that a net is part of */
function joinedNets(unit: UnitModel, joinsAll: (type: string) => boolean): (net: string) => string {
  const above = new Map<string, string>();
  const top = (net: string): string => {
    let at = net;
    for (let next = above.get(at); next !== undefined; next = above.get(at)) {
      // Each step halves the way for the next who asks.
      const beyond = above.get(next);
      if (beyond !== undefined) above.set(at, beyond);
      at = next;
    }
    return at;
  };
  const join = (a: string | undefined, b: string | undefined) => {
    if (a === undefined || b === undefined || top(a) === top(b)) return;
    above.set(top(a), top(b));
  };
  for (const { type, terminals } of unit.parts) {
    for (const [a, b] of CATALOGUE.get(type)?.across ?? []) join(terminals[a], terminals[b]);
    if (!joinsAll(type)) continue;
    // The chassis is no conductor of the circuit.
    const own = Object.entries(terminals).flatMap(([t, net]) => (/^pe/u.test(t) ? [] : [net]));
    for (const net of own) join(net, own[0]);
  }
  return top;
}

/** The points that touch a terminal of the unit, with its net. */
function pointsOnNets(unit: UnitModel): { readonly point: Point; readonly net: string }[] {
  const nets = new Map<string, string>(
    unit.parts.flatMap((p) => Object.entries(p.terminals).map(([t, net]) => [`${p.id}.${t}`, net] as const)),
  );
  return unit.points.flatMap((point) => {
    const net = nets.get(point.terminal ?? point.id);
    return net === undefined ? [] : [{ point, net }];
  });
}

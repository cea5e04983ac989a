import { CATALOGUE, type UnitModel } from "#core/unit/index.ts";

/** Nets to which current returns: the reference of each side, and earth. */
export function returnNets(unit: UnitModel): ReadonlySet<string> {
  const nets = new Set([unit.ground]);
  for (const { point } of unit.references) {
    const terminal = unit.points.find((p) => p.id === point)?.terminal ?? point;
    const cut = terminal.lastIndexOf(".");
    const net = unit.parts.find((p) => p.id === terminal.slice(0, cut))?.terminals[terminal.slice(cut + 1)];
    if (net !== undefined) nets.add(net);
  }
  return nets;
}

/** How many parts each net lies behind the supply. Returns, and what only they reach, are left out: beyond all loads. */
export function distancesFromSupply(
  unit: UnitModel,
  returns: ReadonlySet<string>,
): ReadonlyMap<string, number> {
  const distance = new Map<string, number>();
  const queue: string[] = [];
  const reach = (net: string, steps: number) => {
    if (distance.has(net) || returns.has(net)) return;
    distance.set(net, steps);
    queue.push(net);
  };
  for (const part of unit.parts) {
    const { feeds, terminals } = CATALOGUE.get(part.type)!;
    if (feeds) reach(part.terminals[terminals[0]!]!, 0);
  }
  for (let net = queue.shift(); net !== undefined; net = queue.shift())
    for (const part of unit.parts) {
      const nets = Object.values(part.terminals);
      // A source drives its terminals; it does not lead from one to the other.
      if (nets.includes(net) && !CATALOGUE.get(part.type)!.feeds)
        for (const next of nets) reach(next, distance.get(net)! + 1);
    }
  return distance;
}

import type { Point, UnitModel } from "#core/unit/index.ts";

/** Net of a terminal "part.terminal". */
export function netOf(unit: UnitModel, terminal: string): string | undefined {
  const dot = terminal.lastIndexOf(".");
  return unit.parts.find((p) => p.id === terminal.slice(0, dot))?.terminals[terminal.slice(dot + 1)];
}

export function pointAt(unit: UnitModel, terminal: string): Point | undefined {
  const own = unit.points.find((p) => (p.terminal ?? p.id) === terminal);
  if (own) return own;
  const net = netOf(unit, terminal);
  return net === undefined ? undefined : pointOnNet(unit, net);
}

/** The quickest point on a net. */
export function pointOnNet(unit: UnitModel, net: string): Point | undefined {
  return unit.points
    .filter((p) => netOf(unit, p.terminal ?? p.id) === net)
    .sort((a, b) => a.minutes - b.minutes)[0];
}

/** The quickest point on each net that has one. */
export function quickestPoints(unit: UnitModel): ReadonlyMap<string, Point> {
  const nets = new Map<string, string>(
    unit.parts.flatMap((p) => Object.entries(p.terminals).map(([t, net]) => [`${p.id}.${t}`, net] as const)),
  );
  const quickest = new Map<string, Point>();
  for (const point of unit.points) {
    const net = nets.get(point.terminal ?? point.id);
    if (net === undefined || (quickest.get(net)?.minutes ?? Infinity) <= point.minutes) continue;
    quickest.set(net, point);
  }
  return quickest;
}

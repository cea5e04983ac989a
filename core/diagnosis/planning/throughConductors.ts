import { CATALOGUE, type Point, type UnitModel } from "#core/unit/index.ts";
import { quickestPoints } from "./pointNets.ts";

/** What has no work of its own between a part and the place where a probe reaches it. */
const CONDUCTORS: ReadonlySet<string> = new Set(["wire", "pin", "screw-terminal", "splice"]);

interface Pair {
  readonly red: string;
  readonly black: string;
}

/**
 * Parts that no two probes reach at their own terminals, from the nearest places where they do: a sensor in the tank from the pins of
 * its plug on the board, with the harness in the reading.
 */
export function pairsThroughConductors(unit: UnitModel): Pair[] {
  const nearest = nearestPoints(unit);
  return unit.parts.flatMap((part) =>
    CONDUCTORS.has(part.type)
      ? []
      : CATALOGUE.get(part.type)!.across.flatMap(([a, b]): Pair[] => {
          const [from, to] = [part.terminals[a], part.terminals[b]];
          if (from === undefined || to === undefined) return [];
          const [red, black] = [nearest(from), nearest(to)];
          if (!red || !black || red.side !== black.side || red.id === black.id) return [];
          return [{ red: red.id, black: black.id }];
        }),
  );
}

/** The quickest point on a net, else that on the nearest net along conductors. */
function nearestPoints(unit: UnitModel): (net: string) => Point | undefined {
  const joined = joinedNets(unit);
  const points = quickestPoints(unit);
  const known = new Map<string, Point | undefined>();
  return (net) => {
    if (!known.has(net)) known.set(net, nearest(net, points, joined));
    return known.get(net);
  };
}

/** A net and all that conductors join to it, the nearest first. */
export function conductedNets(unit: UnitModel, net: string): ReadonlySet<string> {
  const joined = joinedNets(unit);
  const seen = new Set([net]);
  // A set is walked in the order in which it grows.
  for (const at of seen) for (const next of joined.get(at) ?? []) seen.add(next);
  return seen;
}

/** For each net, those at the other ends of its conductors. */
function joinedNets(unit: UnitModel): ReadonlyMap<string, ReadonlySet<string>> {
  const joined = new Map<string, Set<string>>();
  const beside = (net: string) => joined.get(net) ?? joined.set(net, new Set()).get(net)!;
  for (const { type, terminals } of unit.parts) {
    if (!CONDUCTORS.has(type)) continue;
    const nets = Object.values(terminals);
    for (const net of nets) for (const other of nets) if (other !== net) beside(net).add(other);
  }
  return joined;
}

function nearest(
  net: string,
  points: ReadonlyMap<string, Point>,
  joined: ReadonlyMap<string, ReadonlySet<string>>,
): Point | undefined {
  const seen = new Set([net]);
  for (const at of seen) {
    const point = points.get(at);
    if (point) return point;
    // A set is walked in the order in which it grows: the nearest nets first.
    for (const next of joined.get(at) ?? []) seen.add(next);
  }
  return undefined;
}

import type { MeterFunction } from "#core/meter/index.ts";
import { CATALOGUE, referencesOf, type Setup, type UnitModel } from "#core/unit/index.ts";
import { netOf, pointOnNet } from "./pointNets.ts";

/** What carries a rail on to its plugs without being a load on it. */
const CARRIES: readonly string[] = ["wire", "pin", "screw-terminal", "splice", "fuse", "soldered-fuse"];

interface RailReading {
  readonly setup: Setup;
  readonly fn: MeterFunction;
  readonly red: string;
  readonly black: string;
}

/**
 * Does the rail come back? Every rail of low DC volts, read as the unit is first switched on, with each plug or lead off by itself
 * that hangs on it. What drags a rail down is behind the plug with which it comes back; if it comes back with none, it is the
 * supply or what no plug takes off. A plug comes off dead (cost.ts).
 */
export function railsWithAPlugOff(unit: UnitModel): RailReading[] {
  const live = unit.states.find((s) => s.power === "live");
  if (!live) return [];
  return railsOf(unit).flatMap(({ nets, red, black }) =>
    unit.lifts
      .filter(({ terminals }) => terminals.some((t) => nets.has(netOf(unit, t) ?? "")))
      // With what the rail is read at off, it is not the rail that is read.
      .filter(({ terminals }) => !terminals.includes(terminalOf(unit, red)))
      .map(({ id }): RailReading => ({ setup: { state: live.id, lifts: [id] }, fn: "vdc", red, black })),
  );
}

const terminalOf = (unit: UnitModel, point: string) =>
  unit.points.find((p) => p.id === point)!.terminal ?? point;

/** What supplies, converters and regulators give, where a probe reaches it: its nets, and the pair that it is read at. */
function railsOf(unit: UnitModel): { nets: ReadonlySet<string>; red: string; black: string }[] {
  const rails = new Map<string, { nets: ReadonlySet<string>; red: string; black: string }>();
  for (const part of unit.parts)
    for (const [, output] of CATALOGUE.get(part.type)!.through ?? []) {
      const net = part.terminals[output];
      const point = net === undefined ? undefined : pointOnNet(unit, net);
      const reference =
        point?.side === "low-voltage"
          ? referencesOf(unit, point).find((r) => r.function === "vdc")
          : undefined;
      if (!point || !reference || netOf(unit, terminalOf(unit, reference.point)) === net) continue;
      rails.set(net!, { nets: reachedFrom(unit, net!), red: point.id, black: reference.point });
    }
  return [...rails.values()];
}

/** The net and those that wires, pins and fuses join to it. */
function reachedFrom(unit: UnitModel, net: string): Set<string> {
  const reached = new Set([net]);
  const carriers = unit.parts.filter((p) => CARRIES.includes(p.type)).map((p) => Object.values(p.terminals));
  for (let grown = true; grown;) {
    grown = false;
    for (const nets of carriers)
      if (nets.some((n) => reached.has(n)) && !nets.every((n) => reached.has(n))) {
        for (const n of nets) reached.add(n);
        grown = true;
      }
  }
  return reached;
}

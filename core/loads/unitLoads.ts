import { branchCurrentInto, settle } from "#core/circuit/index.ts";
import { CATALOGUE, expandUnit, type UnitModel } from "#core/unit/index.ts";
import type { Load, Protection } from "./load.ts";

/** Motors draw so many times their running current for so long when they start. Common practice, no source. */
const START = { times: 5, seconds: 0.6 } as const;
const MOTORS = new Set(["motor", "split-winding-motor", "dc-motor", "three-phase-motor"]);

/** The unit's loads with the most they draw in any live state, A RMS of AC or mean of DC, and the lift that takes each off. */
export function unitLoads(unit: UnitModel): Load[] {
  const most = new Map<string, number>();
  const current = new Float64Array(2);
  for (const state of unit.states.filter((s) => s.power === "live")) {
    const bench = expandUnit(unit, { state: state.id, lifts: [] });
    const point = settle(bench.circuit);
    for (const part of unit.parts) {
      const { work } = CATALOGUE.get(part.type)!;
      if (!work) continue;
      const index = bench.firstBranchOf(part.id) + work.branch;
      const { a, b } = point.circuit.branches[index]!;
      branchCurrentInto(current, point.ac, index, a, b);
      const ac = Math.hypot(current[0]!, current[1]!);
      branchCurrentInto(current, point.dc, index, a, b);
      most.set(part.id, Math.max(most.get(part.id) ?? 0, Math.hypot(ac, current[0]!)));
    }
  }
  return [...most]
    .filter(([, amps]) => amps > 0.005)
    .map(([id, amps]) => {
      const part = unit.parts.find((p) => p.id === id)!;
      const lift = unit.lifts.find((l) => l.terminals.some((t) => t.startsWith(`${id}.`)));
      return {
        id,
        name: part.name,
        amps,
        ...(MOTORS.has(part.type) ? { startAmps: START.times * amps, startSeconds: START.seconds } : {}),
        minutes: lift?.minutes ?? 1,
        weight: 1,
      };
    });
}

/** What the unit is protected by, the largest first. */
export function unitProtections(
  unit: UnitModel,
): { readonly id: string; readonly name: string; readonly protection: Protection }[] {
  return unit.parts.flatMap((part): { id: string; name: string; protection: Protection }[] => {
    const kind = CATALOGUE.get(part.type)!;
    const values = kind.parameters.parse(part.parameters) as {
      amps?: number;
      speed?: "quick" | "slow";
      milliamps?: number;
    };
    const of = (protection: Protection) => [{ id: part.id, name: part.name, protection }];
    if (part.type === "fuse" || part.type === "soldered-fuse")
      return of({ kind: "fuse", amps: values.amps!, speed: values.speed ?? "quick" });
    if (part.type === "breaker") return of({ kind: "breaker", amps: values.amps!, curve: "C" });
    if (part.type === "rcd") return of({ kind: "rcd", residualAmps: values.milliamps! / 1000 });
    return [];
  });
}

import type { UnitModel } from "#core/unit/index.ts";
import type { Evidence } from "../inference/evidence.ts";
import { pairsAcrossParts } from "../planning/checks.ts";
import { netOf } from "../planning/pointNets.ts";

/** Parts that a finding was made on: those between its two points, the one that was tried, or the one that was seen at work. */
export function directParts(unit: UnitModel, finding: Evidence): string[] {
  if (finding.kind === "claim") return [];
  const { check } = finding;
  if (check.kind === "trial") return check.trial === "swap" || check.trial === "strip" ? [] : [check.subject];
  if (check.kind === "observation") {
    const { part, kind } = unit.observations.find((o) => o.id === check.observation)!;
    return part !== undefined && kind !== "reaches" && kind !== "code" && kind !== "opens" ? [part] : [];
  }
  const net = (id: string) => {
    const point = unit.points.find((p) => p.id === id);
    return point && netOf(unit, point.terminal ?? point.id);
  };
  const ends = [net(check.red), net(check.black)];
  return pairsAcrossParts(unit)
    .filter(({ nets }) => nets.every((n) => ends.includes(n)))
    .map(({ part }) => part);
}

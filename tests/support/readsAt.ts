import { predictReading, type MeterFunction } from "#core/meter/index.ts";
import { stateRuns } from "#core/sequence/index.ts";
import type { Fault, UnitModel } from "#core/unit/index.ts";

/** What the meter shows between two of a unit's points in a state, with faults or without. */
export function readsAt(
  unit: UnitModel,
  state: string,
  fn: MeterFunction,
  red: string,
  black: string,
  ...faults: Fault[]
): number {
  const { expanded, point } = stateRuns(unit).point({ state, lifts: [] }, faults);
  const node = (id: string) => expanded.nodeOf(unit.points.find((p) => p.id === id)!.terminal!);
  return predictReading(point, fn, node(red), node(black)).value;
}

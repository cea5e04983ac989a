import { isOhms, needsLive } from "#core/meter/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { Check } from "./checks.ts";
import { netOf } from "./pointNets.ts";

/** Parts between which a charge stands after the supply is off. */
const STORING: readonly string[] = ["six-diode-bridge", "inverter-bridge"];

const stages = new WeakMap<UnitModel, ReadonlySet<string>>();

/** Points on what stores energy: the rectifier and the legs of an inverter, where the unit warns of it. */
export function stagePoints(unit: UnitModel): ReadonlySet<string> {
  let points = stages.get(unit);
  if (!points) {
    const warned = unit.hazards.some((h) => h.kind === "stored-energy");
    const nets = new Set(
      unit.parts.filter((p) => warned && STORING.includes(p.type)).flatMap((p) => Object.values(p.terminals)),
    );
    points = new Set(
      unit.points.filter((p) => nets.has(netOf(unit, p.terminal ?? p.id) ?? "")).map((p) => p.id),
    );
    stages.set(unit, points);
  }
  return points;
}

/** The stage's points while nobody has touched it dead: its diodes and ohms come first, since they tell whether live volts are worth the risk. */
export function stageToTouchDead(
  unit: UnitModel,
  done: ReadonlySet<string>,
): ReadonlySet<string> | undefined {
  const points = stagePoints(unit);
  if (points.size === 0) return undefined;
  const touched = [...done].some((id) => {
    const [state, fn, red, black] = id.split("/");
    const dead = unit.states.find((s) => s.id === state?.split("+")[0])?.power === "dead";
    return dead && fn !== undefined && points.has(red ?? "") && points.has(black ?? "");
  });
  return touched ? undefined : points;
}

/** Whether a check is a live reading at one of the points. */
export function touchesLive(points: ReadonlySet<string>, check: Check): boolean {
  return (
    check.kind === "reading" &&
    needsLive(check.fn) &&
    !isOhms(check.fn) &&
    (points.has(check.red) || points.has(check.black))
  );
}

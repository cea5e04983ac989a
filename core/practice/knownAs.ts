import { settle } from "#core/circuit/index.ts";
import { readingCheck, type ReadingCheck } from "#core/diagnosis/index.ts";
import { needsLive, type MeterFunction } from "#core/meter/index.ts";
import { expandUnit } from "#core/unit/index.ts";
import type { SimulatedUnit } from "./simulatedUnit.ts";

/**
 * As which check the diagnosis knows a reading: the declared state in which a sound unit would read the same here. Undefined
 * with jumpers on, and where no state is that one.
 */
export function checkOf(
  simulated: SimulatedUnit,
  fn: MeterFunction,
  red: string,
  black: string,
  clock: number,
): ReadingCheck | undefined {
  const { unit } = simulated;
  if (simulated.jumpersOn.length > 0 || needsLive(fn) !== simulated.isOn) return undefined;
  const lifts = [...simulated.liftsOff];
  const standing = simulated.standing(clock);
  const run = simulated.run(clock);
  const step = unit.sequence!.steps.find((s) => s.id === standing.step);
  const steps = (id: string) => unit.sequence!.steps.filter((s) => s.state === id).map((s) => s.id);
  // Out of its sequence the unit stands where every state that it never came to is read.
  const never = unit.states.find(
    (s) =>
      s.power === "live" && steps(s.id).length > 0 && !steps(s.id).some((id) => run?.reached.includes(id)),
  );
  const state = !simulated.isOn
    ? unit.states.find((s) => s.power === "dead")?.id
    : (step?.state ?? (standing.step === undefined ? never?.id : undefined));
  if (state === undefined) return undefined;
  const check = readingCheck({ state, lifts }, fn, red, black);
  if (simulated.isOn && standing.step === undefined) return check;
  const declared = expandUnit(unit, check.setup);
  const [a, b] = [
    simulated.between({ expanded: declared, point: settle(declared.circuit) }, fn, red, black),
    simulated.between({ ...standing, point: standing.healthy }, fn, red, black),
  ];
  return a === b || Math.abs(a - b) <= 0.02 * Math.max(Math.abs(a), Math.abs(b)) + 0.05 ? check : undefined;
}

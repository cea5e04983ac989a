import { predictReading } from "#core/meter/index.ts";
import { settle } from "#core/circuit/index.ts";
import type { Check, Truth } from "#core/diagnosis/index.ts";
import { StateRuns, stateRuns } from "#core/sequence/index.ts";
import { CATALOGUE, type Fault, type UnitModel } from "#core/unit/index.ts";

/**
 * A faulty unit as it really stands, by nothing that a dictionary holds: readings from circuits solved afresh where a
 * run of the sequence leaves the unit, answers from that run, at whatever size the fault has.
 * @param meant the unit as it was meant, where what is wrong is its wiring or a part that does not belong there
 */
export function freshTruth(unit: UnitModel, faults: readonly Fault[], meant: UnitModel = unit): Truth {
  const runs = meant === unit ? new StateRuns(unit) : new StateRuns(unit, stateRuns(meant));
  const pointOf = (check: Check) => {
    const { stand, expanded } = runs.point(check.setup, faults);
    return { expanded, point: settle(expanded.withFaults([...faults, ...stand.opened])) };
  };
  const points = new Map<string, ReturnType<typeof pointOf>>();
  const terminalOf = (id: string) => unit.points.find((p) => p.id === id)!.terminal ?? id;
  const opened = new Set(runs.openings(faults).map((o) => o.part));
  return (check) => {
    switch (check.kind) {
      case "reading": {
        const key = JSON.stringify(check.setup);
        let at = points.get(key);
        if (!at) points.set(key, (at = pointOf(check)));
        const [p, q] = [
          at.expanded.nodeOf(terminalOf(check.red)),
          at.expanded.nodeOf(terminalOf(check.black)),
        ];
        return predictReading(at.point, check.fn, p, q).value;
      }
      case "trial":
        if (check.trial === "strip") return runs.openings(faults, check.setup.lifts).length === 0;
        // A fuse is blown on the bench whatever blew it.
        if (check.trial === "bench" && opened.has(check.subject) && !resets(unit, check.subject))
          return false;
        // On the bench a part shows what is wrong with it, and nothing that is wrong elsewhere; one of another value shows that.
        if (check.trial === "bench")
          return isAsMeant(unit, meant, check.subject)
            ? !faults.some((f) => f.part === check.subject)
            : undefined;
        // Which part another one would put right is not known of a unit that is wired otherwise.
        if (meant !== unit) return undefined;
        if (check.trial !== "swap") return undefined;
        return faults.every((f) => unit.parts.find((p) => p.id === f.part)!.item === check.subject);
      case "observation":
        return answer(unit, runs, faults, opened, check.observation);
    }
  };
}

/** Whether a part itself is the one that was meant, however it is wired. */
function isAsMeant(unit: UnitModel, meant: UnitModel, id: string): boolean {
  const [one, other] = [unit, meant].map((u) => u.parts.find((p) => p.id === id)?.parameters);
  return JSON.stringify(one) === JSON.stringify(other);
}

function resets(unit: UnitModel, id: string): boolean {
  return CATALOGUE.get(unit.parts.find((p) => p.id === id)!.type)!.protective!.resets;
}

function answer(
  unit: UnitModel,
  runs: StateRuns,
  faults: readonly Fault[],
  opened: ReadonlySet<string>,
  id: string,
): boolean | "badly" {
  const observation = unit.observations.find((o) => o.id === id)!;
  const { kind, part, effect, signs, state } = observation;
  switch (kind) {
    case "reaches":
      return runs.run(faults).reached.includes(observation.step!);
    case "code":
      return runs.run(faults).code === observation.code;
    case "opens":
      return observation.step === undefined
        ? opened.has(part!)
        : openedAfter(runs, faults, part!, observation.step);
    case "works": {
      const seen = runs.seen(state, faults);
      if (effect !== undefined && !seen.effects.has(effect)) return false;
      const work = seen.working.get(part!);
      return work === undefined ? false : work.how === "well" ? true : "badly";
    }
    case "listen":
      return runs.seen(state, faults).relays.has(part!);
    case "look":
    case "smell": {
      const protective = CATALOGUE.get(unit.parts.find((p) => p.id === part)?.type ?? "")?.protective;
      if (protective)
        return opened.has(part!) || faults.some((f) => f.part === part && f.mode === protective.mode);
      return faults.some((f) => (signs[`${f.part}:${f.mode}`] ?? 0) > 0.5);
    }
  }
}

/** Whether something opens only once the run has left a step. */
function openedAfter(runs: StateRuns, faults: readonly Fault[], part: string, step: string): boolean {
  const { moments } = runs.run(faults);
  const before = moments.filter((m) => !m.opened.some((o) => o.part === part));
  const trips = before.length < moments.length;
  const last = before.findLast((m) => m.step !== undefined);
  return trips && last !== undefined && last.step !== step;
}

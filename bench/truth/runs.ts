import { buildDictionary } from "#core/diagnosis/index.ts";
import { runSequence, World, type Run } from "#core/sequence/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

/** What a dictionary says of states, steps and work against runs of the sequence made afresh, one a fault. */
export interface RunDisagreements {
  readonly openedDisagreements: number;
  readonly reachedDisagreements: number;
  readonly worksDisagreements: number;
}

/**
 * Every state and fault of every unit: what opens, which states and steps are reached, what works. The run is a new one
 * in a world of its own, so nothing that the dictionary kept is looked at.
 */
export function againstRuns(units: readonly UnitModel[], show: boolean): RunDisagreements {
  let [opened, reached, works] = [0, 0, 0];
  for (const unit of units) {
    if (!unit.sequence) continue;
    const dictionary = buildDictionary(unit);
    const world = new World(unit);
    const say = (text: string) => void (show && process.stderr.write(`${text}\n`));
    dictionary.cases.forEach((c, i) => {
      const run = runSequence(world, c.faults);
      const label = `${unit.id} ${dictionary.suspects[c.suspect]!.id} ${c.faults[0]?.severity ?? ""}`;
      for (const o of run.opened)
        if (!dictionary.opens(i).has(o.part)) {
          opened++;
          say(`opened: ${label}: ${o.part}`);
        }
      for (const observation of unit.observations) {
        if (observation.kind !== "reaches" && observation.kind !== "works") continue;
        const row = dictionary.row({
          kind: "observation",
          id: `see/${observation.id}`,
          setup: { state: observation.state, lifts: [] },
          observation: observation.id,
        });
        if (!("chance" in row)) continue;
        const said = row.chance[i]! > 0.5 || (row.badly?.[i] ?? 0) > 0.5;
        if (observation.kind === "reaches") {
          if (said !== run.reached.includes(observation.step!)) {
            reached++;
            say(`reached: ${label}: ${observation.id}`);
          }
        } else if (observation.effect === undefined) {
          const seen = workedIn(unit, run, observation.state, observation.part!);
          if (seen !== undefined && said !== seen) {
            works++;
            say(`works: ${label}: ${observation.id}`);
          }
        }
      }
    });
  }
  return { openedDisagreements: opened, reachedDisagreements: reached, worksDisagreements: works };
}

/** Whether a part worked while the run stood in a state's steps; undefined where the ordinary run never rests in them. */
function workedIn(unit: UnitModel, run: Run, state: string, part: string): boolean | undefined {
  const steps = new Set(unit.sequence!.steps.flatMap((s) => (s.state === state ? [s.id] : [])));
  const inside = run.moments.filter((m) => m.step !== undefined && steps.has(m.step) && m.seconds > 0);
  return inside.length === 0 ? undefined : inside.some((m) => m.working.has(part));
}

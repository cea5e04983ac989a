import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Posterior } from "../inference/posterior.ts";

/** A state that the unit gets to with less than this chance is nothing to send anybody to. */
const REACHED_AT_LEAST = 0.15;

const NONE: ReadonlySet<string> = new Set();

/** States that the findings say are not reached: what was asked of the unit there, it does somewhere else. */
export function unreachedStates(dictionary: Dictionary, posterior: Posterior): ReadonlySet<string> {
  const { unit, cases } = dictionary;
  if (!unit.sequence || posterior.logs.size === 0) return NONE;
  // Wherever it gets to, it can be switched on and read as it then stands.
  const first = unit.states.find((s) => s.power === "live");
  return new Set(
    unit.states.flatMap((state) => {
      if (state.power === "dead" || state === first) return [];
      let reached = posterior.notInModel;
      cases.forEach((_, i) => {
        if (posterior.cases[i]! > 1e-6 && dictionary.reaches(i, state.id)) reached += posterior.cases[i]!;
      });
      return reached < REACHED_AT_LEAST ? [state.id] : [];
    }),
  );
}

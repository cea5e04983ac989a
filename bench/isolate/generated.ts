import { seeded } from "#core/quantity/index.ts";
import { generateUnit } from "../truth/generate.ts";
import { playSingles } from "./singles.ts";
import { setUpUnit } from "./trial.ts";

/** How plays on units that nobody tuned came out. */
export interface Generated {
  readonly units: number;
  readonly faults: number;
  readonly right: number;
  /** Called, and neither the failed part's item nor one that no check tells from it. */
  readonly wrong: number;
  readonly uncalled: number;
  /** The faults that were called wrong, as "unit: fault, called item". */
  readonly mistakes: readonly string[];
}

/** Every `every`-th fault that its user would notice, of made-up units with the seeds from `from` on. */
export function playGenerated(from: number, count: number, every: number): Generated {
  const plays = Array.from({ length: count }, (_, k) => from + k).flatMap((seed) => {
    const bench = setUpUnit(generateUnit(seeded(seed), seed), every);
    return playSingles(bench, "information", seed).map((single) => ({ ...single, unit: bench.unit.id }));
  });
  const wrong = plays.filter((p) => p.play.ready && !p.right);
  return {
    units: count,
    faults: plays.length,
    right: plays.filter((p) => p.play.ready && p.right).length,
    wrong: wrong.length,
    uncalled: plays.filter((p) => !p.play.ready).length,
    mistakes: wrong.map((p) => `${p.unit}: ${p.fault}, called ${p.play.item}`),
  };
}

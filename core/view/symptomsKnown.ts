import type { Dictionary } from "#core/diagnosis/index.ts";
import { groupSymptoms, type SymptomGroup } from "#core/sequence/index.ts";

/**
 * The unit's failures by what they look like, from the runs that its dictionary keeps; each at the middle of its listed sizes.
 * @returns undefined where the dictionary keeps none
 */
export function symptomsKnown(dictionary: Dictionary): SymptomGroup[] | undefined {
  const table = dictionary.symptomsSoFar();
  if (!table) return undefined;
  const sizes = new Map<number, number[]>();
  dictionary.cases.forEach(({ suspect, faults }, i) => {
    // What comes and goes looks like nothing while it is away, and like the failure that stands while it is there.
    if (faults.length !== 1 || dictionary.suspects[suspect]!.intermittent !== undefined) return;
    sizes.set(suspect, [...(sizes.get(suspect) ?? []), i]);
  });
  const middle = [...sizes.values()].map((own) => own[own.length >> 1]!);
  return groupSymptoms(
    dictionary.unit,
    middle.map((i) => dictionary.cases[i]!.faults[0]!),
    { healthy: table.healthy, rows: middle.map((i) => table.rows[i]!) },
  );
}

import { CATALOGUE, modesOf, type Fault, type UnitModel } from "#core/unit/index.ts";
import { symptomTable, type Symptom, type SymptomTable } from "./symptoms.ts";

/** Failures that look the same to a customer. */
export interface SymptomGroup {
  /** "Stops at rinse heat with E4" or "Runs to its end". */
  readonly title: string;
  /** What does not work that should, and what works that should not. */
  readonly differs: readonly string[];
  readonly failures: readonly { readonly part: string; readonly name: string; readonly mode: string }[];
  /** Nothing shows in an ordinary run. */
  readonly silent: boolean;
}

/** Every failure of the unit run through its sequence. A failure whose size is unknown stands at its middle size. */
export function symptomGroups(unit: UnitModel, report?: (done: number) => void): SymptomGroup[] {
  const faults = unit.parts.flatMap((part) =>
    modesOf(part)
      .filter((mode) => (part.weights[mode.id] ?? mode.weight) > 0)
      .map((mode): Fault => ({ part: part.id, mode: mode.id })),
  );
  return groupSymptoms(unit, faults, symptomTable(unit, faults, report));
}

/**
 * Failures by what they look like in an ordinary run, the most numerous look first, those that show nothing last.
 * @param table its rows in the order of the failures
 */
export function groupSymptoms(
  unit: UnitModel,
  failures: readonly Pick<Fault, "part" | "mode">[],
  { healthy, rows }: Pick<SymptomTable, "healthy" | "rows">,
): SymptomGroup[] {
  const groups = new Map<string, SymptomGroup & { failures: SymptomGroup["failures"][number][] }>();
  rows.forEach((symptom, i) => {
    const { part, mode } = failures[i]!;
    const owner = unit.parts.find((p) => p.id === part)!;
    const title = titleOf(unit, symptom);
    const differs = differences(unit, healthy.worked, symptom);
    const key = [title, ...differs].join("|");
    const group = groups.get(key) ?? { title, differs, failures: [], silent: symptom.asHealthy };
    group.failures.push({
      part,
      name: owner.name,
      mode: CATALOGUE.get(owner.type)!.modes.find((m) => m.id === mode)!.name,
    });
    groups.set(key, group);
  });
  return [...groups.values()].sort(
    (a, b) => Number(a.silent) - Number(b.silent) || b.failures.length - a.failures.length,
  );
}

function titleOf(unit: UnitModel, { stalledAt, end, code, asHealthy }: Symptom): string {
  const board = unit.sequence!;
  const step = board.steps.find((s) => s.id === stalledAt)?.name.toLowerCase();
  const shows = code === undefined ? "" : ` with ${code}`;
  if (end === "dead")
    return step === undefined || stalledAt === board.start ? "Dead" : `Goes dead at ${step}`;
  if (end === "cycle" && step !== undefined) return `Starts over and over at ${step}${shows}`;
  if (step !== undefined) return `Stops at ${step}${shows}`;
  return asHealthy ? "Nothing to see in an ordinary run" : `Runs to its end${shows}`;
}

function differences(unit: UnitModel, healthy: ReadonlySet<string>, { worked, opened }: Symptom): string[] {
  const name = (id: string) => unit.parts.find((p) => p.id === id)!.name;
  return [
    ...[...healthy].filter((id) => !worked.has(id)).map((id) => `${name(id)} does not work`),
    ...[...worked].filter((id) => !healthy.has(id)).map((id) => `${name(id)} works unasked`),
    ...opened.map((id) => `${name(id)} opens`),
  ];
}

import { observationCheck, type Truth } from "#core/diagnosis/index.ts";
import { modesOf, sizesOf, type Fault, type UnitModel } from "#core/unit/index.ts";

/** A fault of the unit by weights, at a size drawn evenly over the decades of its range. */
export function drawFault(
  unit: UnitModel,
  usual: ReadonlyMap<string, number>,
  random: () => number,
  /** Power of the weights: 1 as they are, less makes rare faults likelier. */
  power = 1,
  /** Only modes of which this is true. */
  among: (fault: Fault) => boolean = () => true,
): Fault | undefined {
  const modes = unit.parts
    .filter((p) => unit.items.some((i) => i.id === p.item))
    .flatMap((part) =>
      modesOf(part)
        .filter((m) => m.works !== false && m.intermittent === undefined)
        .filter((m) => among({ part: part.id, mode: m.id }))
        .map((mode) => ({
          part,
          mode,
          weight: (part.weights[mode.id] ?? mode.weight) ** power * (usual.get(`${part.id}:${mode.id}`) ?? 1),
        })),
    );
  let left = random() * modes.reduce((sum, m) => sum + m.weight, 0);
  const drawn = modes.find((m) => (left -= m.weight) <= 0);
  if (!drawn) return undefined;
  const range = sizesOf(drawn.part, drawn.mode);
  const severity = range && range.from * (range.to / range.from) ** random();
  return {
    part: drawn.part.id,
    mode: drawn.mode.id,
    ...(severity === undefined ? {} : { severity: Number(severity.toPrecision(3)) }),
  };
}

/** Something that a customer saw not working, or working badly. */
export interface Sign {
  readonly observation: string;
  readonly badly: boolean;
}

/** As much of what does not work as a customer tells. */
const MOST_SIGNS = 3;

/** What a customer sees of the unit as it is: nothing where all works. */
export function signsOf(unit: UnitModel, truth: Truth): Sign[] {
  return unit.observations
    .filter((o) => o.kind === "works")
    .flatMap((o): Sign[] => {
      const shown = truth(observationCheck(unit, o.id));
      return shown === false || shown === "badly" ? [{ observation: o.id, badly: shown === "badly" }] : [];
    })
    .slice(0, MOST_SIGNS);
}

/** What a customer says: what does not work, in the words of the unit's own questions; undefined where nothing is to be seen. */
export function complaintOf(unit: UnitModel, truth: Truth): string | undefined {
  const wrong = signsOf(unit, truth).map(({ observation, badly }) => {
    const { yes, no } = unit.observations.find((o) => o.id === observation)!;
    return badly ? `${yes}, but weakly` : no;
  });
  if (wrong.length === 0) return undefined;
  const text = wrong.join(", ");
  return `${text[0]!.toUpperCase()}${text.slice(1)}.`;
}

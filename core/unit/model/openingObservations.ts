import { CATALOGUE } from "../catalogue/index.ts";
import type { Observation, UnitModel } from "./model.ts";

/**
 * What a customer or a technician says of whatever protects the unit against current and leakage: whether it opens, and
 * whether only in the course of a run, as when it calls for heat.
 */
export function openingObservations({
  parts,
  states,
  sequence,
  observations,
}: Pick<UnitModel, "parts" | "states" | "sequence" | "observations">): Observation[] {
  const live = states.find((s) => s.power === "live");
  if (!live) return [];
  const known = new Set(observations.map((o) => o.id));
  const plain = { kind: "opens", signs: {}, otherwise: 0.03, minutes: 0.2, state: live.id } as const;
  return parts
    .flatMap((part): Observation[] => {
      const protective = CATALOGUE.get(part.type)?.protective;
      if (!protective || protective.opensOn === "heat") return [];
      const [verb, verbs] = protective.resets ? ["trip", "trips"] : ["blow", "blows"];
      return [
        {
          ...plain,
          id: `opens-${part.id}`,
          question: `Does ${part.name} ${verb}?`,
          yes: `${part.name} ${verbs}`,
          no: `${part.name} holds`,
          part: part.id,
        },
        ...(sequence
          ? [
              {
                ...plain,
                id: `opens-${part.id}-later`,
                question: `Does ${part.name} ${verb} only in the course of a run?`,
                yes: `${verbs} in the course of a run`,
                no: `does not ${verb} in the course of a run`,
                part: part.id,
                step: sequence.start,
              },
            ]
          : []),
      ];
    })
    .filter((o) => !known.has(o.id));
}

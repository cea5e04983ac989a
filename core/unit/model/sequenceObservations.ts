import type { Observation, UnitModel } from "./model.ts";

/** What the unit's sequence lets a customer or a technician see without a tool: the steps it reaches, the code it shows. */
export function sequenceObservations({
  sequence,
  states,
  observations,
}: Pick<UnitModel, "sequence" | "states" | "observations">): Observation[] {
  const live = states.find((s) => s.power === "live");
  if (!sequence || !live) return [];
  const known = new Set(observations.map((o) => o.id));
  const plain = { signs: {}, otherwise: 0.03, minutes: 0.2 };
  const steps = sequence.steps
    .filter(({ id, state }) => state !== undefined && id !== sequence.start)
    .map((step): Observation => {
      const name = step.name.toLowerCase();
      return {
        ...plain,
        id: `reaches-${step.id}`,
        kind: "reaches",
        question: `Does it get as far as “${name}”?`,
        yes: `reaches ${name}`,
        no: `does not reach ${name}`,
        state: step.state ?? live.id,
        step: step.id,
      };
    });
  const codes = sequence.codes.map(({ id, name, lamp }): Observation => ({
    ...plain,
    id: `code-${id}`,
    kind: "code",
    question: `Does it show ${lamp ?? id} (${name.toLowerCase()})?`,
    yes: `shows ${lamp ?? id}`,
    no: `does not show ${lamp ?? id}`,
    state: live.id,
    code: id,
  }));
  return [...steps, ...codes].filter((o) => !known.has(o.id));
}

import type { UnitModel } from "#core/unit/index.ts";
import type { Choice } from "./SeenQuestions.tsx";

/** Where the unit can stop, by the steps of its sequence that can be seen: it reaches one and not the next. */
export function stallChoices({ sequence, observations }: UnitModel): Choice[] {
  if (!sequence) return [];
  const steps = observations.filter((o) => o.kind === "reaches");
  const name = (id: string | undefined) => sequence.steps.find((s) => s.id === id)?.name ?? "";
  const first = sequence.steps.find((s) => s.id === sequence.start)!.name;
  return [
    ...steps.map((next, i) => {
      const before = steps[i - 1];
      return {
        label: before ? `${name(before.step)} and no further` : `${first}: it does not start`,
        answers: [...(before ? [`${before.id}:yes`] : []), `${next.id}:no`].join(),
      };
    }),
    ...(steps.length > 0
      ? [{ label: `${name(steps.at(-1)!.step)}, or it finishes`, answers: `${steps.at(-1)!.id}:yes` }]
      : []),
  ];
}

/** Which code it shows, or none of them. */
export function codeChoices({ observations }: UnitModel): Choice[] {
  const codes = observations.filter((o) => o.kind === "code");
  if (codes.length === 0) return [];
  return [
    { label: "no code", answers: codes.map((c) => `${c.id}:no`).join() },
    ...codes.map((c) => ({ label: c.yes.replace(/^shows /, ""), answers: `${c.id}:yes` })),
  ];
}

/** What trips or blows, and when. */
export function openingChoices({ observations }: UnitModel): Choice[] {
  const opens = observations.filter((o) => o.kind === "opens" && o.step === undefined);
  if (opens.length === 0) return [];
  return [
    { label: "nothing trips or blows", answers: opens.map((o) => `${o.id}:no`).join() },
    ...opens.flatMap((o) => {
      const later = observations.find((l) => l.kind === "opens" && l.part === o.part && l.step !== undefined);
      if (!later) return [{ label: o.yes, answers: `${o.id}:yes` }];
      return [
        { label: `${o.yes} at once`, answers: `${o.id}:yes,${later.id}:no` },
        { label: `${o.yes} during a run`, answers: `${o.id}:yes,${later.id}:yes` },
      ];
    }),
  ];
}

import { CATALOGUE } from "#core/unit/index.ts";
import type { SimulatedUnit } from "./simulatedUnit.ts";

/** What the eyes and ears tell of an observation by now; "not yet" while the unit has not come to it. */
export function answerOf(
  simulated: SimulatedUnit,
  id: string,
  clock: number,
): "yes" | "no" | "badly" | "not yet" {
  const { unit } = simulated;
  const { kind, part, effect, state, step, code, signs } = unit.observations.find((o) => o.id === id)!;
  const says = (yes: boolean) => (yes ? "yes" : "no");
  if (kind === "look" || kind === "smell") {
    const protective = part && CATALOGUE.get(unit.parts.find((p) => p.id === part)!.type)!.protective;
    if (protective) return says(simulated.left.some((f) => f.part === part && f.mode === protective.mode));
    return says(simulated.left.some((f) => (signs[`${f.part}:${f.mode}`] ?? 0) > 0.5));
  }
  const run = simulated.run(clock);
  if (!run) return "not yet";
  if (kind === "code") return says(run.code === code);
  if (kind === "opens") return says(run.opened.some((o) => o.part === part));
  const inState = run.moments.filter(
    (m) => m.seconds > 0 && unit.sequence!.steps.some((s) => s.id === m.step && s.state === state),
  );
  if (kind === "reaches") {
    if (run.reached.includes(step!)) return "yes";
    return isOver(simulated, clock) ? "no" : "not yet";
  }
  if (kind === "listen") {
    if (inState.some((m) => m.relays.has(part!))) return "yes";
    return inState.length > 0 || isOver(simulated, clock) ? "no" : "not yet";
  }
  const works = inState.flatMap((m) =>
    effect === undefined || m.situation.effects.has(effect) ? (m.working.get(part!) ?? []) : [],
  );
  if (works.some((w) => w.how === "well")) return "yes";
  if (works.length > 0) return "badly";
  const isAwaited = effect !== undefined && !isOver(simulated, clock);
  return (inState.length > 0 && !isAwaited) || isOver(simulated, clock) ? "no" : "not yet";
}

/** Nothing more happens by itself: all that an ordinary run asks for is set, and the unit rests, has given up, or is dead. */
function isOver(simulated: SimulatedUnit, clock: number): boolean {
  const { unit } = simulated;
  const run = simulated.run(clock);
  if (!run) return false;
  if (run.end.kind === "dead" || run.end.kind === "lock-out") return true;
  const asked = unit.sequence!.environment.every((e) => simulated.inputs[e.id] === e.run);
  return asked && run.end.kind !== "until";
}

import type { JobView } from "#core/view/index.ts";

export interface TourStep {
  readonly id: "power" | "reading" | "suspects" | "call";
  readonly text: string;
}

/** What a newcomer does in a first job, in order. */
export const TOUR: readonly TourStep[] = [
  { id: "power", text: "Declare the power: tap the field above, and confirm what you did." },
  {
    id: "reading",
    text: "Take the check on the card: probes where it says, meter as it says. Write what it shows in the line below.",
  },
  {
    id: "suspects",
    text: "The list of suspects has moved. Open one to see which findings raised or lowered it, then take the next check.",
  },
  { id: "call", text: "One item stands out. Press Call: it says what proves it and what would disprove it." },
];

/** The step that somebody stands at in a job; undefined once they have made a call. */
export function tourStep({
  state,
  call,
}: Pick<JobView, "call"> & {
  readonly state: Pick<JobView["state"], "band" | "closed" | "call" | "ledger">;
}): TourStep | undefined {
  if (state.closed || state.call) return undefined;
  const step = (id: TourStep["id"]) => TOUR.find((s) => s.id === id);
  if (call.ready) return step("call");
  if (state.band === "unproven") return step("power");
  const measured = state.ledger.filter((e) => !e.retracted && e.check.kind === "reading").length;
  return measured === 0 ? step("reading") : measured < 3 ? step("suspects") : undefined;
}

import { byItem, LISTED, weighFindings, type Dictionary } from "#core/diagnosis/index.ts";
import { replay, type JobEvent } from "#core/job/index.ts";
import { knownUnit } from "./knownUnit.ts";
import { checkText, itemName } from "./words.ts";

/** How the likeliest items stood after each finding. */
export interface SuspectsOverTime {
  /** The findings in order; the first step is before any. */
  readonly steps: readonly { readonly text: string; readonly at: string }[];
  /** Items that led at some step, each with its chance at every step. */
  readonly items: readonly { readonly name: string; readonly chances: readonly number[] }[];
}

/** Lines that a chart can tell apart without colour. */
const MOST_ITEMS = 5;

/** Weighs a job's findings one after another, by the listed faults alone: what it showed while it was worked. */
export function suspectsOverTime(dictionary: Dictionary, events: readonly JobEvent[]): SuspectsOverTime {
  const { unit } = dictionary;
  const marks = events.flatMap((e, i) =>
    e.body.type === "finding" || e.body.type === "repaired" || e.body.type === "retraction" ? [i] : [],
  );
  const intake = events[0]?.at;
  // What was said when it was taken in is one step.
  const ends = marks.filter((i) => events[i]!.at !== intake);
  const first = ends[0] ?? events.length;
  const chances = [first - 1, ...ends].map((end) => {
    const state = replay(unit, events.slice(0, end + 1));
    const { dictionary: known, posterior } = weighFindings(
      knownUnit(dictionary, state),
      state.evidence,
      LISTED,
    );
    return new Map(byItem(known, posterior).map((i) => [i.id, i.chance]));
  });
  const peaks = new Map<string, number>();
  for (const step of chances)
    for (const [id, chance] of step) peaks.set(id, Math.max(peaks.get(id) ?? 0, chance));
  const shown = [...peaks]
    .filter(([id]) => unit.items.some((i) => i.id === id))
    .sort((a, b) => b[1] - a[1])
    .slice(0, MOST_ITEMS);
  const stateAtEnd = replay(unit, events);
  const checkOf = new Map(stateAtEnd.ledger.map((e) => [e.event.id, e.check]));
  return {
    steps: [
      { text: "taken in", at: intake ?? "" },
      ...ends.map((i) => {
        const { body, id, at } = events[i]!;
        const check = checkOf.get(id);
        return {
          at,
          text: body.type === "repaired" ? "repaired" : check ? checkText(unit, check) : "taken back",
        };
      }),
    ],
    items: shown.map(([id]) => ({
      name: itemName({ unit, suspects: unit.parts }, id),
      chances: chances.map((step) => step.get(id) ?? 0),
    })),
  };
}

import { FUNCTION_NAME, type MeterFunction } from "#core/meter/index.ts";
import { describeQuantityProblem, type QuantityProblem } from "#core/quantity/index.ts";

/** Why a line is no finding. */
export type EntryProblem =
  | { readonly code: "quantity"; readonly problem: QuantityProblem }
  | { readonly code: "no-value"; readonly at: string }
  | { readonly code: "no-pair" }
  | { readonly code: "unknown-point"; readonly at: string; readonly similar: readonly string[] }
  | { readonly code: "ambiguous-point"; readonly at: string; readonly candidates: readonly string[] }
  | { readonly code: "ambiguous-look"; readonly candidates: readonly string[] }
  /** Something seen that the model does not know of: good for a note. */
  | { readonly code: "unknown-look"; readonly at: string }
  | { readonly code: "too-many-points"; readonly at: string }
  | { readonly code: "unknown-state"; readonly at: string; readonly known: readonly string[] }
  | { readonly code: "unit-misfit"; readonly unit: string; readonly fn: MeterFunction }
  | { readonly code: "one-point-for-ohms"; readonly at: string }
  /** "ac 24 vdc": what was named before the number and with it cannot both be. */
  | { readonly code: "contradiction"; readonly named: MeterFunction; readonly given: MeterFunction }
  /** "N - 3": a sign or a dash. */
  | { readonly code: "sign-or-dash"; readonly at: string }
  /** A reading that does not stand still has no one number. */
  | { readonly code: "unsteady"; readonly at: string }
  | { readonly code: "unknown-lift"; readonly at: string; readonly known: readonly string[] }
  | { readonly code: "which-reference"; readonly at: string; readonly candidates: readonly string[] };

/** The sentence beside the field for a line that was not understood. */
export function describeEntryProblem(problem: EntryProblem): string {
  switch (problem.code) {
    case "quantity":
      return describeQuantityProblem(problem.problem);
    case "no-value":
      return `No reading at the end of “${problem.at}”. End with what the meter shows: 118 vac, 44 ohm, OL, beep or no beep.`;
    case "no-pair":
      return "Which pair? Name two points, for example P4.3 to N, or a part, for example TC1.";
    case "unknown-point":
      return `There is no point “${problem.at}” on this unit.${problem.similar.length > 0 ? ` Near it: ${problem.similar.join(", ")}.` : ""}`;
    case "ambiguous-point":
      return `“${problem.at}” may be ${problem.candidates.join(", ")}. Which one?`;
    case "ambiguous-look":
      return `That may answer more than one question: ${problem.candidates.join(" ")} Answer it under “Look first”, or name the part.`;
    case "unknown-look":
      return `This unit's model has no look like “${problem.at}”. It can be kept as a note.`;
    case "too-many-points":
      return `“${problem.at}” names more than two points. Name the red one, then the black one.`;
    case "unknown-state":
      return `This unit has no state “${problem.at}”. It has ${problem.known.join(", ")}.`;
    case "unit-misfit":
      return `${problem.unit} does not fit the function ${FUNCTION_NAME[problem.fn]}. Correct the unit or the function.`;
    case "one-point-for-ohms":
      return `Ohms are read between two points. Name the other one after ${problem.at}.`;
    case "contradiction":
      return `${FUNCTION_NAME[problem.named]} and ${FUNCTION_NAME[problem.given]} in one line. Which one did the meter stand on?`;
    case "sign-or-dash":
      return `Is it −${problem.at} or ${problem.at}? Write -${problem.at} without a space, or leave the dash out.`;
    case "unsteady":
      return "A reading that jumps has no one number. Enter the lowest and the highest, for example lowest 198, or keep it as a note.";
    case "unknown-lift":
      return `“${problem.at}” is nothing that comes off on this unit. It has ${problem.known.join(", ")}.`;
    case "which-reference":
      return `From ${problem.at} to which: ${problem.candidates.join(" or ")}? Name it after ${problem.at}.`;
  }
}

import { checkOf, type JobEvent } from "#core/job/index.ts";
import { checkText, resultText } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

/** An entry in words that stand by themselves, on any page: what was typed, and what it came to. */
export function entryTitle(unit: UnitModel, { body }: JobEvent): string {
  switch (body.type) {
    case "finding": {
      const typed = body.typed ? `“${body.typed}”, ` : "";
      return `${typed}${checkText(unit, checkOf(unit, body))}: ${resultText(unit, body)}`;
    }
    case "strip":
      return `try of the strip-down: ${body.tripped ? "opens" : "holds"}`;
    case "band":
      return `power declared ${body.band}`;
    case "note":
      return `note: ${body.text}`;
    case "claim":
      return `claim: ${body.text}`;
    case "skipped":
      return `${body.why}: ${body.title}`;
    case "call":
      return "the call";
    case "repaired":
      return `repaired: ${body.what}`;
    case "jumper":
      return `jumper ${body.of === undefined ? "fitted" : "taken off"}: ${body.where}`;
    case "setting":
      return `${body.name}, ${body.when} the repair: ${body.value}`;
    case "refitted":
      return `wire back: ${body.wire}, ${body.colour}`;
    case "safety":
      return "a safety test";
    case "ordered":
      return `ordered of ${body.supplier}`;
    case "arrived":
      return "the part has come";
    case "moved":
      return "moved to another revision of the unit";
    case "learning":
      return `what the shop has learned ${body.on ? "is used" : "is left aside"}`;
    case "closed":
      return `job closed, ${body.outcome}`;
    default:
      return body.type;
  }
}

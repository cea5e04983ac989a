import { showPoint } from "#core/entry/index.ts";
import { FUNCTION_NAME } from "#core/meter/index.ts";
import type { JobState, Misfit } from "#core/job/index.ts";
import { listText, valueText } from "./words.ts";

/** An entry that the unit's revision has no place for, with the reason: "TB·1 to N, V AC: 118 V. This revision has no point TB·1." */
export function unplacedText({ event: { body }, why }: JobState["unplaced"][number]): string {
  return `${entryText(body)}. ${listText(why.map(misfitText), why.length)}.`;
}

function entryText(body: JobState["unplaced"][number]["event"]["body"]): string {
  switch (body.type) {
    case "finding":
    case "twin": {
      const { check, result } = body;
      if (check.kind !== "reading") {
        const asked = check.kind === "observation" ? check.observation : `${check.trial} ${check.subject}`;
        return `${asked}: ${result.kind === "seen" && result.seen ? "yes" : "no"}`;
      }
      const pair = `${showPoint(check.red)} to ${showPoint(check.black)}, ${FUNCTION_NAME[check.fn]}`;
      if (result.kind === "value")
        return `${pair}: ${valueText(check.fn, result.value === "OL" ? Infinity : result.value)}`;
      return `${pair}: ${result.kind === "beep" && result.beep ? "beep" : "no beep"}`;
    }
    case "strip":
      return `Try of the strip-down: ${body.tripped ? "opens" : "holds"}`;
    case "claim":
      return `Claimed: ${body.text}`;
    case "call":
      return `Called: ${body.item}`;
    default:
      return body.type;
  }
}

function misfitText(misfit: Misfit): string {
  switch (misfit.code) {
    case "unknown":
      return `This revision has no ${misfit.what} ${showPoint(misfit.id)}`;
    case "state-power":
      return `“${misfit.state}” is not a state for this reading any more`;
    case "trial":
      return misfit.message.replace(/\.$/u, "");
  }
}

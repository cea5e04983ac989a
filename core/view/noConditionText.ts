import type { NoCondition } from "#core/sequence/index.ts";

/** Why no volts tell what was said of a part. */
export function noConditionText({ code, part }: NoCondition): string {
  return code === "not-of-it"
    ? `${part} cannot do that: it has no such contact, or is no sensor.`
    : `${part} stands at the same volts either way in this state: nothing feeds it, or something lies across it.`;
}

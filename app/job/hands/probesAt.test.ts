import { describe, expect, test } from "@jest/globals";
import { AutoHold } from "#core/meter/index.ts";
import { probesAt } from "./probesAt.ts";

/** What would be held for a check that begins now, while the meter goes on to show the same. */
function heldAt(value: number, before: number | undefined): number | undefined {
  const hold = new AutoHold("ohm", before);
  return Array.from({ length: 6 }, () => hold.push(value)).find((v) => v !== undefined);
}

describe("a card that comes in the place of another while the probes stay", () => {
  test("does not hold what the meter shows of the pair before, though something else was taken last", () => {
    const before = probesAt("bench ohm", { by: "bench ohm", value: 900 }, 26.5);
    expect(heldAt(900, before)).toBeUndefined();
    expect(heldAt(26.5, before)).toBe(26.5);
  });

  test("holds the same value again once the probes have been in the air", () => {
    expect(heldAt(26.5, probesAt("bench ohm", { by: "bench ohm", value: Infinity }, 26.5))).toBe(26.5);
  });

  test("goes by what was taken where the meter has shown nothing with this setting since", () => {
    expect(heldAt(26.5, probesAt("bench ohm", { by: "bench vac", value: 230 }, 26.5))).toBeUndefined();
    expect(heldAt(26.5, probesAt("bench ohm", undefined, undefined))).toBe(26.5);
  });
});

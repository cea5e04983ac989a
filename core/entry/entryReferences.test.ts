import { describe, expect, test } from "@jest/globals";
import { THREE_SUPPLIES, unitOf } from "../../tests/support/bareUnit.ts";
import { parseEntry } from "./entry.ts";

const unit = unitOf(THREE_SUPPLIES);
const pair = (line: string) => {
  const result = parseEntry(unit, line, {
    liveSetup: { state: "on", lifts: [] },
    deadSetup: { state: "dead", lifts: [] },
  });
  if (!result.ok || result.body.type !== "finding" || result.body.check.kind !== "reading")
    return result.ok ? "no reading" : result.problem.code;
  const { red, black, fn } = result.body.check;
  return `${red} to ${black}, ${fn}`;
};

describe("a reading of one point", () => {
  test.each([
    ["E1.1 14.8V", "E1.1 to B1.minus, vdc"],
    ["E2.1 9.1V", "E2.1 to C1.minus, vdc"],
    ["H1.1 229V", "H1.1 to V1.n, vac"],
    ["T1.s1 12.2VAC", "T1.s1 to T1.s2, vac"],
  ])("%s is %s: of several supplies, the return of the point's own", (line, expected) =>
    expect(pair(line)).toBe(expected),
  );
});

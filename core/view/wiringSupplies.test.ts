import { describe, expect, test } from "@jest/globals";
import { THREE_SUPPLIES, unitOf } from "../../tests/support/bareUnit.ts";
import { buildDictionary } from "../diagnosis/index.ts";
import { wiringView } from "./index.ts";

describe("the figures on the drawing of a unit with several supplies", () => {
  const view = wiringView(buildDictionary(unitOf(THREE_SUPPLIES)), [], "on");
  const expected = (id: string) => view.points.find((p) => p.id === id)!.expected;

  test("stand for each point against the return of its own supply", () => {
    // Nine volts of a battery that is joined to nothing else; mains; a floating secondary.
    expect(expected("E2.1")).toMatch(/^(9\.0\d*|8\.9\d*) V$/u);
    expect(expected("H1.1")).toMatch(/^2[23]\d V$/u);
    expect(expected("T1.s1")).toMatch(/^1[12]\.\d V$/u);
    expect(expected("C1.minus")).toBeUndefined();
  });
});

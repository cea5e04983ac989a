import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import { percentText } from "./percent.ts";
import { WIRE_COLOUR, wireColours } from "./wireColours.ts";

describe("chances as they are said", () => {
  test.each([
    [0, "<1"],
    [0.0099, "<1"],
    [0.01, "1"],
    [0.014, "1"],
    [0.016, "2"],
    [0.345, "35"],
    [0.99, "99"],
    [0.9901, ">99"],
    [1, ">99"],
  ])("%p is said as %s", (chance, wanted) => expect(percentText(chance)).toBe(wanted));
});

describe("wires as they are drawn", () => {
  test("a tracer is the colour after the stroke; an unknown colour is drawn grey, never left out", () => {
    expect(wireColours("green/yellow")).toEqual({
      body: WIRE_COLOUR["green"],
      tracer: WIRE_COLOUR["yellow"],
    });
    expect(wireColours("brown")).toEqual({ body: WIRE_COLOUR["brown"] });
    expect(wireColours("puce/red")).toEqual({ body: "#8a8d8f", tracer: WIRE_COLOUR["red"] });
    expect(wireColours("")).toEqual({ body: "#8a8d8f" });
  });

  test("every colour of the demo units is one that is drawn", () => {
    for (const unit of demoUnits().values())
      for (const { colour } of unit.parts as readonly { colour?: string }[])
        for (const one of colour?.split("/") ?? [])
          expect({ unit: unit.id, one, known: one in WIRE_COLOUR }).toEqual({
            unit: unit.id,
            one,
            known: true,
          });
  });
});

import { expect, test } from "@jest/globals";
import { isWireColour, wireColours } from "./wireColours.ts";

test("a colour and its tracer are drawn; what is no colour is not taken for a grey wire", () => {
  expect(["grey", "green/yellow", "black/white"].every(isWireColour)).toBe(true);
  expect(["earth lead", "own lead", ""].some(isWireColour)).toBe(false);
  expect(wireColours("green/yellow")).toEqual({
    body: wireColours("green").body,
    tracer: wireColours("yellow").body,
  });
});

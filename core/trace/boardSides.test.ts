import { describe, expect, test } from "@jest/globals";
import { boardSides } from "./boardSides.ts";
import { TRACE_KINDS } from "./kinds.ts";

/** Each step as a letter: i inside, j joined without a wire, n or f for a pin whose near or far end is the board's. */
function sides(kinds: string, fromBoard = false): string {
  const found = boardSides(
    kinds.split(" ").map((id) => TRACE_KINDS.get(id)!),
    fromBoard,
  );
  return found
    .map(
      ({ inside, joined, boardNear }) =>
        (inside ? "i" : "") + (joined ? "j" : "") + (boardNear === undefined ? "" : boardNear ? "n" : "f") ||
        "-",
    )
    .join(" ");
}

describe("what sits on a board", () => {
  test.each([
    ["fuse switch heater", "- - -"],
    // In at one pin, out at the other.
    ["pin relay pin heater", "f ij jn -"],
    ["pin fuse relay pin heater", "f ij ij jn -"],
    ["pin pin", "f jn"],
    // A switch sits on no board: both pins are plugs of the harness.
    ["pin switch pin", "- - -"],
    // One pin beside a relay: the board is on that side.
    ["pin relay heater", "f ij -"],
    ["relay pin heater", "- jn -"],
    // Four pins are in and out twice.
    ["pin relay pin switch pin relay pin heater", "f ij jn - f ij jn -"],
    ["pin", "-"],
  ])("%s: %s", (kinds, wanted) => expect(sides(kinds)).toBe(wanted));

  test.each([
    ["output pin heater", "ij jn -"],
    ["pin heater", "jn -"],
    ["relay heater", "ij -"],
    ["switch heater", "- -"],
  ])("from a board's own supply, %s: %s", (kinds, wanted) => expect(sides(kinds, true)).toBe(wanted));
});

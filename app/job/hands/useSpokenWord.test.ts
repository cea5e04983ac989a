import { describe, expect, test } from "@jest/globals";
import { endsWithWord } from "./useSpokenWord.ts";

describe("a spoken word", () => {
  test.each([
    ["take it", true],
    ["Okay, take it.", true],
    ["TAKE", true],
    ["mistake", false],
    ["take it off", false],
    ["", false],
  ])("“%s”: %s", (heard, is) => expect(endsWithWord(heard, ["take it", "take"])).toBe(is));
});

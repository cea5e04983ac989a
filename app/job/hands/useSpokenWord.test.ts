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

  test.each([
    ["Bitte übernehmen.", true],
    ["ÜBERNEHMEN", true],
    ["nicht mehr vorübernehmen", false],
    ["übernehmen wir gleich", false],
  ])("“%s”: %s, in German", (heard, is) => expect(endsWithWord(heard, ["übernehmen"])).toBe(is));
});

import { describe, expect, test } from "@jest/globals";
import { wireColour } from "./wireColours.ts";

// IEC 60757's letters, from memory; North American abbreviations: common practice, no source.
describe("a wire's colour as drawings write it", () => {
  test.each([
    [
      "BK BN RD OG YE GN BU VT GY WH PK TQ",
      "black brown red orange yellow green blue violet grey white pink turquoise",
    ],
    [
      "BLK BRN RED ORN YEL GRN BLU VIO GRY WHT PNK TAN",
      "black brown red orange yellow green blue violet grey white pink tan",
    ],
    ["Gray purple ORG pur", "grey violet orange violet"],
  ])("%s", (codes, names) => expect(codes.split(" ").map(wireColour)).toEqual(names.split(" ")));

  test.each(["green/yellow", "GN/YE", "GNYE", "GRN-YEL", "grn/yellow", "gnye"])("%s has a tracer", (word) =>
    expect(wireColour(word)).toBe("green/yellow"),
  );

  test.each(["BL", "BR", "", "cyan", "green/", "/yellow", "GN/YE/BU", "GNYEBU", "GNXX", "F1", "4", "redd"])(
    "“%s” is none, or two at once",
    (word) => expect(wireColour(word)).toBeUndefined(),
  );
});

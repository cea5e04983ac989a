import { describe, expect, test } from "@jest/globals";
import { readUnit } from "../index.ts";
import { upgradeUnit, type Migration } from "./versions.ts";

/** Invented: version 2 calls the ground "earth", version 3 counts hertz in tens. */
const steps: Migration[] = [
  ({ ground, ...rest }) => ({ ...rest, earth: ground }),
  (file) => ({ ...file, hertz: Number(file["hertz"]) / 10 }),
];

describe("files of older versions", () => {
  test("pass through every step up to the current one", () => {
    expect(upgradeUnit({ version: 1, ground: "PE", hertz: 50 }, steps, 3)).toEqual({
      ok: true,
      file: { version: 3, earth: "PE", hertz: 5 },
    });
  });

  test("a file halfway takes the later steps only", () => {
    expect(upgradeUnit({ version: 2, earth: "PE", hertz: 50 }, steps, 3)).toEqual({
      ok: true,
      file: { version: 3, earth: "PE", hertz: 5 },
    });
  });

  test("a file from the future is refused by its version", () => {
    const result = readUnit({ format: "zygodrome-unit", version: 9 });
    expect(result).toEqual({
      ok: false,
      problems: [
        { path: "version", message: "this file says version 9; this program reads versions 1 to 1" },
      ],
    });
  });

  test.each([null, 7, "unit", {}, { version: "1" }])("%j is left to the schema", (file) => {
    expect(upgradeUnit(file)).toEqual({ ok: true, file });
    expect(readUnit(file).ok).toBe(false);
  });
});

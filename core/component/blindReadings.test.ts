import { describe, expect, test } from "@jest/globals";
import { BLIND_FORMS } from "../../tests/support/blindReadings.ts";
import { componentTest, judgeEntries, readEntries } from "./index.ts";

describe("readings judged before the program was asked", () => {
  for (const { id, line, verdicts, entries } of BLIND_FORMS)
    test(`${id}, ${line}`, () => {
      const of = componentTest(id)!;
      // A field that the test has not would be passed over in silence.
      expect(of.fields.map((f) => f.id)).toEqual(expect.arrayContaining(Object.keys(entries)));
      const read = readEntries(of, entries);
      expect(verdicts).toContain(judgeEntries(of, read)?.verdict ?? "none");
    });
});

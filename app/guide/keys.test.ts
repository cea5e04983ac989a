import { describe, expect, test } from "@jest/globals";
import { parseEntry, type EntryContext } from "#core/entry/index.ts";
import { german } from "#core/german/index.ts";
import { translatorOf } from "#core/language/index.ts";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import { LINES } from "./keys.ts";

const unit = demoUnits().get("glasswasher-gw4")!;
const say = translatorOf(german);
const setup = { state: "standby", lifts: [] };
const around: EntryContext = {
  pending: { kind: "reading", id: "standby/vac/P4.3/P1.2", setup, fn: "vac", red: "P4.3", black: "P1.2" },
  liveSetup: setup,
  deadSetup: { state: "dead", lifts: [] },
};

describe("an example of a line", () => {
  test.each(LINES.map(([line]) => [line, say(line)]))(
    "“%s” is understood, and as “%s” in German",
    (line, inGerman) => {
      const english = parseEntry(unit, line, around);
      expect(english.ok).toBe(true);
      expect(parseEntry(unit, inGerman, { ...around, language: "de", say })).toEqual(english);
    },
  );
});

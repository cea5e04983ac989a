import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "@jest/globals";
import { TERMS } from "../../app/guide/terms.ts";
import { gather } from "../../bin/words/gather.ts";

/** What the trade does not say, or says otherwise. */
const NOT_SAID: readonly (readonly [RegExp, string])[] = [
  [/\bcleared\b|\bclears \d|\bleaves \.\.\./u, "ruled out, rules out, still possible"],
  [/\bas good as\b/u, "ruled out"],
  [/\b(?:it|It) trips with\b|\bsuspected with\b/iu, "chance it trips: 19 %"],
  [/\bno check here tells\b/iu, "the listed checks can't separate these"],
  [/\bon the twin\b|\bits twin\b|\bthe twin\b/iu, "known-good unit"],
  [/\bcommon to (?:make|break)\b|\b(?:working|rest) contact\b/iu, "COM–NO, COM–NC, NO contact, NC contact"],
  [/\blets? go\b/iu, "drops out"],
  [/\bof both ways\b/iu, "lower of the two directions"],
  [/^The question$/u, "Back to the check"],
  [/\bwith the unit's own plug\b/iu, "Unit unplugged"],
  [/\breckon(?:ed|ing)?\b/iu, "calculate"],
  [/\bbegin afresh\b|\bstop the round\b/iu, "Start over, Stop stepping"],
  [/\bfed (?:straight|directly)\b/iu, "powered directly"],
  [/\blies beside\b/iu, "in parallel"],
  [/\bvolts by amps\b/iu, "impedance"],
  [/\bhot end\b/iu, "measuring junction"],
  [/\bexchanged\b/iu, "reversed, swapped"],
  [/\bcooks?\b|\bbrowns?(?:ed)?\b/iu, "overheats, discolours"],
  [/\bgives what it should\b/iu, "Reads correctly"],
  [/\bdo not carry this call\b/iu, "Not enough evidence yet"],
  [/\bruns to its end\b/iu, "finishes"],
  [/\bas it should\.?$/u, "as expected"],
];

/** Where the words of the trade are held to; what the model's own failures are called is the catalogue's. */
const AREAS = ["app", "core/view", "core/entry", "core/component", "core/loads", "core/job", "core/quantity"];
/** Colours of wires and the spoken forms that the entry understands are no words of the interface. */
const NOT_SHOWN = ["app/words/wireColours.ts", "core/entry/dictation.ts", "core/entry/lookWords.ts"];

describe("words of the interface", () => {
  const all = gather().filter(
    ({ file }) => AREAS.some((area) => file.startsWith(`${area}/`)) && !NOT_SHOWN.includes(file),
  );

  test("the list holds what each area shows", () => {
    expect(all.length).toBeGreaterThan(1500);
    for (const [area, text] of [
      ["app", "Make the call"],
      ["core/view", "take off the {0}, {1}"],
      ["core/entry", "“{0}” may be {1}. Which one?"],
      ["core/component", "Open: it conducts neither way."],
    ] as const)
      expect(all.filter((s) => s.file.startsWith(area)).map((s) => s.text)).toContain(text);
  });

  test.each(NOT_SAID)("nothing says %s", (pattern, instead) =>
    expect(
      all.filter((s) => pattern.test(s.text)).map((s) => `${s.file}:${s.line} “${s.text}”: say ${instead}`),
    ).toEqual([]),
  );
});

test("every term that is explained is explained where it stands, and no other", () => {
  const pages = readdirSync("app", { recursive: true, encoding: "utf8" }).filter((f) => f.endsWith(".tsx"));
  const placed = pages.flatMap((file) =>
    [...readFileSync(join("app", file), "utf8").matchAll(/<Term id="(\w+)"/gu)].map(([, id]) => id!),
  );
  expect([...new Set(placed)].sort()).toEqual(Object.keys(TERMS).sort());
});

test("what can be chosen is sent by a value of its own, not by its text, which another language has otherwise", () => {
  const files = readdirSync("app", { recursive: true, encoding: "utf8" }).filter((f) => f.endsWith(".tsx"));
  const options = files.flatMap((f) =>
    [...readFileSync(join("app", f), "utf8").matchAll(/<option\b[^>]*>/gu)].map(([tag]) => `${f}: ${tag}`),
  );
  expect(options.length).toBeGreaterThan(20);
  expect(options.filter((o) => !/\bvalue=/u.test(o))).toEqual([]);
});

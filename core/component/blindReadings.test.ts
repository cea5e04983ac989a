import { describe, expect, test } from "@jest/globals";
import { BLIND } from "../../tests/support/blindReadings.ts";
import { componentTest, judgeEntries, readEntries, type Entries } from "./index.ts";

/** “good|doubtful: amps=5 ohms=0.1”: the verdicts that will do, and what is entered. */
const LINE = /^(?:widened )?(?<verdicts>[a-z|]+): (?<form>.+)$/u;
const ENTRY = /(\S+?)=([^=]*?)(?=\s\S+=|$)/gu;

const entriesOf = (form: string): Entries =>
  Object.fromEntries([...form.matchAll(ENTRY)].map(([, field, typed]) => [field!, typed!]));

describe("readings judged before the program was asked", () => {
  for (const [id, lines] of Object.entries(BLIND))
    test.each(
      lines
        .trim()
        .split("\n")
        .map((line) => line.trim()),
    )(`${id}, %s`, (line) => {
      const { verdicts, form } = LINE.exec(line)!.groups!;
      const of = componentTest(id)!;
      const entries = entriesOf(form!);
      // A field that the test has not would be passed over in silence.
      expect(of.fields.map((f) => f.id)).toEqual(expect.arrayContaining(Object.keys(entries)));
      const read = readEntries(of, entries);
      expect(verdicts!.split("|")).toContain(judgeEntries(of, read)?.verdict ?? "none");
    });
});

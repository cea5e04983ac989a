import { describe, expect, test } from "@jest/globals";
import { componentTest, judgeEntries, readEntries, type Entries } from "./index.ts";
import { READINGS } from "../../tests/support/expertReadings.ts";

function judge(id: string, entries: Entries) {
  const found = componentTest(id)!;
  const read = readEntries(found, entries);
  expect(read.problems).toEqual({});
  return judgeEntries(found, read)!;
}

describe("what a careful expert would sign", () => {
  test.each(READINGS)("%s, %j: %s", (id, entries, verdict, says) => {
    const judgement = judge(id, entries);
    expect(judgement).toMatchObject({ verdict });
    expect(judgement.sentence).toMatch(says);
    expect(judgement.sentence).not.toMatch(/NaN|Infinity|undefined/);
  });
});

import { describe, expect, test } from "@jest/globals";
import { judge } from "../../tests/support/judgedTest.ts";
import { READINGS } from "../../tests/support/expertReadings.ts";

describe("what a careful expert would sign", () => {
  test.each(READINGS)("%s, %j: %s", (id, entries, verdict, says) => {
    const judgement = judge(id, entries);
    expect(judgement).toMatchObject({ verdict });
    expect(judgement.sentence).toMatch(says);
    expect(judgement.sentence).not.toMatch(/NaN|Infinity|undefined/);
  });
});

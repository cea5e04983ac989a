import { describe, expect, test } from "@jest/globals";
import { judge } from "../../tests/support/judgedTest.ts";
import { VERDICTS } from "../../tests/support/everyVerdict.ts";
import { READINGS } from "../../tests/support/expertReadings.ts";
import { EXAMPLES } from "../../tests/support/workedExamples.ts";
import { COMPONENT_TESTS } from "./index.ts";

describe("verdicts, each by readings that lead to it", () => {
  test.each(VERDICTS)("%s %j is %s: %s", (id, entries, verdict, code) => {
    const judged = judge(id, entries);
    expect([judged.verdict, judged.code]).toEqual([verdict, code]);
  });

  test("no table has a line that no worked case comes to", () => {
    const reached = new Map(COMPONENT_TESTS.map(({ id }) => [id, new Set<string>()]));
    for (const [id, entries] of [...VERDICTS, ...EXAMPLES, ...READINGS])
      for (const code of judge(id, entries).code.split("+")) reached.get(id)!.add(code);
    const left = COMPONENT_TESTS.flatMap(({ id, codes }) =>
      codes.flatMap((code) => (reached.get(id)!.has(code) ? [] : [`${id} ${code}`])),
    );
    expect(left).toEqual([]);
  });
});

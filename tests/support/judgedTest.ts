import { expect } from "@jest/globals";
import {
  componentTest,
  judgeEntries,
  readEntries,
  type Entries,
  type Judgement,
} from "#core/component/index.ts";

/** Runs a component test as its form does: what is typed can be used, and it is judged. */
export function judge(id: string, entries: Entries): Judgement {
  const found = componentTest(id)!;
  const read = readEntries(found, entries);
  expect(read.problems).toEqual({});
  return judgeEntries(found, read)!;
}

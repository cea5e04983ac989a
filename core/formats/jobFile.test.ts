import { expect, test } from "@jest/globals";
import { jobFileSchema } from "./jobFile.ts";

/** What is said of a job file that was opened then; nothing where its time can be kept. */
const said = (openedAt: string) => {
  const read = jobFileSchema.safeParse({ job: { openedAt } });
  return read.error!.issues.filter((i) => i.path.join(".") === "job.openedAt").map((i) => i.message);
};

test("a job was taken in between 1900 and 2199: the log has parts for those years", () => {
  expect(said("1900-01-01T00:00:00Z")).toEqual([]);
  expect(said("2199-12-31T23:59:59Z")).toEqual([]);
  expect(said("1899-12-31T23:59:59Z")).toEqual(["The year must be 1900 to 2199."]);
  expect(said("2200-01-01T00:00:00Z")).toEqual(["The year must be 1900 to 2199."]);
});

import { readFileSync } from "node:fs";
import { expect, test } from "@jest/globals";
import { PAGES } from "../../bin/schema.ts";

test("the pages that are written from the code are what the code writes", () => {
  expect(Object.keys(PAGES)).toEqual(["docs/parts.md", "docs/component-tests.md"]);
  for (const [path, page] of Object.entries(PAGES)) expect(readFileSync(path, "utf8")).toBe(page());
});

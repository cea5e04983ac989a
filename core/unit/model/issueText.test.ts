import { describe, expect, test } from "@jest/globals";
import { z } from "zod";
import { issueText } from "./issueText.ts";

const said = (schema: z.ZodType, value: unknown): string[] =>
  schema.safeParse(value).error?.issues.map(issueText) ?? [];

/** What is wrong with a value, both sides of each limit. */
describe("what is wrong, as one says it of a field", () => {
  test.each<[string, z.ZodType, unknown, string[]]>([
    ["nothing where a text is needed", z.string(), undefined, ["is needed: a text"]],
    ["nothing where a number is needed", z.number(), undefined, ["is needed: a number"]],
    ["a text for a number", z.number(), "5", ["must be a number"]],
    ["a number for yes or no", z.boolean(), 1, ["must be yes or no"]],
    ["a text for a list", z.array(z.string()), "a", ["must be a list"]],
    ["a list for a record", z.object({}), [], ["must be a record"]],
    ["an empty text", z.string().min(1), "", ["is needed: a text"]],
    ["a text too short", z.string().min(3), "ab", ["needs 3 at least"]],
    ["a text too long", z.string().max(2), "abc", ["must have 2 characters at most"]],
    ["a text as long as may be", z.string().max(2), "ab", []],
    ["too small a number", z.number().min(40), 39.9, ["must be 40 at least"]],
    ["the least number", z.number().min(40), 40, []],
    ["too large a number", z.number().max(70), 70.1, ["must be 70 at most"]],
    ["the largest number", z.number().max(70), 70, []],
    ["nought where it must be more", z.number().positive(), 0, ["must be more than 0"]],
    ["what must be less", z.number().lt(1), 1, ["must be less than 1"]],
    ["too short a list", z.array(z.string()).min(3), ["a", "b"], ["needs 3 at least"]],
    ["too long a list", z.array(z.string()).max(1), ["a", "b"], ["takes 1 at most"]],
    ["another word", z.enum(["live", "dead"]), "on", ["must be one of live, dead"]],
    ["another word where there is one", z.literal("for a moment"), "always", ["must be for a moment"]],
    ["strange fields", z.strictObject({}), { a: 1, b: 2 }, ["there is no such field “a”, “b”"]],
    ["what has words of its own", z.string().regex(/^a/u, "begin with an a"), "b", ["begin with an a"]],
  ])("%s", (_, schema, value, words) => expect(said(schema, value)).toEqual(words));
});

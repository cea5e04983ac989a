import type { z } from "zod";

/** What a schema finds wrong with a value, as one says it of a form's field: "must be 600 at most". */
export function issueText(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case "invalid_type": {
      const wanted = TYPE_SAID[issue.expected] ?? issue.expected;
      return issue.message.endsWith("received undefined") ? `is needed: ${wanted}` : `must be ${wanted}`;
    }
    case "too_small":
      return issue.origin === "number"
        ? `must be ${issue.inclusive === false ? "more than " : ""}${issue.minimum}${issue.inclusive === false ? "" : " at least"}`
        : issue.origin === "string" && Number(issue.minimum) === 1
          ? "is needed: a text"
          : `needs ${issue.minimum} at least`;
    case "too_big":
      return issue.origin === "number"
        ? `must be ${issue.inclusive === false ? "less than " : ""}${issue.maximum}${issue.inclusive === false ? "" : " at most"}`
        : issue.origin === "string"
          ? `must have ${issue.maximum} characters at most`
          : `takes ${issue.maximum} at most`;
    case "invalid_value":
      return `must be ${issue.values.length === 1 ? "" : "one of "}${issue.values.join(", ")}`;
    case "unrecognized_keys":
      return `there is no such field ${issue.keys.map((k) => `“${k}”`).join(", ")}`;
    default:
      return issue.message;
  }
}

const TYPE_SAID: Readonly<Record<string, string>> = {
  string: "a text",
  number: "a number",
  int: "a whole number",
  boolean: "yes or no",
  array: "a list",
  object: "a record",
  record: "a record",
};

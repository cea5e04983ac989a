import { expect, test } from "@jest/globals";
import { storedValue } from "./events.ts";

test.each([
  [5.25, 5.25],
  [-12, -12],
  [0, 0],
  // Minus nothing is nothing, or an entry would not be what the database gives back.
  [-0, 0],
  ["OL", "OL"],
])("%p is kept as %p", (typed, kept) => expect(Object.is(storedValue.parse(typed), kept)).toBe(true));

test.each([Infinity, NaN, "ol", "", null])("%p is refused", (typed) =>
  expect(storedValue.safeParse(typed).success).toBe(false),
);

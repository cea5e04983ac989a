/** Units a technician's meter shows. Base units only; prefixes belong to text, not to values. */
export type Unit = "V" | "A" | "Ω" | "F" | "Hz" | "°C" | "s";

/** Which kind of volts or amps was named with the number: "24 vac", "12 vdc". */
export type Kind = "ac" | "dc";

/**
 * A number as read from a meter.
 * `value` is in the base unit; `Infinity` stands for a display that shows OL (over the top of the range).
 */
export interface Quantity {
  readonly value: number;
  readonly unit?: Unit;
  readonly kind?: Kind;
}

/** Why a text is no quantity. `at` is the offending piece of the text. */
export type QuantityProblem =
  | { readonly code: "empty" }
  | { readonly code: "not-a-number"; readonly at: string }
  | { readonly code: "two-separators"; readonly at: string }
  /** "1,200": a decimal comma and three places, or a thousand and more. */
  | { readonly code: "two-readings"; readonly at: string; readonly readings: readonly [string, string] }
  /** "4k7M", "3K6nV": which of the two prefixes counts is not said. */
  | { readonly code: "two-prefixes"; readonly at: string }
  | { readonly code: "unknown-unit"; readonly at: string };

export type QuantityResult =
  | { readonly ok: true; readonly quantity: Quantity }
  | { readonly ok: false; readonly problem: QuantityProblem };

/** The sentence shown beside the field for a text that is no quantity. */
export function describeQuantityProblem(problem: QuantityProblem): string {
  switch (problem.code) {
    case "empty":
      return "There is no value yet. Type what the meter shows, for example 24.6 or OL.";
    case "not-a-number":
      return `“${problem.at}” is not a number. Write it like 24.6, 4k7, 1.2 M or OL.`;
    case "two-separators":
      return `“${problem.at}” has both a comma and a point. Use one of them, as the decimal mark, and no thousands mark.`;
    case "two-readings":
      return `“${problem.at}” can be ${problem.readings[0]} or ${problem.readings[1]}. Write the one it is.`;
    case "two-prefixes":
      return `“${problem.at}” has two prefixes. Write one: 4k7, 4.7 k or 4.7 M.`;
    case "unknown-unit":
      return `“${problem.at}” is not a unit known here. Use V, vac, vdc, A, ohm, F, Hz, °C or s.`;
  }
}

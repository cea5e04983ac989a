import type { Reckoning } from "./reckoning.ts";

/**
 * When a row of a table speaks. Every number that decides is a limit of the table, so whatever is applied is known to the
 * table and is printed from there.
 */
export interface When {
  holds(r: Reckoning): boolean;
  /** The limits it looks at. */
  readonly limits: readonly string[];
}

type Compare = (value: number, at: number) => boolean;

function against(id: string, compare: Compare, of?: string): When {
  return {
    limits: [id],
    holds(r) {
      const value = r.maybe(of ?? r.quantityOf(id));
      const at = r.limit(id);
      return value !== undefined && at !== undefined && compare(value, at);
    },
  };
}

/** The limit's quantity, or another one, lies above it. False where it was not entered; OL lies above all. */
export const over = (id: string, of?: string): When => against(id, (v, at) => v > at, of);
export const under = (id: string, of?: string): When => against(id, (v, at) => v < at, of);
/** At the limit or above; at or below. */
export const atLeast = (id: string, of?: string): When => against(id, (v, at) => v >= at, of);
export const atMost = (id: string, of?: string): When => against(id, (v, at) => v <= at, of);

const plain = (holds: When["holds"]): When => ({ limits: [], holds });

/** The meter showed OL. */
export const open = (name: string): When => plain((r) => r.maybe(name) === Infinity);
export const given = (name: string): When => plain((r) => r.maybe(name) !== undefined);
export const missing = (name: string): When => plain((r) => r.maybe(name) === undefined);
/** A choice or a finding is one of these words. */
export const is = (name: string, ...words: readonly string[]): When =>
  plain((r) => words.includes(r.word(name)));
/** A finding says something. */
export const found = (name: string): When => plain((r) => r.word(name) !== "");
export const negative = (name: string): When => plain((r) => (r.maybe(name) ?? 0) < 0);
export const zero = (name: string): When => plain((r) => r.maybe(name) === 0);

const limitsOf = (all: readonly When[]) => [...new Set(all.flatMap((w) => w.limits))];
export const all = (...parts: readonly When[]): When => ({
  limits: limitsOf(parts),
  holds: (r) => parts.every((p) => p.holds(r)),
});
export const any = (...parts: readonly When[]): When => ({
  limits: limitsOf(parts),
  holds: (r) => parts.some((p) => p.holds(r)),
});
export const not = (part: When): When => ({ limits: part.limits, holds: (r) => !part.holds(r) });
export const always: When = plain(() => true);

/** What a procedure decides that no comparison states: which pins are joined, which diode differs. */
export function decided(limits: readonly string[], holds: When["holds"]): When {
  return { limits, holds };
}

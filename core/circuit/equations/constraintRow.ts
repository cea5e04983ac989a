import type { Constraint, Analysis } from "../model/branch.ts";

/** A vector over the unknowns, by its entries. */
export type Sparse = readonly { readonly index: number; readonly value: number }[];

/**
 * The equation of a constraint: Σ entries · unknowns = volts + j·imaginary (amperes where it fixes its own current). `row` is the unknown that holds its current.
 * Where the constraint is idle (a transformer at DC, a regulator that is off or at AC) the equation is current = 0.
 */
export function constraintRow(
  c: Constraint,
  row: number,
  domain: Analysis,
): { entries: Sparse; volts: number; imaginary: number } {
  const own = [{ index: row, value: 1 }];
  if (c.kind === "regulator" && domain === "ac")
    return { entries: own, volts: c.acRe ?? 0, imaginary: c.acIm ?? 0 };
  if (isIdle(c, domain)) return { entries: own, volts: 0, imaginary: 0 };
  if (c.kind === "regulator" && c.region === "limited") return { entries: own, volts: c.amps, imaginary: 0 };
  const terms: readonly (readonly [node: number, factor: number])[] =
    c.kind === "transformer"
      ? [
          [c.a, 1],
          [c.b, -1],
          [c.c, -c.ratio],
          [c.d, c.ratio],
        ]
      : c.region === "regulating"
        ? [
            [c.b, 1],
            [c.c, -1],
          ]
        : [
            [c.a, 1],
            [c.b, -1],
          ];
  const entries = terms.filter(([node]) => node > 0).map(([node, value]) => ({ index: node - 1, value }));
  return { entries, volts: c.kind === "regulator" ? c.volts : 0, imaginary: 0 };
}

export function isIdle(c: Constraint, domain: Analysis): boolean {
  return c.kind === "transformer" ? domain === "dc" : domain === "ac" || c.region === "off";
}

/**
 * Where the constraint's current enters (+) and leaves (−) the nodes' current balances. The same in every region, so
 * that a change of region is a change of one row; the equation of an idle constraint makes its current 0.
 */
export function constraintColumn(c: Constraint): Sparse {
  const terms: readonly (readonly [node: number, factor: number])[] =
    c.kind === "transformer"
      ? [
          [c.a, 1],
          [c.b, -1],
          [c.c, -c.ratio],
          [c.d, c.ratio],
        ]
      : [
          [c.a, 1],
          [c.b, -1],
        ];
  return terms.filter(([node]) => node > 0).map(([node, value]) => ({ index: node - 1, value }));
}

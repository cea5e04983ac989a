const { sqrt } = Math;

/**
 * Standard uncertainty of a quantity known only to lie within ± halfWidth, everywhere in it alike: halfWidth/√3
 * (JCGM 100:2008, 4.3.7). A meter's accuracy is such a statement.
 */
export function rectangular(halfWidth: number): number {
  return halfWidth / sqrt(3);
}

/** Combined standard uncertainty of up to four independent contributions to one quantity (JCGM 100:2008, 5.1.2). */
export function combined(a: number, b: number, c = 0, d = 0): number {
  return sqrt(a * a + b * b + c * c + d * d);
}

/** Whole per cents; never 0 or 100, since no finding makes a suspect impossible or certain. */
export function percentText(chance: number): string {
  if (chance < 0.01) return "<1";
  return chance > 0.99 ? ">99" : String(Math.round(chance * 100));
}

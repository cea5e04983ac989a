/**
 * A small problem of isolation with results that are certain: which of a few faults is it, by checks that sort them into
 * classes. `C` is where the job stands, on which the minutes of the next check depend.
 */
export interface SmallProblem<C> {
  /** Chance of each fault; they need not sum to one. */
  readonly weights: readonly number[];
  /** What is to be known of each fault: two with the same item need not be told apart. */
  readonly items: readonly string[];
  /** Per check, the class of its result under each fault. */
  readonly checks: readonly (readonly number[])[];
  readonly cost: (check: number, context: C) => { readonly minutes: number; readonly then: C };
  /** Contexts with the same key cost the same from there on. */
  readonly key: (context: C) => string;
}

/** The faults, as bits, that a check leaves for each of its results; one entry where it tells nothing. */
export function split<C>({ checks, weights }: SmallProblem<C>, faults: number, check: number): number[] {
  const classes = new Map<number, number>();
  for (let i = 0; i < weights.length; i++)
    if (faults & (1 << i)) {
      const k = checks[check]![i]!;
      classes.set(k, (classes.get(k) ?? 0) | (1 << i));
    }
  return [...classes.values()];
}

/** Whether all the faults left have one item, or no check tells them apart. */
export function isSettled<C>(problem: SmallProblem<C>, faults: number): boolean {
  const items = new Set(problem.items.filter((_, i) => faults & (1 << i)));
  return items.size <= 1 || problem.checks.every((_, c) => split(problem, faults, c).length === 1);
}

export function weightOf<C>({ weights }: SmallProblem<C>, faults: number): number {
  return weights.reduce((sum, w, i) => sum + (faults & (1 << i) ? w : 0), 0);
}

/**
 * Expected minutes of the best policy there is, by trying all of them: dynamic programming over the faults left and
 * where the job stands. For up to about ten faults and a dozen checks.
 */
export function optimalMinutes<C>(problem: SmallProblem<C>, start: C): number {
  const known = new Map<string, number>();
  const best = (faults: number, context: C): number => {
    if (isSettled(problem, faults)) return 0;
    const key = `${faults}/${problem.key(context)}`;
    const kept = known.get(key);
    if (kept !== undefined) return kept;
    const weight = weightOf(problem, faults);
    let least = Infinity;
    for (let c = 0; c < problem.checks.length; c++) {
      const parts = split(problem, faults, c);
      if (parts.length === 1) continue;
      const { minutes, then } = problem.cost(c, context);
      let expected = minutes;
      for (const part of parts) {
        if (expected >= least) break;
        expected += (weightOf(problem, part) / weight) * best(part, then);
      }
      least = Math.min(least, expected);
    }
    known.set(key, least);
    return least;
  };
  return best(2 ** problem.weights.length - 1, start);
}

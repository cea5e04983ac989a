import { nextOnPlainWalk, type Order, type Play, type WalkOrder } from "#core/diagnosis/index.ts";
import { isRight, playOn, type Bench } from "./trial.ts";

/** One fault, played. */
export interface Single {
  readonly fault: string;
  readonly right: boolean;
  readonly play: Play;
}

/** Every noticed fault of the unit by an order; every `every`-th only, where that is enough. */
export function playSingles(bench: Bench, order: Order, seed: number, every = 1): Single[] {
  return bench.faults.flatMap(({ id, truth }, i) => {
    if (i % every !== 0) return [];
    const play = playOn(bench, truth, order, seed + i);
    return [{ fault: id, right: isRight(bench, id, play.item), play }];
  });
}

/** The same on a plain walk through all points. */
export function walkSingles(bench: Bench, order: WalkOrder, seed: number, every: number): Single[] {
  return bench.faults.flatMap(({ id, truth }, i) => {
    if (i % every !== 0) return [];
    const play = playOn(bench, truth, (at) => nextOnPlainWalk(order, at), seed + i, {
      mostChecks: 300,
      mostMinutes: Infinity,
      singlesOnly: true,
    });
    return [{ fault: id, right: isRight(bench, id, play.item), play }];
  });
}

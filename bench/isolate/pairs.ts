import type { Suspect, Truth } from "#core/diagnosis/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { middleCases } from "../../bin/cli/playAll.ts";
import { freshTruth } from "#core/practice/index.ts";
import { isNoticed, isRight, playOn, type Bench } from "./trial.ts";

export interface PairPlay {
  readonly a: string;
  readonly b: string;
  /** A fault with the fuse it blew, or two that have nothing to do with each other. */
  readonly kind: "blown" | "chance";
  readonly found: boolean;
  readonly minutes: number;
}

/** Every fault that opens a fuse, with the fuse; as many chance pairs; at most `most` of each kind. */
export function playPairs(bench: Bench, seed: number, most: number): PairPlay[] {
  const random = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const middle = middleCases(bench.dictionary);
  const { suspects } = bench.dictionary;
  const noticed = new Set(bench.faults.map((f) => f.id));
  const singles = [...middle].filter(([s]) => noticed.has(suspects[s]!.id));
  const blown = [...middle].flatMap(([s, i]) =>
    [...bench.dictionary.opens(i)].flatMap((fuse) => {
      const open = suspects.findIndex((f) => f.id === `${fuse}:blown`);
      return open < 0 || suspects[s]!.part === fuse ? [] : [[s, open] as const];
    }),
  );
  const chance = Array.from({ length: 4 * most }, () => [pick(singles)[0], pick(singles)[0]] as const).filter(
    ([a, b]) => suspects[a]!.part !== suspects[b]!.part && suspects[a]!.item !== suspects[b]!.item,
  );
  const shuffled = blown.map((p) => ({ p, at: random() })).sort((x, y) => x.at - y.at);
  return [
    ...shuffled.slice(0, most).map(({ p }, i) => playPair(bench, p, "blown", seed + i)),
    ...chance.slice(0, most).map((p, i) => playPair(bench, p, "chance", seed + 100 + i)),
  ].filter((p) => p !== undefined);
}

function pairTruth({ dictionary, unit }: Bench, [a, b]: readonly [number, number]): Truth {
  const middle = middleCases(dictionary);
  const fault = (suspect: number) => dictionary.cases[middle.get(suspect)!]!.faults[0]!;
  return freshTruth(unit, [fault(a), fault(b)]);
}

/**
 * Played until both are found: a call of both, or a call of one, which is then put right, and a call of the other. A
 * fuse called before what blew it does not count: the new one would blow as well.
 */
function playPair(
  bench: Bench,
  pair: readonly [number, number],
  kind: PairPlay["kind"],
  seed: number,
): PairPlay | undefined {
  const { dictionary, complaint } = bench;
  const [a, b] = pair.map((s) => dictionary.suspects[s]!) as [Suspect, Suspect];
  const truth = pairTruth(bench, pair);
  if (!isNoticed(dictionary, complaint, truth)) return undefined;
  const first = playOn(bench, truth, "information", seed);
  const done = (found: boolean, minutes: number): PairPlay => ({ a: a.id, b: b.id, kind, found, minutes });
  const named = first.item.split("+");
  const hits = (one: Suspect) => named.some((item) => isRight(bench, one.id, item));
  if (hits(a) && hits(b)) return done(true, first.minutes);
  if (named.length > 1) return done(false, first.minutes);
  const left = hits(a) ? b : hits(b) && kind === "chance" ? a : undefined;
  if (!left) return done(false, first.minutes);
  const rest = bench.faults.find((f) => f.id === left.id);
  if (!rest) return done(true, first.minutes);
  const second = playOn(bench, rest.truth, "information", seed + 1);
  return done(isRight(bench, left.id, second.item), first.minutes + second.minutes);
}

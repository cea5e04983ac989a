import type { Order } from "#core/diagnosis/index.ts";
import type { Bin } from "./calibration.ts";
import type { PairPlay } from "./pairs.ts";
import type { Single } from "./singles.ts";
import type { SmallResult } from "./small.ts";
import { mean, quantile, SETTING, type Bench } from "./trial.ts";
import type { PartialPlay } from "./partial.ts";
import type { UnknownPlay } from "./unknown.ts";

/** Everything measured on one unit. */
export interface UnitResult {
  readonly bench: Bench;
  readonly singles: readonly Single[];
  readonly byOrder: ReadonlyMap<Order, readonly Single[]>;
  readonly forward: readonly Single[];
  readonly middle: readonly Single[];
  readonly pairs: readonly PairPlay[];
  readonly unlisted: readonly UnknownPlay[];
  readonly outside: readonly UnknownPlay[];
  readonly partial: readonly PartialPlay[];
  readonly small: readonly SmallResult[];
  readonly rankingMs: number;
  /** Least checks that the entropy allows, in the mean. */
  readonly bound: number;
}

/** The figures that the project is held to. */
export interface Evaluation {
  readonly rightShare: number;
  readonly wrongPartShare: number;
  readonly uncalledShare: number;
  readonly minutesRatioSupplyForward: number;
  readonly minutesRatioMiddleFirst: number;
  readonly minutesRatioOptimum: number;
  readonly repeatShare: number;
  readonly longestMinutes: number;
  readonly unlistedNamed: number;
  readonly unlistedWrongCall: number;
  readonly outsideWrongCall: number;
  readonly pairsShare: number;
  readonly protectionWithCause: number;
  readonly deadFirstShare: number;
  readonly partialRightShare: number;
  readonly partialWrongCall: number;
  readonly calibration90: number;
  readonly rankingMs: number;
}

/** What each figure says, and what is wanted of it. */
const GOALS: readonly {
  readonly key: keyof Evaluation;
  readonly text: string;
  readonly least?: number;
  readonly most?: number;
  readonly as: "share" | "ratio" | "minutes" | "ms";
}[] = [
  { key: "rightShare", text: "right item", least: 0.98, as: "share" },
  { key: "wrongPartShare", text: "wrong item called", most: 0.01, as: "share" },
  { key: "uncalledShare", text: "not called", most: 0.02, as: "share" },
  {
    key: "minutesRatioSupplyForward",
    text: "minutes against a plain walk from the supply forward",
    most: 0.3,
    as: "ratio",
  },
  {
    key: "minutesRatioMiddleFirst",
    text: "minutes against a plain walk, middle first",
    most: 0.35,
    as: "ratio",
  },
  {
    key: "minutesRatioOptimum",
    text: "minutes against the optimum of small problems",
    most: 1.1,
    as: "ratio",
  },
  { key: "repeatShare", text: "checks that repeat one", most: 0.06, as: "share" },
  { key: "longestMinutes", text: "longest job", most: 45, as: "minutes" },
  { key: "unlistedNamed", text: "unlisted fault: the right place named", least: 0.75, as: "share" },
  { key: "unlistedWrongCall", text: "unlisted fault: a wrong item called", most: 0.05, as: "share" },
  {
    key: "outsideWrongCall",
    text: "fault that nothing foretells: an item called all the same",
    most: 0.1,
    as: "share",
  },
  { key: "pairsShare", text: "both of a pair of faults found", least: 0.85, as: "share" },
  {
    key: "protectionWithCause",
    text: "the cause called, where something has opened",
    least: 0.95,
    as: "share",
  },
  { key: "deadFirstShare", text: "what stores energy touched dead first", least: 1, as: "share" },
  {
    key: "partialRightShare",
    text: "right item on a model that lacks a fifth of the parts",
    least: 0.9,
    as: "share",
  },
  { key: "partialWrongCall", text: "wrong item called on such a model", most: 0.03, as: "share" },
  { key: "calibration90", text: "right when it says about 90 %", least: 0.85, most: 0.95, as: "share" },
  { key: "rankingMs", text: "weighing and ranking", most: 50, as: "ms" },
];

function figureText(as: (typeof GOALS)[number]["as"], value: number): string {
  switch (as) {
    case "share":
      return percent(value);
    case "ratio":
      return value.toFixed(2);
    case "minutes":
      return `${value.toFixed(0)} min`;
    case "ms":
      return `${value.toFixed(0)} ms`;
  }
}

function goalRow(evaluation: Evaluation, { key, text, least, most, as }: (typeof GOALS)[number]): string[] {
  const value = evaluation[key];
  const wanted = [
    ...(least === undefined ? [] : [`at least ${figureText(as, least)}`]),
    ...(most === undefined ? [] : [`at most ${figureText(as, most)}`]),
  ].join(", ");
  if (Number.isNaN(value)) return [text, "none played", wanted, "-"];
  const met = value >= (least ?? -Infinity) && value <= (most ?? Infinity);
  return [text, figureText(as, value), wanted, met ? "yes" : "no"];
}

const percent = (x: number) => `${(100 * x).toFixed(1)} %`;
const share = (list: readonly boolean[]) => percent(mean(list.map(Number)));

function row(cells: readonly (string | number)[]): string {
  return `| ${cells.join(" | ")} |`;
}

function table(head: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  return [row(head), row(head.map(() => "---")), ...rows.map(row)].join("\n");
}

function summary(plays: readonly Single[]): string[] {
  const minutes = plays.map((p) => p.play.minutes);
  return [
    share(plays.map((p) => p.right)),
    share(plays.map((p) => p.play.ready && !p.right)),
    mean(plays.map((p) => p.play.steps.length)).toFixed(1),
    mean(minutes).toFixed(1),
    quantile(minutes, 0.9).toFixed(1),
  ];
}

/** docs/evaluation.md */
export function page(
  results: readonly UnitResult[],
  evaluation: Evaluation,
  bins: readonly Bin[],
  everyOther: number,
  every: number,
): string {
  const singles = results.flatMap((r) => r.singles);
  const orders = [...results[0]!.byOrder.keys()];
  const pairs = results.flatMap((r) => r.pairs);
  return `# Evaluation

Written by \`npm run bench:isolate -- --write\` over the units of the demo shop. ${every > 1 ? `Every ${every}th` : "Every"} single fault that the customer would notice is hidden in turn, at a size drawn from a continuous range. The truth is not the dictionary: readings are solved afresh on the circuit where a run of the sequence leaves the unit, with ${percent(SETTING.noise)} noise, and ${percent(SETTING.slips)} of them are slips (the probe does not touch). What that circuit is worth against a reference simulator is in [truth.md](truth.md). The customer answers every question that the intake asks, as the run has it: how far it comes, which code it shows, what works, what works badly, what is heard. A play ends with a call, or when no check is left that tells anything. Right is the failed part's item, or that of a fault that no check tells from it.

## What is wanted, and what is reached

${table(
  ["", "reached", "wanted", "met"],
  GOALS.map((goal) => goalRow(evaluation, goal)),
)}

These figures stand as they came out; nothing was tuned on them.${every > 1 ? ` Only ${results.flatMap((r) => r.singles).length} single faults and ${results.flatMap((r) => r.unlisted).length} unlisted ones were played: one play more or less moves a figure by points.` : ""}

The plain walks read every point of every course against its reference, whatever is suspected, then every other reading in the model's order; they stop by the same rule. The small problems are seven faults and nine checks drawn from each unit, results certain; their optimum is found by trying every policy.

## By order

The same suspects, another proposer; the orders other than the default on every ${everyOther}th fault. A swap counts its labour, not what was bought.

${table(
  ["order", "right item", "wrong item called", "checks", "minutes", "90th percentile"],
  [
    ["information", ...summary(singles)],
    ...orders.map((o) => [o, ...summary(results.flatMap((r) => r.byOrder.get(o)!))]),
    ["plain walk, supply forward", ...summary(results.flatMap((r) => r.forward))],
    ["plain walk, middle first", ...summary(results.flatMap((r) => r.middle))],
  ],
)}

## By unit

${table(
  [
    "unit",
    "faults",
    "right item",
    "wrong item called",
    "checks",
    "minutes",
    "90th percentile",
    "pairs found",
    "unlisted named",
    "over the optimum",
    "ranking",
  ],
  results.map((r) => [
    r.bench.unit.name,
    r.singles.length,
    ...summary(r.singles),
    `${r.pairs.filter((p) => p.found).length} of ${r.pairs.length}`,
    `${r.unlisted.filter((u) => u.named).length} of ${r.unlisted.length}`,
    (mean(r.small.map((s) => s.ours)) / mean(r.small.map((s) => s.optimum))).toFixed(3),
    `${r.rankingMs.toFixed(0)} ms`,
  ]),
)}

## Pairs of faults

${pairsText(pairs)}

## Faults outside the model

Unlisted: neighbouring pins bridged, wires of one plug changed over, a wire chafed through to the chassis, a part of another value. They are made by changing the model file, not by the list that the diagnosis draws up.

${unknownTable(results.flatMap((r) => r.unlisted))}

Outside: a path between two places that have nothing to do with each other, two wires from anywhere crossed.

${unknownTable(results.flatMap((r) => r.outside))}

## Called wrong, or not right

${wrongTable(results)}

## When it says so much, how often is it right

After every check of every play: the chance of the leading item, and how often it was the failed part's own. Items that no check tells apart share their chance.

![Reliability diagram](calibration.svg)

${table(
  ["chance of the leading item", "said", "right", "times"],
  bins.map((b) => [
    `${percent(b.low)} to ${percent(b.high)}`,
    percent(b.said),
    b.count > 0 ? percent(b.right) : "-",
    b.count,
  ]),
)}
`;
}

function pairsText(pairs: readonly PairPlay[]): string {
  const of = (kind: PairPlay["kind"]) => pairs.filter((p) => p.kind === kind).map((p) => p.found);
  const [blown, chance] = [of("blown"), of("chance")];
  const first =
    blown.length > 0
      ? `A fault with the fuse it blew: ${share(blown)} of ${blown.length} found; calling the fuse before what blew it counts as a failure.`
      : "A fuse and what blew it are one case: what protects has opened in the circuit of its cause.";
  return `${first} Two faults by chance: ${share(chance)} of ${chance.length}, both called at once, or one called, put right, and then the other.`;
}

function unknownTable(plays: readonly UnknownPlay[]): string {
  return table(
    ["fault", "ends with", "chance", "called", "the place named"],
    plays.map((u) => [
      u.what,
      u.play.item,
      percent(u.play.chance),
      u.play.ready ? "yes" : "no",
      u.named ? "yes" : "no",
    ]),
  );
}

/** Every play that did not end on the right item. */
function wrongTable(results: readonly UnitResult[]): string {
  const wrong = results.flatMap((r) =>
    r.singles
      .filter((s) => !s.right)
      .map((s) => [
        r.bench.unit.name,
        s.fault,
        s.play.item,
        s.play.suspect,
        percent(s.play.chance),
        s.play.ready ? "yes" : "no",
      ]),
  );
  return wrong.length === 0
    ? "None."
    : table(["unit", "fault", "ends with", "suspect", "chance", "called"], wrong);
}

import { line, scaleLinear } from "d3";
import type { Single } from "./singles.ts";
import type { Bench } from "./trial.ts";

/** How often an item that led with a chance in this range was the right one. */
export interface Bin {
  readonly low: number;
  readonly high: number;
  readonly said: number;
  readonly right: number;
  readonly count: number;
}

const LIMITS = [0, 0.15, 0.25, 0.35, 0.45, 0.55, 0.65, 0.75, 0.85, 0.95, 1.0001];

/** What was said and what was so, after every check of every play: the leading item, and whether it was at fault. */
export function calibrate(
  benches: readonly { readonly bench: Bench; readonly plays: readonly Single[] }[],
): Bin[] {
  const said = benches.flatMap(({ bench, plays }) =>
    plays.flatMap(({ fault, play }) =>
      play.trail.map(({ item, chance }) => ({ chance, right: strictlyRight(bench, fault, item) })),
    ),
  );
  return LIMITS.slice(1).map((high, i) => {
    const within = said.filter((s) => s.chance >= LIMITS[i]! && s.chance < high);
    const share = (pick: (s: (typeof said)[number]) => number) =>
      within.length === 0 ? 0 : within.reduce((sum, s) => sum + pick(s), 0) / within.length;
    return {
      low: LIMITS[i]!,
      high: Math.min(1, high),
      said: share((s) => s.chance),
      right: share((s) => Number(s.right)),
      count: within.length,
    };
  });
}

/** Twins share their chance between them, so here only the failed part's own item counts. */
function strictlyRight({ dictionary }: Bench, fault: string, item: string): boolean {
  return dictionary.suspects.find((s) => s.id === fault)!.item === item;
}

/** Of what was said with 85 to 95 %, how much was so. */
export function atNinety(bins: readonly Bin[]): number {
  return bins.find((b) => b.low === 0.85)!.right;
}

/** The reliability diagram: what was said across, what was so upward, the diagonal where both agree. */
export function reliabilityDiagram(bins: readonly Bin[]): string {
  const size = 420;
  const edge = 56;
  const x = scaleLinear([0, 1], [edge, size - 16]);
  const y = scaleLinear([0, 1], [size - edge, 16]);
  const shown = bins.filter((b) => b.count >= 10);
  const path = line<Bin>(
    (b) => x(b.said),
    (b) => y(b.right),
  )(shown);
  const percent = (v: number) => `${Math.round(100 * v)} %`;
  const ticks = x.ticks(5);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${size} ${size}" font-family="sans-serif" font-size="12" role="img" aria-label="Reliability: chance said against share right">`,
    `<rect width="${size}" height="${size}" fill="#fbf7ee"/>`,
    ...ticks.flatMap((t) => [
      `<path d="M${x(t)},${y(0)}V${y(1)}M${x(0)},${y(t)}H${x(1)}" stroke="#d9d0bd" fill="none"/>`,
      `<text x="${x(t)}" y="${size - edge + 18}" text-anchor="middle">${percent(t)}</text>`,
      `<text x="${edge - 8}" y="${y(t) + 4}" text-anchor="end">${percent(t)}</text>`,
    ]),
    `<path d="M${x(0)},${y(0)}L${x(1)},${y(1)}" stroke="#6b6357" stroke-dasharray="4 4" fill="none"/>`,
    `<path d="${path ?? ""}" stroke="#0d5c63" stroke-width="2" fill="none"/>`,
    ...shown.flatMap((b) => [
      `<circle cx="${x(b.said)}" cy="${y(b.right)}" r="5" fill="#0d5c63"/>`,
      `<text x="${x(b.said) + 8}" y="${y(b.right) + 14}" font-size="10">${b.count}</text>`,
    ]),
    `<text x="${x(0.5)}" y="${size - 14}" text-anchor="middle">chance said of the leading item</text>`,
    `<text transform="translate(14 ${y(0.5)}) rotate(-90)" text-anchor="middle">share in which it was right</text>`,
    `</svg>`,
    "",
  ].join("\n");
}

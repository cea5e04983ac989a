import { line, scaleLinear, scalePoint } from "d3";
import type { SuspectsOverTime } from "#core/view/index.ts";

const WIDTH = 640;
const HEIGHT = 250;
const LEFT = 44;
const RIGHT = 200;
const TOP = 12;
const BOTTOM = 30;
const DASHES = [undefined, "7 4", "2 3", "10 3 2 3", "1 5"] as const;

/** Colours of the page it stands on; paper has no variables. */
export interface Inks {
  readonly ink: string;
  readonly soft: string;
  readonly rule: string;
  readonly here: string;
}
const PAGE: Inks = { ink: "var(--ink)", soft: "var(--ink-soft)", rule: "var(--rule)", here: "var(--here)" };

/** How the likeliest items stood after each finding: a line an item, told apart by its dashes and its name at the end. */
export function SuspectsChart({
  over,
  inks = PAGE,
  width = "100%",
}: {
  over: SuspectsOverTime;
  inks?: Inks;
  width?: "100%" | number;
}) {
  const { steps, items } = over;
  const x = scalePoint<number>()
    .domain(steps.map((_, i) => i))
    .range([LEFT, WIDTH - RIGHT]);
  const y = scaleLinear()
    .domain([0, 1])
    .range([HEIGHT - BOTTOM, TOP]);
  const path = line<number>()
    .x((_, i) => x(i)!)
    .y((chance) => y(chance));
  const ends = spread(items.map((item) => y(item.chances.at(-1)!)));
  return (
    <svg
      xmlns="http://www.w3.org/2000/svg"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width={width}
      {...(width === "100%" ? {} : { height: (width * HEIGHT) / WIDTH })}
      role="img"
      aria-label={`Chances after each finding: ${items.map((i) => `${i.name} ${percent(i.chances[0]!)} at first, ${percent(i.chances.at(-1)!)} at the end`).join("; ")}`}
    >
      {[0, 0.25, 0.5, 0.75, 1].map((t) => (
        <g key={t}>
          <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(t)} y2={y(t)} stroke={inks.rule} strokeWidth="0.7" />
          <text x={LEFT - 6} y={y(t) + 4} textAnchor="end" fontSize="12" fill={inks.soft}>
            {percent(t)}
          </text>
        </g>
      ))}
      {steps.map((step, i) =>
        steps.length <= 12 || i % 2 === 0 ? (
          <text
            key={`${step.at}${i}`}
            x={x(i)}
            y={HEIGHT - 12}
            textAnchor="middle"
            fontSize="12"
            fill={inks.soft}
          >
            {i === 0 ? "start" : i}
          </text>
        ) : null,
      )}
      {items.map((item, i) => (
        <g key={item.name}>
          <path
            d={path([...item.chances]) ?? undefined}
            fill="none"
            stroke={i === 0 ? inks.here : inks.ink}
            strokeWidth={i === 0 ? 2.6 : 1.6}
            strokeDasharray={DASHES[i]}
          />
          <line
            x1={WIDTH - RIGHT + 6}
            x2={WIDTH - RIGHT + 30}
            y1={ends[i]}
            y2={ends[i]}
            stroke={i === 0 ? inks.here : inks.ink}
            strokeWidth={i === 0 ? 2.6 : 1.6}
            strokeDasharray={DASHES[i]}
          />
          <text x={WIDTH - RIGHT + 35} y={ends[i]! + 4} fontSize="12" fill={inks.ink}>
            {item.name.length > 24 ? `${item.name.slice(0, 23)}…` : item.name}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** Names at the ends of their lines, moved apart so that each can be read. */
function spread(heights: readonly number[]): number[] {
  const placed = heights.map((at, i) => ({ at, i })).sort((a, b) => a.at - b.at);
  for (const [k, p] of placed.entries()) if (k > 0) p.at = Math.max(p.at, placed[k - 1]!.at + 16);
  const beyond = Math.max(0, placed.at(-1) ? placed.at(-1)!.at - (HEIGHT - BOTTOM) : 0);
  const result: number[] = [];
  for (const p of placed) result[p.i] = p.at - beyond;
  return result;
}

const percent = (share: number) => `${Math.round(100 * share)} %`;

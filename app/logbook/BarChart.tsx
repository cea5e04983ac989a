import { max, scaleBand, scaleLinear } from "d3";

export interface Bar {
  readonly name: string;
  readonly values: readonly number[];
}

/** How several values of a row are drawn: after one another, or the second as a tick beyond the first. */
export type Together = "after" | "tick" | "within";

const WIDTH = 640;
const ROW = 26;
const TOP = 26;
const NAME = 250;
const RIGHT = 46;
const FILLS = ["var(--here)", "url(#hatch-bar)", "var(--sheet)"] as const;

/** Rows with lengths. Values are told by length, number and pattern, never by colour alone. */
export function BarChart({
  bars,
  legend,
  together,
  label,
}: {
  bars: readonly Bar[];
  legend: readonly string[];
  together: Together;
  label: string;
}) {
  const total = (b: Bar) =>
    together === "after" ? b.values.reduce((a, v) => a + v, 0) : Math.max(...b.values);
  const x = scaleLinear()
    .domain([0, max(bars, total) || 1])
    .range([NAME, WIDTH - RIGHT]);
  const height = TOP + bars.length * ROW + 4;
  const y = scaleBand()
    .domain(bars.map((_, i) => String(i)))
    .range([TOP, height - 4])
    .padding(0.25);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${height}`} className="w-full max-w-[52rem]" role="img" aria-label={label}>
      <defs>
        <pattern
          id="hatch-bar"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="6" height="6" fill="var(--sheet)" />
          <rect width="2.4" height="6" fill="var(--ink)" />
        </pattern>
      </defs>
      <g fontSize="12.5" fill="var(--ink-soft)" className="reading">
        {x.ticks(5).map((t) => (
          <g key={t}>
            <line x1={x(t)} x2={x(t)} y1={TOP - 6} y2={height - 4} stroke="var(--rule-faint)" />
            <text x={x(t)} y={TOP - 10} textAnchor="middle">
              {t}
            </text>
          </g>
        ))}
      </g>
      {bars.map((bar, i) => {
        const top = y(String(i))!;
        const middle = top + y.bandwidth() / 2;
        return (
          <g key={bar.name}>
            <text x={NAME - 8} y={middle + 4.5} textAnchor="end" fontSize="13.5" fill="var(--ink)">
              {short(bar.name)}
              <title>{bar.name}</title>
            </text>
            <Lengths bar={bar} x={x} top={top} height={y.bandwidth()} together={together} />
            <text
              x={x(total(bar)) + 6}
              y={middle + 4.5}
              fontSize="13"
              fontWeight="600"
              className="reading"
              fill="var(--ink)"
            >
              {bar.values.map((v) => plain(v)).join(together === "after" ? " + " : " / ")}
            </text>
          </g>
        );
      })}
      {legend.length > 1 && <title>{legend.join(", ")}</title>}
    </svg>
  );
}

function Lengths({
  bar,
  x,
  top,
  height,
  together,
}: {
  bar: Bar;
  x: (value: number) => number;
  top: number;
  height: number;
  together: Together;
}) {
  const start = bar.values.map((_, i) =>
    together === "after" ? bar.values.slice(0, i).reduce((a, v) => a + v, 0) : 0,
  );
  return bar.values.map((value, i) => {
    if (together === "tick" && i > 0)
      return (
        <g key={i} stroke="var(--ink)" strokeWidth="2">
          <line
            x1={x(bar.values[0]!)}
            x2={x(value)}
            y1={top + height / 2}
            y2={top + height / 2}
            strokeWidth="1"
          />
          <line x1={x(value)} x2={x(value)} y1={top} y2={top + height} />
        </g>
      );
    const inner = together === "within" && i > 0 ? height * 0.28 : 0;
    return (
      <rect
        key={i}
        x={x(start[i]!)}
        y={top + inner}
        width={Math.max(0, x(start[i]! + value) - x(start[i]!))}
        height={height - 2 * inner}
        fill={FILLS[i]}
        stroke="var(--ink)"
        strokeWidth="1"
      />
    );
  });
}

/** The patterns of a chart with several values, in words. */
export function Legend({ names, together }: { names: readonly string[]; together: Together }) {
  return (
    <ul className="flex flex-wrap gap-x-5 text-[0.9375rem]">
      {names.map((name, i) => (
        <li key={name} className="flex items-center gap-2">
          <svg width="22" height="14" aria-hidden>
            {together === "tick" && i > 0 ? (
              <path d="M0 7H18M18 1V13" stroke="var(--ink)" strokeWidth="2" fill="none" />
            ) : (
              <rect x="1" y="1" width="20" height="12" fill={FILLS[i]} stroke="var(--ink)" />
            )}
          </svg>
          {name}
        </li>
      ))}
    </ul>
  );
}

const plain = (value: number) => (Number.isInteger(value) ? String(value) : value.toFixed(1));
const short = (name: string) => (name.length > 36 ? `${name.slice(0, 35)}…` : name);

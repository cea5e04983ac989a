import { max, scaleLinear } from "d3";
import { useId } from "react";

export interface Bar {
  readonly name: string;
  readonly values: readonly number[];
}

/** How several values of a row are drawn: after one another, or the second as a tick beyond the first and a third as a diamond. */
export type Together = "after" | "tick" | "within";

/** Names beside their bars, or above them where the page is a phone's. */
interface Layout {
  readonly width: number;
  readonly row: number;
  readonly left: number;
  readonly right: number;
  /** Where in its row a bar begins. */
  readonly barAt: number;
  readonly bar: number;
  readonly longest: number;
}
const WIDE: Layout = { width: 640, row: 26, left: 250, right: 64, barAt: 3, bar: 20, longest: 36 };
const NARROW: Layout = { width: 350, row: 46, left: 2, right: 64, barAt: 22, bar: 18, longest: 46 };
/** Room for each number beyond two at a bar's end. */
const ONE_MORE = 62;
const TOP = 26;
const fills = (hatch: string) => ["var(--here)", hatch, "var(--sheet)"] as const;

interface Props {
  bars: readonly Bar[];
  together: Together;
  label: string;
}

/** Rows with lengths. Values are told by length, number and pattern, never by colour alone. */
export function BarChart(props: Props) {
  return (
    <>
      <Chart {...props} layout={WIDE} className="max-w-[52rem] max-sm:hidden" />
      <Chart {...props} layout={NARROW} className="sm:hidden" />
    </>
  );
}

function Chart({ bars, together, label, layout, className }: Props & { layout: Layout; className: string }) {
  const { width, row, left, barAt, bar: thick, longest } = layout;
  const most = Math.max(...bars.map((b) => (together === "after" ? 1 : b.values.length)));
  const right = layout.right + Math.max(0, most - 2) * ONE_MORE;
  const total = (b: Bar) =>
    together === "after" ? b.values.reduce((a, v) => a + v, 0) : Math.max(...b.values);
  const x = scaleLinear()
    .domain([0, max(bars, total) || 1])
    .range([left, width - right]);
  const height = TOP + bars.length * row + 4;
  const hatch = useId();
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className={`w-full ${className}`} role="img" aria-label={label}>
      <defs>
        <pattern id={hatch} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="6" height="6" fill="var(--sheet)" />
          <rect width="2.4" height="6" fill="var(--ink)" />
        </pattern>
      </defs>
      <g fontSize="12.5" fill="var(--ink-soft)" className="reading">
        {x.ticks(layout === WIDE ? 5 : 3).map((t) => (
          <g key={t}>
            <line x1={x(t)} x2={x(t)} y1={TOP - 6} y2={height - 4} stroke="var(--rule-faint)" />
            <text x={x(t)} y={TOP - 10} textAnchor={layout === NARROW && t === 0 ? "start" : "middle"}>
              {t}
            </text>
          </g>
        ))}
      </g>
      {bars.map((bar, i) => {
        const top = TOP + i * row;
        return (
          <g key={bar.name}>
            <text
              x={layout === WIDE ? left - 8 : left}
              y={top + (layout === WIDE ? barAt + thick / 2 + 4.5 : 17)}
              textAnchor={layout === WIDE ? "end" : "start"}
              fontSize="13.5"
              fill="var(--ink)"
            >
              {short(bar.name, longest)}
              <title>{bar.name}</title>
            </text>
            <Lengths
              bar={bar}
              x={x}
              top={top + barAt}
              height={thick}
              together={together}
              hatch={`url(#${hatch})`}
            />
            <text
              x={x(total(bar)) + 6}
              y={top + barAt + thick / 2 + 4.5}
              fontSize="13"
              fontWeight="600"
              className="reading"
              fill="var(--ink)"
            >
              {together === "after" ? plain(total(bar)) : bar.values.map(plain).join(" / ")}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

function Lengths({
  bar,
  x,
  top,
  height,
  together,
  hatch,
}: {
  bar: Bar;
  x: (value: number) => number;
  top: number;
  height: number;
  together: Together;
  hatch: string;
}) {
  const start = bar.values.map((_, i) =>
    together === "after" ? bar.values.slice(0, i).reduce((a, v) => a + v, 0) : 0,
  );
  return bar.values.map((value, i) => {
    if (together === "tick" && i > 1)
      return value > 0 && <path key={i} d={diamond(x(value), top + height / 2)} {...DIAMOND} />;
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
        fill={fills(hatch)[i]}
        stroke="var(--ink)"
        strokeWidth="1"
      />
    );
  });
}

const diamond = (x: number, y: number) => `M${x - 6} ${y}l6 -6l6 6l-6 6z`;
const DIAMOND = { fill: "var(--sheet)", stroke: "var(--ink)", strokeWidth: 1.5 };

/** The patterns of a chart with several values, in words. */
export function Legend({ names, together }: { names: readonly string[]; together: Together }) {
  const hatch = useId();
  return (
    <ul className="flex flex-wrap gap-x-5 text-[0.9375rem]">
      {names.map((name, i) => (
        <li key={name} className="flex items-center gap-2">
          <svg width="22" height="14" aria-hidden className="shrink-0">
            <pattern
              id={hatch}
              width="6"
              height="6"
              patternUnits="userSpaceOnUse"
              patternTransform="rotate(45)"
            >
              <rect width="6" height="6" fill="var(--sheet)" />
              <rect width="2.4" height="6" fill="var(--ink)" />
            </pattern>
            {together === "tick" && i > 1 ? (
              <path d={diamond(11, 7)} {...DIAMOND} />
            ) : together === "tick" && i > 0 ? (
              <path d="M0 7H18M18 1V13" stroke="var(--ink)" strokeWidth="2" fill="none" />
            ) : (
              <rect
                x="1"
                y="1"
                width="20"
                height="12"
                fill={fills(`url(#${hatch})`)[i]}
                stroke="var(--ink)"
              />
            )}
          </svg>
          {name}
        </li>
      ))}
    </ul>
  );
}

const plain = (value: number) => (Number.isInteger(value) ? String(value) : value.toFixed(1));
const short = (name: string, longest: number) =>
  name.length > longest ? `${name.slice(0, longest - 1)}…` : name;

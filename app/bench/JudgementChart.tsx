import { format, line, scaleLinear, scaleLog, type ScaleContinuousNumeric } from "d3";
import type { Chart } from "#core/component/index.ts";

const WIDTH = 520;
const HEIGHT = 300;
const LEFT = 62;
const RIGHT = 16;
const TOP = 32;
const BOTTOM = 44;
const DASHES = [undefined, "7 5", "2 4"] as const;

/** A curve with this part's reading marked on it. */
export function JudgementChart({ chart }: { chart: Chart }) {
  const points = chart.lines.flatMap((l) => l.points);
  const x = scaleFor([...points.map(([px]) => px), ...chart.marks.map((m) => m.x)], chart.x.log === true, [
    LEFT,
    WIDTH - RIGHT,
  ]);
  const y = scaleFor([...points.map(([, py]) => py), ...chart.marks.map((m) => m.y)], chart.y.log === true, [
    HEIGHT - BOTTOM,
    TOP,
  ]);
  const path = line<readonly [number, number]>()
    .x(([px]) => x(px))
    .y(([, py]) => y(py));
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full max-w-[40rem]"
        role="img"
        aria-label={`${chart.y.label} over ${chart.x.label}${chart.marks.map((m) => `; ${m.label} at ${plain(m.x)}, ${plain(m.y)}`).join("")}`}
      >
        <Axes chart={chart} x={x} y={y} />
        {chart.lines.map((l, i) => (
          <path
            key={l.label}
            d={path(l.points) ?? undefined}
            fill="none"
            stroke="var(--here)"
            strokeWidth="2.2"
            strokeDasharray={DASHES[i % DASHES.length]}
          />
        ))}
        {chart.marks.map((m) => (
          <Mark key={m.label} label={m.label} x={x(m.x)} y={y(m.y)} />
        ))}
      </svg>
      {chart.lines.length > 1 && (
        <figcaption className="text-sm text-ink-soft">
          {chart.lines.map((l, i) => `${["Solid", "Dashed", "Dotted"][i % 3]}: ${l.label}`).join(", ")}
        </figcaption>
      )}
    </figure>
  );
}

/** Both axes with their lines, figures and names. */
function Axes({ chart, x, y }: { chart: Chart; x: Scale; y: Scale }) {
  return (
    <>
      <g fontSize="13" className="reading" fill="var(--ink-soft)">
        {ticksOf(x, chart.x.log === true).map((t) => (
          <g key={t}>
            <line x1={x(t)} x2={x(t)} y1={TOP} y2={HEIGHT - BOTTOM} stroke="var(--rule-faint)" />
            <text x={x(t)} y={HEIGHT - BOTTOM + 17} textAnchor="middle">
              {axisText(t)}
            </text>
          </g>
        ))}
        {ticksOf(y, chart.y.log === true).map((t) => (
          <g key={t}>
            <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(t)} y2={y(t)} stroke="var(--rule-faint)" />
            <text x={LEFT - 7} y={y(t) + 4} textAnchor="end">
              {axisText(t)}
            </text>
          </g>
        ))}
      </g>
      <text x={6} y={16} fontSize="13" fill="var(--ink)">
        {chart.y.label}
      </text>
      <text x={(LEFT + WIDTH - RIGHT) / 2} y={HEIGHT - 8} textAnchor="middle" fontSize="13" fill="var(--ink)">
        {chart.x.label}
      </text>
    </>
  );
}

/** This part's own reading; its name goes to the left of it in the right part of the chart. */
function Mark({ label, x, y }: { label: string; x: number; y: number }) {
  const isRight = x > WIDTH * 0.6;
  return (
    <g>
      <path d={`M${x} ${y - 9}l9 9l-9 9l-9 -9Z`} fill="var(--hazard)" />
      <text
        x={x + (isRight ? -13 : 13)}
        y={y - 9}
        textAnchor={isRight ? "end" : "start"}
        fontSize="14"
        fontWeight="700"
        fill="var(--ink)"
      >
        {label}
      </text>
    </g>
  );
}

type Scale = ScaleContinuousNumeric<number, number>;

function scaleFor(values: readonly number[], log: boolean, range: [number, number]): Scale {
  const finite = values.filter((v) => Number.isFinite(v) && (!log || v > 0));
  const [least, most] = [Math.min(...finite), Math.max(...finite)];
  return log
    ? scaleLog().domain([least, most]).range(range)
    : scaleLinear()
        .domain([Math.min(0, least), most === 0 ? 1 : most])
        .nice()
        .range(range);
}

/** Whole decades where the scale is logarithmic and has enough of them, else 1, 2 and 5 of each. */
function ticksOf(scale: Scale, log: boolean): number[] {
  if (!log) return scale.ticks(6);
  const [least, most] = scale.domain() as [number, number];
  const first = Math.floor(Math.log10(least));
  const decades = Array.from(
    { length: Math.ceil(Math.log10(most)) - first + 1 },
    (_, i) => 10 ** (first + i),
  );
  const within = (t: number) => t >= least * 0.999 && t <= most * 1.001;
  const whole = decades.filter(within);
  return whole.length >= 4 ? whole : decades.flatMap((d) => [d, 2 * d, 5 * d]).filter(within);
}

/** A figure on an axis: "10k" of a thousand and more, "0.1" below. */
const thousands = format("~s");
const axisText = (v: number) => (Math.abs(v) >= 1000 ? thousands(v) : String(Number(v.toPrecision(3))));
const plain = (v: number) => String(Number(v.toPrecision(3)));

import { line, scaleLinear } from "d3";
import type { DropOut, Mark, Sample } from "#core/formats/index.ts";

const WIDTH = 560;
const HEIGHT = 180;
const LEFT = 52;
const BOTTOM = 28;
/** Above the plot the numbers of marks stand. */
const TOP = 24;

/**
 * A reading over its time; the stretches in which it was away stand under it in the hazard's colour, with a wedge each, and what
 * was done meanwhile as dashed lines with their numbers.
 */
export function WatchChart({
  samples,
  dropOuts,
  marks = [],
  label,
}: {
  samples: readonly Sample[];
  dropOuts: readonly DropOut[];
  marks?: readonly Mark[];
  label: string;
}) {
  const finite = samples.filter((s) => Number.isFinite(s.value));
  if (finite.length === 0) return null;
  const values = finite.map((s) => s.value);
  const x = scaleLinear()
    .domain([0, samples.at(-1)!.seconds || 1])
    .range([LEFT, WIDTH - 8]);
  const y = scaleLinear()
    .domain([Math.min(0, ...values), Math.max(0, ...values)])
    .nice()
    .range([HEIGHT - BOTTOM, TOP]);
  const path = line<Sample>()
    .defined((s) => Number.isFinite(s.value))
    .x((s) => x(s.seconds))
    .y((s) => y(s.value));
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full" role="img" aria-label={label}>
      <g fontSize="13" className="reading" fill="var(--ink-soft)">
        {y.ticks(4).map((t) => (
          <g key={t}>
            <line x1={LEFT} x2={WIDTH - 8} y1={y(t)} y2={y(t)} stroke="var(--rule-faint)" />
            <text x={LEFT - 6} y={y(t) + 4} textAnchor="end">
              {t}
            </text>
          </g>
        ))}
        {x.ticks(6).map((t) => (
          <text key={t} x={x(t)} y={HEIGHT - 8} textAnchor="middle">
            {t} s
          </text>
        ))}
      </g>
      {dropOuts.map((d) => (
        <g key={d.from}>
          <rect
            x={x(d.from)}
            y={TOP}
            width={Math.max(2, x(d.from + d.seconds) - x(d.from))}
            height={HEIGHT - BOTTOM - TOP}
            fill="var(--hazard-soft)"
          />
          <path d={`M${x(d.from)} ${TOP}l6 -9h-12Z`} fill="var(--hazard)" />
        </g>
      ))}
      {marks.map((m, i) => (
        <g key={i}>
          <line
            x1={x(m.seconds)}
            x2={x(m.seconds)}
            y1={TOP - 4}
            y2={HEIGHT - BOTTOM}
            stroke="var(--ink)"
            strokeDasharray="4 3"
          />
          <text x={x(m.seconds)} y={TOP - 8} textAnchor="middle" fontSize="13" fill="var(--ink)">
            {i + 1}
          </text>
        </g>
      ))}
      <path d={path([...samples]) ?? undefined} fill="none" stroke="var(--here)" strokeWidth="1.8" />
    </svg>
  );
}

import { area, line, scaleLinear, scalePoint, type ScaleLinear } from "d3";
import { useEffect, useRef, useState } from "react";
import type { CoursePoint, CourseView } from "#core/view/index.ts";
import { formatNumber } from "#core/quantity/index.ts";
import { wireColours } from "../../words/wireColours.ts";

const HEIGHT = 396;
const TOP = 58;
const BOTTOM = 300;
const LEFT = 46;
/** Volts to pixels. */
type Scale = ScaleLinear<number, number>;

/** Narrower than this a point's name no longer fits: the chart scrolls instead. */
const LEAST_STEP = 66;

/** Expected band and measured marks along a course: the fault is where the marks leave the band. */
export function CourseChart({
  course,
  next,
  onPoint,
}: {
  course: CourseView;
  next: string | undefined;
  /** A point was chosen to be measured at. */
  onPoint: (point: string) => void;
}) {
  const [frame, width] = useWidth(860);
  const wide = Math.max(width, LEFT + LEAST_STEP * course.points.length);
  const { x, y } = scalesOf(course, wide);
  const at = (p: CoursePoint) => x(p.id)!;
  // The band is drawn at least 8 px thick: 229.9 to 230.1 is still something to hit.
  const band = area<CoursePoint>()
    .x(at)
    .y0((p) => Math.max(y(p.expected?.low ?? 0), y(p.expected?.mid ?? 0) + 4))
    .y1((p) => Math.min(y(p.expected?.high ?? 0), y(p.expected?.mid ?? 0) - 4));
  const hasSuspected = course.points.some((p) => p.suspected !== undefined);
  const suspected = line<CoursePoint>()
    .x(at)
    .y((p) => y(p.suspected ?? 0));
  return (
    <div
      ref={frame}
      tabIndex={wide > width ? 0 : undefined}
      className="overflow-x-auto"
      role="group"
      aria-label={`Chart of ${course.name}`}
    >
      <svg width={wide} height={HEIGHT} role="group" aria-label={describe(course)}>
        <Grid y={y} wide={wide} />
        <path d={band(course.points) ?? undefined} fill="var(--here-soft)" />
        {hasSuspected && (
          <path
            d={suspected(course.points) ?? undefined}
            fill="none"
            stroke="var(--hazard)"
            strokeWidth="1.5"
            strokeDasharray="2 5"
          />
        )}
        {course.links.map((link, i) => (
          <LinkYoke
            key={i}
            label={link.label}
            cleared={link.cleared}
            drop={link.drop}
            from={at(course.points[i]!) + 7}
            to={at(course.points[i + 1]!) - 7}
            raised={i % 2 === 1}
          />
        ))}
        {course.points.map((p) => (
          <PointMark
            key={p.id}
            point={p}
            x={at(p)}
            y={y}
            isNext={p.id === next}
            onPoint={onPoint}
            isReference={p.id === course.reference}
          />
        ))}
      </svg>
      <Legend hasSuspected={hasSuspected} />
    </div>
  );
}

/** Where points stand along the course, and volts above it. */
function scalesOf({ points }: CourseView, wide: number) {
  const x = scalePoint<string>()
    .domain(points.map((p) => p.id))
    .range([LEFT + 34, wide - 40]);
  const volts = points.flatMap((p) => [p.expected?.high ?? 0, p.measured?.value ?? 0]);
  const y = scaleLinear()
    .domain([Math.min(0, ...volts), Math.max(...volts, 5) * 1.04])
    .range([BOTTOM, TOP + 14]);
  return { x, y };
}

function Grid({ y, wide }: { y: Scale; wide: number }) {
  return (
    <g className="reading" fontSize="13">
      {y.ticks(5).map((v) => (
        <g key={v}>
          <line x1={LEFT} x2={wide} y1={y(v)} y2={y(v)} stroke="var(--rule-faint)" />
          <text x={LEFT - 8} y={y(v) + 4} textAnchor="end" fill="var(--ink-soft)">
            {v}
          </text>
        </g>
      ))}
    </g>
  );
}

function Legend({ hasSuspected }: { hasSuspected: boolean }) {
  return (
    <p className="flex flex-wrap gap-x-5 gap-y-1 pt-1 text-sm text-ink-soft">
      <span>Tap a point to record there.</span>
      <span>▬ expected when healthy</span>
      <span>◆ measured</span>
      <span>○ not measured</span>
      {hasSuspected && <span>┄ under the leading suspect</span>}
    </p>
  );
}

/** The part between two points, as an arch over them: struck and pale once cleared. */
function LinkYoke({
  label,
  cleared,
  drop,
  from,
  to,
  raised,
}: {
  label: string;
  cleared: boolean;
  drop: number | undefined;
  from: number;
  to: number;
  raised: boolean;
}) {
  const ink = cleared ? "var(--receded)" : "var(--ink)";
  return (
    <g>
      <path
        d={`M${from} ${TOP - 4} C${from} ${TOP - 24} ${to} ${TOP - 24} ${to} ${TOP - 4}`}
        fill="none"
        stroke={ink}
        strokeWidth={cleared ? 1.2 : 2.5}
      />
      <text
        x={(from + to) / 2}
        y={raised ? TOP - 40 : TOP - 24}
        textAnchor="middle"
        fontSize="13"
        fontWeight={cleared ? 400 : 700}
        fill={ink}
        textDecoration={cleared ? "line-through" : undefined}
      >
        {label}
      </text>
      {drop !== undefined && (
        <text
          x={(from + to) / 2}
          y={TOP + 8}
          textAnchor="middle"
          fontSize="12"
          className="reading"
          fill="var(--ink-soft)"
        >
          {drop < 0 ? "+" : "−"}
          {formatNumber(Math.abs(drop), 3)}
        </text>
      )}
    </g>
  );
}

function PointMark({
  point,
  x,
  y,
  isNext,
  isReference,
  onPoint,
}: {
  point: CoursePoint;
  x: number;
  y: Scale;
  isNext: boolean;
  isReference: boolean;
  onPoint: (point: string) => void;
}) {
  const { measured, expected, colour } = point;
  return (
    <g {...(isReference ? {} : recordsAt(point, onPoint))}>
      <rect x={x - 31} y={TOP + 4} width="62" height={HEIGHT - TOP - 8} fill="transparent" />
      <line x1={x} x2={x} y1={TOP + 2} y2={BOTTOM + 14} stroke="var(--rule)" />
      {isNext && (
        <rect
          x={x - 30}
          y={TOP + 4}
          width="60"
          height={HEIGHT - TOP - 8}
          fill="none"
          stroke="var(--here)"
          strokeWidth="1.5"
          strokeDasharray="3 4"
        />
      )}
      {isReference && <rect x={x - 8} y={y(0) - 8} width="16" height="16" fill="var(--ink)" />}
      {measured && <Measured measured={measured} x={x} y={y} />}
      {!measured && expected && (
        <circle
          cx={x}
          cy={y(expected.mid)}
          r="4.5"
          fill="var(--sheet)"
          stroke="var(--ink-soft)"
          strokeWidth="1.5"
        />
      )}
      {colour && <WireMark colour={colour} x={x} />}
      <PointName point={point} x={x} isNext={isNext} />
    </g>
  );
}

/** What makes a point a button that begins a reading there. */
function recordsAt(point: CoursePoint, onPoint: (point: string) => void) {
  return {
    role: "button",
    tabIndex: 0,
    "aria-label": `Record at ${point.label}, ${point.name}`,
    className: "cursor-pointer",
    onClick: () => onPoint(point.id),
    onKeyDown: (event: React.KeyboardEvent) => {
      if (event.key !== "Enter" && event.key !== " ") return;
      event.preventDefault();
      onPoint(point.id);
    },
  };
}

function Measured({
  measured: { value, asItShould },
  x,
  y,
}: {
  measured: NonNullable<CoursePoint["measured"]>;
  x: number;
  y: Scale;
}) {
  const ink = asItShould === false ? "var(--hazard)" : "var(--ink)";
  // Above the mark in the lower half, below it in the upper.
  const isLow = y(value) > (TOP + BOTTOM) / 2;
  return (
    <>
      <path d={`M${x} ${y(value) - 9}l9 9l-9 9l-9 -9Z`} fill={ink} />
      <text
        x={x}
        y={isLow ? y(value) - 15 : y(value) + 27}
        textAnchor="middle"
        fontSize="16"
        fontWeight="600"
        className="reading"
        fill={ink}
      >
        {formatNumber(value)}
      </text>
      {asItShould === false && (
        <text
          x={x}
          y={isLow ? y(value) - 33 : y(value) + 45}
          textAnchor="middle"
          fontSize="13"
          fontWeight="700"
          fill={ink}
        >
          off
        </text>
      )}
    </>
  );
}

function WireMark({ colour, x }: { colour: string; x: number }) {
  const wire = wireColours(colour);
  if (!wire) return null;
  return (
    <>
      <rect
        x={x - 16}
        y={BOTTOM + 22}
        width="32"
        height="7"
        fill={wire.body}
        stroke="var(--ink-soft)"
        strokeWidth="0.7"
      />
      {wire.tracer && <rect x={x - 15.5} y={BOTTOM + 24.5} width="31" height="2" fill={wire.tracer} />}
    </>
  );
}

function PointName({ point, x, isNext }: { point: CoursePoint; x: number; isNext: boolean }) {
  return (
    <>
      <text
        x={x}
        y={BOTTOM + 48}
        textAnchor="middle"
        fontSize="15"
        fontWeight={isNext ? 700 : 500}
        fill={isNext ? "var(--here)" : "var(--ink)"}
      >
        {point.label}
      </text>
      <text x={x} y={BOTTOM + 66} textAnchor="middle" fontSize="13" fill="var(--ink-soft)">
        {point.colour}
      </text>
      {isNext && (
        <text x={x} y={BOTTOM + 84} textAnchor="middle" fontSize="13" fontWeight="700" fill="var(--here)">
          next
        </text>
      )}
    </>
  );
}

function describe(course: CourseView): string {
  const marks = course.points.map((p) => {
    if (p.measured)
      return `${p.label} measured ${formatNumber(p.measured.value)} volts${p.measured.asItShould ? "" : ", off"}`;
    return p.expected
      ? `${p.label} expected about ${formatNumber(p.expected.mid, 3)} volts`
      : `${p.label} is the reference`;
  });
  return `${course.name}: ${marks.join("; ")}.`;
}

/** Width of an element in pixels, followed as it changes. */
function useWidth(first: number): [React.RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(first);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(Math.floor(entry.contentRect.width)));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, width];
}

import { useLayoutEffect, useMemo, useRef, useState } from "react";
import type { PartSuspicion, WiringView } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import {
  LADDER,
  netOfPoint,
  fitLadder,
  type Ladder,
  type LadderPart,
  type LadderPlace,
} from "#core/wiring/index.ts";
import { wireColours } from "../words/wireColours.ts";
import { drawnAs, PartCaption } from "./PartCaption.tsx";
import { PartSymbol, type Region } from "./PartSymbol.tsx";
import type { Chosen } from "./WiringSheet.tsx";

interface Props {
  unit: UnitModel;
  ladder: Ladder;
  region: Region;
  figures: WiringView | undefined;
  /** Points of the pair in question. */
  pair?: { readonly red?: string | undefined; readonly black?: string | undefined } | undefined;
  chosen: Chosen;
  onChoose: (chosen: Chosen) => void;
}

/** One circuit as the finger follows it, at a size that is read without leaning in: rows that fit the width, there and back. */
export function CircuitLadder({ unit, ladder, region, figures, pair, chosen, onChoose }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const seen = new ResizeObserver(([entry]) => setSize(entry!.contentRect));
    seen.observe(frame.current!);
    return () => seen.disconnect();
  }, []);
  const { placed, scale } = useMemo(() => fitLadder(ladder, size.width, size.height), [ladder, size]);
  const { parts, lines, boxes } = placed;
  return (
    <div ref={frame} data-testid="ladder-drawing" className="h-full min-w-0 bg-sheet">
      {size.width > 0 && (
        <svg
          width={placed.width * scale}
          height={placed.height * scale}
          viewBox={`0 0 ${placed.width} ${placed.height}`}
          className="wiring block"
          role="group"
          aria-label="The circuit, from its supply to the load and back"
          fill="none"
          stroke="var(--ink)"
          strokeWidth="1.5"
        >
          {boxes.map((b) => (
            <g key={`${b.x} ${b.y}`}>
              <rect
                x={b.x}
                y={b.y}
                width={b.width}
                height={b.height}
                stroke="var(--ink-soft)"
                strokeDasharray="2 5"
              />
              <text x={b.x + 6} y={b.y + 13} fontSize="12" stroke="none" fill="var(--ink-soft)">
                {b.name}
              </text>
            </g>
          ))}
          {ladder.lines.map((line, i) => (
            <Line
              key={i}
              way={lines[i]!}
              colours={line.wires.flatMap((w) => w.colour ?? [])}
              lit={chosen !== undefined && "net" in chosen && line.nets.includes(chosen.net)}
              onChoose={() => line.nets[0] !== undefined && onChoose({ net: line.nets[0] })}
            />
          ))}
          <End place={lines[0]?.[0]} text={ladder.ends[0]} leads />
          <End place={lines.at(-1)?.at(-1)} text={ladder.ends[1]} leads={false} back={parts.at(-1)?.back} />
          {ladder.parts.map((part, i) => (
            <PartCell
              key={`${part.id} ${i}`}
              part={part}
              place={parts[i]!}
              region={region}
              suspicion={figures?.parts[part.id]}
              chosen={chosen !== undefined && "part" in chosen && chosen.part === part.id}
              onChoose={() => onChoose({ part: part.id })}
            />
          ))}
          <Readings unit={unit} ladder={ladder} places={parts} figures={figures} pair={pair} />
        </svg>
      )}
    </div>
  );
}

function Line({
  way,
  colours,
  lit,
  onChoose,
}: {
  way: readonly { x: number; y: number }[];
  colours: readonly string[];
  lit: boolean;
  onChoose: () => void;
}) {
  const wire = colours[0] === undefined ? undefined : wireColours(colours[0]);
  const d = way.map(({ x, y }, i) => `${i === 0 ? "M" : "L"}${x} ${y}`).join("");
  return (
    <g onClick={onChoose} className="cursor-pointer">
      {lit && <path d={d} stroke="var(--here)" strokeWidth="10" opacity="0.45" />}
      {wire ? (
        <>
          <path d={d} stroke="var(--ink-soft)" strokeWidth="5.4" />
          <path d={d} stroke={wire.body} strokeWidth="4" />
          {wire.tracer && <path d={d} stroke={wire.tracer} strokeWidth="1.5" strokeDasharray="7 5" />}
        </>
      ) : (
        <path d={d} />
      )}
      <path d={d} stroke="transparent" strokeWidth="26" />
    </g>
  );
}

/** Where the loop comes from and where it goes back to. */
function End({
  place,
  text,
  leads,
  back = false,
}: {
  place: { x: number; y: number } | undefined;
  text: string;
  leads: boolean;
  back?: boolean | undefined;
}) {
  if (!place) return null;
  const inward = leads !== back ? 0 : 1;
  return (
    <g>
      <path d={`M${place.x} ${place.y - 16}v32`} strokeWidth="3" />
      <text
        x={place.x + (inward === 0 ? 6 : -6)}
        y={leads ? place.y - 46 : place.y + 50}
        textAnchor={inward === 0 ? "start" : "end"}
        fontSize="13"
        fontWeight="700"
        stroke="none"
        fill="var(--ink)"
      >
        {leads ? "from" : "to"} {text}
      </text>
    </g>
  );
}

function PartCell({
  part,
  place,
  region,
  suspicion,
  chosen,
  onChoose,
}: {
  part: LadderPart;
  place: LadderPlace;
  region: Region;
  suspicion: PartSuspicion | undefined;
  chosen: boolean;
  onChoose: () => void;
}) {
  const { ruledOut, ink, weight, said } = drawnAs(suspicion);
  const { symbol: half } = LADDER;
  const block = part.symbol === "block";
  return (
    <g
      transform={`translate(${place.x - half / 2} ${place.y - 22})`}
      role="button"
      tabIndex={0}
      aria-label={`${part.label}, ${part.name}${said}`}
      aria-pressed={chosen}
      data-part={part.id}
      className="cursor-pointer"
      stroke={ink}
      strokeWidth={ruledOut ? 1.1 : 1.4 + weight}
      onClick={onChoose}
      onKeyDown={(e) => {
        if (e.key !== "Enter" && e.key !== " ") return;
        e.preventDefault();
        onChoose();
      }}
    >
      <rect
        x={-6}
        y={-26}
        width={half + 12}
        height={92}
        stroke={chosen ? "var(--here)" : "transparent"}
        strokeWidth="2.5"
        fill={chosen ? "var(--here-soft)" : "transparent"}
      />
      {block ? (
        <>
          <rect width={half} height={44} className="sheet" />
          <text x={half / 2} y={27} textAnchor="middle" fontSize="11" stroke="none" fill={ink}>
            {part.enters === part.leaves ? part.enters : `${part.enters} – ${part.leaves}`}
          </text>
        </>
      ) : (
        <PartSymbol symbol={part.symbol} region={region} width={half} height={44} />
      )}
      <PartCaption
        label={part.label}
        part={suspicion}
        x={half / 2}
        above={-8}
        below={60}
        size={16}
        chanceSize={14}
      />
    </g>
  );
}

/** What the points read, on their side of the part, and where the probes go. */
function Readings({
  unit,
  ladder,
  places,
  figures,
  pair,
}: {
  unit: UnitModel;
  ladder: Ladder;
  places: readonly LadderPlace[];
  figures: WiringView | undefined;
  pair: Props["pair"];
}) {
  const at = useMemo(() => pointPlaces(unit, ladder, places), [unit, ladder, places]);
  const readings = new Map(figures?.points.map((p) => [p.id, p]));
  return at.map(({ id, x, y, anchor, leaving }) => {
    const point = readings.get(id);
    const text = point?.measured?.text ?? point?.expected;
    const off = point?.measured?.asItShould === false;
    const probe = pair?.red === id ? "red" : pair?.black === id ? "black" : undefined;
    return (
      <g key={`${id} ${x} ${y}`} pointerEvents="none" data-point={id}>
        {probe === "red" && (
          <circle cx={x} cy={y} r="8" fill="var(--hazard)" stroke="var(--sheet)" strokeWidth="2" />
        )}
        {probe === "black" && (
          <rect
            x={x - 8}
            y={y - 8}
            width="16"
            height="16"
            fill="var(--ink)"
            stroke="var(--sheet)"
            strokeWidth="2"
          />
        )}
        {!probe && <circle cx={x} cy={y} r="3.5" fill="var(--ink)" stroke="none" />}
        {text !== undefined && (
          <text
            x={x}
            y={leaving ? y - 11 : y + 21}
            textAnchor={anchor}
            fontSize="13"
            fontWeight={point?.measured ? 700 : 400}
            stroke="var(--sheet)"
            strokeWidth="4"
            paintOrder="stroke"
            className="reading"
            fill={off ? "var(--hazard)" : point?.measured ? "var(--ink)" : "var(--ink-soft)"}
          >
            {off ? `${text} off` : point?.measured ? `◆ ${text}` : text}
          </text>
        )}
        <text
          x={x}
          y={leaving ? y - 27 : y + 36}
          textAnchor={anchor}
          fontSize="12"
          stroke="none"
          className="reading"
          fill="var(--ink-soft)"
        >
          {id.replaceAll(".", "·")}
        </text>
      </g>
    );
  });
}

interface PointPlace {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly anchor: "start" | "end";
  /** The current leaves the part here: what stands at it stands above the line, and below it where the current comes in. */
  readonly leaving: boolean;
}

/** One point for each side of each part: the one that touches the part's own terminal where there is one. */
function pointPlaces(unit: UnitModel, ladder: Ladder, places: readonly LadderPlace[]): PointPlace[] {
  const course = unit.courses.find((c) => c.id === ladder.course);
  const ordered = [...(course?.points ?? []), ...unit.points.map((p) => p.id)];
  const used = new Set<string>();
  const terminalOf = (id: string) => unit.points.find((p) => p.id === id)?.terminal ?? id;
  return ladder.parts.flatMap((part, i) => {
    const place = places[i]!;
    return ([false, true] as const).flatMap((leaving): PointPlace[] => {
      const terminal = `${part.id}.${leaving ? part.leaves : part.enters}`;
      const line = ladder.lines[leaving ? i + 1 : i]!;
      const net = leaving ? line.nets[0] : line.nets.at(-1);
      const id =
        ordered.find((p) => !used.has(p) && terminalOf(p) === terminal) ??
        ordered.find((p) => !used.has(p) && netOfPoint(unit, p) === net);
      if (id === undefined) return [];
      used.add(id);
      const toTheRight = leaving !== place.back;
      return [
        {
          id,
          x: place.x + ((toTheRight ? 1 : -1) * (LADDER.symbol + 10)) / 2,
          y: place.y,
          anchor: toTheRight ? "start" : "end",
          leaving,
        },
      ];
    });
  });
}

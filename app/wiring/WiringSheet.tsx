import { memo, useMemo } from "react";
import type { PartSuspicion, WiringView } from "#core/view/index.ts";
import { railsOf, type DrawnRail } from "#core/wiring/index.ts";
import type {
  Diagram,
  DiagramEdge,
  DiagramFrame,
  DiagramNode,
  Place,
  PlacedDiagram,
  PlacedFrame,
} from "#core/wiring/index.ts";
import { wireColours } from "../words/wireColours.ts";
import { drawnAs, PartCaption } from "./PartCaption.tsx";
import { PartSymbol, type Region } from "./PartSymbol.tsx";

export type Chosen = { readonly part: string } | { readonly net: string } | undefined;

interface Props {
  diagram: Diagram;
  placed: PlacedDiagram;
  region: Region;
  figures: WiringView | undefined;
  /** Terminals of the pair in question, "K3.com". */
  probes: { readonly red?: string | undefined; readonly black?: string | undefined };
  chosen: Chosen;
  onChoose: (chosen: Chosen) => void;
}

/** The drawing itself: lines in their wire colours, parts by their symbols, readings at the points. */
export const WiringSheet = memo(function WiringSheet(props: Props) {
  const { diagram, placed, figures, chosen, region, onChoose, probes } = props;
  const net = chosen && "net" in chosen ? chosen.net : undefined;
  const part = chosen && "part" in chosen ? chosen.part : undefined;
  const first = diagram.nodes.find((n) => n.kind === "part")?.id;
  const rails = useMemo(() => railsOf(diagram, placed), [diagram, placed]);
  const onRail = new Set(rails.flatMap((rail) => rail.taps.map((tap) => tap.flag)));
  return (
    <svg
      width={placed.width}
      height={placed.height}
      viewBox={`0 0 ${placed.width} ${placed.height}`}
      className="wiring block overflow-visible"
      fill="none"
      stroke="var(--ink)"
      strokeWidth="1.5"
    >
      {diagram.frames.map((frame) => (
        <Frame key={frame.id} frame={frame} at={placed.frames[frame.id]} />
      ))}
      {diagram.edges.map((edge) => (
        <Line
          key={edge.id}
          edge={edge}
          places={placed.lines[edge.id] ?? []}
          lit={net !== undefined && edge.nets.includes(net)}
          onChoose={onChoose}
        />
      ))}
      {rails.map((rail) => (
        <Rail key={rail.taps[0]!.flag} rail={rail} lit={rail.net === net} onChoose={onChoose} />
      ))}
      {diagram.nodes
        .filter((node) => !onRail.has(node.id))
        .map((node) =>
          node.kind === "part" ? (
            <PartBox
              key={node.id}
              node={node}
              at={placed.boxes[node.id]!}
              region={region}
              suspicion={figures?.parts[node.id]}
              chosen={node.id === part}
              reachable={node.id === (part ?? first)}
              onChoose={onChoose}
            />
          ) : (
            <Mark key={node.id} node={node} at={placed.boxes[node.id]!} lit={node.name === net} />
          ),
        )}
      {figures && <Readings diagram={diagram} placed={placed} points={figures.points} />}
      <Probe at={probes.red ? placed.ports[probes.red] : undefined} role="red" />
      <Probe at={probes.black ? placed.ports[probes.black] : undefined} role="black" />
    </svg>
  );
});

/** What was read at the points; where nothing was, what should be. */
function Readings({
  diagram,
  placed,
  points,
}: Pick<Props, "diagram" | "placed"> & { points: NonNullable<Props["figures"]>["points"] }) {
  return points.map((point) => {
    const place = placed.ports[point.terminal];
    const node = diagram.nodes.find((n) => n.ports.some((p) => p.id === point.terminal));
    const side = node?.ports.find((p) => p.id === point.terminal)?.side;
    if (!place || !side) return null;
    const text = point.measured?.text ?? point.expected;
    if (text === undefined) return null;
    const off = point.measured?.asItShould === false;
    return (
      <text
        key={point.id}
        x={place.x + (side === "west" ? -3 : 3)}
        y={place.y - 5}
        textAnchor={side === "west" ? "end" : "start"}
        fontSize="11"
        fontWeight={point.measured ? 700 : 400}
        stroke="var(--sheet)"
        strokeWidth="4"
        paintOrder="stroke"
        className="wiring-value reading"
        fill={off ? "var(--hazard)" : point.measured ? "var(--ink)" : "var(--ink-soft)"}
      >
        {point.measured ? "◆ " : ""}
        {text}
        {off ? " off" : ""}
      </text>
    );
  });
}

/** What is built as one thing: a wall around its parts, with its name over them. */
function Frame({ frame: { name }, at }: { frame: DiagramFrame; at: PlacedFrame | undefined }) {
  if (!at) return null;
  return (
    <g>
      <rect
        x={at.x}
        y={at.y}
        width={at.width}
        height={at.height}
        fill="var(--paper)"
        stroke="var(--ink-soft)"
        strokeWidth="1.5"
        strokeDasharray="10 4"
      />
      <text
        x={at.x + 10}
        y={at.y + 19}
        fontSize="14"
        fontWeight="700"
        stroke="var(--paper)"
        strokeWidth="4"
        paintOrder="stroke"
        fill="var(--ink-soft)"
        className="wiring-name"
      >
        {name}
      </text>
    </g>
  );
}

const path = (places: readonly Place[]) =>
  places.map(({ x, y }, i) => `${i === 0 ? "M" : "L"}${x} ${y}`).join("");

function Line({
  edge,
  places,
  lit,
  onChoose,
}: {
  edge: DiagramEdge;
  places: readonly Place[];
  lit: boolean;
  onChoose: Props["onChoose"];
}) {
  const wire = edge.colour ? wireColours(edge.colour) : undefined;
  const d = path(places);
  return (
    <g onClick={() => onChoose({ net: edge.nets[0]! })} className="cursor-pointer">
      {lit && <path d={d} stroke="var(--here)" strokeWidth="9" opacity="0.45" />}
      {wire ? (
        <>
          <path d={d} stroke="var(--ink-soft)" strokeWidth="4.4" />
          <path d={d} stroke={wire.body} strokeWidth="3" />
          {wire.tracer && <path d={d} stroke={wire.tracer} strokeWidth="1.2" strokeDasharray="7 5" />}
        </>
      ) : (
        <path d={d} strokeWidth={lit ? 2.5 : 1.2} />
      )}
      <path d={d} stroke="transparent" strokeWidth="14" />
    </g>
  );
}

function PartBox({
  node,
  at,
  region,
  suspicion,
  chosen,
  reachable,
  onChoose,
}: {
  node: DiagramNode;
  at: Place;
  region: Region;
  suspicion: PartSuspicion | undefined;
  chosen: boolean;
  /** The one part that Tab comes to; arrow keys lead on from there. */
  reachable: boolean;
  onChoose: Props["onChoose"];
}) {
  const { ruledOut, ink, weight, said } = drawnAs(suspicion);
  const { width, height, ports, symbol } = node;
  return (
    <g
      transform={`translate(${at.x} ${at.y})`}
      role="button"
      tabIndex={reachable ? 0 : -1}
      aria-label={`${node.label}, ${node.name}${said}`}
      aria-pressed={chosen}
      data-part={node.id}
      className="cursor-pointer outline-none"
      stroke={ink}
      fill="none"
      strokeWidth={ruledOut ? 1.1 : 1.2 + weight}
      onClick={() => onChoose({ part: node.id })}
      onFocus={() => onChoose({ part: node.id })}
    >
      <rect
        x={-5}
        y={-7}
        width={width + 10}
        height={height + 14}
        stroke={chosen ? "var(--here)" : "transparent"}
        strokeWidth="2.5"
        fill={chosen ? "var(--here-soft)" : "transparent"}
      />
      <PartSymbol symbol={symbol} region={region} width={width} height={symbol === "pin" ? 30 : height} />
      {symbol === "block" &&
        ports.map((port) => {
          const y = 26 + 24 * ports.filter((p) => p.side === port.side).indexOf(port) + 16;
          return (
            <text
              key={port.id}
              x={port.side === "west" ? 5 : width - 5}
              y={y}
              textAnchor={port.side === "west" ? "start" : "end"}
              fontSize="11"
              stroke="none"
              fill={ink}
              className="wiring-pin"
            >
              {port.terminal}
            </text>
          );
        })}
      <PartCaption
        label={node.label}
        part={suspicion}
        x={width / 2}
        above={symbol === "block" ? 18 : symbol === "pin" ? 0 : 2}
        below={height + 6}
        size={symbol === "pin" ? 11 : 14}
        chanceSize={12}
      />
    </g>
  );
}

/** A knot where lines meet, or the flag of a rail. */
function Mark({ node, at, lit }: { node: DiagramNode; at: Place; lit: boolean }) {
  if (node.kind === "knot")
    return (
      <circle cx={at.x + node.width / 2} cy={at.y + node.height / 2} r="4" fill="var(--ink)" stroke="none" />
    );
  return (
    <g transform={`translate(${at.x} ${at.y})`}>
      <rect
        width={node.width}
        height={node.height}
        fill={lit ? "var(--here-soft)" : "var(--sheet)"}
        stroke={lit ? "var(--here)" : "var(--ink-soft)"}
        strokeWidth={lit ? 2.5 : 1}
      />
      <text x={node.width / 2} y={14} textAnchor="middle" fontSize="12" stroke="none" fill="var(--ink)">
        {node.label}
      </text>
    </g>
  );
}

/** A rail: one line for all that hangs on a net here, with its name at the head. */
function Rail({
  rail: { net, x, from, to, taps },
  lit,
  onChoose,
}: {
  rail: DrawnRail;
  lit: boolean;
  onChoose: Props["onChoose"];
}) {
  return (
    <g
      onClick={() => onChoose({ net })}
      className="cursor-pointer"
      stroke={lit ? "var(--here)" : "var(--ink)"}
    >
      <line x1={x} x2={x} y1={from} y2={to} strokeWidth={lit ? 5 : 3.5} />
      {taps.map(({ flag, at }) => (
        <g key={flag}>
          <line x1={at.x} x2={x} y1={at.y} y2={at.y} strokeWidth="1.2" />
          <circle cx={x} cy={at.y} r="4" fill="var(--ink)" stroke="none" />
        </g>
      ))}
      <text
        x={x}
        y={from - 5}
        textAnchor="middle"
        fontSize="13"
        fontWeight="700"
        stroke="var(--sheet)"
        strokeWidth="4"
        paintOrder="stroke"
        fill="var(--ink)"
        className="wiring-name"
      >
        {net}
      </text>
    </g>
  );
}

/** Where a probe goes: red round, dark square. */
function Probe({ at, role }: { at: Place | undefined; role: "red" | "black" }) {
  if (!at) return null;
  return role === "red" ? (
    <circle cx={at.x} cy={at.y} r="7" fill="var(--hazard)" stroke="var(--sheet)" strokeWidth="2" />
  ) : (
    <rect
      x={at.x - 7}
      y={at.y - 7}
      width="14"
      height="14"
      fill="var(--ink)"
      stroke="var(--sheet)"
      strokeWidth="2"
    />
  );
}

import { ArrowLeftRight, Download, Minus, Plus, Printer, Scan } from "lucide-react";
import { useMemo, useState } from "react";
import type { UnitModel } from "#core/unit/index.ts";
import type { diagramOf } from "#core/wiring/index.ts";
import { Button } from "../ui/Button.tsx";
import type { Region } from "./PartSymbol.tsx";
import { partOfTerminal } from "./partOfTerminal.ts";

type Diagram = ReturnType<typeof diagramOf>;

interface FindProps {
  unit: UnitModel;
  diagram: Diagram;
  /** Brings a part into view. */
  onGo: (part: string) => void;
}

interface Props extends FindProps {
  ready: boolean;
  region: Region;
  /** It stands beside something else: no tools but find and zoom. */
  small: boolean;
  onScale: (by: number) => void;
  onAll: () => void;
  /** Back to what is asked for; undefined where nothing is. */
  onQuestion: (() => void) | undefined;
  onRegion: (region: Region) => void;
  onSave: () => void;
}

/** The drawing's tools: find, zoom, the question's neighbourhood, symbols by region, print and save. */
export function WiringTools(props: Props) {
  const { ready, region, small, onScale, onAll, onQuestion, onRegion, onSave } = props;
  return (
    <div className="no-print flex flex-wrap items-center gap-2 border-b border-rule px-3 py-1.5">
      <Find unit={props.unit} diagram={props.diagram} onGo={props.onGo} />
      <Button aria-label="Zoom in" className="px-3!" onClick={() => onScale(1.4)}>
        <Plus size={18} aria-hidden />
      </Button>
      <Button aria-label="Zoom out" className="px-3!" onClick={() => onScale(1 / 1.4)}>
        <Minus size={18} aria-hidden />
      </Button>
      <Button onClick={onAll}>
        <Scan size={18} aria-hidden /> All
      </Button>
      {onQuestion && <Button onClick={onQuestion}>Back to the check</Button>}
      {!small && (
        <>
          <Button
            className="max-md:hidden"
            aria-label={`Symbols: ${region === "IEC" ? "IEC 60617" : "North American"}. Change.`}
            onClick={() => onRegion(region === "IEC" ? "NA" : "IEC")}
          >
            <ArrowLeftRight size={16} aria-hidden />{" "}
            {region === "IEC" ? "IEC symbols" : "N. American symbols"}
          </Button>
          <Button className="max-md:hidden" disabled={!ready} onClick={onSave}>
            <Download size={16} aria-hidden /> SVG
          </Button>
          <Button className="max-md:hidden" disabled={!ready} onClick={() => window.print()}>
            <Printer size={16} aria-hidden /> Print or PDF
          </Button>
        </>
      )}
    </div>
  );
}

/** Hits shown at once. */
const MOST_FOUND = 6;

/** Finds a part by its name or label, or the part that a point is on. */
function Find({ unit, diagram, onGo }: FindProps) {
  const [sought, setSought] = useState("");
  const found = useMemo(() => {
    const name = sought.trim().toLowerCase().replaceAll("·", ".");
    if (name === "") return [];
    const point = unit.points.find((p) => p.id.toLowerCase() === name);
    const part = point && partOfTerminal(point.terminal ?? point.id);
    return diagram.nodes
      .filter(
        (n) =>
          n.kind === "part" &&
          (n.id === part || n.id.toLowerCase().startsWith(name) || n.name.toLowerCase().includes(name)),
      )
      .slice(0, MOST_FOUND);
  }, [sought, unit, diagram]);
  const take = (id: string) => {
    onGo(id);
    setSought("");
  };
  return (
    <div className="relative grow sm:max-w-72">
      <input
        type="search"
        aria-label="Find a part or a point"
        placeholder="Find: K3, P4.3, heater"
        className="min-h-11 w-full border-[1.5px] border-ink px-3"
        value={sought}
        onChange={(e) => setSought(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === "Enter" && found[0]) take(found[0].id);
        }}
      />
      {sought.trim() !== "" && (
        <ul className="absolute top-full right-0 left-0 z-20 border-[1.5px] border-ink bg-sheet">
          {found.map((node) => (
            <li key={node.id}>
              <button
                type="button"
                className="min-h-11 w-full px-3 text-left hover:bg-here-soft"
                onClick={() => take(node.id)}
              >
                <b>{node.label}</b> {node.name}
              </button>
            </li>
          ))}
          {found.length === 0 && (
            <li className="px-3 py-2">Nothing on this drawing is called “{sought.trim()}”.</li>
          )}
        </ul>
      )}
    </div>
  );
}

import { useEffect, useMemo, useRef, useState } from "react";
import type { WiringView } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import {
  diagramOf,
  neighboursOf,
  partToThe,
  type Direction,
  type PlacedDiagram,
} from "#core/wiring/index.ts";
import { useLayout } from "./layout.ts";
import { useShop } from "../ui/ShopBar.tsx";
import type { Region } from "./PartSymbol.tsx";
import { partOfTerminal } from "./partOfTerminal.ts";
import { regionOf } from "./regionOf.ts";
import { saveAsSvg } from "./saveAsSvg.ts";
import { useZoom, type Box } from "./useZoom.ts";
import { WiringSheet, type Chosen } from "./WiringSheet.tsx";
import { WiringTools } from "./WiringTools.tsx";

interface Props {
  unit: UnitModel;
  figures?: WiringView | undefined;
  /** Points of the pair in question. */
  pair?: { readonly red?: string | undefined; readonly black?: string | undefined };
  /** A part to stand in the middle. */
  middle?: string | undefined;
  /** It stands beside something else: no tools but find and zoom. */
  small?: boolean;
  /** Shown beside the drawing for what is chosen. */
  children?: (chosen: Chosen) => React.ReactNode;
}

/** A part is worth the middle of the screen from this chance on. */
const WORTH_A_LOOK = 0.1;

const ARROWS: Readonly<Record<string, Direction>> = {
  ArrowLeft: "left",
  ArrowRight: "right",
  ArrowUp: "up",
  ArrowDown: "down",
};

/** The unit's drawing with its tools: find, zoom, the question's neighbourhood, symbols by region, print and save. */
export function WiringDrawing({ unit, figures, pair, middle, small = false, children }: Props) {
  const { settings } = useShop();
  const wanted = useMemo(() => diagramOf(unit), [unit]);
  const layout = useLayout(wanted);
  const laid = layout && "placed" in layout ? layout : undefined;
  const placed = laid?.placed;
  const diagram = laid?.diagram ?? wanted;
  const [region, setRegion] = useState<Region>(regionOf(unit, settings));
  const [chosen, setChosen] = useState<Chosen>();
  const { frame, sheet, show, scaleBy } = useZoom();

  const terminalAt = (point: string | undefined) =>
    point === undefined ? undefined : (unit.points.find((p) => p.id === point)?.terminal ?? point);
  const probes = { red: terminalAt(pair?.red), black: terminalAt(pair?.black) };
  const question = { unit, pair, middle, figures, diagram, placed };
  const { asked, showQuestion } = useQuestion(question, show);
  const go = (id: string) => {
    if (!placed) return;
    setChosen({ part: id });
    show(boxAround(diagram, placed, [id, ...neighboursOf(diagram, id)]));
    requestAnimationFrame(() =>
      frame.current?.querySelector<SVGElement>(`[data-part="${CSS.escape(id)}"]`)?.focus(),
    );
  };
  const onKey = (event: React.KeyboardEvent) => {
    const direction = ARROWS[event.key];
    if (!direction || !placed || !chosen || !("part" in chosen)) return;
    event.preventDefault();
    const next = partToThe(direction, diagram, placed, chosen.part);
    if (next) go(next);
  };

  return (
    <div className="flex min-h-0 grow flex-col">
      <WiringTools
        {...{ unit, diagram, region, small }}
        ready={placed !== undefined}
        onGo={go}
        onScale={scaleBy}
        onAll={() => placed && show(whole(placed))}
        onQuestion={asked.length > 0 ? showQuestion : undefined}
        onRegion={setRegion}
        onSave={() => saveAsSvg(sheet.current!.querySelector("svg")!, `${unit.id}-wiring.svg`)}
      />
      <div className="relative flex min-h-0 grow flex-col md:flex-row">
        <div
          ref={frame}
          data-testid="wiring"
          data-laid={placed ? "true" : undefined}
          className="wiring-frame relative min-h-64 grow cursor-grab touch-none overflow-hidden bg-sheet active:cursor-grabbing"
          role="group"
          aria-label={`Wiring of ${unit.name}. Arrow keys move between neighbouring parts.`}
          onKeyDown={onKey}
        >
          <div ref={sheet} className="wiring-sheet absolute top-0 left-0 origin-top-left">
            {placed && (
              <WiringSheet
                diagram={diagram}
                placed={placed}
                region={region}
                figures={figures}
                probes={probes}
                chosen={chosen}
                onChoose={setChosen}
              />
            )}
          </div>
          {!placed && <NotLaidOut trouble={layout && "trouble" in layout ? layout.trouble : undefined} />}
        </div>
        {children && (
          <aside
            aria-label="What is chosen"
            className="no-print max-h-[45%] shrink-0 overflow-y-auto border-t-[1.5px] border-ink p-3 md:max-h-none md:w-80 md:border-t-0 md:border-l-[1.5px]"
          >
            {children(chosen)}
          </aside>
        )}
      </div>
    </div>
  );
}

interface Question extends Pick<Props, "unit" | "pair" | "middle" | "figures"> {
  diagram: ReturnType<typeof diagramOf>;
  placed: PlacedDiagram | undefined;
}

/** The parts that a pair is asked for at, else the one suspected most: brought into view when they change. */
function useQuestion(
  { unit, pair, middle, figures, diagram, placed }: Question,
  show: (box: Box) => void,
): { asked: readonly string[]; showQuestion: () => void } {
  const asked = useMemo(
    () =>
      [pair?.red, pair?.black].flatMap((point) => {
        const terminal = point && (unit.points.find((p) => p.id === point)?.terminal ?? point);
        return terminal ? [partOfTerminal(terminal)] : [];
      }),
    [unit, pair?.red, pair?.black],
  );

  /** Where no pair is asked for, the part that is suspected most stands in the middle. */
  const leading = useMemo(() => {
    if (middle !== undefined) return middle;
    const [first] = Object.entries(figures?.parts ?? {}).sort(([, a], [, b]) => b.chance - a.chance);
    return first && first[1].chance >= WORTH_A_LOOK ? first[0] : undefined;
  }, [figures, middle]);
  const showQuestion = useMemo(
    () => () => {
      if (!placed) return;
      const drawn = (asked.length > 0 ? asked : leading ? [leading] : []).filter((id) => placed.boxes[id]);
      const around = drawn.length > 0 ? drawn.flatMap((id) => [id, ...neighboursOf(diagram, id)]) : [];
      show(around.length > 0 ? boxAround(diagram, placed, around) : whole(placed));
    },
    [asked, leading, diagram, placed, show],
  );
  // What is asked for comes into view; an edit elsewhere leaves the view where it is.
  const target = placed && [...asked, "·", leading ?? ""].join(" ");
  const latest = useRef(showQuestion);
  useEffect(() => {
    latest.current = showQuestion;
  });
  useEffect(() => {
    if (target !== undefined) latest.current();
  }, [target]);
  return { asked, showQuestion };
}

function NotLaidOut({ trouble }: { trouble: string | undefined }) {
  return (
    <div className="absolute inset-0 grid place-content-center p-6 text-center">
      {trouble !== undefined ? (
        <p className="font-semibold text-hazard">{trouble}</p>
      ) : (
        <p>
          Laying out the drawing…
          <progress className="mt-2 block h-1.5 w-48 accent-here" aria-label="Laying out the drawing" />
        </p>
      )}
    </div>
  );
}

const whole = ({ width, height }: PlacedDiagram): Box => ({ x: 0, y: 0, width, height });

function boxAround(
  { nodes }: ReturnType<typeof diagramOf>,
  placed: PlacedDiagram,
  ids: readonly string[],
): Box {
  const boxes = ids.flatMap((id) => {
    const node = nodes.find((n) => n.id === id);
    const corner = placed.boxes[id];
    return node && corner ? [{ ...corner, width: node.width, height: node.height }] : [];
  });
  const x = Math.min(...boxes.map((b) => b.x)) - 60;
  const y = Math.min(...boxes.map((b) => b.y)) - 40;
  return {
    x,
    y,
    width: Math.max(...boxes.map((b) => b.x + b.width)) + 60 - x,
    height: Math.max(...boxes.map((b) => b.y + b.height)) + 40 - y,
  };
}

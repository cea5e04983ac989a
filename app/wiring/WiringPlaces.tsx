import { Download, Printer } from "lucide-react";
import { useMemo, useRef, useState } from "react";
import type { WiringView } from "#core/view/index.ts";
import type { Course, UnitModel } from "#core/unit/index.ts";
import { ladderOf } from "#core/wiring/index.ts";
import { Button } from "../ui/Button.tsx";
import { CircuitLadder } from "./CircuitLadder.tsx";
import { useShop } from "../ui/ShopBar.tsx";
import { regionOf } from "./regionOf.ts";
import { WiringDrawing } from "./WiringDrawing.tsx";
import { saveAsSvg } from "./saveAsSvg.ts";
import type { Chosen } from "./WiringSheet.tsx";

interface Props {
  unit: UnitModel;
  figures?: WiringView | undefined;
  /** Points of the pair in question. */
  pair?: { readonly red?: string | undefined; readonly black?: string | undefined };
  /** Another circuit was chosen, which is read in this state. */
  onCourse?: (state: string) => void;
  /** Shown beside the drawing for what is chosen. */
  children: (chosen: Chosen) => React.ReactNode;
}

const WHOLE = "";

/** The unit's wiring: the one circuit in question first, all the others and the whole unit one tap away. */
export function WiringPlaces({ unit, figures, pair, onCourse, children }: Props) {
  const ladders = useMemo(
    () =>
      unit.courses.flatMap((course) => {
        const ladder = ladderOf(unit, course);
        return ladder ? [{ course, ladder }] : [];
      }),
    [unit],
  );
  const [place, setPlace] = useState(
    () =>
      courseOf(
        ladders.map((l) => l.course),
        pair,
      )?.id ??
      ladders[0]?.course.id ??
      WHOLE,
  );
  const [chosen, setChosen] = useState<Chosen>();
  const frame = useRef<HTMLDivElement>(null);
  const region = regionOf(unit, useShop().settings);
  const shown = ladders.find((l) => l.course.id === place);
  const choose = (id: string) => {
    setPlace(id);
    setChosen(undefined);
    const course = unit.courses.find((c) => c.id === id);
    if (course) onCourse?.(course.state);
  };
  return (
    <>
      <Toolbar
        courses={ladders.map((l) => l.course)}
        place={place}
        onPlace={choose}
        onSave={
          shown &&
          (() => frame.current && saveAsSvg(frame.current.querySelector("svg")!, `${unit.id}-${place}.svg`))
        }
      />
      {shown ? (
        <div className="flex min-h-0 grow flex-col md:flex-row">
          <div ref={frame} className="min-h-0 grow overflow-y-auto bg-sheet">
            <CircuitLadder
              unit={unit}
              ladder={shown.ladder}
              region={region}
              figures={figures}
              pair={pair}
              chosen={chosen}
              onChoose={setChosen}
            />
          </div>
          <aside
            aria-label="What is chosen"
            className="no-print max-h-[45%] shrink-0 overflow-y-auto border-t-[1.5px] border-ink p-3 md:max-h-none md:w-80 md:border-t-0 md:border-l-[1.5px]"
          >
            {children(chosen)}
            <OtherCircuits unit={unit} chosen={chosen} ladders={ladders} here={place} onChoose={choose} />
          </aside>
        </div>
      ) : (
        <WiringDrawing unit={unit} figures={figures} {...(pair ? { pair } : {})}>
          {children}
        </WiringDrawing>
      )}
    </>
  );
}

/** Which circuit is shown, and how it is taken along. */
function Toolbar({
  courses,
  place,
  onPlace,
  onSave,
}: {
  courses: readonly Course[];
  place: string;
  onPlace: (id: string) => void;
  /** Left out for the whole unit, whose drawing has tools of its own. */
  onSave: (() => void) | undefined;
}) {
  return (
    <p className="no-print flex flex-wrap items-center gap-2 border-b border-rule px-3 py-1.5">
      <label className="flex items-center gap-2">
        Circuit
        <select
          className="min-h-11 border-[1.5px] border-ink px-2 font-semibold"
          value={place}
          onChange={(e) => onPlace(e.target.value)}
        >
          {courses.map((course) => (
            <option key={course.id} value={course.id}>
              {course.name}
            </option>
          ))}
          <option value={WHOLE}>the whole unit</option>
        </select>
      </label>
      {onSave && (
        <>
          <Button className="max-md:hidden" onClick={onSave}>
            <Download size={16} aria-hidden /> SVG
          </Button>
          <Button className="max-md:hidden" onClick={() => window.print()}>
            <Printer size={16} aria-hidden /> Print or PDF
          </Button>
        </>
      )}
    </p>
  );
}

/** The circuit that a check is on: the first that has both its points, or else one of them. */
function courseOf(courses: readonly Course[], pair: Props["pair"]): Course | undefined {
  const asked = [pair?.red, pair?.black].flatMap((id) => id ?? []);
  if (asked.length === 0) return undefined;
  const on = (course: Course) => asked.filter((id) => course.points.includes(id)).length;
  return [...courses].sort((a, b) => on(b) - on(a)).find((c) => on(c) > 0);
}

/** Other circuits that the chosen part is on: what pulls a relay in. */
function OtherCircuits({
  unit,
  chosen,
  ladders,
  here,
  onChoose,
}: {
  unit: UnitModel;
  chosen: Chosen;
  ladders: readonly { course: Course; ladder: NonNullable<ReturnType<typeof ladderOf>> }[];
  here: string;
  onChoose: (course: string) => void;
}) {
  if (!chosen || !("part" in chosen)) return null;
  const also = new Set([
    ...ladders.flatMap(({ course, ladder }) =>
      ladder.parts.some((p) => p.id === chosen.part) ? [course.id] : [],
    ),
    ...ladders.flatMap(({ ladder }) =>
      ladder.parts.filter((p) => p.id === chosen.part).flatMap((p) => p.alsoOn),
    ),
  ]);
  also.delete(here);
  if (also.size === 0) return null;
  return (
    <section aria-label="Also on" className="pt-3">
      <h3 className="section-title">It is also on</h3>
      {unit.courses
        .filter((c) => also.has(c.id))
        .map((c) => (
          <button
            key={c.id}
            type="button"
            className="block min-h-11 text-left font-semibold underline underline-offset-4"
            onClick={() => onChoose(c.id)}
          >
            {c.name}
          </button>
        ))}
    </section>
  );
}

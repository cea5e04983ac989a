import { Tabs } from "radix-ui";
import { lazy, Suspense, useState } from "react";
import type { Json, WorkshopProblem } from "#core/workshop/index.ts";
import type { UnitPicture } from "#server/units/pictures.ts";
import { UnitPictures } from "../units/UnitPictures.tsx";
import { SymptomTable } from "../units/SymptomTable.tsx";
import { PartFailures } from "./PartFailures.tsx";
import type { WorkshopCheck as Check } from "./useChecked.ts";
import { WorkshopCheck } from "./WorkshopCheck.tsx";

const WiringDrawing = lazy(() =>
  import("../wiring/WiringDrawing.tsx").then((m) => ({ default: m.WiringDrawing })),
);

const PLACES = [
  ["check", "Check"],
  ["drawing", "Drawing"],
  ["failures", "Failures"],
  ["pictures", "Pictures"],
] as const;

interface Props {
  check: Check;
  unit: string;
  pictures: readonly UnitPicture[];
  /** The part in hand, if one is. */
  part: Json | undefined;
  onGo: (problem: WorkshopProblem) => void;
}

/** Beside what is edited: what the model says of itself, its drawing, and what each failure would show. */
export function WorkshopBeside({ check, unit: id, pictures, part, onGo }: Props) {
  const [place, setPlace] = useState<string>("check");
  const { unit } = check;
  const wrong = check.problems.length + check.doubts.filter((d) => d.level === "wrong").length;
  const behind = unit && !(check.current && check.problems.length === 0) && (
    <p className="text-ink-soft">As it stood when it last read.</p>
  );
  return (
    <Tabs.Root
      value={place}
      onValueChange={setPlace}
      className="flex min-w-0 flex-col self-start lg:sticky lg:top-4 lg:max-h-[calc(100dvh-2rem)] lg:overflow-y-auto"
    >
      <Tabs.List aria-label="Beside" className="flex border-b-[1.5px] border-ink">
        {PLACES.map(([name, title]) => (
          <Tabs.Trigger
            key={name}
            value={name}
            className="min-h-11 border-b-4 border-transparent px-3 font-semibold data-[state=active]:border-here data-[state=active]:font-bold"
          >
            {title}
            {name === "check" && wrong > 0 && <span className="text-hazard"> {wrong} wrong</span>}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value="check">
        <WorkshopCheck check={check} onGo={onGo} />
        {part && <PartFailures part={part} />}
      </Tabs.Content>
      <Tabs.Content value="drawing" className="flex h-[34rem] flex-col">
        {behind}
        {unit ? (
          <Suspense fallback={<p role="status">The drawing is opening…</p>}>
            <WiringDrawing
              unit={unit}
              middle={typeof part?.["id"] === "string" ? part["id"] : undefined}
              small
            />
          </Suspense>
        ) : (
          <p className="py-2 text-ink-soft">It is drawn as soon as it reads as a model.</p>
        )}
      </Tabs.Content>
      <Tabs.Content value="failures">
        {behind}
        {!unit ? (
          <p className="py-2 text-ink-soft">Failures are run through as soon as it reads as a model.</p>
        ) : unit.sequence ? (
          <SymptomTable unit={unit} />
        ) : (
          <p className="py-2 text-ink-soft">
            This model has no board with steps, so what a failure looks like from outside cannot be run. Its
            readings are on a job’s course.
          </p>
        )}
      </Tabs.Content>
      <Tabs.Content value="pictures" className="pt-2">
        <UnitPictures unit={id} pictures={pictures} />
      </Tabs.Content>
    </Tabs.Root>
  );
}

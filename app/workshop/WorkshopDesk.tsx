import { useDeferredValue, useMemo, useState } from "react";
import type { Json } from "#core/workshop/index.ts";
import type { UnitPicture } from "#server/units/pictures.ts";
import { Button } from "../ui/Button.tsx";
import { ChapterDesk } from "./ChapterDesk.tsx";
import { NamesLists } from "./NamesLists.tsx";
import { RemoveDialog } from "./RemoveDialog.tsx";
import { SaveRevision } from "./SaveRevision.tsx";
import { SectionNav } from "./SectionNav.tsx";
import { useChecked } from "./useChecked.ts";
import { useWorkshop } from "./useWorkshop.ts";
import { WorkshopBeside } from "./WorkshopBeside.tsx";
import type { WorkshopDraft } from "./workshopDraft.ts";

interface Props {
  unit: string;
  name: string;
  /** The newest revision of it: its hash and its file. */
  base: string;
  file: Json;
  pictures: readonly UnitPicture[];
}

/** A unit's model at a desk: its chapters, one record or a sheet of them, and beside them what the model says of itself. */
export function WorkshopDesk({ unit, name, base, file: newest, pictures }: Props) {
  const [first] = useState<WorkshopDraft>({ base, file: newest, at: "" });
  const shop = useWorkshop(unit, first);
  const { file, section, record, made } = shop;
  const late = useDeferredValue(file);
  const check = useChecked(late);
  const problems = useMemo(() => [...check.problems, ...check.doubts], [check]);
  return (
    <main className="mx-auto max-w-[110rem] p-4">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 border-b-2 border-ink pb-2">
        <h1 className="mr-auto text-[1.75rem] font-bold">Workshop · {name}</h1>
        <Button look="quiet" disabled={!shop.canUndo} onClick={shop.undo}>
          Undo
        </Button>
        <Button look="quiet" disabled={!shop.canRedo} onClick={shop.redo}>
          Redo
        </Button>
        <SaveRevision
          unit={unit}
          draft={shop.draft}
          newest={{ base, file: newest }}
          reads={check.current && late === file && check.problems.length === 0}
          onNewest={() => shop.set({ base, file: newest, at: "" })}
        />
      </div>
      {made && (
        <p className="border-l-4 border-live bg-live-soft px-3 py-1.5">
          This unit was {made === "traced" ? "traced line by line" : "made from its wiring list"}. Once it is
          changed here it goes on here, and can no longer be{" "}
          {made === "traced" ? "traced further" : "changed in that list"}.
        </p>
      )}
      <NamesLists file={late} fields={section.fields} />
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 pt-3 lg:grid-cols-[10rem_minmax(0,3fr)_minmax(0,2fr)]">
        <SectionNav file={file} chosen={section} problems={problems} onChoose={shop.go} />
        <ChapterDesk shop={shop} name={name} problems={problems} />
        <WorkshopBeside
          check={check}
          unit={unit}
          pictures={pictures}
          part={section.path[0] === "parts" && !shop.asSheet ? record?.record : undefined}
          onGo={shop.goTo}
        />
      </div>
      {shop.removing && <RemoveDialog shop={shop} removing={shop.removing} />}
    </main>
  );
}

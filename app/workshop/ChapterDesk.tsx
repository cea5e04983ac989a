import type { WorkshopProblem } from "#core/workshop/index.ts";
import { Button } from "../ui/Button.tsx";
import { ConditionFrom } from "./ConditionFrom.tsx";
import { RecordForm } from "./RecordForm.tsx";
import { RecordList } from "./RecordList.tsx";
import { RenameNet } from "./RenameNet.tsx";
import { SheetDesk } from "./SheetDesk.tsx";
import type { Workshop } from "./useWorkshop.ts";

interface Props {
  shop: Workshop;
  /** The unit's. */
  name: string;
  problems: readonly WorkshopProblem[];
}

/** The chapter in hand: its records one by one, or as a sheet where it has one. */
export function ChapterDesk({ shop, name, problems }: Props) {
  const { file, section, records, record, asSheet } = shop;
  const hasSheet = section.shape !== "one" && section.fields.some((f) => f.cell);
  const wrong = new Set(
    problems.flatMap((p) =>
      p.section === section.id && p.level === "wrong" && p.at !== undefined ? [p.at] : [],
    ),
  );
  return (
    <div className="flex min-w-0 flex-col gap-3">
      <div className="flex flex-wrap items-center gap-x-3">
        <p className="mr-auto max-w-prose text-ink-soft">{section.hint}</p>
        {hasSheet && (
          <Button aria-pressed={asSheet} onClick={() => shop.setAsSheet(!asSheet)}>
            {asSheet ? "One by one" : "As a sheet"}
          </Button>
        )}
      </div>
      {asSheet && hasSheet ? (
        <SheetDesk key={section.id} file={file} section={section} name={name} onFile={shop.put} />
      ) : (
        <div className={section.shape === "one" ? "" : "grid gap-4 md:grid-cols-[12rem_minmax(0,1fr)]"}>
          {section.shape !== "one" && (
            <RecordList
              key={section.id}
              section={section}
              records={records}
              at={record?.at}
              wrong={wrong}
              onChoose={shop.setAt}
              onNew={shop.add}
            />
          )}
          {record && (
            <div className="flex min-w-0 flex-col gap-4">
              <RecordForm
                key={`${section.id} ${record.at}`}
                section={section}
                record={record}
                problems={problems}
                onChange={(path, value) => shop.change(record.at, path, value)}
                onRename={shop.rename}
                onCopy={() => shop.copy(record.at)}
                onRemove={() => shop.askRemove(record.at)}
                onMove={(by) => shop.move(record.at, by)}
              />
              {section.id === "needs" && (
                <ConditionFrom file={file} onFound={(found) => shop.say(record.at, found)} />
              )}
            </div>
          )}
        </div>
      )}
      {(section.id === "parts" || section.id === "wires") && <RenameNet file={file} onFile={shop.put} />}
    </div>
  );
}

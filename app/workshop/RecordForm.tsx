import { ArrowDown, ArrowUp, Copy, Trash2 } from "lucide-react";
import { recordName, type Section, type SectionRecord, type WorkshopProblem } from "#core/workshop/index.ts";
import { Button } from "../ui/Button.tsx";
import { FieldEdit } from "./fields/FieldEdit.tsx";

interface Props {
  section: Section;
  record: SectionRecord;
  problems: readonly WorkshopProblem[];
  onChange: (path: readonly string[], value: unknown) => void;
  onRename: (to: string) => string | undefined;
  onCopy: () => void;
  onRemove: () => void;
  onMove: (by: 1 | -1) => void;
}

/** One record of the model: what can be said of it, and what is wrong with it where it stands. */
export function RecordForm({
  section,
  record,
  problems,
  onChange,
  onRename,
  onCopy,
  onRemove,
  onMove,
}: Props) {
  const ordered = section.shape === "list" && section.type === undefined;
  const here = problems.filter((p) =>
    section.shape === "one" ? p.section === section.id : p.section === section.id && p.at === record.at,
  );
  const claimed = new Set<WorkshopProblem>();
  const errorOf = (path: readonly string[]) => {
    const name = path.join(".");
    const found = here.find((p) => p.field === name || p.field.startsWith(`${name}.`));
    if (found) claimed.add(found);
    return found?.message;
  };
  const fields = section.fields.map((field) => ({ field, error: errorOf(field.path) }));
  return (
    <section aria-label={recordName(section, record)} className="flex min-w-0 flex-col gap-3">
      <div className="flex flex-wrap items-center gap-x-1 border-b-[1.5px] border-ink pb-1">
        <h2 className="mr-auto text-xl font-bold break-all">{recordName(section, record)}</h2>
        {ordered && (
          <>
            <Button look="quiet" className="px-3!" aria-label="Move up" onClick={() => onMove(-1)}>
              <ArrowUp size={18} aria-hidden />
            </Button>
            <Button look="quiet" className="px-3!" aria-label="Move down" onClick={() => onMove(1)}>
              <ArrowDown size={18} aria-hidden />
            </Button>
          </>
        )}
        {section.shape !== "one" && (
          <>
            <Button look="quiet" className="px-3!" aria-label={`Copy this ${section.one}`} onClick={onCopy}>
              <Copy size={18} aria-hidden />
            </Button>
            <Button
              look="quiet"
              className="px-3!"
              aria-label={`Remove this ${section.one}`}
              onClick={onRemove}
            >
              <Trash2 size={18} aria-hidden />
            </Button>
          </>
        )}
      </div>
      {here
        .filter((p) => !claimed.has(p))
        .map((p) => (
          <p
            key={`${p.field} ${p.message}`}
            className="border-l-4 border-hazard pl-2 font-semibold text-hazard"
          >
            {p.field}: {p.message}
          </p>
        ))}
      <div className="grid grid-cols-[repeat(auto-fit,minmax(11rem,1fr))] gap-x-4 gap-y-3">
        {fields.map(({ field, error }) => (
          <FieldEdit
            key={field.path.join(".") + field.label}
            field={field}
            record={record.record}
            error={error}
            onChange={onChange}
            onRename={section.shape === "one" ? undefined : onRename}
          />
        ))}
      </div>
    </section>
  );
}

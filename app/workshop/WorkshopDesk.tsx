import { useCallback, useDeferredValue, useMemo, useState } from "react";
import {
  moved,
  namesOf,
  recordName,
  recordsOf,
  renamed,
  SECTIONS,
  usesOf,
  withCopy,
  withField,
  withNew,
  without,
  type Json,
  type Section,
  type Use,
  type WorkshopProblem,
} from "#core/workshop/index.ts";
import { useDraft } from "../trace/useDraft.ts";
import { Button } from "../ui/Button.tsx";
import { Dialog, DialogButtons } from "../ui/Dialog.tsx";
import { NamesLists } from "./NamesLists.tsx";
import { RecordForm } from "./RecordForm.tsx";
import { RecordList } from "./RecordList.tsx";
import { SaveRevision } from "./SaveRevision.tsx";
import { SectionNav } from "./SectionNav.tsx";
import { SheetDesk } from "./SheetDesk.tsx";
import { useChecked } from "./useChecked.ts";
import { WorkshopBeside } from "./WorkshopBeside.tsx";
import { WORKSHOP_DRAFT, type WorkshopDraft } from "./workshopDraft.ts";

interface Props {
  unit: string;
  name: string;
  /** The newest revision of it: its hash and its file. */
  base: string;
  file: Json;
}

/** A unit's model at a desk: its chapters, one record or a sheet of them, and beside them what the model says of itself. */
export function WorkshopDesk({ unit, name, base, file: newest }: Props) {
  const [first] = useState<WorkshopDraft>({ base, file: newest, at: "" });
  const desk = useDraft(WORKSHOP_DRAFT, unit, first);
  const { draft, set } = desk;
  const { file } = draft;
  const [section, setSection] = useState<Section>(SECTIONS[0]!);
  const [at, setAt] = useState<number>();
  const [asSheet, setAsSheet] = useState(false);
  const [removing, setRemoving] = useState<{ at: number; uses: readonly Use[] }>();
  const check = useChecked(useDeferredValue(file));
  const problems = useMemo(() => [...check.problems, ...check.doubts], [check]);

  const records = useMemo(() => recordsOf(file, section), [file, section]);
  const record = records.find((r) => r.at === at) ?? records[0];
  const put = (next: Json, field: string) => next !== file && set({ ...draft, file: next, at: field });
  const go = useCallback((to: Section, record?: number) => {
    setSection(to);
    setAt(record);
    setAsSheet(to.id === "wires");
  }, []);
  const hasSheet = section.fields.some((f) => f.cell);
  const kindOf = (of: Section) => {
    const id = of.fields.find((f) => f.holds.is === "id")?.holds;
    return id?.is === "id" ? id.of : undefined;
  };
  const rename = (to: string): string | undefined => {
    const kind = kindOf(section);
    const from = record?.record["id"];
    if (!record || !kind || from === to) return undefined;
    if (to === "") return "It needs a name.";
    if (records.some((r) => r.record["id"] === to) || namesOf(file, kind).some((n) => n.id === to))
      return `“${to}” is taken.`;
    put(
      typeof from === "string" && from !== ""
        ? renamed(file, kind, from, to)
        : withField(file, section, record.at, ["id"], to),
      `${section.id} ${record.at} name ${to}`,
    );
    return undefined;
  };
  const remove = (which: number) => {
    put(without(file, section, which), `${section.id} ${which} gone ${records.length}`);
    setRemoving(undefined);
  };
  const askRemove = (which: number) => {
    const kind = kindOf(section);
    const id = records.find((r) => r.at === which)?.record["id"];
    const uses = kind && typeof id === "string" ? usesOf(file, kind, id) : [];
    if (uses.length > 0) setRemoving({ at: which, uses });
    else remove(which);
  };
  const goTo = (problem: WorkshopProblem) =>
    go(SECTIONS.find((s) => s.id === problem.section) ?? SECTIONS[0]!, problem.at);
  const made = file["traced"] !== undefined || file["wired"] !== undefined;

  return (
    <main className="mx-auto max-w-[110rem] p-4">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 border-b-2 border-ink pb-2">
        <h1 className="mr-auto text-[1.75rem] font-bold">Workshop · {name}</h1>
        <Button look="quiet" disabled={!desk.canUndo} onClick={desk.undo}>
          Undo
        </Button>
        <Button look="quiet" disabled={!desk.canRedo} onClick={desk.redo}>
          Redo
        </Button>
        <SaveRevision
          unit={unit}
          draft={draft}
          newest={{ base, file: newest }}
          reads={check.current && check.problems.length === 0}
          onNewest={() => set({ base, file: newest, at: "" })}
        />
      </div>
      {made && (
        <p className="flex flex-wrap items-center gap-3 border-l-4 border-live bg-live-soft px-3 py-1.5">
          This unit was {file["traced"] !== undefined ? "traced line by line" : "made from its wiring list"}.
          Once it is changed here, it goes on here: tracing more of it would make it anew without these
          changes.
          <Button
            onClick={() =>
              put(
                Object.fromEntries(Object.entries(file).filter(([k]) => k !== "traced" && k !== "wired")),
                "goes on here",
              )
            }
          >
            Go on here
          </Button>
        </p>
      )}
      <NamesLists file={useDeferredValue(file)} fields={section.fields} />
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-6 gap-y-4 pt-3 lg:grid-cols-[10rem_minmax(0,3fr)_minmax(0,2fr)]">
        <SectionNav file={file} chosen={section} problems={problems} onChoose={(s) => go(s)} />
        <div className="flex min-w-0 flex-col gap-3">
          <div className="flex flex-wrap items-center gap-x-3">
            <p className="mr-auto max-w-prose text-ink-soft">{section.hint}</p>
            {hasSheet && section.shape !== "one" && (
              <Button aria-pressed={asSheet} onClick={() => setAsSheet(!asSheet)}>
                {asSheet ? "One by one" : "As a sheet"}
              </Button>
            )}
          </div>
          {asSheet && hasSheet ? (
            <SheetDesk
              key={section.id}
              file={file}
              section={section}
              name={name}
              onFile={(next, what) => put(next, `${section.id} ${what}`)}
            />
          ) : (
            <div className={section.shape === "one" ? "" : "grid gap-4 md:grid-cols-[12rem_minmax(0,1fr)]"}>
              {section.shape !== "one" && (
                <RecordList
                  key={section.id}
                  section={section}
                  records={records}
                  at={record?.at}
                  wrong={
                    new Set(
                      problems.flatMap((p) =>
                        p.section === section.id && p.level === "wrong" && p.at !== undefined ? [p.at] : [],
                      ),
                    )
                  }
                  onChoose={setAt}
                  onNew={() => {
                    const next = withNew(file, section);
                    put(next.file, `${section.id} new ${next.at}`);
                    setAt(next.at);
                  }}
                />
              )}
              {record && (
                <RecordForm
                  key={`${section.id} ${record.at}`}
                  section={section}
                  record={record}
                  problems={problems}
                  onChange={(path, value) =>
                    put(
                      withField(file, section, record.at, path, value),
                      `${section.id} ${record.at} ${path.join(".")}`,
                    )
                  }
                  onRename={rename}
                  onCopy={() => {
                    const next = withCopy(file, section, record.at);
                    put(next.file, `${section.id} ${record.at} copy ${records.length}`);
                    setAt(next.at);
                  }}
                  onRemove={() => askRemove(record.at)}
                  onMove={(by) => {
                    put(
                      moved(file, section, record.at, record.at + by),
                      `${section.id} move ${record.at} ${by}`,
                    );
                    if (record.at + by >= 0 && record.at + by < records.length) setAt(record.at + by);
                  }}
                />
              )}
            </div>
          )}
        </div>
        <WorkshopBeside
          check={check}
          part={section.path[0] === "parts" && !asSheet ? record?.record : undefined}
          onGo={goTo}
        />
      </div>
      {removing && (
        <Dialog
          title={`Remove ${recordName(
            section,
            records.find((r) => r.at === removing.at)!,
          )}?`}
          onClose={() => setRemoving(undefined)}
        >
          <p>It is named elsewhere; those places will be wrong until they name something else:</p>
          <ul className="max-h-60 list-disc overflow-y-auto pl-5">
            {removing.uses.map((u) => (
              <li key={`${u.section} ${u.at}`}>
                {SECTIONS.find((s) => s.id === u.section)?.title}, {u.record}
              </li>
            ))}
          </ul>
          <DialogButtons>
            <Button onClick={() => setRemoving(undefined)}>Keep it</Button>
            <Button look="hazard" onClick={() => remove(removing.at)}>
              Remove it
            </Button>
          </DialogButtons>
        </Dialog>
      )}
    </main>
  );
}

import { useCallback, useMemo, useState } from "react";
import {
  moved,
  namesOf,
  recordsOf,
  renamed,
  SECTIONS,
  usesOf,
  withCopy,
  withField,
  withNew,
  without,
  type Json,
  type NameKind,
  type Section,
  type Use,
  type WorkshopProblem,
} from "#core/workshop/index.ts";
import { useDraft } from "../trace/useDraft.ts";
import { WORKSHOP_DRAFT, type WorkshopDraft } from "./workshopDraft.ts";

/** What is to be removed although other records name it. */
export interface Removing {
  readonly at: number;
  readonly uses: readonly Use[];
}

const withFields = (file: Json, section: Section, which: number, fields: object) =>
  Object.entries(fields).reduce<Json>(
    (next, [key, value]) => withField(next, section, which, [key], value),
    file,
  );

type Entry = ReturnType<typeof recordsOf>[number];

/** The file with a record under another name; a sentence where it cannot have it, nothing where it has it already. */
function renamedTo(
  file: Json,
  section: Section,
  records: readonly Entry[],
  { at, record }: Entry,
  to: string,
): Json | string | undefined {
  const kind = kindOf(section);
  const from = record["id"];
  if (!kind || from === to) return undefined;
  if (to === "") return "It needs a name.";
  if (records.some((r) => r.record["id"] === to) || namesOf(file, kind).some((n) => n.id === to))
    return `“${to}” is taken.`;
  return typeof from === "string" && from !== ""
    ? renamed(file, kind, from, to)
    : withField(file, section, at, ["id"], to);
}

/** A unit's file in hand: the chapter and the record that one is at, and everything that can be done to them. */
export function useWorkshop(unit: string, first: WorkshopDraft) {
  const desk = useDraft(WORKSHOP_DRAFT, unit, first);
  const { draft, set } = desk;
  const { file } = draft;
  const [section, setSection] = useState<Section>(SECTIONS[0]!);
  const [at, setAt] = useState<number>();
  const [asSheet, setAsSheet] = useState(false);
  const [removing, setRemoving] = useState<Removing>();
  const records = useMemo(() => recordsOf(file, section), [file, section]);
  const record = records.find((r) => r.at === at) ?? records[0];
  const made = madeBy(file);

  /** `what` tells changes of one field, which are one step back, from those of another. */
  const put = (next: Json, what: string) => {
    if (next === file) return;
    // What was traced would make the unit anew without what is changed here.
    set({ ...draft, file: made ? withoutItsMaking(next) : next, at: `${section.id} ${what}` });
  };
  const go = useCallback((to: Section, at?: number) => {
    setSection(to);
    setAt(at);
    setAsSheet(to.id === "wires");
  }, []);
  const rename = (to: string): string | undefined => {
    const next = record && renamedTo(file, section, records, record, to);
    if (typeof next === "object") put(next, `${record!.at} name ${to}`);
    return typeof next === "string" ? next : undefined;
  };
  const remove = (which: number) => {
    put(without(file, section, which), `${which} gone ${records.length}`);
    setRemoving(undefined);
  };
  /** Removes a record that nothing else names; else says what does. */
  const askRemove = (which: number) => {
    const kind = kindOf(section);
    const id = records.find((r) => r.at === which)?.record["id"];
    const uses = kind && typeof id === "string" ? usesOf(file, kind, id) : [];
    if (uses.length > 0) setRemoving({ at: which, uses });
    else remove(which);
  };
  const add = () => {
    const next = withNew(file, section);
    put(next.file, `new ${next.at}`);
    setAt(next.at);
  };
  const copy = (which: number) => {
    const next = withCopy(file, section, which);
    put(next.file, `${which} copy ${records.length}`);
    setAt(next.at);
  };
  const move = (which: number, by: 1 | -1) => {
    put(moved(file, section, which, which + by), `move ${which} ${by}`);
    if (which + by >= 0 && which + by < records.length) setAt(which + by);
  };
  const change = (which: number, path: readonly string[], value: unknown) =>
    put(withField(file, section, which, path, value), `${which} ${path.join(".")}`);
  /** Several fields of a record at once, as one step. */
  const say = (which: number, fields: object) =>
    put(withFields(file, section, which, fields), `${which} said ${JSON.stringify(fields)}`);
  const goTo = (problem: WorkshopProblem) =>
    go(SECTIONS.find((s) => s.id === problem.section) ?? SECTIONS[0]!, problem.at);

  return {
    ...desk,
    ...{ file, made, section, records, record },
    asSheet,
    setAsSheet,
    setAt,
    go,
    goTo,
    put,
    rename,
    change,
    say,
    add,
    copy,
    move,
    askRemove,
    removing,
    remove,
    keep: () => setRemoving(undefined),
  };
}

export type Workshop = ReturnType<typeof useWorkshop>;

/** The kind of name that a section's records go by. */
function kindOf(section: Section): NameKind | undefined {
  const id = section.fields.find((f) => f.holds.is === "id")?.holds;
  return id?.is === "id" ? id.of : undefined;
}

const madeBy = (file: Json): "traced" | "listed" | undefined =>
  file["traced"] !== undefined ? "traced" : file["wired"] !== undefined ? "listed" : undefined;

/** A file that no longer says how it was traced or listed. */
const withoutItsMaking = (file: Json): Json =>
  Object.fromEntries(Object.entries(file).filter(([key]) => key !== "traced" && key !== "wired"));

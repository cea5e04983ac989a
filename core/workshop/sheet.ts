import { parseQuantity } from "#core/quantity/index.ts";
import type { Field, Json, Section } from "./field.ts";
import { namesOf } from "./names.ts";
import { PART_KINDS, withKind } from "./parameters.ts";
import { allRecordsOf, recordsOf, valueAt, withRecords, withValue } from "./place.ts";
import { renamed } from "./references.ts";

/** Why what was typed is no value of a field. */
export type CellProblem =
  | { readonly code: "not-a-number"; readonly typed: string }
  | { readonly code: "no-such-word"; readonly typed: string; readonly words: readonly string[] }
  | { readonly code: "yes-or-no"; readonly typed: string };

/** The fields of a section that a row of its sheet has. */
export function cellsOf(section: Section): readonly Field[] {
  return section.fields.filter((f) => f.cell);
}

/** A field's value as a cell shows it; a list is separated by commas. */
export function showCell({ holds, path }: Field, record: Json): string {
  const value = valueAt(record, path);
  if (holds.is === "choice") {
    const said = holds.of.find(([word]) => word === value);
    if (said) return said[1];
  }
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (Array.isArray(value)) return value.join(", ");
  if (typeof value === "string" || typeof value === "number") return String(value);
  return value === undefined || value === null ? "" : JSON.stringify(value);
}

/** The sentence beside a cell whose text is no value of it. */
export function describeCellProblem(problem: CellProblem): string {
  switch (problem.code) {
    case "not-a-number":
      return `“${problem.typed}” is no number. Write it like 24.6, 4k7 or 0.5.`;
    case "no-such-word":
      return `“${problem.typed}” is none of ${problem.words.join(", ")}.`;
    case "yes-or-no":
      return `Say yes or no, not “${problem.typed}”.`;
  }
}

export type CellResult =
  { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly problem: CellProblem };

/**
 * What was typed into a cell as the field's value; nothing typed is no value. Numbers are read as everywhere: "4k7", "0,5".
 */
export function readCell({ holds }: Field, typed: string): CellResult {
  const text = typed.trim();
  const value = (v: unknown): CellResult => ({ ok: true, value: v });
  if (text === "") return value(undefined);
  switch (holds.is) {
    case "number": {
      const read = parseQuantity(text);
      return read.ok && Number.isFinite(read.quantity.value)
        ? value(read.quantity.value)
        : { ok: false, problem: { code: "not-a-number", typed: text } };
    }
    case "yes": {
      const said = /^(?:yes|y|true|1|x)$/iu.test(text)
        ? true
        : /^(?:no|n|false|0)$/iu.test(text)
          ? false
          : undefined;
      if (said === undefined) return { ok: false, problem: { code: "yes-or-no", typed: text } };
      return value(said === holds.unset ? undefined : said);
    }
    case "choice":
    case "kind": {
      const of = holds.is === "kind" ? PART_KINDS : holds.of;
      const found = of.find((o) => o.some((word) => word.toLowerCase() === text.toLowerCase()));
      return found
        ? value(found[0])
        : { ok: false, problem: { code: "no-such-word", typed: text, words: of.map(([, said]) => said) } };
    }
    case "refs":
      return value(text.split(/\s*[,;]\s*/u).filter((t) => t !== ""));
    default:
      return value(text);
  }
}

/** A row of a sheet: one text a cell, in the order of the section's cells. */
export type SheetRow = readonly string[];

/**
 * The file with a section's records as its sheet now has them. A row goes on with the record that stood in its place, so
 * that what the sheet does not show is kept; a cell that cannot be read keeps what was there.
 * @param from for each row, which of the section's records it goes on with; undefined for a new one
 */
export function withSheet(
  file: Json,
  section: Section,
  rows: readonly SheetRow[],
  from: readonly (number | undefined)[],
): Json {
  const cells = cellsOf(section);
  const named = withNewNames(file, section, rows, from);
  const shown = recordsOf(named, section);
  const made = rows.map((row, i) => {
    const had = from[i] === undefined ? undefined : shown[from[i]];
    return cells.reduce<Json>((record, field, k) => {
      const typed = row[k] ?? "";
      if (had && typed === showCell(field, had.record)) return record;
      const read = readCell(field, typed);
      if (!read.ok) return record;
      return field.holds.is === "kind" && typeof read.value === "string"
        ? withKind(record, read.value)
        : withValue(record, field.path, read.value);
    }, had?.record ?? section.blank);
  });
  if (section.type === undefined) return withRecords(named, section, made);
  // Records of other types keep their places; new ones stand at the end.
  const all = allRecordsOf(named, section);
  const places = shown.map((s) => s.at);
  const staying = new Set(from.flatMap((f) => (f === undefined ? [] : [places[f]!])));
  const byPlace = new Map(from.flatMap((f, i) => (f === undefined ? [] : [[places[f]!, made[i]!] as const])));
  const kept = all.flatMap((record, at) =>
    places.includes(at) ? (staying.has(at) ? [byPlace.get(at)!] : []) : [record],
  );
  return withRecords(named, section, [...kept, ...made.filter((_, i) => from[i] === undefined)]);
}

/** A name typed over in its cell is a new name for the thing, wherever it is used; a name that is taken is not. */
function withNewNames(
  file: Json,
  section: Section,
  rows: readonly SheetRow[],
  from: readonly (number | undefined)[],
): Json {
  const column = cellsOf(section).findIndex((f) => f.holds.is === "id");
  const id = cellsOf(section)[column];
  if (id?.holds.is !== "id") return file;
  const { of } = id.holds;
  const shown = recordsOf(file, section);
  return rows.reduce<Json>((now, row, i) => {
    const had = from[i] === undefined ? "" : showCell(id, shown[from[i]]?.record ?? {});
    const name = (row[column] ?? "").trim();
    const free = had !== "" && name !== "" && name !== had && !namesOf(now, of).some((n) => n.id === name);
    return free ? renamed(now, of, had, name) : now;
  }, file);
}

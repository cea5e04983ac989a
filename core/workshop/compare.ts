import { isSameJson } from "#core/unit/index.ts";
import { isJson, type Field, type Json, type Section } from "./field.ts";
import { parameterLabel } from "./parameters.ts";
import { recordName, recordsOf, valueAt, withValue } from "./place.ts";
import { SECTIONS } from "./sections/index.ts";
import { showCell } from "./sheet.ts";

/** A field of a record that says something else: what it said, and what it says; "" where it says nothing. */
export interface FieldChange {
  readonly field: string;
  readonly before: string;
  readonly after: string;
}

/** What became of a chapter's records from one file of a unit to another, by what they are called. */
export interface SectionChange {
  readonly section: string;
  readonly title: string;
  readonly added: readonly string[];
  readonly gone: readonly string[];
  readonly changed: readonly { readonly name: string; readonly fields: readonly FieldChange[] }[];
  /** The records are the same, in another order. */
  readonly reordered: boolean;
}

/**
 * What differs between two files of a unit, chapter by chapter; chapters that are the same are left out. Records are matched
 * by what they are called; where two are called the same, by their order among those. What stands in two chapters (a wire is
 * a part as well) is told in the one that shows it as a list of its own.
 */
export function changesBetween(before: Json, after: Json): SectionChange[] {
  const told = SECTIONS.filter((s) => s.type !== undefined);
  return SECTIONS.flatMap((section) => {
    const elsewhere = told.filter((t) => t !== section && samePlace(t, section)).map((t) => t.type!);
    const change = sectionChange(section, before, after, elsewhere);
    return change.added.length + change.gone.length + change.changed.length > 0 || change.reordered
      ? [change]
      : [];
  });
}

const samePlace = (a: Section, b: Section) => b.type === undefined && a.path.join("/") === b.path.join("/");

function sectionChange(
  section: Section,
  before: Json,
  after: Json,
  elsewhere: readonly string[],
): SectionChange {
  const [was, is] = [before, after].map((file) => named(section, file, elsewhere)) as [
    Map<string, Json>,
    Map<string, Json>,
  ];
  const kept = [...was.keys()].filter((name) => is.has(name));
  const changed = kept.flatMap((name) => {
    const [a, b] = [was.get(name)!, is.get(name)!];
    const fields = isSameJson(a, b) ? [] : fieldChanges(section, a, b);
    return fields.length > 0 ? [{ name: shown(name), fields }] : [];
  });
  return {
    section: section.id,
    title: section.title,
    added: [...is.keys()].filter((name) => !was.has(name)).map(shown),
    gone: [...was.keys()].filter((name) => !is.has(name)).map(shown),
    changed,
    reordered: kept.join("\n") !== [...is.keys()].filter((name) => was.has(name)).join("\n"),
  };
}

/** The records of a section by what they are called; the second of a name is "name\n2". */
function named(section: Section, file: Json, elsewhere: readonly string[]): Map<string, Json> {
  const records = new Map<string, Json>();
  for (const entry of recordsOf(file, section)) {
    if (elsewhere.includes(String(entry.record["type"]))) continue;
    // A record without a name is known by where it stands.
    const name = recordName(section, entry);
    let key = name;
    for (let i = 2; records.has(key); i++) key = `${name}\n${i}`;
    records.set(key, entry.record);
  }
  return records;
}

const shown = (key: string) => key.replace("\n", ", ");

function fieldChanges(section: Section, a: Json, b: Json): FieldChange[] {
  const byField = section.fields.flatMap((field) => change(field, a, b));
  // The plate stands at the top of the file, beside all other chapters.
  if (section.path.length === 0) return byField;
  // What no field shows: of another kind of part, or of a later version of the program.
  const [restA, restB] = [a, b].map((record) =>
    section.fields.reduce((left, { path }) => withValue(left, path, undefined), record),
  ) as [Json, Json];
  const rest = [...new Set([...Object.keys(restA), ...Object.keys(restB)])].flatMap((key) =>
    change(
      {
        path: [key],
        label: key === "parameters" ? "Values" : key,
        holds: { is: key === "parameters" ? "parameters" : "text" },
      },
      restA,
      restB,
    ),
  );
  return [...byField, ...rest];
}

/** What a field said and says. Values by name are told one by one, so that what stayed is not told with what did not. */
function change(field: Field, a: Json, b: Json): FieldChange[] {
  const [before, after] = [valueAt(a, field.path), valueAt(b, field.path)];
  if (isSameJson(before, after)) return [];
  if ((isJson(before) || before === undefined) && (isJson(after) || after === undefined)) {
    const [was, is] = [before ?? {}, after ?? {}];
    return [...new Set([...Object.keys(was), ...Object.keys(is)])]
      .filter((key) => !isSameJson(was[key], is[key]))
      .map((key) => ({
        field: `${field.label}, ${field.holds.is === "parameters" ? parameterLabel(key).toLowerCase() : key}`,
        before: plain(was[key]),
        after: plain(is[key]),
      }));
  }
  const show = (value: unknown, record: Json) =>
    typeof value === "object" ? plain(value) : showCell(field, record);
  return [{ field: field.label, before: show(before, a), after: show(after, b) }];
}

/** Any value in words: "2, 3", "state on, is closed". */
function plain(value: unknown): string {
  if (Array.isArray(value)) return value.map(plain).join(value.some(isJson) ? "; " : ", ");
  if (isJson(value))
    return Object.entries(value)
      .map(([key, v]) => `${key} ${plain(v)}`)
      .join(", ");
  if (typeof value === "boolean") return value ? "yes" : "no";
  return typeof value === "string" || typeof value === "number" ? String(value) : "";
}

import type { Json, Section } from "./field.ts";
import { namesOf } from "./names.ts";
import { allRecordsOf, withRecords, withValue } from "./place.ts";

/** The file with one field of one record changed; `undefined` leaves it out. */
export function withField(
  file: Json,
  section: Section,
  at: number,
  path: readonly string[],
  value: unknown,
): Json {
  if (section.shape === "one") return withValue(file, [...section.path, ...path], value);
  const records = allRecordsOf(file, section);
  const had = records[at];
  if (!had) return file;
  const next = withValue(had, path, value);
  return next === had ? file : withRecords(file, section, records.with(at, next));
}

/** A record more, at the end; it has what the section gives new ones, and a name that is free. */
export function withNew(file: Json, section: Section): { file: Json; at: number } {
  const records = allRecordsOf(file, section);
  return {
    file: withRecords(file, section, [...records, named(file, section, section.blank, section.one)]),
    at: records.length,
  };
}

/** The same record again right after it, under a free name. */
export function withCopy(file: Json, section: Section, at: number): { file: Json; at: number } {
  const records = allRecordsOf(file, section);
  const had = records[at];
  if (!had) return { file, at };
  const copy = named(file, section, had, typeof had["id"] === "string" ? had["id"] : section.one);
  return { file: withRecords(file, section, records.toSpliced(at + 1, 0, copy)), at: at + 1 };
}

export function without(file: Json, section: Section, at: number): Json {
  return withRecords(file, section, allRecordsOf(file, section).toSpliced(at, 1));
}

/** The record in another place of its list. */
export function moved(file: Json, section: Section, at: number, to: number): Json {
  const records = allRecordsOf(file, section);
  const had = records[at];
  if (!had || to < 0 || to >= records.length) return file;
  return withRecords(file, section, records.toSpliced(at, 1).toSpliced(to, 0, had));
}

/** A record with a name of its own where the section's records have one: the stem with the first figure that is free. */
function named(file: Json, section: Section, record: Json, stem: string): Json {
  const id = section.fields.find((f) => f.path.length === 1 && f.path[0] === "id");
  if (!id) return record;
  const kind = id.holds.is === "id" ? id.holds.of : undefined;
  const taken = new Set([
    ...(kind === undefined ? [] : namesOf(file, kind).map((n) => n.id)),
    ...allRecordsOf(file, section).map((r) => String(r["id"])),
  ]);
  const plain = stem.replace(/\s+/gu, "-").replace(/-?\d+$/u, "");
  let figure = 1;
  while (taken.has(`${plain}-${figure}`)) figure += 1;
  return { ...record, id: `${plain}-${figure}` };
}

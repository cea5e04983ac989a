import { isJson, type Json, type Section } from "./field.ts";

/** What stands at a path, or undefined where the way there breaks off. */
export function valueAt(from: unknown, path: readonly string[]): unknown {
  return path.reduce<unknown>((at, key) => (isJson(at) ? at[key] : undefined), from);
}

/**
 * The same with another value at a path; `undefined` takes the key out, and a record that is emptied by that with it. What
 * is not on the path is shared with what was before, and so is everything where the value is the same.
 */
export function withValue(from: Json, path: readonly string[], value: unknown): Json {
  const [key, ...rest] = path;
  if (key === undefined) return isJson(value) ? value : from;
  const had = from[key];
  const deeper = rest.length > 0 ? withValue(isJson(had) ? had : {}, rest, value) : value;
  const next =
    rest.length > 0 && Object.keys(deeper as Json).length === 0 && !isEmpty(had) ? undefined : deeper;
  if (Object.is(next, had) && (next !== undefined || !(key in from))) return from;
  if (next !== undefined) return { ...from, [key]: next };
  return Object.fromEntries(Object.entries(from).filter(([k]) => k !== key));
}

const isEmpty = (value: unknown) => isJson(value) && Object.keys(value).length === 0;

/** One record of a section: where it stands among all that the section's list has, and what it says. */
export interface SectionRecord {
  readonly at: number;
  readonly record: Json;
}

/** The records of a section. What is keyed by name carries its name as `id`. */
export function recordsOf(file: Json, section: Section): readonly SectionRecord[] {
  const found = valueAt(file, section.path);
  if (section.shape === "one") return [{ at: 0, record: isJson(found) ? found : {} }];
  if (section.shape === "keyed")
    return isJson(found)
      ? Object.entries(found).map(([id, record], at) => ({
          at,
          record: { id, ...(isJson(record) ? record : {}) },
        }))
      : [];
  const list = Array.isArray(found) ? (found as unknown[]) : [];
  return list.flatMap((record, at) =>
    isJson(record) && (section.type === undefined || record["type"] === section.type) ? [{ at, record }] : [],
  );
}

/** Puts all records of a section's list, whatever the section shows of them, back into the file. */
export function withRecords(file: Json, section: Section, records: readonly Json[]): Json {
  switch (section.shape) {
    case "one":
      return withValue(file, section.path, records[0] ?? {});
    case "keyed":
      return withValue(
        file,
        section.path,
        records.length === 0 ? undefined : Object.fromEntries(underFreeKeys(records)),
      );
    case "list":
      return withValue(file, section.path, records.length === 0 ? undefined : records);
  }
}

/** Records under their names; one without a name, or under one that is taken, gets one that is free, so that none is lost. */
function underFreeKeys(records: readonly Json[]): (readonly [string, Json])[] {
  const taken = new Set<string>();
  return records.map(({ id, ...record }) => {
    const stem = typeof id === "string" && id !== "" ? id : "unnamed";
    let key = stem;
    for (let i = 2; taken.has(key); i++) key = `${stem}-${i}`;
    taken.add(key);
    return [key, record];
  });
}

/** Every record of the list that a section stands on, those that it does not show included. */
export function allRecordsOf(file: Json, section: Section): Json[] {
  if (section.shape !== "list") return recordsOf(file, section).map((r) => r.record);
  const found = valueAt(file, section.path);
  return Array.isArray(found) ? (found as unknown[]).map((r) => (isJson(r) ? r : {})) : [];
}

/** What a list's record is called: the name that it goes by, or what it says first. */
export function recordName(section: Section, { record, at }: SectionRecord): string {
  if (section.shape === "one") return section.title;
  const said = [
    record["id"],
    record["name"],
    record["text"],
    record["output"],
    record["point"],
    record["part"],
  ].find((v) => typeof v === "string" && v !== "");
  return typeof said === "string" ? said : `${section.one} ${at + 1}`;
}

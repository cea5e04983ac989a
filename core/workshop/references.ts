import { isJson, type Field, type FieldKind, type Json, type NameKind, type Section } from "./field.ts";
import { allRecordsOf, recordName, valueAt, withRecords, withValue } from "./place.ts";
import { SECTIONS } from "./sections/index.ts";

/** Where a name is used: in which record of which section. */
export interface Use {
  readonly section: string;
  readonly at: number;
  readonly record: string;
}

/** Says what a name that is used becomes. `surroundings`: whose setting it is, where it is one. */
type Rename = (kind: NameKind, name: string, surrounding: string | undefined) => string;

/** Sections that show the records of another do not count twice. */
const WHOLE = SECTIONS.filter((s) => s.type === undefined);

/** The file with every name that is used put through `rename`; what does not change is shared. */
function mapUses(file: Json, rename: Rename, own: Rename): Json {
  return WHOLE.reduce((now, section) => mapSection(now, section, rename, own), file);
}

function mapSection(file: Json, section: Section, rename: Rename, own: Rename): Json {
  if (section.shape === "one") {
    const record = section.path.length === 0 ? file : valueAt(file, section.path);
    if (!isJson(record)) return file;
    const next = mapFields(record, section.fields, rename, own, undefined);
    return next === record ? file : section.path.length === 0 ? next : withValue(file, section.path, next);
  }
  const records = allRecordsOf(file, section);
  const next = records.map((r) =>
    mapFields(r, section.fields, rename, own, section.id === "surroundings" ? String(r["id"]) : undefined),
  );
  return next.every((r, i) => r === records[i]) ? file : withRecords(file, section, next);
}

function mapFields(
  record: Json,
  fields: readonly Field[],
  rename: Rename,
  own: Rename,
  surrounding: string | undefined,
): Json {
  const within = typeof record["environment"] === "string" ? record["environment"] : surrounding;
  return fields.reduce((now, { path, holds }) => {
    const had = valueAt(now, path);
    if (had === undefined) return now;
    const next = mapValue(had, holds, rename, own, within);
    return next === had ? now : withValue(now, path, next);
  }, record);
}

function mapValue(
  had: unknown,
  holds: FieldKind,
  rename: Rename,
  own: Rename,
  surrounding: string | undefined,
): unknown {
  const value = (v: unknown) => mapValue(v, holds, rename, own, surrounding);
  switch (holds.is) {
    case "id":
      return typeof had === "string" ? own(holds.of, had, surrounding) : had;
    case "ref":
      return typeof had === "string" ? rename(holds.to, had, surrounding) : had;
    case "refs":
      return Array.isArray(had)
        ? shared(
            had,
            had.map((v) => (typeof v === "string" ? rename(holds.to, v, surrounding) : (v as unknown))),
          )
        : had;
    case "holds":
      return typeof had === "string" ? rename("setting", had, surrounding) : had;
    case "terminals":
      return isJson(had)
        ? mapEntries(
            had,
            (k) => k,
            (v) => (typeof v === "string" ? rename("net", v, surrounding) : v),
          )
        : had;
    case "map":
      return isJson(had)
        ? mapEntries(
            had,
            (k) => rename(holds.by, k, surrounding),
            (v) => mapValue(v, holds.value, rename, own, surrounding),
          )
        : had;
    case "rows":
      return Array.isArray(had)
        ? shared(
            had,
            had.map((r) =>
              isJson(r) ? mapFields(r, holds.fields, rename, own, surrounding) : (r as unknown),
            ),
          )
        : had;
    case "group":
      return isJson(had) ? mapFields(had, holds.fields, rename, own, surrounding) : had;
    case "text":
    case "number":
    case "yes":
    case "choice":
    case "kind":
    case "parameters":
      return had;
    default:
      return value(had);
  }
}

function mapEntries(had: Json, key: (k: string) => string, value: (v: unknown) => unknown): Json {
  const entries = Object.entries(had);
  const next = entries.map(([k, v]) => [key(k), value(v)] as const);
  return next.every(([k, v], i) => k === entries[i]![0] && Object.is(v, entries[i]![1]))
    ? had
    : Object.fromEntries(next);
}

/** The former list where nothing in it changed. */
function shared(had: readonly unknown[], next: readonly unknown[]): readonly unknown[] {
  return next.every((v, i) => Object.is(v, had[i])) ? had : next;
}

/**
 * The file with one thing under another name, and every place that names it following: a part's terminals and suspects, a
 * net's terminals, a point's courses. A point that touched a terminal by its own name goes on touching it. A setting is
 * renamed within what it is a setting of.
 */
export function renamed(file: Json, kind: NameKind, from: string, to: string, within?: string): Json {
  if (from === to) return file;
  const pointed = kind === "part" || kind === "point" ? pointsByTerminal(file, kind, from) : file;
  const next: Rename = (used, name, surrounding) => {
    if (used === kind && (kind !== "setting" || surrounding === within)) return name === from ? to : name;
    if (kind !== "part") return name;
    if (used === "terminal" && isTerminalOf(name, from)) return `${to}${name.slice(from.length)}`;
    if (used === "suspect" && name.startsWith(`${from}:`)) return `${to}${name.slice(from.length)}`;
    return (used === "output" || (used === "item" && ownItem(file, from))) && name === from ? to : name;
  };
  const own: Rename = (of, name, surrounding) =>
    of === kind && name === from && (kind !== "setting" || surrounding === within) ? to : name;
  const done = mapUses(pointed, next, own);
  if (kind !== "need") return done;
  const needs = done["needs"];
  return isJson(needs)
    ? {
        ...done,
        needs: mapEntries(
          needs,
          (k) => (k === from ? to : k),
          (v) => v,
        ),
      }
    : done;
}

const isTerminalOf = (name: string, part: string) =>
  name.startsWith(`${part}.`) && !name.slice(part.length + 1).includes(".");

/** A part that names no item, and that no item is named like, is one itself. */
function ownItem(file: Json, part: string): boolean {
  const items = Array.isArray(file["items"]) ? (file["items"] as unknown[]) : [];
  return !items.some((i) => isJson(i) && i["id"] === part);
}

/** Points that touch a terminal by being called like it say so before either is renamed. */
function pointsByTerminal(file: Json, kind: "part" | "point", from: string): Json {
  const points = file["points"];
  if (!Array.isArray(points)) return file;
  const next = points.map((p: unknown) => {
    if (!isJson(p)) return p;
    const byName = kind === "part" ? touchesByName(p, from) : p["id"] === from && namesNothing(p);
    return byName ? { ...p, terminal: p["id"] } : p;
  });
  return shared(points, next) === points ? file : { ...file, points: next };
}

/** The records that name a thing; those of a part include what names its terminals and its ways to fail. */
export function usesOf(file: Json, kind: NameKind, name: string): Use[] {
  const uses: Use[] = [];
  for (const section of WHOLE) {
    const records = section.shape === "one" ? [valueAt(file, section.path)] : allRecordsOf(file, section);
    records.forEach((record, at) => {
      if (!isJson(record)) return;
      let used = kind === "part" && section.id === "points" && touchesByName(record, name);
      const look: Rename = (of, used_) => {
        used ||=
          (of === kind && used_ === name) ||
          (kind === "part" &&
            ((of === "output" && used_ === name) ||
              (of === "terminal" && isTerminalOf(used_, name)) ||
              (of === "suspect" && used_.startsWith(`${name}:`))));
        return used_;
      };
      mapFields(record, section.fields, look, (_, n) => n, undefined);
      if (used) uses.push({ section: section.id, at, record: recordName(section, { record, at }) });
    });
  }
  return uses;
}

/** A point that says neither terminal nor net: the terminal is what it is called. */
const namesNothing = (point: Json) => point["terminal"] === undefined && point["net"] === undefined;

const touchesByName = (point: Json, part: string) =>
  typeof point["id"] === "string" && isTerminalOf(point["id"], part) && namesNothing(point);

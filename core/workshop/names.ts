import { CATALOGUE } from "#core/unit/index.ts";
import { isJson, type Json, type NameKind } from "./field.ts";
import { valueAt } from "./place.ts";

/** A name that stands in the model, with what it is called. */
export interface Name {
  readonly id: string;
  readonly said: string;
}

const list = (file: Json, ...path: string[]): Json[] => {
  const found = valueAt(file, path);
  return Array.isArray(found) ? (found as unknown[]).filter(isJson) : [];
};
const text = (value: unknown) => (typeof value === "string" ? value : "");
const named = (records: readonly Json[]): Name[] =>
  records.map((r) => ({ id: text(r["id"]), said: text(r["name"] ?? r["question"]) }));

/** Where the records of each kind of name stand; other kinds are made of these. */
const PLACE: Partial<Record<NameKind, readonly string[]>> = {
  part: ["parts"],
  cover: ["covers"],
  point: ["points"],
  state: ["states"],
  lift: ["lifts"],
  observation: ["observations"],
  effect: ["sequence", "effects"],
  input: ["sequence", "inputs"],
  step: ["sequence", "steps"],
  code: ["sequence", "codes"],
  surrounding: ["sequence", "environment"],
};

/** Every name of a kind that the model has, in its order: what may be chosen where such a name is asked for. */
export function namesOf(file: Json, kind: NameKind): Name[] {
  const place = PLACE[kind];
  if (place) return unique(named(list(file, ...place)));
  const parts = list(file, "parts");
  switch (kind) {
    case "output":
      return named(parts.filter((p) => CATALOGUE.get(text(p["type"]))?.driven));
    case "item": {
      const items = named(list(file, "items"));
      const own = named(parts.filter((p) => p["item"] === undefined));
      return unique([...items, ...own]);
    }
    case "need": {
      const needs = file["needs"];
      return isJson(needs)
        ? Object.entries(needs).map(([id, need]) => ({ id, said: isJson(need) ? text(need["name"]) : "" }))
        : [];
    }
    case "net":
      return netsOf(parts);
    case "terminal":
      return parts.flatMap((p) =>
        Object.keys(isJson(p["terminals"]) ? p["terminals"] : {}).map((t) => ({
          id: `${text(p["id"])}.${t}`,
          said: text(p["name"]),
        })),
      );
    case "suspect":
      return parts.flatMap((p) =>
        (CATALOGUE.get(text(p["type"]))?.modes ?? []).map((m) => ({
          id: `${text(p["id"])}:${m.id}`,
          said: `${text(p["name"])}, ${m.name}`,
        })),
      );
    case "setting":
      return unique(
        list(file, "sequence", "environment").flatMap((e) =>
          Array.isArray(e["settings"]) ? named((e["settings"] as unknown[]).filter(isJson)) : [],
        ),
      );
    default:
      return [];
  }
}

/** The nets, each with the parts that are on it. */
function netsOf(parts: readonly Json[]): Name[] {
  const on = new Map<string, string[]>();
  for (const part of parts)
    if (isJson(part["terminals"]))
      for (const net of Object.values(part["terminals"])) {
        const there = on.get(text(net)) ?? [];
        on.set(text(net), there.includes(text(part["id"])) ? there : [...there, text(part["id"])]);
      }
  return [...on].map(([id, at]) => ({
    id,
    said: at.length > 4 ? `${at.slice(0, 4).join(", ")} and ${at.length - 4} more` : at.join(", "),
  }));
}

function unique(names: readonly Name[]): Name[] {
  return [...new Map(names.map((n) => [n.id, n])).values()];
}

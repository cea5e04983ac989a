/** What in a unit model carries a name that other places of the model use. */
export type NameKind =
  | "part"
  | "output"
  | "item"
  | "cover"
  | "point"
  | "state"
  | "net"
  | "need"
  | "lift"
  | "terminal"
  | "suspect"
  | "observation"
  | "effect"
  | "input"
  | "step"
  | "code"
  | "surrounding"
  | "setting"
  | "mode"
  /** A name that nothing else goes by. */
  | "plain";

/** A word that may stand in a field, and how it is said. */
export type Option = readonly [value: string, said: string];

/**
 * What a field holds.
 * `id` is the record's own name. `ref` and `refs` are names of others. `map` is values by name, `rows` a list of records of
 * their own, `group` one such record. `terminals`, `parameters`, `modes` depend on the kind of part. `holds` is yes, no or,
 * for what surrounds the unit, one of its settings.
 */
export type FieldKind =
  | { readonly is: "text"; readonly long?: true }
  | { readonly is: "id"; readonly of: NameKind }
  | { readonly is: "number"; readonly unit?: string }
  | { readonly is: "yes"; readonly unset: boolean }
  | { readonly is: "choice"; readonly of: readonly Option[]; readonly unset?: string }
  | { readonly is: "ref"; readonly to: NameKind }
  | { readonly is: "refs"; readonly to: NameKind }
  | { readonly is: "map"; readonly by: NameKind; readonly value: FieldKind }
  | { readonly is: "rows"; readonly one: string; readonly fields: readonly Field[] }
  | { readonly is: "group"; readonly fields: readonly Field[] }
  | { readonly is: "kind" }
  | { readonly is: "terminals" }
  | { readonly is: "parameters" }
  | { readonly is: "holds" };

/** One thing that can be said of a record: where it stands in it, what it is called, what it holds. */
export interface Field {
  readonly path: readonly string[];
  readonly label: string;
  readonly hint?: string;
  /** It stands in the sheet too, where a record is a row. */
  readonly cell?: true;
  readonly holds: FieldKind;
}

/** A chapter of the model: what its records are and where they stand. */
export interface Section {
  readonly id: string;
  readonly title: string;
  readonly group: "The unit" | "Circuit" | "Behaviour" | "At work";
  /** One of its records, in words: "part". */
  readonly one: string;
  readonly hint: string;
  /** `one`: a single record. `list`: records in order. `keyed`: records by name. */
  readonly shape: "one" | "list" | "keyed";
  readonly path: readonly string[];
  readonly fields: readonly Field[];
  /** Only those records of the list that have this type. */
  readonly type?: string;
  /** What a new record has from the start. */
  readonly blank: Json;
}

/** A unit's file as it is being edited: any JSON object, right or not yet. */
export type Json = { readonly [key: string]: unknown };

export function isJson(value: unknown): value is Json {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

/** One of a section's records with its article: "a part", "an item". */
export const aOne = ({ one }: Pick<Section, "one">): string => `${/^[aeiou]/u.test(one) ? "an" : "a"} ${one}`;

import { memo, useMemo } from "react";
import { namesOf, type Field, type FieldKind, type Json, type NameKind } from "#core/workshop/index.ts";
import { namesList } from "./fields/namesList.ts";

/** The names that the fields on screen may be completed from. */
export const NamesLists = memo(function NamesLists({
  file,
  fields,
}: {
  file: Json;
  fields: readonly Field[];
}) {
  const kinds = useMemo(() => [...new Set(fields.flatMap((f) => kindsIn(f.holds)))], [fields]);
  return kinds.map((kind) => (
    <datalist key={kind} id={namesList(kind)}>
      {namesOf(file, kind).map(({ id, said }) => (
        <option key={id} value={id} label={said === "" || said === id ? undefined : `${id} · ${said}`} />
      ))}
    </datalist>
  ));
});

function kindsIn(holds: FieldKind): NameKind[] {
  switch (holds.is) {
    case "ref":
    case "refs":
      return [holds.to];
    case "map":
      return [holds.by, ...kindsIn(holds.value)];
    case "rows":
    case "group":
      return holds.fields.flatMap((f) => kindsIn(f.holds));
    case "terminals":
      return ["net"];
    case "holds":
      return ["setting"];
    default:
      return [];
  }
}

import { X } from "lucide-react";
import { isJson, modesOfKind, type Field, type FieldKind, type NameKind } from "#core/workshop/index.ts";
import { inputClass } from "../../ui/Field.tsx";
import { AddName } from "./AddName.tsx";
import type { EditProps } from "./fieldProps.ts";

/** Values by name: where each switch stands, how warm each part is. */
export function MapEdit({
  value,
  record,
  set,
  field,
  by,
  holds,
  Inner,
}: EditProps & { by: NameKind; holds: FieldKind }) {
  const entries = isJson(value) ? value : {};
  const modes = by === "mode" ? modesOfKind(typeof record["type"] === "string" ? record["type"] : "") : [];
  const put = (name: string, next: unknown) => {
    const rest = Object.fromEntries(Object.entries(entries).filter(([k]) => k !== name));
    const all = next === undefined ? rest : { ...entries, [name]: next };
    set(Object.keys(all).length === 0 ? undefined : all);
  };
  return (
    <ul className="flex flex-col gap-1">
      {Object.keys(entries).map((name) => {
        const inner: Field = { path: [name], label: name, holds };
        return (
          <li key={name} className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-1.5">
            <Inner field={inner} record={entries} onChange={(_, v) => put(name, v ?? null)} />
            <button
              type="button"
              aria-label={`Take ${name} out of ${field.label}`}
              className="grid size-11 place-content-center"
              onClick={() => put(name, undefined)}
            >
              <X size={16} aria-hidden />
            </button>
          </li>
        );
      })}
      <li>
        {by === "mode" ? (
          <select
            aria-label={`Add to ${field.label}`}
            className={inputClass}
            value=""
            onChange={(e) =>
              e.target.value !== "" && put(e.target.value, holds.is === "number" ? 1 : { from: 1, to: 10 })
            }
          >
            <option value="">add…</option>
            {modes
              .filter(([mode]) => !(mode in entries))
              .map(([mode, words]) => (
                <option key={mode} value={mode}>
                  {words}
                </option>
              ))}
          </select>
        ) : (
          <AddName
            label={`Add to ${field.label}`}
            of={by}
            onAdd={(name) => {
              if (name in entries) return false;
              put(name, holds.is === "choice" ? (holds.of[0]?.[0] ?? "") : holds.is === "number" ? 0 : {});
              return true;
            }}
          />
        )}
      </li>
    </ul>
  );
}

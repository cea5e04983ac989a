import { X } from "lucide-react";
import type { NameKind } from "#core/workshop/index.ts";
import { inputClass } from "../../ui/Field.tsx";
import { AddName } from "./AddName.tsx";
import type { EditProps } from "./fieldProps.ts";
import { namesList } from "./namesList.ts";

/** The name of something else in the model, completed from what there is. */
export function RefEdit({ value, set, aria, to }: EditProps & { to: NameKind }) {
  return (
    <input
      {...aria}
      className={`${inputClass} reading`}
      list={namesList(to)}
      maxLength={100}
      autoCapitalize="off"
      autoComplete="off"
      spellCheck={false}
      value={typeof value === "string" ? value : ""}
      onChange={(e) => set(e.target.value.trim() === "" ? undefined : e.target.value.trim())}
    />
  );
}

/** Several of them, in order. */
export function RefsEdit({ value, set, aria, to, field }: EditProps & { to: NameKind }) {
  const names = Array.isArray(value) ? value.map(String) : [];
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      {names.map((name, i) => (
        <span
          key={`${name} ${i}`}
          className="inline-flex items-center border-[1.5px] border-rule bg-sheet pl-2"
        >
          <span className="reading">{name}</span>
          <button
            type="button"
            aria-label={`Take ${name} out of ${field.label}`}
            className="grid size-11 place-content-center"
            onClick={() => {
              const rest = names.toSpliced(i, 1);
              set(rest.length === 0 ? undefined : rest);
            }}
          >
            <X size={16} aria-hidden />
          </button>
        </span>
      ))}
      <AddName
        id={aria.id}
        label={`Add to ${field.label}`}
        of={to}
        className="w-40!"
        onAdd={(typed) => {
          set([...names, ...typed.split(/[\s,;]+/u).filter((t) => t !== "")]);
          return true;
        }}
      />
    </div>
  );
}

import { X } from "lucide-react";
import { useState } from "react";
import type { NameKind } from "#core/workshop/index.ts";
import { inputClass } from "../../ui/Field.tsx";
import type { EditProps } from "./fieldProps.ts";

/** The page's list of names of a kind, for completion. */
export const namesList = (kind: NameKind) => `names-of-${kind}`;

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
  const [typed, setTyped] = useState("");
  const add = () => {
    const more = typed.split(/[\s,;]+/u).filter((t) => t !== "");
    if (more.length === 0) return;
    set([...names, ...more]);
    setTyped("");
  };
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
      <input
        {...aria}
        aria-label={`Add to ${field.label}`}
        className={`${inputClass} reading w-40!`}
        list={namesList(to)}
        placeholder="add…"
        maxLength={300}
        autoCapitalize="off"
        autoComplete="off"
        spellCheck={false}
        value={typed}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={add}
        onKeyDown={(e) => e.key === "Enter" && add()}
      />
    </div>
  );
}

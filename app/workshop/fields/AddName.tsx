import { useState } from "react";
import type { NameKind } from "#core/workshop/index.ts";
import { inputClass } from "../../ui/Field.tsx";
import { namesList } from "./namesList.ts";

interface Props {
  /** "Add to Drives". */
  label: string;
  of: NameKind;
  id?: string;
  className?: string;
  /** Takes what was typed; false where it stays to be mended. */
  onAdd: (typed: string) => boolean;
}

/** A name more for a list: taken with Enter, or when the field is left. */
export function AddName({ label, of, id, className = "", onAdd }: Props) {
  const [typed, setTyped] = useState("");
  const add = () => {
    if (typed.trim() !== "" && onAdd(typed.trim())) setTyped("");
  };
  return (
    <input
      id={id}
      aria-label={label}
      className={`${inputClass} reading ${className}`}
      list={namesList(of)}
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
  );
}

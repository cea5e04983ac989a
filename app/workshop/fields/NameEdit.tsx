import { useState } from "react";
import { inputClass } from "../../ui/Field.tsx";
import type { EditProps } from "./fieldProps.ts";

/** The name that others use: taken when the field is left, and then wherever it is used. */
export function NameEdit({
  value,
  aria,
  onRename,
}: EditProps & { onRename: (to: string) => string | undefined }) {
  const name = typeof value === "string" ? value : "";
  const [typed, setTyped] = useState<string>();
  const [refused, setRefused] = useState<string>();
  const take = () => {
    if (typed === undefined) return;
    const problem = onRename(typed.trim());
    setRefused(problem);
    if (problem === undefined) setTyped(undefined);
  };
  return (
    <>
      <input
        {...aria}
        className={`${inputClass} reading`}
        maxLength={100}
        autoCapitalize="off"
        autoComplete="off"
        spellCheck={false}
        value={typed ?? name}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={take}
        onKeyDown={(e) => {
          if (e.key === "Enter") take();
          if (e.key === "Escape") {
            setTyped(undefined);
            setRefused(undefined);
          }
        }}
      />
      {refused && <p className="font-semibold text-hazard">{refused}</p>}
    </>
  );
}

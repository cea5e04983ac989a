import { useState } from "react";
import { describeCellProblem, readCell, showCell } from "#core/workshop/index.ts";
import { inputClass } from "../../ui/Field.tsx";
import type { EditProps } from "./fieldProps.ts";

/** A number as it is said, "4k7" or "0,5", with what it is counted in. What is no number yet stays on screen and says so. */
export function NumberEdit({
  field,
  record,
  set,
  aria,
  unit,
  placeholder,
}: EditProps & { unit: string | undefined; placeholder?: string | undefined }) {
  const shown = showCell(field, record);
  const [typed, setTyped] = useState<string>();
  const read = typed === undefined ? undefined : readCell(field, typed);
  // What stands here can change otherwise: undone, or typed in the sheet.
  const ours = read?.ok && showCell(field, { ...record, ...nest(field.path, read.value) }) === shown;
  const text = typed !== undefined && (!read?.ok || ours) ? typed : shown;
  return (
    <>
      <span className="flex items-center gap-1.5">
        <input
          {...aria}
          className={`${inputClass} reading`}
          inputMode="decimal"
          autoComplete="off"
          placeholder={placeholder}
          aria-label={unit ? `${field.label}, ${unit}` : undefined}
          value={text}
          onChange={(e) => {
            setTyped(e.target.value);
            const next = readCell(field, e.target.value);
            if (next.ok) set(next.value);
          }}
          onBlur={() => read?.ok !== false && setTyped(undefined)}
        />
        {unit && (
          <span aria-hidden className="shrink-0 text-[0.9375rem] text-ink-soft">
            {unit}
          </span>
        )}
      </span>
      {read && !read.ok && <p className="font-semibold text-hazard">{describeCellProblem(read.problem)}</p>}
    </>
  );
}

function nest(path: readonly string[], value: unknown): Record<string, unknown> {
  const [key, ...rest] = path;
  return key === undefined ? {} : { [key]: rest.length > 0 ? nest(rest, value) : value };
}

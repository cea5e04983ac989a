import { inputClass } from "../../ui/Field.tsx";
import type { EditProps } from "./fieldProps.ts";

const MOST = 300;

/** A text; an emptied one is left out of the model. */
export function TextEdit({ value, set, aria, long }: EditProps & { long: boolean }) {
  const text = typeof value === "string" ? value : "";
  const shared = {
    ...aria,
    maxLength: MOST,
    value: text,
    onChange: (e: { target: { value: string } }) => set(e.target.value === "" ? undefined : e.target.value),
  };
  return long ? (
    <textarea rows={2} className={inputClass} {...shared} />
  ) : (
    <input className={inputClass} {...shared} />
  );
}

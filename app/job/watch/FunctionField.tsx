import { FUNCTION_NAME, type MeterFunction } from "#core/meter/index.ts";
import { Field, inputClass } from "../../ui/Field.tsx";

interface Props {
  label: string;
  functions: readonly MeterFunction[];
  value: MeterFunction;
  disabled?: boolean;
  onChange: (fn: MeterFunction) => void;
}

/** What a meter is set to. */
export function FunctionField({ label, functions, value, disabled = false, onChange }: Props) {
  return (
    <Field label={label}>
      {(aria) => (
        <select
          {...aria}
          className={inputClass}
          value={value}
          disabled={disabled}
          onChange={(e) => onChange(e.target.value as MeterFunction)}
        >
          {functions.map((f) => (
            <option key={f} value={f}>
              {FUNCTION_NAME[f]}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}

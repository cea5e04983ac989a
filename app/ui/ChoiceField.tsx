import { Field, inputClass } from "./Field.tsx";

/** One of a list, chosen; each by its value and what is said for it. */
export function ChoiceField<Value extends string>({
  label,
  value,
  options,
  disabled = false,
  onChoose,
}: {
  label: string;
  value: Value | undefined;
  options: readonly (readonly [value: Value, text: string])[];
  disabled?: boolean;
  onChoose: (value: Value) => void;
}) {
  return (
    <Field label={label}>
      {(aria) => (
        <select
          {...aria}
          className={inputClass}
          value={value}
          disabled={disabled}
          onChange={(e) => onChoose(e.target.value as Value)}
        >
          {options.map(([each, text]) => (
            <option key={each} value={each}>
              {text}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
}

import { FUNCTION_NAME, type MeterFunction } from "#core/meter/index.ts";
import { ChoiceField } from "../../ui/ChoiceField.tsx";

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
    <ChoiceField
      label={label}
      value={value}
      options={functions.map((f) => [f, FUNCTION_NAME[f]] as const)}
      disabled={disabled}
      onChoose={onChange}
    />
  );
}

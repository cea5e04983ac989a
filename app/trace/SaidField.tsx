import { inputClass } from "../ui/Field.tsx";

interface Props {
  readonly label: string;
  readonly value: string;
  readonly most: number;
  readonly placeholder?: string;
  /** What the label and the field look like beyond the usual. */
  readonly look?: { readonly label?: string; readonly input?: string };
  readonly onChange: (value: string) => void;
}

/** One thing that is said of the unit as a whole: what it is, who made it, what it runs on. */
export function SaidField({ label, value, most, placeholder, look = {}, onChange }: Props) {
  return (
    <label className={`flex flex-col gap-1 text-[0.9375rem] font-semibold ${look.label ?? ""}`}>
      {label}
      <input
        className={`${inputClass} ${look.input ?? ""}`}
        maxLength={most}
        value={value}
        placeholder={placeholder}
        onChange={(e) => onChange(e.target.value)}
      />
    </label>
  );
}

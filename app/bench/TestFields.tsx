import {
  unitAsked,
  type ComponentTest,
  type Entries,
  type Field as TestField,
  type ReadEntries,
  type ShopUnits,
} from "#core/component/index.ts";
import { Field, inputClass } from "../ui/Field.tsx";
import { useAlive } from "../ui/useAlive.ts";

interface Props {
  test: ComponentTest;
  entries: Entries;
  /** What is asked for in. */
  units: ShopUnits;
  read: ReadEntries;
  /** Questions of the test itself, beside those of the fields. */
  questions: readonly { readonly field: string; readonly text: string }[];
  onEnter: (field: string, text: string) => void;
}

/** The form of a component test: each number with its unit, and what is wrong or odd about it at its field. */
export function TestFields({ test, entries, units, read, questions, onEnter }: Props) {
  const alive = useAlive();
  return (
    // What is typed before the page is alive would be lost.
    <fieldset disabled={!alive} className="grid min-w-0 gap-x-4 gap-y-3 sm:grid-cols-2">
      {test.fields.map((field) => {
        const question = [...read.questions, ...questions].find((q) => q.field === field.id)?.text;
        return (
          <div key={field.id}>
            <Field
              label={labelOf(field, units)}
              {...("hint" in field && field.hint ? { hint: field.hint } : {})}
              error={read.problems[field.id]}
            >
              {(props) =>
                field.kind === "choice" ? (
                  <select
                    {...props}
                    className={inputClass}
                    value={entries[field.id] ?? (field.asked ? "" : field.options[0]![0])}
                    onChange={(e) => onEnter(field.id, e.target.value)}
                  >
                    {field.asked && <option value="">not said yet</option>}
                    {field.options.map(([id, label]) => (
                      <option key={id} value={id}>
                        {label}
                      </option>
                    ))}
                  </select>
                ) : (
                  <input
                    {...props}
                    className={`${inputClass} reading text-xl`}
                    autoComplete="off"
                    autoCapitalize="off"
                    spellCheck={false}
                    inputMode={field.kind === "quantity" ? "decimal" : "text"}
                    maxLength={200}
                    value={entries[field.id] ?? ""}
                    onChange={(e) => onEnter(field.id, e.target.value)}
                  />
                )
              }
            </Field>
            {question && (
              <p
                role="status"
                className="mt-1 border-l-4 border-hazard bg-hazard-soft px-2 py-1 text-[0.9375rem]"
              >
                {question}
              </p>
            )}
          </div>
        );
      })}
    </fieldset>
  );
}

function labelOf(field: TestField, units: ShopUnits): string {
  const text = field.kind === "quantity" ? unitAsked(field, units) : "";
  const unit = text === "" ? "" : `, ${text}`;
  const maybe = field.kind !== "choice" && field.optional ? " (if known)" : "";
  return `${field.label}${unit}${maybe}`;
}

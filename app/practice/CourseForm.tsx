import { useState } from "react";
import { Form, useNavigation } from "react-router";
import { EXERCISE_KINDS } from "#core/practice/index.ts";
import { Button } from "../ui/Button.tsx";
import { Field, inputClass } from "../ui/Field.tsx";
import { useChoosing } from "../ui/ShopBar.tsx";

interface Props {
  units: readonly { readonly id: string; readonly name: string }[];
  said: string | undefined;
}

/** Exercises to set for everybody, one after the other. */
export function CourseForm({ units, said }: Props) {
  const choosing = useChoosing();
  const busy = useNavigation().state !== "idle" || choosing;
  const [rows, setRows] = useState<readonly number[]>([0]);
  const choose = (label: string, name: string, options: readonly (readonly [string, string])[]) => (
    <Field label={label}>
      {(aria) => (
        <select {...aria} name={name} className={inputClass}>
          {options.map(([value, text]) => (
            <option key={value} value={value}>
              {text}
            </option>
          ))}
        </select>
      )}
    </Field>
  );
  return (
    <Form method="post" className="flex flex-col gap-4 border-2 border-ink bg-sheet p-4">
      <h2 className="text-xl font-bold">Set exercises</h2>
      <p className="text-ink-soft">
        One, or several to be worked in their order. Everybody who takes one gets the same hidden fault.
      </p>
      <Field label="Name">
        {(aria) => <input {...aria} name="title" required maxLength={120} className={inputClass} />}
      </Field>
      {rows.map((row, i) => (
        <fieldset key={row} className="border-t border-rule pt-2">
          <legend className="pr-3 font-semibold">Exercise {i + 1}</legend>
          <div className="grid items-end gap-4 sm:grid-cols-[1fr_1fr_8rem_auto]">
            {choose(
              "Unit",
              "unit",
              units.map((u) => [u.id, u.name]),
            )}
            {choose(
              "Kind of fault",
              "kind",
              EXERCISE_KINDS.map((k) => [k, k]),
            )}
            {choose(
              "How hard",
              "difficulty",
              [1, 2, 3].map((d) => [String(d), String(d)]),
            )}
            {rows.length > 1 && (
              <Button
                aria-label={`Leave out exercise ${i + 1}`}
                onClick={() => setRows((list) => list.filter((r) => r !== row))}
              >
                Leave out
              </Button>
            )}
          </div>
        </fieldset>
      ))}
      <div className="flex flex-wrap items-center gap-4">
        <Button onClick={() => setRows((list) => [...list, Math.max(...list) + 1])}>Add an exercise</Button>
        <Button type="submit" look="main" disabled={busy}>
          Set it
        </Button>
        <p role="status">{said}</p>
      </div>
    </Form>
  );
}

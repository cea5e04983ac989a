import { isJson, withValue, type Field, type Json } from "#core/workshop/index.ts";
import { Button } from "../../ui/Button.tsx";
import type { EditProps } from "./fieldProps.ts";

/** Records within a record: the outputs of a state, the ways out of a step. */
export function RowsEdit({
  value,
  set,
  field,
  one,
  fields,
  Inner,
}: EditProps & { one: string; fields: readonly Field[] }) {
  const rows: readonly Json[] = Array.isArray(value) ? value.map((r: unknown) => (isJson(r) ? r : {})) : [];
  const put = (next: readonly Json[]) => set(next.length === 0 ? undefined : next);
  return (
    <ol className="flex flex-col gap-2">
      {rows.map((row, i) => (
        <li key={i} className="border-l-2 border-rule pl-3">
          <div className="grid grid-cols-[repeat(auto-fit,minmax(9rem,1fr))] gap-x-3 gap-y-2">
            {fields.map((f) => (
              <Inner
                key={f.path.join(".")}
                field={f}
                record={row}
                onChange={(path, v) => put(rows.with(i, withValue(row, path, v)))}
              />
            ))}
          </div>
          <Button
            look="quiet"
            className="px-0!"
            aria-label={`Take out ${one} ${i + 1} of ${field.label}`}
            onClick={() => put(rows.toSpliced(i, 1))}
          >
            Take out
          </Button>
        </li>
      ))}
      <li>
        <Button aria-label={`Add ${one} to ${field.label}`} onClick={() => put([...rows, {}])}>
          Add {one}
        </Button>
      </li>
    </ol>
  );
}

/** One record within a record. */
export function GroupEdit({ value, set, fields, Inner }: EditProps & { fields: readonly Field[] }) {
  const record = isJson(value) ? value : {};
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(9rem,1fr))] gap-x-3 gap-y-2">
      {fields.map((f) => (
        <Inner
          key={f.path.join(".")}
          field={f}
          record={record}
          onChange={(path, v) => {
            const next = withValue(record, path, v);
            set(Object.keys(next).length === 0 ? undefined : next);
          }}
        />
      ))}
    </div>
  );
}

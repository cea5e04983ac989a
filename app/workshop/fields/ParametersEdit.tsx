import { useState } from "react";
import { parametersOf, valueAt, withValue, type Parameter } from "#core/workshop/index.ts";
import { NumberEdit } from "./NumberEdit.tsx";
import type { EditProps } from "./fieldProps.ts";

/** The values of a part: what its kind needs and what was said first, what the catalogue fills in on demand. */
export function ParametersEdit({ record, set, Inner }: EditProps) {
  const all = parametersOf(typeof record["type"] === "string" ? record["type"] : "");
  const [more, setMore] = useState(false);
  const matters = (p: Parameter) =>
    p.needed || p.unset === undefined || valueAt(record, p.field.path) !== undefined;
  const first = all.filter(matters);
  const rest = all.filter((p) => !matters(p));
  const put = (path: readonly string[], value: unknown) => set(withValue(record, path, value)["parameters"]);
  if (all.length === 0) return <p className="text-ink-soft">This kind needs none.</p>;
  return (
    <>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(9rem,1fr))] gap-x-3 gap-y-2">
        {[...first, ...(more ? rest : [])].map((p) => (
          <Value Inner={Inner} key={p.field.path[1]} parameter={p} record={record} onChange={put} />
        ))}
      </div>
      {rest.length > 0 && (
        <button
          type="button"
          aria-expanded={more}
          className="min-h-11 font-semibold underline underline-offset-4"
          onClick={() => setMore(!more)}
        >
          {more ? "Fewer values" : `${rest.length} more, as the catalogue has them`}
        </button>
      )}
    </>
  );
}

function Value({
  parameter: { field, unset },
  record,
  onChange,
  Inner,
}: {
  parameter: Parameter;
  Inner: EditProps["Inner"];
  record: EditProps["record"];
  onChange: (path: readonly string[], value: unknown) => void;
}) {
  const { holds, path, label } = field;
  if (holds.is !== "number") return <Inner field={field} record={record} onChange={onChange} />;
  const id = `value-${path.join("-")}`;
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="block text-[0.9375rem] font-bold">
        {label}
      </label>
      <NumberEdit
        field={field}
        record={record}
        value={valueAt(record, path)}
        Inner={Inner}
        set={(v) => onChange(path, v)}
        aria={{ id }}
        unit={holds.unit}
        placeholder={unset}
      />
    </div>
  );
}

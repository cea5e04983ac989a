import { valueAt } from "#core/workshop/index.ts";
import { ChoiceEdit, HoldsEdit, KindEdit, YesEdit } from "./ChoiceEdit.tsx";
import type { EditProps, FieldProps } from "./fieldProps.ts";
import { MapEdit } from "./MapEdit.tsx";
import { NameEdit } from "./NameEdit.tsx";
import { NumberEdit } from "./NumberEdit.tsx";
import { ParametersEdit } from "./ParametersEdit.tsx";
import { RefEdit, RefsEdit } from "./RefEdit.tsx";
import { GroupEdit, RowsEdit } from "./RowsEdit.tsx";
import { TerminalsEdit } from "./TerminalsEdit.tsx";
import { TextEdit } from "./TextEdit.tsx";

/** One field of a record with its label, its hint and what is wrong with it. */
export function FieldEdit({ field, record, onChange, onRename, error }: FieldProps) {
  const { path, label, hint, holds } = field;
  const id = `field-${path.join("-")}-${label.replace(/\W+/gu, "-")}`;
  const described = [hint && `${id}-hint`, error && `${id}-error`].filter(Boolean).join(" ");
  const edit: EditProps = {
    field,
    record,
    value: valueAt(record, path),
    // Another kind of part is another record: what only the former kind had goes.
    Inner: FieldEdit,
    set: (value) => onChange(holds.is === "kind" ? [] : path, value),
    aria: {
      id,
      ...(described ? { "aria-describedby": described } : {}),
      ...(error ? { "aria-invalid": true as const } : {}),
    },
  };
  const many = ["rows", "group", "map", "refs", "terminals", "parameters"].includes(holds.is);
  const notes = (
    <>
      {hint && (
        <p id={`${id}-hint`} className="text-[0.875rem] text-ink-soft">
          {hint}
        </p>
      )}
      {error && (
        <p id={`${id}-error`} className="border-l-4 border-hazard pl-2 font-semibold text-hazard">
          {error}
        </p>
      )}
    </>
  );
  if (many)
    return (
      <fieldset
        aria-describedby={described || undefined}
        className="col-span-full min-w-0 border-t border-rule pt-1.5"
      >
        <legend className="pr-2 text-[0.9375rem] font-bold">{label}</legend>
        <Edit {...edit} />
        {notes}
      </fieldset>
    );
  return (
    <div className={holds.is === "text" && holds.long ? "col-span-full" : "min-w-0"}>
      <label htmlFor={id} className="block text-[0.9375rem] font-bold">
        {label}
      </label>
      {holds.is === "id" && onRename ? <NameEdit {...edit} onRename={onRename} /> : <Edit {...edit} />}
      {notes}
    </div>
  );
}

function Edit(props: EditProps) {
  const { holds } = props.field;
  switch (holds.is) {
    case "text":
    case "id":
      return <TextEdit {...props} long={holds.is === "text" && holds.long === true} />;
    case "number":
      return <NumberEdit {...props} unit={holds.unit} />;
    case "yes":
      return <YesEdit {...props} unset={holds.unset} />;
    case "choice":
      return <ChoiceEdit {...props} of={holds.of} unset={holds.unset} />;
    case "kind":
      return <KindEdit {...props} />;
    case "holds":
      return <HoldsEdit {...props} />;
    case "ref":
      return <RefEdit {...props} to={holds.to} />;
    case "refs":
      return <RefsEdit {...props} to={holds.to} />;
    case "map":
      return <MapEdit {...props} by={holds.by} holds={holds.value} />;
    case "rows":
      return <RowsEdit {...props} one={holds.one} fields={holds.fields} />;
    case "group":
      return <GroupEdit {...props} fields={holds.fields} />;
    case "terminals":
      return <TerminalsEdit {...props} />;
    case "parameters":
      return <ParametersEdit {...props} />;
  }
}

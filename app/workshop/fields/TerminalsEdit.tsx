import { isJson, terminalsOf, type Field } from "#core/workshop/index.ts";
import type { EditProps } from "./fieldProps.ts";

/** The net that each terminal of a part is on. */
export function TerminalsEdit({ value, record, set, Inner }: EditProps) {
  const nets = isJson(value) ? value : {};
  const known = terminalsOf(typeof record["type"] === "string" ? record["type"] : "");
  const strange = Object.keys(nets).filter((t) => !known.some((k) => k.name === t));
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(8rem,1fr))] gap-x-3 gap-y-2">
      {[...known, ...strange.map((name) => ({ name, optional: true }))].map(({ name, optional }) => {
        const inner: Field = {
          path: [name],
          label: optional ? `${name}, if wired` : name,
          holds: { is: "ref", to: "net" },
        };
        return (
          <Inner
            key={name}
            field={inner}
            record={nets}
            onChange={(_, net) => {
              const rest = Object.fromEntries(Object.entries(nets).filter(([t]) => t !== name));
              set(net === undefined ? rest : { ...nets, [name]: net });
            }}
          />
        );
      })}
    </div>
  );
}

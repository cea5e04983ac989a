import { PART_KINDS, withKind, type Option } from "#core/workshop/index.ts";
import { inputClass } from "../../ui/Field.tsx";
import type { EditProps } from "./fieldProps.ts";
import { namesList } from "./namesList.ts";

/** One of a few words. Where the model says which holds if nothing is said, saying that one leaves it out. */
export function ChoiceEdit({
  value,
  set,
  aria,
  of,
  unset,
}: EditProps & { of: readonly Option[]; unset: string | undefined }) {
  const said = typeof value === "string" ? value : (unset ?? "");
  const known = of.some(([word]) => word === said);
  return (
    <select
      {...aria}
      className={inputClass}
      value={said}
      onChange={(e) => set(e.target.value === unset || e.target.value === "" ? undefined : e.target.value)}
    >
      {(unset === "" || !known) && (
        <option value={known ? "" : said}>{known || said === "" ? "–" : said}</option>
      )}
      {unset === "" && known && said !== "" && <option value="">–</option>}
      {of.map(([word, words]) => (
        <option key={word} value={word}>
          {words}
        </option>
      ))}
    </select>
  );
}

export function YesEdit({ value, set, aria, unset }: EditProps & { unset: boolean }) {
  const said = typeof value === "boolean" ? value : unset;
  return (
    <select
      {...aria}
      className={inputClass}
      value={said ? "yes" : "no"}
      onChange={(e) => set((e.target.value === "yes") === unset ? undefined : e.target.value === "yes")}
    >
      <option value="yes">yes</option>
      <option value="no">no</option>
    </select>
  );
}

/** The kind of a part. Changing it keeps the terminals and values that both kinds have. */
export function KindEdit({ value, record, set, aria }: EditProps) {
  const said = typeof value === "string" ? value : "";
  return (
    <select
      {...aria}
      className={inputClass}
      value={said}
      onChange={(e) => set(withKind(record, e.target.value))}
    >
      {!PART_KINDS.some(([kind]) => kind === said) && <option value={said}>{said || "–"}</option>}
      {PART_KINDS.map(([kind, words]) => (
        <option key={kind} value={kind}>
          {words}
        </option>
      ))}
    </select>
  );
}

/** Yes, no, or one of the settings of what surrounds the unit. */
export function HoldsEdit({ value, record, set, aria }: EditProps) {
  const ofInput = typeof record["input"] === "string";
  const said = typeof value === "boolean" ? (value ? "yes" : "no") : typeof value === "string" ? value : "";
  if (!ofInput)
    return (
      <input
        {...aria}
        className={`${inputClass} reading`}
        list={namesList("setting")}
        value={said}
        onChange={(e) => set(e.target.value === "" ? undefined : e.target.value)}
      />
    );
  return (
    <select {...aria} className={inputClass} value={said} onChange={(e) => set(e.target.value === "yes")}>
      {said !== "yes" && said !== "no" && <option value={said}>{said || "–"}</option>}
      <option value="yes">yes</option>
      <option value="no">no</option>
    </select>
  );
}

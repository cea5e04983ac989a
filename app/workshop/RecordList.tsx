import { useState } from "react";
import { aOne, recordName, type Section, type SectionRecord } from "#core/workshop/index.ts";
import { Button } from "../ui/Button.tsx";
import { inputClass } from "../ui/Field.tsx";

interface Props {
  section: Section;
  records: readonly SectionRecord[];
  at: number | undefined;
  /** Records that something is wrong with. */
  wrong: ReadonlySet<number>;
  onChoose: (at: number) => void;
  onNew: () => void;
}

/** More than these are not listed; what is sought narrows it. */
const MOST_SHOWN = 150;

/** A chapter's records by name; typing narrows them. */
export function RecordList({ section, records, at, wrong, onChoose, onNew }: Props) {
  const [sought, setSought] = useState("");
  const words = sought.trim().toLowerCase().split(/\s+/u);
  const found = records.filter(({ record }) => {
    const said = JSON.stringify(record).toLowerCase();
    return words.every((w) => said.includes(w));
  });
  const shown = found.slice(0, MOST_SHOWN);
  return (
    <section aria-label={section.title} className="flex min-w-0 flex-col gap-2">
      {records.length > 6 && (
        <input
          type="search"
          aria-label={`Find in ${section.title}`}
          placeholder={`find ${aOne(section)}…`}
          className={inputClass}
          value={sought}
          onChange={(e) => setSought(e.target.value)}
        />
      )}
      <ul className="max-h-[16rem] overflow-y-auto border-y border-rule lg:max-h-[calc(100dvh-17rem)]">
        {shown.map((r) => (
          <li key={r.at}>
            <button
              type="button"
              aria-current={r.at === at ? "true" : undefined}
              onClick={() => onChoose(r.at)}
              className={`flex min-h-11 w-full flex-wrap items-baseline gap-x-2 border-l-4 py-1.5 pr-1 pl-2 text-left ${r.at === at ? "border-here bg-here-soft" : "border-transparent"}`}
            >
              <b className="reading break-all">{recordName(section, r)}</b>
              <span className="text-[0.875rem] text-ink-soft">
                {typeof r.record["name"] === "string" && r.record["name"] !== recordName(section, r)
                  ? r.record["name"]
                  : ""}
              </span>
              {wrong.has(r.at) && <span className="font-bold text-hazard">wrong</span>}
            </button>
          </li>
        ))}
        {found.length > shown.length && (
          <li className="p-2 text-ink-soft">and {found.length - shown.length} more: narrow them above</li>
        )}
        {found.length === 0 && (
          <li className="p-2 text-ink-soft">
            {records.length === 0 ? `There is no ${section.one} yet.` : "Nothing here says that."}
          </li>
        )}
      </ul>
      <Button onClick={onNew}>Add {aOne(section)}</Button>
    </section>
  );
}

import type { LedgerRow } from "#core/view/index.ts";
import { Clock } from "../../ui/Clock.tsx";

/** Findings that were made before their makers knew what others had done: what met what, so that somebody can judge it. */
export function LateNotice({
  rows,
  nameOf,
}: {
  rows: readonly LedgerRow[];
  nameOf: ReadonlyMap<string, string>;
}) {
  const late = rows.filter((row) => row.late && !row.retracted);
  if (late.length === 0) return null;
  const name = (id: string) => nameOf.get(id) ?? id;
  return (
    <details data-testid="late" className="border-l-4 border-ink pl-3">
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">
        {late.length === 1 ? "One finding" : `${late.length} findings`} met what others did meanwhile
      </summary>
      <ul className="pb-2">
        {late.map((row) => (
          <li key={row.id} className="border-t border-rule-faint py-1.5">
            <Clock at={row.at} /> {name(row.person)}: {row.check}, {row.setup},{" "}
            <strong className="reading">{row.result}</strong>. Not known there: {name(row.late!.by)}{" "}
            {row.late!.did}. If it says nothing any more, retract it.
          </li>
        ))}
      </ul>
    </details>
  );
}

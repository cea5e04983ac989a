import type { JobState } from "#core/job/index.ts";
import type { LedgerRow } from "#core/view/index.ts";
import { Clock } from "../../ui/Clock.tsx";

/** The record itself: every finding in order, retracted ones too, and what others claimed. */
export function ReportFindings({
  rows,
  claims,
  nameOf,
}: {
  rows: readonly LedgerRow[];
  claims: JobState["claims"];
  nameOf: (id: string) => string;
}) {
  return (
    <section>
      <h2 className="section-title pb-1">What was found</h2>
      {/* On a phone each row becomes a small block of its own. */}
      <table className="w-full border-collapse text-left text-[0.9375rem] max-sm:block">
        <thead className="max-sm:hidden">
          <tr className="border-b-[1.5px] border-ink">
            {["When, who", "Check", "Result", "Healthy", "Verdict"].map((h) => (
              <th key={h} scope="col" className="py-1 pr-3 font-bold">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="max-sm:block">
          {rows.map((row) => (
            <tr key={row.id} className="border-b border-rule-faint align-top max-sm:block max-sm:py-2">
              <td className="py-1 pr-3 whitespace-nowrap max-sm:inline-block max-sm:py-0">
                <Clock at={row.at} /> {nameOf(row.person).split(" ")[0]}
              </td>
              <td className={`py-1 pr-3 max-sm:block max-sm:py-0 ${row.retracted ? "line-through" : ""}`}>
                {row.check} <span className="text-ink-soft">{row.setup}</span>
                {row.watched && <span className="block text-sm">{row.watched}</span>}
              </td>
              <td
                className={`reading py-1 pr-3 font-semibold whitespace-nowrap ${row.retracted ? "line-through" : ""}`}
              >
                {row.result}
              </td>
              <td className="reading py-1 pr-3 whitespace-nowrap max-sm:hidden">{row.expected}</td>
              <td className="py-1 max-sm:inline-block max-sm:py-0">
                {row.retracted ? `retracted${row.retracted.why && `: ${row.retracted.why}`}` : row.verdict}
              </td>
            </tr>
          ))}
          {rows.length === 0 && (
            <tr>
              <td colSpan={5} className="py-2">
                Nothing is recorded yet.
              </td>
            </tr>
          )}
        </tbody>
      </table>
      {claims.map(({ event, text }) => (
        <p key={event.id} className="pt-2 text-[0.9375rem]">
          Claimed by others, not measured: {text}
        </p>
      ))}
    </section>
  );
}

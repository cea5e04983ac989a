import { Term } from "../../guide/Term.tsx";
import type { TwinRow } from "#core/view/index.ts";

/** This unit beside its known-good twin: what differs is where the fault shows. */
export function TwinPanel({ rows }: { rows: readonly TwinRow[] }) {
  if (rows.length === 0) return null;
  const both = rows.filter((r) => r.alike !== undefined);
  const differ = both.filter((r) => r.alike === false).length;
  return (
    <section aria-label="Twin" data-testid="twin" className="border-t-[1.5px] border-ink px-4 py-2.5">
      <h2 className="section-title pb-1">
        Beside the <Term id="knownGood">known-good unit</Term> · {both.length} read on both
        {both.length > 0 && `, ${differ === 0 ? "all alike" : `${differ} differ`}`}
      </h2>
      <table className="w-full text-left text-[0.9375rem]">
        <thead>
          <tr className="border-b border-ink">
            {["Pair", "This unit", "Known-good unit", ""].map((h) => (
              <th key={h} scope="col" className="py-1 pr-3">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.check + row.setup} className="border-b border-rule-faint align-top">
              <td className="py-1.5 pr-3">
                {row.check} <span className="text-ink-soft">{row.setup}</span>
              </td>
              <td className="reading py-1.5 pr-3 text-lg font-semibold">{row.here ?? "–"}</td>
              <td className="reading py-1.5 pr-3 text-lg font-semibold">{row.twin ?? "–"}</td>
              <td className={row.alike === false ? "py-1.5 font-bold text-hazard" : "py-1.5 text-ink-soft"}>
                {row.alike === undefined ? `model: ${row.expected}` : row.alike ? "alike" : "they differ"}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

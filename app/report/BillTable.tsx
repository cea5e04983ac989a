import type { Bill } from "#core/job/index.ts";
import { money } from "../words/money.ts";

/** What a job comes to, line by line, beside what was estimated at the call. */
export function BillTable({
  bill,
  estimate,
  parts,
  currency,
  closed,
}: {
  bill: Bill;
  estimate: Bill | null;
  /** Names of the parts, in the order of the bill's. */
  parts: readonly string[];
  currency: string;
  closed: boolean;
}) {
  const lines: readonly (readonly [string, number])[] = [
    [`Labour, ${bill.labourHours} h`, bill.labour],
    ["Travel", bill.travel],
    ...bill.parts.map((line, i) => [parts[i] ?? "Part", line.sum] as const),
    ["Tax", bill.tax],
  ];
  return (
    <section aria-labelledby="costs">
      <h2 id="costs" className="section-title">
        {closed ? "What it costs" : "What it costs so far"}
      </h2>
      <table className="w-full">
        <tbody>
          {lines.map(([name, sum]) => (
            <tr key={name} className="border-t border-rule-faint">
              <th scope="row" className="py-1 text-left font-normal">
                {name}
              </th>
              <td className="reading py-1 text-right">{money(sum, currency)}</td>
            </tr>
          ))}
          <tr className="border-t-[1.5px] border-ink text-lg">
            <th scope="row" className="py-1 text-left font-bold">
              All of it
            </th>
            <td className="reading py-1 text-right font-bold">{money(bill.total, currency)}</td>
          </tr>
        </tbody>
      </table>
      {estimate && (
        <p className="text-[0.9375rem] text-ink-soft">
          Estimated when the fault was found: {money(estimate.total, currency)}.
        </p>
      )}
    </section>
  );
}

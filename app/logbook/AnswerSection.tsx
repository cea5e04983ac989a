import type { Answer } from "#server/logbook/logbook.ts";
import { useShop } from "../ui/ShopBar.tsx";
import { buttonClass } from "../ui/Button.tsx";
import { money } from "../words/money.ts";
import { BarChart, Legend, type Together } from "./BarChart.tsx";
import { KIND_WORDS, QUESTION_WORDS } from "./questionWords.ts";

/** Rows that are drawn; the table has all of them. */
const DRAWN = 14;
const TOGETHER: Readonly<Partial<Record<Answer["id"], Together>>> = { time: "after", isolate: "tick" };

/** A question's answer: the chart, the table beside it, and the table as a file. */
export function AnswerSection({ answer, csv }: { answer: Answer; csv: string }) {
  const { settings } = useShop();
  const { ask, reads, name, bars } = QUESTION_WORDS[answer.id];
  const together = TOGETHER[answer.id] ?? "within";
  const worded = (value: string | number | null, column: number) => {
    if (value === null) return "";
    if (answer.id === "checks" && column === 0) return KIND_WORDS[value] ?? String(value);
    if (answer.id === "van" && column === 2) return money(Number(value), settings.currency);
    return String(value);
  };
  if (answer.rows.length === 0)
    return (
      <section aria-label={ask}>
        <p className="py-3 text-lg text-ink-soft">None of these jobs has come so far.</p>
      </section>
    );
  return (
    <section aria-label={ask} className="grid gap-x-8 gap-y-3 lg:grid-cols-[3fr_2fr]">
      <div className="flex min-w-0 flex-col gap-2">
        <p className="text-ink-soft">{reads}</p>
        {bars.length > 1 && <Legend names={bars.map((b) => answer.heads[b]!)} together={together} />}
        <BarChart
          label={`${ask}: ${reads} The table beside it has the numbers.`}
          together={together}
          bars={answer.rows.slice(0, DRAWN).map((row) => ({
            name: name.map((c) => worded(row[c]!, c)).join(", "),
            values: bars.map((b) => Number(row[b] ?? 0)),
          }))}
        />
        {answer.rows.length > DRAWN && (
          <p className="text-[0.9375rem] text-ink-soft">
            The first {DRAWN} of {answer.rows.length}; the rest is in the table.
          </p>
        )}
      </div>
      <div className="min-w-0">
        <div
          className="max-h-[28rem] overflow-auto border-y border-rule"
          tabIndex={0}
          role="group"
          aria-label={`Table: ${ask}`}
        >
          <table className="w-full text-[0.9375rem]">
            <thead className="sticky top-0 bg-paper text-left align-bottom">
              <tr>
                {answer.heads.map((head, i) => (
                  <th
                    key={head}
                    scope="col"
                    className={`px-2 py-1 font-semibold ${isNumber(answer, i) ? "text-right" : ""}`}
                  >
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {answer.rows.map((row) => (
                <tr key={row.slice(0, 2).join("|")} className="border-t border-rule-faint">
                  {row.map((value, i) => (
                    <td
                      key={answer.heads[i]}
                      className={`px-2 py-1 ${isNumber(answer, i) ? "reading text-right" : answer.id === "time" ? "whitespace-nowrap" : ""}`}
                    >
                      {worded(value, i)}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <a href={csv} download className={`${buttonClass("plain")} mt-3`}>
          This table as CSV
        </a>
      </div>
    </section>
  );
}

const isNumber = ({ rows }: Answer, column: number) => typeof rows[0]?.[column] === "number";

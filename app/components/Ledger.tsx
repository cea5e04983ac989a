import type { JobState, LedgerRow } from "#core/job/index.ts";
import { Button } from "./Button.tsx";
import { Clock } from "./Clock.tsx";

interface Props {
  rows: readonly LedgerRow[];
  claims: JobState["claims"];
  nameOf: ReadonlyMap<string, string>;
  closed: boolean;
  onRetract: (finding: string) => void;
}

/** The findings, newest first, with what was expected and the verdict. Retracted ones stay, struck through. */
export function Ledger({ rows, claims, nameOf, closed, onRetract }: Props) {
  const counting = rows.filter((r) => !r.retracted).length;
  return (
    <section aria-label="Ledger" data-testid="ledger" className="border-t-[1.5px] border-ink px-4 py-2.5">
      <h2 className="section-title pb-1">
        Ledger · {counting} finding{counting === 1 ? "" : "s"}
        {claims.length > 0 && ` · ${claims.length} claim${claims.length === 1 ? "" : "s"}`}
      </h2>
      {rows.length === 0 && claims.length === 0 && (
        <p className="py-2 text-ink-soft">
          Nothing is recorded yet. The first finding goes in the line beside “Record”.
        </p>
      )}
      <ul>
        {[...rows].reverse().map((row) => (
          <LedgerLine
            key={row.id}
            row={row}
            who={nameOf.get(row.person) ?? row.person}
            closed={closed}
            onRetract={onRetract}
          />
        ))}
        {claims.map(({ event, text }) => (
          <li key={event.id} className="border-t border-rule-faint py-1.5 text-[0.9375rem]">
            <span className="text-ink-soft">claimed, not measured:</span> {text}
          </li>
        ))}
      </ul>
    </section>
  );
}

function LedgerLine({
  row,
  who,
  closed,
  onRetract,
}: {
  row: LedgerRow;
  who: string;
  closed: boolean;
  onRetract: (finding: string) => void;
}) {
  const struck = row.retracted ? "text-receded line-through" : "";
  return (
    <li
      data-finding={row.id}
      data-retracted={row.retracted ? "true" : undefined}
      className="grid grid-cols-[3.5rem_1fr_auto] items-center gap-x-3 border-t border-rule-faint py-1 md:grid-cols-[3.5rem_minmax(0,1fr)_8rem_9rem_auto]"
    >
      <Clock at={row.at} />
      <span className={struck}>
        {row.check} <span className="text-[0.9375rem] text-ink-soft">{row.setup}</span>
        <span className="sr-only"> by {who}</span>
      </span>
      <span className={`reading font-semibold max-md:col-start-2 ${struck}`}>{row.result}</span>
      <span className="text-[0.9375rem] max-md:col-start-2">
        {row.retracted ? (
          <span>retracted{row.retracted.why && `: ${row.retracted.why}`}</span>
        ) : (
          <Verdict row={row} />
        )}
      </span>
      <span className="max-md:col-start-3 max-md:row-start-1">
        {!row.retracted && !closed && (
          <Button
            look="quiet"
            className="px-2! text-sm"
            onClick={() => onRetract(row.id)}
            aria-label={`Retract ${row.check}, ${row.result}`}
          >
            retract
          </Button>
        )}
      </span>
    </li>
  );
}

function Verdict({ row }: { row: LedgerRow }) {
  return (
    <>
      <span className={row.fits === false ? "font-bold" : "text-ink-soft"}>{row.verdict}</span>
      {row.expected && <span className="reading block text-sm text-ink-soft">{row.expected}</span>}
      {row.doubt && <span className="block border-l-4 border-hazard pl-2 text-sm">{row.doubt}</span>}
    </>
  );
}

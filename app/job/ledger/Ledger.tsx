import { LateNotice } from "./LateNotice.tsx";
import { Term } from "../../guide/Term.tsx";
import { useMemo, useState } from "react";
import type { JobState } from "#core/job/index.ts";
import { unplacedText, type LedgerRow } from "#core/view/index.ts";
import { Button } from "../../ui/Button.tsx";
import { Clock } from "../../ui/Clock.tsx";
import { KeepOwnValue } from "../../units/KeepOwnValue.tsx";
import { FindingPhotos } from "./FindingPhotos.tsx";

interface Props {
  rows: readonly LedgerRow[];
  state: JobState;
  nameOf: ReadonlyMap<string, string>;
  closed: boolean;
  onRetract: (finding: string) => void;
  /** Takes back at once what needs no reason: a check that was left out. */
  onTakeBack: (event: string) => void;
  /** By finding: what became of a photograph on its way. */
  photosSaid: Readonly<Record<string, string>>;
  onPhoto: (finding: string, file: File) => void;
  /** The unit, where values of it are unknown that a reading may tell. */
  unknown?: { readonly unit: string; readonly job: string } | undefined;
}

/** Findings shown before the rest is asked for. */
const NEWEST = 6;

/** The findings, newest first, with what was expected and the verdict. Retracted ones stay, struck through. */
export function Ledger({
  rows,
  state,
  nameOf,
  closed,
  onRetract,
  onTakeBack,
  photosSaid,
  onPhoto,
  unknown,
}: Props) {
  const { claims, notes, unplaced } = state;
  const [all, setAll] = useState(false);
  const older = all ? 0 : Math.max(0, rows.length - NEWEST);
  const counting = rows.filter((r) => !r.retracted).length;
  // Names stand beside the times once there is more than one to tell apart.
  const several = useMemo(() => new Set(rows.map((r) => r.person)).size > 1, [rows]);
  return (
    <section aria-label="Ledger" data-testid="ledger" className="border-t-[1.5px] border-ink px-4 py-2.5">
      <h2 className="section-title pb-1">
        Ledger · {counting} <Term id="finding">finding{counting === 1 ? "" : "s"}</Term>
        {claims.length > 0 && (
          <>
            {" · "}
            {claims.length} <Term id="claim">claim{claims.length === 1 ? "" : "s"}</Term>
          </>
        )}
      </h2>
      <LateNotice rows={rows} nameOf={nameOf} />
      {rows.length === 0 && claims.length === 0 && (
        <p className="py-2 text-ink-soft">
          Nothing is recorded yet. The first finding goes in the line beside “Record”.
        </p>
      )}
      <ul>
        {[...rows].reverse().map((row, i) => (
          <LedgerLine
            key={row.id}
            row={row}
            hidden={!all && i >= NEWEST}
            who={nameOf.get(row.person) ?? row.person}
            late={row.late && `arrived after ${nameOf.get(row.late.by) ?? row.late.by} ${row.late.did}`}
            showWho={several}
            closed={closed}
            onRetract={onRetract}
          >
            {unknown && !row.retracted && (
              <OwnValueOf entry={state.ledger.find((e) => e.event.id === row.id)} row={row} of={unknown} />
            )}
            <FindingPhotos
              row={row}
              photos={state.attachments.filter((a) => a.finding === row.id)}
              said={photosSaid[row.id]}
              closed={closed}
              onPhoto={onPhoto}
            />
          </LedgerLine>
        ))}
        {older > 0 && (
          <li className="border-t border-rule-faint">
            <Button look="quiet" className="px-0! text-[0.9375rem]" onClick={() => setAll(true)}>
              Show {older} older
            </Button>
          </li>
        )}
        <LeftOutAndClaimed state={state} closed={closed} onTakeBack={onTakeBack} />
      </ul>
      <Unplaced unplaced={unplaced} />
      <Notes notes={notes} nameOf={nameOf} />
    </section>
  );
}

/** Checks that were left out, and what was claimed. */
function LeftOutAndClaimed({
  state: { skipped, claims },
  closed,
  onTakeBack,
}: Pick<Props, "state" | "closed" | "onTakeBack">) {
  return (
    <>
      {skipped.map(({ event, title, why }) => (
        <li
          key={event.id}
          className="flex flex-wrap items-center gap-x-3 border-t border-rule-faint text-[0.9375rem]"
        >
          <span className="grow py-1.5">
            <span className="text-ink-soft">{why}:</span> {title}
          </span>
          {!closed && (
            <Button look="quiet" className="px-2! text-sm" onClick={() => onTakeBack(event.id)}>
              take back
            </Button>
          )}
        </li>
      ))}
      {claims.map(({ event, text }) => (
        <li key={event.id} className="border-t border-rule-faint py-1.5 text-[0.9375rem]">
          <span className="text-ink-soft">claimed, not measured:</span> {text}
        </li>
      ))}
    </>
  );
}

function Unplaced({ unplaced }: Pick<JobState, "unplaced">) {
  if (unplaced.length === 0) return null;
  return (
    <ul aria-label="Not weighed: of an earlier revision of the unit">
      {unplaced.map((entry) => (
        <li key={entry.event.id} className="border-t border-rule-faint py-1.5 text-[0.9375rem]">
          <Clock at={entry.event.at} />{" "}
          <span className="text-ink-soft">of an earlier revision, not weighed:</span> {unplacedText(entry)}
        </li>
      ))}
    </ul>
  );
}

function Notes({ notes, nameOf }: Pick<JobState, "notes"> & Pick<Props, "nameOf">) {
  if (notes.length === 0) return null;
  return (
    <ul aria-label="Notes">
      {notes.map(({ event, text }) => (
        <li key={event.id} className="border-t border-rule-faint py-1.5 text-[0.9375rem] break-words">
          <Clock at={event.at} /> <span className="text-ink-soft">note, {nameOf.get(event.person)}:</span>{" "}
          {text}
        </li>
      ))}
    </ul>
  );
}

/** A number read with no more on the unit than the circuit itself: where a value of the unit is unknown, it may be told so. */
function OwnValueOf({
  entry,
  row,
  of,
}: {
  entry: JobState["ledger"][number] | undefined;
  row: LedgerRow;
  of: { readonly unit: string; readonly job: string };
}) {
  if (entry?.body.check.kind !== "reading" || entry.body.result.kind !== "value") return null;
  const { check, result } = entry.body;
  if (typeof result.value !== "number" || result.held !== undefined) return null;
  return (
    <span className="col-span-full md:col-start-2">
      <KeepOwnValue
        unit={of.unit}
        name={`${row.check}, ${row.result}`}
        state={check.setup.state}
        lifts={check.setup.lifts}
        fn={check.fn}
        red={check.red}
        black={check.black}
        value={result.value}
        from={of.job}
      />
    </span>
  );
}

function LedgerLine({
  row,
  hidden,
  who,
  late,
  showWho,
  closed,
  onRetract,
  children,
}: {
  row: LedgerRow;
  hidden: boolean;
  who: string;
  /** Where it arrived late: after what. */
  late: string | undefined;
  showWho: boolean;
  closed: boolean;
  onRetract: (finding: string) => void;
  children: React.ReactNode;
}) {
  const struck = row.retracted ? "text-receded line-through" : "";
  return (
    <li
      data-finding={row.id}
      data-retracted={row.retracted ? "true" : undefined}
      className={`${hidden ? "hidden" : "grid"} grid-cols-[3.5rem_1fr_auto] items-center gap-x-3 border-t border-rule-faint py-1 md:grid-cols-[3.5rem_minmax(0,1fr)_8rem_9rem_auto]`}
    >
      <span>
        <Clock at={row.at} />
        <span className={showWho ? "block truncate text-sm text-ink-soft" : "sr-only"}>
          {showWho ? who.split(" ")[0] : `by ${who}`}
        </span>
      </span>
      <span className={struck}>
        {row.check} <span className="text-[0.9375rem] text-ink-soft">{row.setup}</span>
        {row.beforeRepair && <span className="block text-sm text-ink-soft">before the repair</span>}
        {row.watched && <span className="block text-sm">{row.watched}</span>}
        {late && <span className="block text-sm font-semibold">{late}</span>}
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
      {children}
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

import { useState } from "react";
import { isCleared, type Load, type StripStep } from "#core/loads/index.ts";
import { emptyRow, numberProblem, outsideId, outsideName, type LoadRow } from "./stripDesk.ts";
import { Button } from "../ui/Button.tsx";
import { inputClass } from "../ui/Field.tsx";

interface Props {
  rows: readonly LoadRow[];
  /** The same as they are reckoned with. */
  loads: readonly Load[];
  steps: readonly StripStep[];
  /** Insulation is asked for: an earth-leakage device trips. */
  leaks: boolean;
  /** The loads are a unit's own: others that are added hang on the same device outside it. */
  ofUnit: boolean;
  onRows: (rows: readonly LoadRow[]) => void;
}

const AMPS = [
  ["amps", "Nameplate, A"],
  ["clamped", "Clamped, A"],
  ["startAmps", "Starts, A"],
  ["startSeconds", "for, s"],
] as const;
const LEAKS = [["megohms", "To earth, MΩ"]] as const;
const MINUTES = ["minutes", "off and on, min"] as const;
const MOST_ROWS = 40;

/** The loads with their currents; each row says whether it has held. */
export function LoadTable({ rows, loads, steps, leaks, ofUnit, onRows }: Props) {
  const change = (id: string, part: Partial<LoadRow>) =>
    onRows(rows.map((r) => (r.id === id ? { ...r, ...part } : r)));
  const columns = [...(leaks ? LEAKS : AMPS), MINUTES];
  return (
    <section aria-label="Loads" className="relative overflow-x-auto" tabIndex={0}>
      <table className="w-full min-w-[34rem] text-left">
        <thead>
          <tr className="border-b-[1.5px] border-ink text-[0.9375rem]">
            <th scope="col" className="py-1">
              Load
            </th>
            {columns.map(([key, label]) => (
              <th key={key} scope="col" className="px-1 py-1">
                {label}
              </th>
            ))}
            <th scope="col" className="py-1">
              <span className="sr-only">State</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const load = loads.find((l) => l.id === row.id);
            const added = !ofUnit || outsideName(row.id) !== undefined;
            return (
              <LoadLine
                key={row.id}
                row={row}
                columns={columns}
                held={load !== undefined && isCleared(load, steps)}
                ofUnit={ofUnit}
                onChange={(part) => change(row.id, part)}
                onRemove={
                  added && rows.length > 1 ? () => onRows(rows.filter((r) => r.id !== row.id)) : undefined
                }
              />
            );
          })}
        </tbody>
      </table>
      {rows.length < MOST_ROWS &&
        (ofUnit ? (
          <OutsideLoad rows={rows} onRows={onRows} />
        ) : (
          <Button className="mt-2" onClick={() => onRows([...rows, emptyRow(nextNumber(rows))])}>
            Another load
          </Button>
        ))}
    </section>
  );
}

type Column = (typeof AMPS)[number] | (typeof LEAKS)[number] | typeof MINUTES;

function LoadLine({
  row,
  columns,
  held,
  ofUnit,
  onChange,
  onRemove,
}: {
  row: LoadRow;
  columns: readonly Column[];
  /** It has held: it is not the one that trips. */
  held: boolean;
  ofUnit: boolean;
  onChange: (part: Partial<LoadRow>) => void;
  /** Left out for a load that belongs to the unit, and for the last one. */
  onRemove: (() => void) | undefined;
}) {
  return (
    <tr className="border-b border-rule-faint align-top">
      <td className="py-1 pr-2">
        {ofUnit ? (
          <span
            className={`flex min-h-11 items-center ${held ? "text-receded line-through" : "font-semibold"}`}
          >
            {row.name}
            {outsideName(row.id) !== undefined && ", outside the unit"}
          </span>
        ) : (
          <input
            aria-label="Name of the load"
            className="min-h-11 w-full min-w-28 border-[1.5px] border-ink px-2"
            maxLength={60}
            value={row.name}
            onChange={(e) => onChange({ name: e.target.value })}
          />
        )}
      </td>
      {columns.map(([key, label]) => (
        <td key={key} className="px-1 py-1">
          <input
            aria-label={`${row.name}: ${label}`}
            inputMode="decimal"
            className="reading min-h-11 w-20 border-[1.5px] border-ink px-2 text-lg"
            maxLength={12}
            value={row[key]}
            aria-invalid={numberProblem(row[key]) ? true : undefined}
            onChange={(e) => onChange({ [key]: e.target.value })}
          />
          {numberProblem(row[key]) && (
            <span role="alert" className="block max-w-28 text-sm font-semibold text-hazard">
              {numberProblem(row[key])}
            </span>
          )}
        </td>
      ))}
      <td className="py-1 text-[0.9375rem] text-ink-soft">
        <span className="flex min-h-11 items-center gap-2">
          {held && "held"}
          {onRemove && (
            <Button
              look="quiet"
              className="px-1! text-sm"
              aria-label={`Take ${row.name} out of the list`}
              onClick={onRemove}
            >
              remove
            </Button>
          )}
        </span>
      </td>
    </tr>
  );
}

/** A load that hangs on the same device and is none of the unit's. */
function OutsideLoad({ rows, onRows }: Pick<Props, "rows" | "onRows">) {
  const [name, setName] = useState("");
  const id = outsideId(name.trim());
  const known = rows.some((r) => r.id === id);
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (name.trim() === "" || known) return;
        onRows([...rows, { ...emptyRow(0), id, name: name.trim() }]);
        setName("");
      }}
    >
      <label className="flex flex-col text-[0.9375rem] font-semibold">
        Outside the unit, on the same device
        <input
          className={inputClass}
          maxLength={60}
          placeholder="freezer, heater in the next room"
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      <Button type="submit">Add it</Button>
      {known && <span role="alert">{name.trim()} is in the list already.</span>}
    </form>
  );
}

/** A number that no row has yet. */
function nextNumber(rows: readonly LoadRow[]): number {
  const used = new Set(rows.map((r) => r.id));
  let n = rows.length + 1;
  while (used.has(`load-${n}`)) n++;
  return n;
}

import type { EventBody } from "#core/job/index.ts";
import type { RefitFace, RefitRow } from "#core/view/index.ts";
import { WireSwatch } from "../../ui/WireSwatch.tsx";
import { isWireColour } from "../../words/wireColours.ts";

/** What is said of a wire whose place is still empty, and of a place where none was found. */
const OPEN = "open";
const NONE = "none";

/** The wires of what comes off, each with what is found at its place once they are on again. */
export function TransferList({
  jobId,
  rows,
  faces,
  onEnter,
}: {
  jobId: string;
  rows: readonly RefitRow[];
  faces: readonly RefitFace[];
  onEnter: (body: EventBody) => boolean;
}) {
  const colours = [...new Set(rows.map((r) => r.colour).filter(Boolean))].sort();
  const enter = (row: RefitRow, found: string) => {
    if (found === OPEN) {
      if (row.event) onEnter({ type: "retraction", of: row.event, why: "" });
    } else onEnter({ type: "refitted", wire: row.id, colour: found === NONE ? "" : found });
  };
  const back = rows.filter((r) => r.found !== undefined).length;
  return (
    <fieldset className="flex min-w-0 flex-col">
      <legend className="font-bold">
        Wires on it: {back} of {rows.length} on again
      </legend>
      <p className="text-[0.9375rem] text-ink-soft">
        Move one wire at a time, or photograph and label all of them before the first comes off. Enter the
        colour that is there now, not the one that should be.
      </p>
      <a
        href={`/jobs/${jobId}/papers/labels.pdf`}
        target="_blank"
        rel="noreferrer"
        className="inline-flex min-h-11 items-center self-start underline underline-offset-4"
      >
        Labels to print, one a wire
      </a>
      <div className="flex flex-wrap gap-x-4">
        {faces.map((face) => (
          <Face key={face.id} face={face} />
        ))}
      </div>
      {rows.map((row) => (
        <WireLine key={row.id} row={row} colours={colours} onFound={(found) => enter(row, found)} />
      ))}
    </fieldset>
  );
}

/** A wire's place, and the colour that is found there now. */
function WireLine({
  row,
  colours,
  onFound,
}: {
  row: RefitRow;
  colours: readonly string[];
  onFound: (found: string) => void;
}) {
  const isCrossed = isOther(row);
  return (
    <div
      className={`flex flex-wrap items-center gap-x-3 border-t border-rule-faint py-1 ${isCrossed ? "border-l-4 border-l-hazard bg-hazard-soft pl-2" : ""}`}
    >
      <span className="reading w-20 shrink-0 font-semibold">{row.at}</span>
      <span className="inline-flex w-24 shrink-0 items-center gap-2">
        {isWireColour(row.colour) && <WireSwatch colour={row.colour} />}
        {row.colour}
      </span>
      <span className="min-w-0 grow basis-40 text-ink-soft">{row.wire}</span>
      <select
        aria-label={`Found at ${row.at}, ${row.wire}`}
        className="min-h-11 border-[1.5px] border-ink bg-field px-2"
        value={row.found === undefined ? OPEN : row.found === "" ? NONE : row.found}
        onChange={(e) => onFound(e.target.value)}
      >
        <option value={OPEN}>not on yet</option>
        {colourChoices(row, colours).map((colour) => (
          <option key={colour} value={colour === "" ? NONE : colour}>
            {colour === row.colour
              ? `on: ${colour || "as before"}`
              : colour === ""
                ? "nothing there"
                : `found: ${colour}`}
          </option>
        ))}
      </select>
      {isCrossed && (
        <strong role="alert" className="basis-full text-hazard">
          {row.found === ""
            ? "No wire is on it."
            : `Not its wire: it has the ${row.colour || "unnamed"} one.`}
        </strong>
      )}
    </div>
  );
}

/** Another wire than its own is there, or none. */
const isOther = ({ found, colour }: RefitRow) => found !== undefined && found !== colour;

/** A connector as the hand sees it while its wires go back. */
function Face({ face }: { face: RefitFace }) {
  return (
    <figure aria-label={`${face.name}, from the wire side`} className="pb-2">
      <figcaption className="text-sm text-ink-soft">{face.name}, seen from the wire side</figcaption>
      <ol className="flex w-fit flex-wrap gap-1 border-2 border-ink bg-field p-1.5">
        {face.pins.map(({ label, wire }) => (
          <li
            key={label}
            className={`flex min-h-16 w-14 flex-col items-center gap-0.5 border-[1.5px] px-0.5 py-1 text-center text-xs sm:w-20 ${wire && isOther(wire) ? "border-hazard bg-hazard-soft" : "border-ink bg-sheet"}`}
          >
            <span className="reading text-lg font-semibold">{label}</span>
            {wire && wire.colour !== "" && <WireSwatch colour={wire.colour} />}
            {wire ? broken(wire.colour) || "no colour" : "stays as it is"}
            {wire && <span className={isOther(wire) ? "font-bold text-hazard" : ""}>{standing(wire)}</span>}
          </li>
        ))}
      </ol>
    </figure>
  );
}

/** A wire of two colours may stand on two lines. */
const broken = (colour: string) => colour.replace("/", "/\u200b");

function standing(wire: RefitRow): string {
  if (wire.found === undefined) return "not on yet";
  if (!isOther(wire)) return "✓ on";
  return wire.found === "" ? "✕ nothing there" : `✕ has ${broken(wire.found)}`;
}

/** The wire's own colour first, then those of the others, and none. */
function colourChoices({ colour }: RefitRow, colours: readonly string[]): string[] {
  return [...new Set([colour, ...colours.filter((c) => c !== colour), ""])];
}

import type { EventBody } from "#core/job/index.ts";
import type { RefitRow } from "#core/view/index.ts";
import { WireSwatch } from "../../ui/WireSwatch.tsx";

/** What is said of a wire whose place is still empty, and of a place where none was found. */
const OPEN = "open";
const NONE = "none";

/** The wires of what comes off, each with what is found at its place once they are on again. */
export function TransferList({
  jobId,
  rows,
  onEnter,
}: {
  jobId: string;
  rows: readonly RefitRow[];
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
        Wires on it, one at a time: {back} of {rows.length} on again
      </legend>
      <p className="text-[0.9375rem] text-ink-soft">
        Seen from the wire side. Enter the colour that is there now, not the one that should be.
      </p>
      <a
        href={`/jobs/${jobId}/papers/labels.pdf`}
        target="_blank"
        rel="noreferrer"
        className="inline-flex min-h-11 items-center self-start underline underline-offset-4"
      >
        Labels to print, one a wire
      </a>
      {rows.map((row) => {
        const isCrossed = row.found !== undefined && row.found !== row.colour;
        return (
          <div
            key={row.id}
            className={`flex flex-wrap items-center gap-x-3 border-t border-rule-faint py-1 ${isCrossed ? "border-l-4 border-l-hazard bg-hazard-soft pl-2" : ""}`}
          >
            <span className="reading w-20 shrink-0 font-semibold">{row.at}</span>
            <span className="inline-flex w-24 shrink-0 items-center gap-2">
              {row.colour !== "" && <WireSwatch colour={row.colour} />}
              {row.colour}
            </span>
            <span className="min-w-0 grow text-ink-soft">{row.wire}</span>
            <select
              aria-label={`Found at ${row.at}, ${row.wire}`}
              className="min-h-11 border-[1.5px] border-ink bg-field px-2"
              value={row.found === undefined ? OPEN : row.found === "" ? NONE : row.found}
              onChange={(e) => enter(row, e.target.value)}
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
      })}
    </fieldset>
  );
}

/** The wire's own colour first, then those of the others, and none. */
function colourChoices({ colour }: RefitRow, colours: readonly string[]): string[] {
  return [...new Set([colour, ...colours.filter((c) => c !== colour), ""])];
}

import { setupText } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { Button } from "../../ui/Button.tsx";
import type { FindingLine } from "./useFindingLine.ts";

/** What was understood, or recorded last, with what is usual next: the same pair in the next state, or taking it back. */
export function LineEcho({
  unit,
  line: { understood, urgent, problem, taken, said, onward, held, hold, setTaken },
  unsent,
  onUndo,
  onFocus,
}: {
  unit: UnitModel;
  line: FindingLine;
  /** Something of this page has not reached the server yet. */
  unsent: boolean;
  onUndo: () => void;
  onFocus: () => void;
}) {
  const recorded = taken ? `${unsent ? "Waiting to be sent" : "Saved"}: ${taken}` : said;
  return (
    <div className="flex flex-wrap items-center gap-x-3">
      <p
        id="finding-echo"
        aria-live="polite"
        className={`min-h-6 min-w-0 grow pt-1 text-[0.9375rem] ${urgent ? "font-semibold text-hazard" : "text-here"}`}
      >
        {urgent ? problem : (understood?.echo ?? recorded)}
      </p>
      {taken !== "" && (
        <span className="flex flex-wrap gap-2 pt-1">
          {onward && !held && (
            <Button
              className="px-3! text-sm"
              onClick={() => {
                hold(onward);
                onFocus();
              }}
            >
              Same pair, {setupText(unit, onward)}
            </Button>
          )}
          <Button
            className="px-3! text-sm"
            hotkey="u"
            onClick={() => {
              onUndo();
              setTaken("");
              hold(undefined);
            }}
          >
            Undo
          </Button>
        </span>
      )}
    </div>
  );
}

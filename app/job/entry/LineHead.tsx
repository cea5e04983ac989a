import { Grid3x3 } from "lucide-react";
import { checkText, setupText, type ProposalView } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { Button, Key } from "../../ui/Button.tsx";
import type { FindingLine } from "./useFindingLine.ts";

/** What the line is asked for, and how it is written: on the known-good unit, with the big keys. */
export function LineHead({
  unit,
  proposal,
  line: { held, hold, twin, setTwin },
  pad,
  onPad,
}: {
  unit: UnitModel;
  proposal: ProposalView | undefined;
  line: FindingLine;
  pad: boolean;
  onPad: (shown: boolean) => void;
}) {
  return (
    <div className="flex flex-wrap items-center justify-between gap-x-3">
      <label htmlFor="finding-line" className="flex items-center gap-2 text-[0.9375rem]">
        {held
          ? `${checkText(unit, held)}, ${setupText(unit, held)}`
          : proposal?.check.kind === "reading"
            ? "What does it read?"
            : "Or a reading of your own"}{" "}
        <Key name="e" />
      </label>
      <span className="flex items-center">
        {held && (
          <Button look="quiet" className="px-2!" onClick={() => hold(undefined)}>
            Stop stepping
          </Button>
        )}
        <label className="flex min-h-11 items-center gap-2 px-2 text-[0.9375rem]">
          <input
            type="checkbox"
            className="size-5 accent-here"
            checked={twin}
            onChange={(e) => setTwin(e.target.checked)}
          />
          <span>
            <span className="max-sm:sr-only">on the </span>known-good unit
          </span>
        </label>
        <Button
          look="quiet"
          className="px-2!"
          aria-pressed={pad}
          aria-label={pad ? "Put the big keys away" : "Show big keys"}
          onClick={() => onPad(!pad)}
        >
          <Grid3x3 size={22} aria-hidden />
        </Button>
      </span>
    </div>
  );
}

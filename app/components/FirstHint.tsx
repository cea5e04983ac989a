import { useKept } from "../jobs/useKept.ts";
import { Button } from "./Button.tsx";

/** The first lines a newcomer needs on a job's page, until they are put away for good. */
export function FirstHint() {
  // The server writes the page without it, so that it does not flash at those who have put it away.
  const [away, setAway] = useKept("hint-job-read", false, true);
  if (away) return null;
  return (
    <p
      data-testid="hint"
      className="no-print flex flex-wrap items-center gap-x-4 gap-y-1 border-b-[1.5px] border-rule bg-sheet px-4 py-1.5 text-[0.9375rem]"
    >
      <span className="min-w-0 grow basis-72">
        Declare the power in the band above, take the check on the card, and write what the meter shows in the
        line below it. Every suspect is weighed anew after each entry.
      </span>
      <Button look="quiet" onClick={() => setAway(true)}>
        I know this
      </Button>
    </p>
  );
}

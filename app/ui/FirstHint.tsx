import { useKept } from "./useKept.ts";
import { Button } from "./Button.tsx";

/** The first lines a newcomer needs on a job's page, until they are put away for good. */
export function FirstHint() {
  // The server writes the page without it, so that it does not flash at those who have put it away.
  const [away, setAway] = useKept("hint-job-read", false, true);
  if (away) return null;
  return (
    <p
      data-testid="hint"
      className="no-print flex items-center gap-x-2 border-b-[1.5px] border-rule bg-sheet px-4 py-1 text-[0.9375rem]"
    >
      <span className="min-w-0 grow">
        Declare the power above, take the check on the card, write what the meter shows below it.
      </span>
      <Button look="quiet" className="shrink-0 px-2!" onClick={() => setAway(true)}>
        I know this
      </Button>
    </p>
  );
}

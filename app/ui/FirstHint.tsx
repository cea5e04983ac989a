import { useKept } from "./useKept.ts";
import { Button } from "./Button.tsx";
import { TOUR, type TourStep } from "./tour.ts";

/** The first steps of a newcomer on a job's page, each until it is done, or until all are put away for good. */
export function FirstHint({ step }: { step: TourStep | undefined }) {
  // The server writes the page without it, so that it does not flash at those who have put it away.
  const [away, setAway] = useKept("hint-job-read", false, true);
  if (away || !step) return null;
  return (
    <p
      data-testid="hint"
      className="no-print flex items-center gap-x-2 border-b-[1.5px] border-rule bg-sheet px-4 py-1 text-[0.9375rem]"
    >
      <span className="min-w-0 grow">
        <strong>
          {TOUR.indexOf(step) + 1} of {TOUR.length}
        </strong>{" "}
        {step.text}
      </span>
      <Button look="quiet" className="shrink-0 px-2!" onClick={() => setAway(true)}>
        I know this
      </Button>
    </p>
  );
}

import { Term } from "../../guide/Term.tsx";
import { TriangleAlert } from "lucide-react";
import type { JobView } from "#core/view/index.ts";
import { Button } from "../../ui/Button.tsx";

interface Props {
  view: JobView;
  onAgain: (check: string) => void;
}

/** What does not fit: the reading to take again first, or that nothing in the model explains the findings. */
export function DoubtNotice({ view, onAgain }: Props) {
  const [doubt] = view.doubts;
  if (!doubt && !view.outside) return null;
  return (
    <section
      aria-label="Doubt"
      data-testid="doubt"
      className="flex items-start gap-3 border-b-[1.5px] border-ink border-l-8 border-l-hazard bg-hazard-soft px-3 py-2"
    >
      <TriangleAlert aria-hidden size={20} className="mt-1 shrink-0 text-hazard" />
      <div className="grow">
        {doubt && (
          <p>
            <Term id="doubt">In doubt</Term>: {doubt.text}
          </p>
        )}
        {view.outside && (
          <p>
            <strong>
              Something <Term id="outside">not in the model</Term>
            </strong>{" "}
            explains the findings best. Take the doubtful ones again, look for wires changed over, water, a
            part that is not the right one.
          </p>
        )}
      </div>
      {doubt && view.next.some((p) => p.check.id === doubt.check.id) && (
        <Button onClick={() => onAgain(doubt.check.id)}>Again</Button>
      )}
    </section>
  );
}

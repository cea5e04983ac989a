import { useEffect, useRef } from "react";
import { type EventBody } from "#core/job/index.ts";
import { answerWords, badlyWord, type ProposalView } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { Button } from "../../ui/Button.tsx";

interface Props {
  unit: UnitModel;
  check: Exclude<ProposalView["check"], { kind: "reading" }>;
  /** The findings are being weighed: the question may be gone in a moment, and takes no second answer. */
  busy: boolean;
  onEnter: (body: EventBody) => string | undefined;
  onSaid: (problem: string) => void;
  onTaken: (answer: string) => void;
}

/** The answers to a look, a sound or a trial: yes, no, and of a part at work that it does so badly. */
export function YesNo({ unit, check, busy, onEnter, onSaid, onTaken }: Props) {
  // A second tap comes before the page is drawn anew: what was answered is known at once.
  const answered = useRef(false);
  useEffect(() => {
    if (!busy) answered.current = false;
  }, [busy, check.id]);
  const found = answerWords(unit, check);
  const observed =
    check.kind === "observation" ? unit.observations.find((o) => o.id === check.observation) : undefined;
  const badly = observed?.kind === "works" ? badlyWord(unit, observed.part) : undefined;
  const answer = (seen: boolean, isBad = false) => {
    if (busy || answered.current) return;
    const problem = onEnter({
      type: "finding",
      check:
        check.kind === "trial"
          ? { kind: "trial", trial: check.trial, subject: check.subject }
          : { kind: "observation", observation: check.observation },
      result: { kind: "seen", seen, ...(isBad ? { badly: true } : {}) },
    });
    answered.current = problem === undefined;
    if (problem) onSaid(problem);
    else onTaken(`${isBad ? badly : seen ? found.yes : found.no}`);
  };
  return (
    <div className="grid grid-cols-2 gap-2 pb-2">
      <Button look="main" aria-disabled={busy} onClick={() => answer(true)}>
        Yes: {found.yes}
      </Button>
      <Button look="main" aria-disabled={busy} onClick={() => answer(false)}>
        No: {found.no}
      </Button>
      {badly !== undefined && (
        <Button className="col-span-2" aria-disabled={busy} onClick={() => answer(true, true)}>
          Yes, but {badly}
        </Button>
      )}
    </div>
  );
}

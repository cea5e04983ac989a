import { answerWords, badlyWord, type EventBody, type ProposalView } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { Button } from "./Button.tsx";

interface Props {
  unit: UnitModel;
  check: Exclude<ProposalView["check"], { kind: "reading" }>;
  onEnter: (body: EventBody) => string | undefined;
  onSaid: (text: string) => void;
}

/** The answers to a look, a sound or a trial: yes, no, and of a part at work that it does so badly. */
export function YesNo({ unit, check, onEnter, onSaid }: Props) {
  const found = answerWords(unit, check);
  const observed =
    check.kind === "observation" ? unit.observations.find((o) => o.id === check.observation) : undefined;
  const badly = observed?.kind === "works" ? badlyWord(unit, observed.part) : undefined;
  const answer = (seen: boolean, isBad = false) => {
    const problem = onEnter({
      type: "finding",
      check:
        check.kind === "trial"
          ? { kind: "trial", trial: check.trial, subject: check.subject }
          : { kind: "observation", observation: check.observation },
      result: { kind: "seen", seen, ...(isBad ? { badly: true } : {}) },
    });
    onSaid(problem ?? `Recorded: ${isBad ? badly : seen ? found.yes : found.no}`);
  };
  return (
    <div className="grid grid-cols-2 gap-2 pb-2">
      <Button look="main" onClick={() => answer(true)}>
        Yes: {found.yes}
      </Button>
      <Button look="main" onClick={() => answer(false)}>
        No: {found.no}
      </Button>
      {badly !== undefined && (
        <Button className="col-span-2" onClick={() => answer(true, true)}>
          Yes, but {badly}
        </Button>
      )}
    </div>
  );
}

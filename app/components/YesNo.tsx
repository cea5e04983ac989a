import { answerWords, type EventBody, type ProposalView } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { Button } from "./Button.tsx";

interface Props {
  unit: UnitModel;
  check: Exclude<ProposalView["check"], { kind: "reading" }>;
  onEnter: (body: EventBody) => string | undefined;
  onSaid: (text: string) => void;
}

/** The two answers to a look, a sound or a trial. */
export function YesNo({ unit, check, onEnter, onSaid }: Props) {
  const found = answerWords(unit, check);
  const answer = (seen: boolean) => {
    const problem = onEnter({
      type: "finding",
      check:
        check.kind === "trial"
          ? { kind: "trial", trial: check.trial, subject: check.subject }
          : { kind: "observation", observation: check.observation },
      result: { kind: "seen", seen },
    });
    onSaid(problem ?? `Recorded: ${seen ? found.yes : found.no}`);
  };
  return (
    <div className="grid grid-cols-2 gap-2 pb-2">
      <Button look="main" onClick={() => answer(true)}>
        Yes: {found.yes}
      </Button>
      <Button look="main" onClick={() => answer(false)}>
        No: {found.no}
      </Button>
    </div>
  );
}

import type { Observation } from "#core/unit/index.ts";

const ANSWERS = [
  { value: "yes", label: "yes" },
  { value: "no", label: "no" },
  { value: "", label: "not looked yet" },
] as const;

/** How far the unit gets: one quick question for each thing it should do. */
export function SeenQuestions({ questions }: { questions: readonly Observation[] }) {
  return (
    <fieldset>
      <legend className="font-bold">How far does it get?</legend>
      <p className="pb-1 text-[0.9375rem] text-ink-soft">
        What still works clears more than what does not. Leave out what nobody has looked at.
      </p>
      <ul>
        {questions.map((question) => (
          <li
            key={question.id}
            className="flex flex-wrap items-center justify-between gap-x-4 border-t border-rule py-1"
          >
            <span id={`q-${question.id}`}>{question.question}</span>
            <span role="radiogroup" aria-labelledby={`q-${question.id}`} className="flex">
              {ANSWERS.map((answer) => (
                <label
                  key={answer.value}
                  className="flex min-h-11 cursor-pointer items-center gap-2 border-[1.5px] border-l-0 border-ink bg-sheet px-3 first:border-l-[1.5px] has-checked:bg-ink has-checked:text-sheet has-focus-visible:outline-3 has-focus-visible:outline-here"
                >
                  <input
                    type="radio"
                    name={`seen-${question.id}`}
                    value={answer.value}
                    defaultChecked={answer.value === ""}
                    className="sr-only"
                  />
                  {answer.label}
                </label>
              ))}
            </span>
          </li>
        ))}
      </ul>
    </fieldset>
  );
}

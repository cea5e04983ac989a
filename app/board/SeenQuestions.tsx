import type { Observation } from "#core/unit/index.ts";
import { inputClass } from "../ui/Field.tsx";

/** A question with the word for its part's work done badly, where it does any: "slow", "dim". */
export type Question = Observation & { readonly badly?: string };

function answersTo({ badly }: Question) {
  return [
    { value: "yes", label: "yes" },
    ...(badly === undefined ? [] : [{ value: "badly", label: badly }]),
    { value: "no", label: "no" },
    { value: "sometimes", label: "comes and goes" },
    { value: "", label: "not looked yet" },
  ];
}

/** One choice that answers several of the unit's questions at once, "reaches-fill:yes,reaches-wash:no". */
export interface Choice {
  readonly label: string;
  readonly answers: string;
}

interface Props {
  /** How far it gets, by the steps of its sequence; empty for a unit without one. */
  readonly stalls: readonly Choice[];
  readonly codes: readonly Choice[];
  /** What trips or blows, and when. */
  readonly opens: readonly Choice[];
  readonly works: readonly Question[];
  readonly heard: readonly Observation[];
}

/** What the customer and the first look say: how far it gets, which code shows, what works, what is heard. */
export function SeenQuestions({ stalls, codes, opens, works, heard }: Props) {
  return (
    <fieldset>
      <legend className="font-bold">How far does it get?</legend>
      <p className="pb-2 text-[0.9375rem] text-ink-soft">
        What still works rules out more than what does not. Leave out what nobody has looked at.
      </p>
      {(stalls.length > 0 || codes.length > 0 || opens.length > 0) && (
        <div className="grid gap-4 pb-4 sm:grid-cols-2">
          <ChoiceList label="It stops at" none="not looked yet" choices={stalls} />
          <ChoiceList label="It shows" none="not looked yet" choices={codes} />
          <ChoiceList label="It trips or blows" none="not looked yet" choices={opens} />
        </div>
      )}
      <Questions questions={works} />
      {heard.length > 0 && (
        <details className="border-t border-rule">
          <summary className="flex min-h-11 cursor-pointer items-center font-bold underline underline-offset-4">
            What is heard ({heard.length})
          </summary>
          <Questions questions={heard} />
        </details>
      )}
    </fieldset>
  );
}

function ChoiceList({ label, none, choices }: { label: string; none: string; choices: readonly Choice[] }) {
  if (choices.length === 0) return null;
  return (
    <label className="flex flex-col gap-1">
      <span>{label}</span>
      <select name="answers" className={inputClass} defaultValue="">
        <option value="">{none}</option>
        {choices.map((choice) => (
          <option key={choice.answers} value={choice.answers}>
            {choice.label}
          </option>
        ))}
      </select>
    </label>
  );
}

function Questions({ questions }: { questions: readonly Question[] }) {
  return (
    <ul>
      {questions.map((question) => (
        <li
          key={question.id}
          className="flex flex-wrap items-center justify-between gap-x-4 border-t border-rule py-1"
        >
          <span id={`q-${question.id}`}>{question.question}</span>
          <span role="radiogroup" aria-labelledby={`q-${question.id}`} className="flex flex-wrap">
            {answersTo(question).map((answer) => (
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
  );
}

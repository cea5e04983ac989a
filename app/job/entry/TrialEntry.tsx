import { useState } from "react";
import { TRIALS, trialCheck, type Trial } from "#core/diagnosis/index.ts";
import { type EventBody } from "#core/job/index.ts";
import { TRIAL_NAME, trialWords } from "#core/view/index.ts";
import { bypassRefusal, type UnitModel } from "#core/unit/index.ts";
import { Button } from "../../ui/Button.tsx";
import { Field, inputClass } from "../../ui/Field.tsx";

interface Props {
  unit: UnitModel;
  onEnter: (body: EventBody) => string | undefined;
}

/** Something tried on the unit: a swap, a jumper for a moment, a direct feed, something taken off, a bench test. */
export function TrialEntry({ unit, onEnter }: Props) {
  const [trial, setTrial] = useState<Trial>("swap");
  const subjects = subjectsOf(unit, trial);
  const [chosen, setChosen] = useState("");
  const [said, setSaid] = useState("");
  const subject = subjects.find((s) => s.id === chosen) ?? subjects[0];
  const words = subject && trialWords(unit, trialCheck(unit, trial, subject.id));
  const answer = (seen: boolean) => {
    if (!subject || !words) return;
    const problem = onEnter({
      type: "finding",
      check: { kind: "trial", trial, subject: subject.id },
      result: { kind: "seen", seen },
    });
    setSaid(problem ?? `Recorded: ${subject.name}, ${seen ? words.yes : words.no}`);
  };
  return (
    <details className="border-b-[1.5px] border-ink bg-sheet px-4">
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">Something was tried</summary>
      <div className="grid gap-3 pb-3 sm:grid-cols-2">
        <Field label="What was tried">
          {(props) => (
            <select
              {...props}
              className={inputClass}
              value={trial}
              onChange={(e) => setTrial(e.target.value as Trial)}
            >
              {TRIALS.map((t) => (
                <option key={t} value={t}>
                  {TRIAL_NAME[t]}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Field label="On what">
          {(props) => (
            <select
              {...props}
              className={inputClass}
              value={subject?.id ?? ""}
              onChange={(e) => setChosen(e.target.value)}
            >
              {subjects.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                </option>
              ))}
            </select>
          )}
        </Field>
      </div>
      {trial === "bypass" && (
        <p className="mb-3 border-l-4 border-hazard bg-hazard-soft px-3 py-2 text-[0.9375rem]">
          A jumper is a measurement, never a repair: fitted dead, held short, watched, taken off again. Fuses,
          limits, interlocks and safety switches are not offered.
        </p>
      )}
      {words ? (
        <>
          <p className="pb-2 font-semibold">{words.question}</p>
          <div className="grid grid-cols-2 gap-2 pb-3">
            <Button onClick={() => answer(true)}>Yes: {words.yes}</Button>
            <Button onClick={() => answer(false)}>No: {words.no}</Button>
          </div>
        </>
      ) : (
        <p className="pb-3 text-ink-soft">This unit has nothing to try this on.</p>
      )}
      <p aria-live="polite" className="min-h-6 pb-2 text-[0.9375rem] text-here">
        {said}
      </p>
    </details>
  );
}

function subjectsOf(
  unit: UnitModel,
  trial: Trial,
): readonly { readonly id: string; readonly name: string }[] {
  switch (trial) {
    case "swap":
      return unit.items.filter((i) => i.remedy === "replace");
    case "strip":
      return unit.lifts;
    case "feed":
      return unit.parts.filter((p) => unit.courses.some((c) => c.load === p.id));
    case "bypass":
      return unit.parts.filter((p) => bypassRefusal(unit, p.id) === undefined);
    case "bench":
      return unit.parts.filter((p) => !/^(wire|pin|mains)$/.test(p.type));
  }
}

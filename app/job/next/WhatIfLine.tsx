import { useState } from "react";
import { parseEntry, describeEntryProblem } from "#core/entry/index.ts";
import { type JobEvent } from "#core/job/index.ts";
import { type ProposalView, type WhatIf } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { typedIn } from "../../language/tongue.ts";
import type { Diagnosis } from "../useDiagnosis.ts";
import { percentText } from "../../words/percent.ts";

interface Props {
  unit: UnitModel;
  events: readonly JobEvent[];
  proposal: ProposalView;
  ask: Diagnosis["ask"];
}

/** "What if it reads …": what a reading would leave, before anybody measures it. Nothing is recorded. */
export function WhatIfLine({ unit, events, proposal, ask }: Props) {
  const [text, setText] = useState("");
  const [answer, setAnswer] = useState<WhatIf>();
  const [problem, setProblem] = useState("");
  const { check } = proposal;
  if (check.kind !== "reading") return null;
  const reckon = async () => {
    const { setup } = check;
    const read = parseEntry(unit, text, {
      pending: check,
      liveSetup: setup,
      deadSetup: setup,
      ...typedIn(),
    });
    setAnswer(undefined);
    if (!read.ok) return setProblem(describeEntryProblem(read.problem));
    setProblem("");
    setAnswer(await ask((worker) => worker.whatIf(events, read.body)));
  };
  return (
    <details className="border-t border-rule">
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">What if it reads …</summary>
      <form
        className="flex pb-2"
        onSubmit={(e) => {
          e.preventDefault();
          void reckon();
        }}
      >
        <input
          aria-label="A reading to try out"
          className="reading min-h-11 w-32 border-[1.5px] border-ink bg-field px-3 text-xl"
          value={text}
          autoComplete="off"
          maxLength={40}
          placeholder="24 V"
          onChange={(e) => setText(e.target.value)}
        />
        <button type="submit" className="min-h-11 border-[1.5px] border-l-0 border-ink px-4 font-semibold">
          Suppose
        </button>
      </form>
      <div aria-live="polite" data-testid="what-if">
        {problem && <p className="pb-2 font-semibold text-hazard">{problem}</p>}
        {answer && (
          <table className="mb-2 w-full text-[0.9375rem]">
            <caption className="pb-1 text-left text-ink-soft">
              With <span className="reading font-semibold">{answer.result}</span> there:
            </caption>
            <tbody>
              {answer.items.map((i) => (
                <tr key={i.name} className="border-t border-rule-faint">
                  <td className="py-1">{i.name}</td>
                  <td className="reading text-right text-ink-soft">{percentText(i.before)} %</td>
                  <td aria-hidden className="px-1 text-center">
                    →
                  </td>
                  <td className="reading text-right font-semibold">{percentText(i.after)} %</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </details>
  );
}

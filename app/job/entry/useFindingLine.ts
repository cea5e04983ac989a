import { useMemo, useRef, useState } from "react";
import type { ReadingCheck } from "#core/diagnosis/index.ts";
import { completionsOf } from "#core/entry/index.ts";
import { checkOf, type EventBody, type JobEvent, type JobState } from "#core/job/index.ts";
import { sameInNextState, type ProposalView } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { Diagnosis } from "../useDiagnosis.ts";
import { understand } from "./understand.ts";
import { useQuestion } from "./useQuestion.ts";

export interface FindingLineProps {
  unit: UnitModel;
  proposal: ProposalView | undefined;
  state: JobState;
  /** The findings are being weighed: the card is still that of before, and no answer is taken for it. */
  busy: boolean;
  /** What the line begins with, when a point was tapped elsewhere; the line then has the focus. */
  begun?: string;
  events: readonly JobEvent[];
  ask: Diagnosis["ask"];
  onEnter: (body: EventBody) => string | undefined;
}

const NO_VALUE = "There is no value yet. Type what the meter shows, for example 24.6 or OL.";

type Finding = NonNullable<NonNullable<ReturnType<typeof understand>>["body"]>;

/** What is recorded of a line: a finding, or what the twin reads. */
function asEntered(body: Finding, typed: string, ofTwin: boolean): EventBody {
  return ofTwin && body.check.kind === "reading" && body.result.kind === "value"
    ? { type: "twin", check: body.check, result: body.result, typed }
    : { ...body, typed };
}

/** The line as it is being written: what is understood of it, what was recorded last, and what can be done with it. */
export function useFindingLine({
  unit,
  proposal,
  state,
  busy,
  begun = "",
  events,
  ask,
  onEnter,
}: FindingLineProps) {
  const [text, setText] = useState(begun);
  const [tried, setTried] = useState(false);
  const [said, setSaid] = useState("");
  /** What was recorded last, until the next line is begun. */
  const [taken, setTaken] = useState("");
  const [twin, setTwin] = useState(false);
  /** The state that the unit is in, as said here; else the last one measured in. */
  const [saidState, setSaidState] = useState<string>();
  /** Worked down the states: the pair stays, the state moves on with each reading. */
  const [held, setHeld] = useState<ReadingCheck>();
  /** The reading recorded last, which can be taken again in the next state. */
  const [last, setLast] = useState<ReadingCheck>();
  const sent = useRef("");
  const pending = held ?? (!busy && proposal?.check.kind === "reading" ? proposal.check : undefined);
  const defaultState = held?.setup.state ?? saidState;
  const understood = useMemo(
    () => (text.trim() === "" ? undefined : understand(text, { unit, state, pending, defaultState, twin })),
    [unit, text, pending, state, defaultState, twin],
  );
  const question = useQuestion(
    understood?.problem === undefined && !twin ? understood?.body : undefined,
    events,
    ask,
  );
  const completions = useMemo(() => completionsOf(unit, text), [unit, text]);
  const problem = understood?.problem ?? (tried && !understood ? NO_VALUE : "");

  const write = (next: string) => {
    setText(next);
    setTried(false);
    setSaid("");
    setTaken("");
    sent.current = "";
  };
  const submit = () => {
    // A second Enter comes before the line is empty: what was sent is known at once.
    if (text !== "" && sent.current === text) return;
    if (busy && !understood?.body)
      return setSaid("The next check is still being calculated. What you typed is kept.");
    setTried(true);
    if (!understood?.body || understood.problem) return;
    const { body, echo = "" } = understood;
    const refused = onEnter(asEntered(body, text.slice(0, 200), twin));
    if (refused) return setSaid(refused);
    sent.current = text;
    setSaid("");
    setTaken(echo);
    setText("");
    setTried(false);
    const check = checkOf(unit, body);
    setLast(check.kind === "reading" && !twin ? check : undefined);
    // The one just recorded is not in the ledger yet, so the next state is sought from it.
    if (held && check.kind === "reading") setHeld(sameInNextState(unit, state, check));
  };
  const keepAsNote = () => {
    const refused = onEnter({ type: "note", text: text.trim() });
    setSaid(refused ?? `Kept as a note: ${text.trim()}`);
    if (!refused) setText("");
  };

  return {
    ...{ text, understood, completions, question, problem, twin, setTwin, setSaidState, held },
    ...{ said, setSaid, taken, setTaken, write, submit, keepAsNote },
    own: ownSetup(text, understood?.body?.check),
    /** What is wrong was tried to be recorded, or is of a kind that is better said at once. */
    urgent: problem !== "" && (tried || understood?.misplaced === true),
    invalid: tried && problem !== "",
    hold: (check: ReadingCheck | undefined) => {
      setHeld(check);
      if (check) setTaken("");
    },
    /** The reading recorded last, in the next state. */
    onward: last && sameInNextState(unit, state, last),
  };
}

export type FindingLine = ReturnType<typeof useFindingLine>;

/** Setup of a reading of one's own; a number alone answers the card, in the card's state. */
function ownSetup(text: string, check: { kind: string } | undefined): ReadingCheck["setup"] | undefined {
  return check?.kind === "reading" && !/^[-+−–]?(?:[\d.,]|ol\b)/iu.test(text.trim())
    ? (check as ReadingCheck).setup
    : undefined;
}

import { useEffect, useMemo, useRef, useState } from "react";
import {
  answerWords,
  checkText,
  checkOf,
  describeEntryProblem,
  parseEntry,
  resultText,
  setupText,
  admissionProblems,
  describeAdmissionProblem,
  type EventBody,
  type FindingBody,
  type JobEvent,
  type JobState,
  type ProposalView,
} from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { Diagnosis } from "../jobs/useDiagnosis.ts";
import { Button, Key } from "./Button.tsx";

interface Props {
  unit: UnitModel;
  proposal: ProposalView | undefined;
  state: JobState;
  defaultState: string | undefined;
  /** What the line begins with, when a point was tapped elsewhere; the line then has the focus. */
  begun?: string;
  events: readonly JobEvent[];
  ask: Diagnosis["ask"];
  onEnter: (body: EventBody) => string | undefined;
  onPower: (to: "live" | "dead") => void;
}

/** One line in which a finding is written down, with an echo of what was understood. Yes and no for a question. */
export function FindingEntry({
  unit,
  proposal,
  state,
  defaultState,
  begun = "",
  events,
  ask,
  onEnter,
  onPower,
}: Props) {
  const [text, setText] = useState(begun);
  const [tried, setTried] = useState(false);
  const [said, setSaid] = useState("");
  const field = useRef<HTMLInputElement>(null);
  const understood = useMemo(
    () => (text.trim() === "" ? undefined : understand(unit, text, proposal, state, defaultState)),
    [unit, text, proposal, state, defaultState],
  );

  const question = useQuestion(understood?.problem ? undefined : understood?.body, events, ask);

  const submit = () => {
    setTried(true);
    if (!understood?.body || understood.problem) return;
    const problem = onEnter({ ...understood.body, typed: text.slice(0, 200) });
    if (problem) return setSaid(problem);
    setSaid(`Recorded: ${understood.echo}`);
    setText("");
    setTried(false);
  };
  const problem =
    understood?.problem ??
    (tried && !understood ? "There is no value yet. Type what the meter shows, for example 24.6 or OL." : "");

  return (
    <section
      aria-label="Enter a finding"
      className="border-b-[1.5px] border-ink bg-here-soft px-4 py-2 sticky bottom-0 -mt-[1.5px] border-t-[1.5px]"
    >
      {proposal && proposal.check.kind !== "reading" && (
        <YesNo unit={unit} check={proposal.check} onEnter={onEnter} onSaid={setSaid} />
      )}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          submit();
        }}
      >
        <label htmlFor="finding-line" className="flex items-center gap-2 pb-1 text-[0.9375rem]">
          {proposal?.check.kind === "reading" ? "What does it read?" : "Or a reading of your own"}{" "}
          <Key name="e" />
        </label>
        <div className="flex border-2 border-here bg-field has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-here">
          <input
            id="finding-line"
            ref={field}
            className="reading min-h-12 min-w-0 grow bg-transparent px-3 text-2xl font-medium outline-none placeholder:text-base"
            placeholder="230.4, or P4.3 to N 118"
            autoFocus={begun !== ""}
            autoComplete="off"
            autoCapitalize="off"
            spellCheck={false}
            maxLength={200}
            value={text}
            aria-describedby="finding-echo"
            aria-invalid={tried && problem !== "" ? true : undefined}
            onChange={(e) => {
              setText(e.target.value);
              setTried(false);
              setSaid("");
            }}
            onKeyDown={(e) => {
              if (e.key === "Escape") field.current?.blur();
            }}
          />
          <button type="submit" className="min-h-12 bg-here px-5 text-lg font-bold text-on-here">
            Record
          </button>
        </div>
        <p
          id="finding-echo"
          aria-live="polite"
          className={`min-h-6 pt-1 text-[0.9375rem] ${problem && (tried || understood?.misplaced) ? "font-semibold text-hazard" : "text-here"}`}
        >
          {problem && (tried || understood?.misplaced) ? problem : (understood?.echo ?? said)}
        </p>
        {question && (
          <p
            data-testid="question"
            aria-live="polite"
            className="mb-1 border-l-4 border-hazard bg-hazard-soft px-2 py-1 text-[0.9375rem]"
          >
            {question} It can be recorded all the same.
          </p>
        )}
        {understood?.wants && (
          <Button onClick={() => onPower(understood.wants!)}>
            {understood.wants === "live" ? "Go live" : "Make dead and prove"}
          </Button>
        )}
      </form>
    </section>
  );
}

/** How long the line must rest before the worker is asked about it, ms. */
const REST = 250;

/** What the worker finds odd about the reading in the line, once the line has rested. */
function useQuestion(
  body: FindingBody | undefined,
  events: readonly JobEvent[],
  ask: Diagnosis["ask"],
): string | undefined {
  const [found, setFound] = useState<{ body: FindingBody; text: string | undefined }>();
  useEffect(() => {
    if (body?.check.kind !== "reading") return;
    let open = true;
    const timer = setTimeout(() => {
      void ask((worker) => worker.question(events, body))?.then((text) => {
        if (open) setFound({ body, text });
      });
    }, REST);
    return () => {
      open = false;
      clearTimeout(timer);
    };
  }, [body, events, ask]);
  return body !== undefined && found?.body === body ? found.text : undefined;
}

interface Understood {
  readonly body?: FindingBody;
  readonly echo?: string;
  readonly problem?: string;
  /** The line is well formed but may not be recorded now: said at once, not only on Record. */
  readonly misplaced?: boolean;
  readonly wants?: "live" | "dead";
}

function understand(
  unit: UnitModel,
  text: string,
  proposal: ProposalView | undefined,
  state: JobState,
  defaultState: string | undefined,
): Understood {
  const deadState = unit.states.find((s) => s.power === "dead")!.id;
  const isLive = (id: string | undefined) => unit.states.some((s) => s.id === id && s.power === "live");
  const liveState = isLive(defaultState)
    ? defaultState!
    : (state.situation.state ?? unit.states.find((s) => s.power === "live")!.id);
  const result = parseEntry(unit, text, {
    ...(proposal?.check.kind === "reading" ? { pending: proposal.check } : {}),
    liveSetup: { state: liveState, lifts: [] },
    deadSetup: { state: deadState, lifts: state.situation.lifts },
  });
  if (!result.ok) return { problem: describeEntryProblem(result.problem) };
  const { body } = result;
  const check = checkOf(unit, body);
  const echo = `${checkText(unit, check)}, ${setupText(unit, check)}: ${resultText(unit, body)}`;
  const problems = admissionProblems(unit, state, {
    id: "00000000-0000-4000-8000-000000000000",
    person: "",
    at: "",
    body,
  });
  if (problems.length === 0) return { body, echo };
  const band = problems.find((p) => p.code === "band");
  return {
    body,
    echo,
    problem: problems.map(describeAdmissionProblem).join(" "),
    misplaced: true,
    ...(band ? { wants: band.needs } : {}),
  };
}

function YesNo({
  unit,
  check,
  onEnter,
  onSaid,
}: {
  unit: UnitModel;
  check: Exclude<ProposalView["check"], { kind: "reading" }>;
  onEnter: Props["onEnter"];
  onSaid: (text: string) => void;
}) {
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

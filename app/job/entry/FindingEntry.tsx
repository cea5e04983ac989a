import { Grid3x3 } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import type { ReadingCheck } from "#core/diagnosis/index.ts";
import { completionsOf } from "#core/entry/index.ts";
import { checkOf, type EventBody, type FindingBody, type JobEvent, type JobState } from "#core/job/index.ts";
import { checkText, sameInNextState, setupText, type ProposalView } from "#core/view/index.ts";
import { liftOf, type UnitModel } from "#core/unit/index.ts";
import { understand } from "./understand.ts";
import type { Diagnosis } from "../useDiagnosis.ts";
import { useKept } from "../../ui/useKept.ts";
import { Button, Key } from "../../ui/Button.tsx";
import { EntryPad } from "./EntryPad.tsx";
import { YesNo } from "./YesNo.tsx";

interface Props {
  unit: UnitModel;
  proposal: ProposalView | undefined;
  state: JobState;
  /** Something of this page has not reached the server yet. */
  unsent: boolean;
  /** The card with its question is in sight; without it a small screen offers no answers to it. */
  asking: boolean;
  /** The findings are being weighed: the card is still that of before, and no answer is taken for it. */
  busy: boolean;
  /** What the line begins with, when a point was tapped elsewhere; the line then has the focus. */
  begun?: string;
  events: readonly JobEvent[];
  ask: Diagnosis["ask"];
  onEnter: (body: EventBody) => string | undefined;
  /** Takes back what was recorded last. */
  onUndo: () => void;
  onPower: (to: "live" | "dead") => void;
}

/** One line in which a finding is written down, with an echo of what was understood. Yes and no for a question. */
export function FindingEntry(props: Props) {
  const { unit, proposal, state, busy, unsent, asking, begun = "" } = props;
  const { events, ask, onEnter, onUndo, onPower } = props;
  const [text, setText] = useState(begun);
  const [tried, setTried] = useState(false);
  const [said, setSaid] = useState("");
  /** What was recorded last, until the next line is begun. */
  const [taken, setTaken] = useState("");
  const [twin, setTwin] = useState(false);
  /** The state that the unit is in, as said here; else the last one measured in. */
  const [saidState, setSaidState] = useState<string>();
  const [pad, setPad] = useKept("entry-pad", false);
  /** Worked down the states: the pair stays, the state moves on with each reading. */
  const [held, setHeld] = useState<ReadingCheck>();
  /** The reading recorded last, which can be taken again in the next state. */
  const [last, setLast] = useState<ReadingCheck>();
  const field = useRef<HTMLInputElement>(null);
  const sent = useRef("");
  const pending = held ?? (!busy && proposal?.check.kind === "reading" ? proposal.check : undefined);
  const understood = useMemo(
    () =>
      text.trim() === ""
        ? undefined
        : understand(text, { unit, state, pending, defaultState: held?.setup.state ?? saidState, twin }),
    [unit, text, pending, held, state, saidState, twin],
  );
  const typedCheck = understood?.body?.check;
  // A number alone answers the card, in the card's state.
  const isOwn =
    typedCheck?.kind === "reading" && !/^[-+−–]?(?:[\d.,]|ol\b)/iu.test(text.trim())
      ? typedCheck.setup
      : undefined;
  const question = useQuestion(
    understood?.problem === undefined && !twin ? understood?.body : undefined,
    events,
    ask,
  );
  const completions = useMemo(() => completionsOf(unit, text), [unit, text]);
  // A look at the dead unit is answered once it is dead; the card says so and offers it.
  const allowed = proposal?.needs === undefined || proposal.needs === state.band;
  const onward = last && sameInNextState(unit, state, last);

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
    const typed = text.slice(0, 200);
    const problem = onEnter(
      twin && body.check.kind === "reading" && body.result.kind === "value"
        ? { type: "twin", check: body.check, result: body.result, typed }
        : { ...body, typed },
    );
    if (problem) return setSaid(problem);
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
  const problem =
    understood?.problem ??
    (tried && !understood ? "There is no value yet. Type what the meter shows, for example 24.6 or OL." : "");
  const urgent = problem !== "" && (tried || understood?.misplaced);

  return (
    <section
      aria-label="Enter a finding"
      // With the big keys out it would cover half a phone's screen, and with it the card it answers.
      className={`no-print -mt-[1.5px] border-y-[1.5px] border-ink bg-here-soft px-4 py-1.5 xl:py-2 ${pad ? "" : "xl:sticky xl:bottom-0"}`}
    >
      {!held && proposal && proposal.check.kind !== "reading" && allowed && (
        <div className={asking ? "" : "max-xl:hidden"}>
          <YesNo
            unit={unit}
            check={proposal.check}
            busy={busy}
            onEnter={onEnter}
            onSaid={setSaid}
            onTaken={setTaken}
          />
        </div>
      )}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          submit();
        }}
      >
        <div className="flex flex-wrap items-center justify-between gap-x-3">
          <label htmlFor="finding-line" className="flex items-center gap-2 text-[0.9375rem]">
            {held
              ? `${checkText(unit, held)}, ${setupText(unit, held)}`
              : proposal?.check.kind === "reading"
                ? "What does it read?"
                : "Or a reading of your own"}{" "}
            <Key name="e" />
          </label>
          <span className="flex items-center">
            {held && (
              <Button look="quiet" className="px-2!" onClick={() => setHeld(undefined)}>
                Stop stepping
              </Button>
            )}
            <label className="flex min-h-11 items-center gap-2 px-2 text-[0.9375rem]">
              <input
                type="checkbox"
                className="size-5 accent-here"
                checked={twin}
                onChange={(e) => setTwin(e.target.checked)}
              />
              <span>
                <span className="max-sm:sr-only">on the </span>known-good unit
              </span>
            </label>
            <Button
              look="quiet"
              className="px-2!"
              aria-pressed={pad}
              aria-label={pad ? "Put the big keys away" : "Show big keys"}
              onClick={() => setPad(!pad)}
            >
              <Grid3x3 size={22} aria-hidden />
            </Button>
          </span>
        </div>
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
            // With the big keys out, the screen's own keyboard stays away.
            inputMode={pad ? "none" : undefined}
            maxLength={200}
            value={text}
            aria-describedby="finding-echo"
            aria-invalid={tried && problem !== "" ? true : undefined}
            onChange={(e) => write(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === "Escape") field.current?.blur();
            }}
          />
          <button type="submit" className="min-h-12 bg-here px-5 text-lg font-bold text-on-here">
            Record
          </button>
        </div>
        {isOwn && (
          <UnitStands
            unit={unit}
            state={state}
            setup={isOwn}
            onState={setSaidState}
            onBack={(lift) => write(`${text.trim()} ${lift} back`)}
          />
        )}
        {completions.length > 0 && (
          <p data-testid="completions" className="flex flex-wrap gap-1.5 pt-1.5">
            {completions.map((name) => (
              <button
                key={name}
                type="button"
                className="reading min-h-11 min-w-11 border-[1.5px] border-here bg-field px-2.5 text-[0.9375rem]"
                onClick={() => {
                  write(`${text.replace(/\S+$/u, "")}${name} `);
                  field.current?.focus();
                }}
              >
                {name}
              </button>
            ))}
          </p>
        )}
        <div className="flex flex-wrap items-center gap-x-3">
          <p
            id="finding-echo"
            aria-live="polite"
            className={`min-h-6 min-w-0 grow pt-1 text-[0.9375rem] ${urgent ? "font-semibold text-hazard" : "text-here"}`}
          >
            {urgent
              ? problem
              : (understood?.echo ?? (taken ? `${unsent ? "Waiting to be sent" : "Saved"}: ${taken}` : said))}
          </p>
          {taken !== "" && (
            <span className="flex flex-wrap gap-2 pt-1">
              {onward && !held && (
                <Button
                  className="px-3! text-sm"
                  onClick={() => {
                    setHeld(onward);
                    setTaken("");
                    field.current?.focus();
                  }}
                >
                  Same pair, {setupText(unit, onward)}
                </Button>
              )}
              <Button
                className="px-3! text-sm"
                hotkey="u"
                onClick={() => {
                  onUndo();
                  setTaken("");
                  setHeld(undefined);
                }}
              >
                Undo
              </Button>
            </span>
          )}
        </div>
        {question && (
          <p
            data-testid="question"
            aria-live="polite"
            className="mb-1 border-l-4 border-hazard bg-hazard-soft px-2 py-1 text-[0.9375rem]"
          >
            {question} It can be recorded all the same.
          </p>
        )}
        {(understood?.unclear?.code === "unknown-look" || understood?.unclear?.code === "unsteady") && (
          <Button
            onClick={() => {
              const refused = onEnter({ type: "note", text: text.trim() });
              setSaid(refused ?? `Kept as a note: ${text.trim()}`);
              if (!refused) setText("");
            }}
          >
            Keep it as a note
          </Button>
        )}
        {understood?.wants && (
          <Button onClick={() => onPower(understood.wants!)}>
            {understood.wants === "live" ? "Go live" : "Make dead and prove"}
          </Button>
        )}
        {pad && <EntryPad text={text} onText={write} onRecord={submit} />}
      </form>
    </section>
  );
}

/** Where a reading of one's own is taken: the state, changed with one tap, and the plugs that are off. */
function UnitStands({
  unit,
  state,
  setup,
  onState,
  onBack,
}: {
  unit: UnitModel;
  state: JobState;
  setup: ReadingCheck["setup"];
  onState: (id: string) => void;
  onBack: (lift: string) => void;
}) {
  const power = unit.states.find((s) => s.id === setup.state)?.power;
  const states = unit.states.filter((s) => s.power === power);
  return (
    <p className="flex flex-wrap items-center gap-2 pt-1.5 text-[0.9375rem]">
      <label className="flex items-center gap-2">
        The unit is in
        <select
          className="min-h-11 max-w-56 border-[1.5px] border-here px-2 font-semibold"
          value={setup.state}
          onChange={(e) => onState(e.target.value)}
        >
          {states.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
              {s.id === state.situation.state ? " (measured last)" : ""}
            </option>
          ))}
        </select>
      </label>
      {setup.lifts.map((lift) => (
        <Button key={lift} className="px-3! text-sm" onClick={() => onBack(lift)}>
          {liftOf(unit, lift)?.name ?? lift}: it is back on
        </Button>
      ))}
    </p>
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

import { useRef } from "react";
import { useKept } from "../../ui/useKept.ts";
import { Button } from "../../ui/Button.tsx";
import { EntryPad } from "./EntryPad.tsx";
import { LineEcho } from "./LineEcho.tsx";
import { LineHead } from "./LineHead.tsx";
import { UnitStands } from "./UnitStands.tsx";
import { useFindingLine, type FindingLine, type FindingLineProps } from "./useFindingLine.ts";
import { YesNo } from "./YesNo.tsx";
import { useAlive } from "../../ui/useAlive.ts";

interface Props extends FindingLineProps {
  /** Something of this page has not reached the server yet. */
  unsent: boolean;
  /** The card with its question is in sight; without it a small screen offers no answers to it. */
  asking: boolean;
  /** Takes back what was recorded last. */
  onUndo: () => void;
  onPower: (to: "live" | "dead") => void;
}

/** One line in which a finding is written down, with an echo of what was understood. Yes and no for a question. */
export function FindingEntry(props: Props) {
  const { unit, proposal, state, busy, unsent, asking, begun = "", onEnter, onUndo, onPower } = props;
  const line = useFindingLine(props);
  const [pad, setPad] = useKept("entry-pad", false);
  const field = useRef<HTMLInputElement>(null);
  const focus = () => field.current?.focus();
  // A look at the dead unit is answered once it is dead; the card says so and offers it.
  const allowed = proposal?.needs === undefined || proposal.needs === state.band;
  return (
    <section
      aria-label="Enter a finding"
      // With the big keys out it would cover half a phone's screen, and with it the card it answers.
      className={`no-print -mt-[1.5px] border-y-[1.5px] border-ink bg-here-soft px-4 py-1.5 xl:py-2 ${pad ? "" : "xl:sticky xl:bottom-0"}`}
    >
      {!line.held && proposal && proposal.check.kind !== "reading" && allowed && (
        <div className={asking ? "" : "max-xl:hidden"}>
          <YesNo
            unit={unit}
            check={proposal.check}
            busy={busy}
            onEnter={onEnter}
            onSaid={line.setSaid}
            onTaken={line.setTaken}
          />
        </div>
      )}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          line.submit();
        }}
      >
        <LineHead unit={unit} proposal={proposal} line={line} pad={pad} onPad={setPad} />
        <LineField line={line} field={field} pad={pad} focused={begun !== ""} />
        {line.own && (
          <UnitStands
            unit={unit}
            state={state}
            setup={line.own}
            onState={line.setSaidState}
            onBack={(lift) => line.write(`${line.text.trim()} ${lift} back`)}
          />
        )}
        <Completions line={line} onFocus={focus} />
        <LineEcho unit={unit} line={line} unsent={unsent} onUndo={onUndo} onFocus={focus} />
        <AfterLine line={line} onPower={onPower} />
        {pad && <EntryPad text={line.text} onText={line.write} onRecord={line.submit} />}
      </form>
    </section>
  );
}

function LineField({
  line,
  field,
  pad,
  focused,
}: {
  line: FindingLine;
  field: React.RefObject<HTMLInputElement | null>;
  pad: boolean;
  focused: boolean;
}) {
  const alive = useAlive();
  return (
    <div className="flex border-2 border-here bg-field has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-here">
      <input
        id="finding-line"
        ref={field}
        className="reading min-h-12 min-w-0 grow bg-transparent px-3 text-2xl font-medium outline-none placeholder:text-base"
        placeholder="230.4, or P4.3 to N 118"
        autoFocus={focused}
        autoComplete="off"
        autoCapitalize="off"
        spellCheck={false}
        // With the big keys out, the screen's own keyboard stays away.
        inputMode={pad ? "none" : undefined}
        maxLength={200}
        value={line.text}
        // What is typed before the page is alive would be lost.
        readOnly={!alive}
        aria-describedby="finding-echo"
        aria-invalid={line.invalid ? true : undefined}
        onChange={(e) => line.write(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === "Escape") field.current?.blur();
        }}
      />
      <button type="submit" className="min-h-12 bg-here px-5 text-lg font-bold text-on-here">
        Record
      </button>
    </div>
  );
}

/** Points that the name begun may mean: a tap completes it. */
function Completions({
  line: { completions, text, write },
  onFocus,
}: {
  line: FindingLine;
  onFocus: () => void;
}) {
  if (completions.length === 0) return null;
  return (
    <p data-testid="completions" className="flex flex-wrap gap-1.5 pt-1.5">
      {completions.map((name) => (
        <button
          key={name}
          type="button"
          className="reading min-h-11 min-w-11 border-[1.5px] border-here bg-field px-2.5 text-[0.9375rem]"
          onClick={() => {
            write(`${text.replace(/\S+$/u, "")}${name} `);
            onFocus();
          }}
        >
          {name}
        </button>
      ))}
    </p>
  );
}

/** What the line asks back, and what else can be done with it. */
function AfterLine({
  line: { question, understood, keepAsNote },
  onPower,
}: {
  line: FindingLine;
  onPower: (to: "live" | "dead") => void;
}) {
  const wants = understood?.wants;
  const unclear = understood?.unclear?.code;
  return (
    <>
      {question && (
        <p
          data-testid="question"
          aria-live="polite"
          className="mb-1 border-l-4 border-hazard bg-hazard-soft px-2 py-1 text-[0.9375rem]"
        >
          {question} It can be recorded all the same.
        </p>
      )}
      {(unclear === "unknown-look" || unclear === "unsteady") && (
        <Button onClick={keepAsNote}>Keep it as a note</Button>
      )}
      {wants && (
        <Button onClick={() => onPower(wants)}>{wants === "live" ? "Go live" : "Make dead and prove"}</Button>
      )}
    </>
  );
}

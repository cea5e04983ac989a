import { useEffect, useRef, useState, type ReactNode } from "react";
import type { ObservationCheck, ReadingCheck } from "#core/diagnosis/index.ts";
import { storeValue, type EventBody, type JobState } from "#core/job/index.ts";
import type { Language } from "#core/language/index.ts";
import { valueText, type ProposalView } from "#core/view/index.ts";
import { typedIn } from "../../language/tongue.ts";
import { Button } from "../../ui/Button.tsx";
import { Dialog } from "../../ui/Dialog.tsx";
import { useKept } from "../../ui/useKept.ts";
import { SerialChoice } from "./SerialChoice.tsx";
import { speak } from "./speak.ts";
import { useMeter } from "./useMeter.ts";
import { useMeterChoice } from "./useMeterChoice.ts";
import { useSpokenWord } from "./useSpokenWord.ts";

/** Keys that are not a confirmation: they move, leave, or belong to the browser. */
const NOT_A_PEDAL = ["Escape", "Tab", "Shift", "Control", "Alt", "Meta"];

interface Props {
  proposal: ProposalView | undefined;
  state: JobState;
  /** The card is being worked out. */
  busy: boolean;
  onEnter: (body: EventBody) => boolean;
  onPower: (to: "live" | "dead") => void;
  onClose: () => void;
}

const readingEntry = ({ setup, fn, red, black }: ReadingCheck, value: number): EventBody => ({
  type: "finding",
  check: { kind: "reading", setup: { state: setup.state, lifts: [...setup.lifts] }, fn, red, black },
  result: { kind: "value", value: storeValue(value) },
});

const answerEntry = ({ observation }: ObservationCheck, seen: boolean): EventBody => ({
  type: "finding",
  check: { kind: "observation", observation },
  result: { kind: "seen", seen },
});

/** The next check in type that is read at two metres; the meter's reading comes by itself and is taken with any key or pedal. */
export function HandsBusy({ proposal, state, busy, onEnter, onPower, onClose }: Props) {
  const choice = useMeterChoice();
  const [aloud, setAloud] = useKept("hands.aloud", false);
  const [listens, setListens] = useState(false);
  const check = proposal?.check;
  const reading = check?.kind === "reading" ? check : undefined;
  const needs = proposal?.needs;
  const isAllowed = needs === undefined || state.band === needs;
  const { shows, held, isBefore, trouble } = useMeter(
    choice.meter,
    isAllowed && !busy ? reading?.fn : undefined,
    check?.id,
  );
  const text = (value: number) => (reading ? valueText(reading.fn, value) : "");
  const textOf = (value: number | undefined) => (value === undefined ? undefined : text(value));

  const take = (value: number | undefined) => {
    if (!reading || value === undefined || busy || !onEnter(readingEntry(reading, value))) return;
    if (aloud) speak(`Taken: ${text(value)}.`);
  };
  const answer = (seen: boolean) => {
    if (check?.kind === "observation" && !busy) onEnter(answerEntry(check, seen));
  };
  const isLook = check?.kind === "observation";
  usePedal(isLook, answer, () => take(held));
  const deaf = useSpokenWord(TAKE_WORDS[typedIn().language ?? "en"], listens && held !== undefined, () =>
    take(held),
  );
  // The focus stays here when the button that had it has gone with its check.
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => place.current?.focus(), [check?.id]);
  useReadOut(aloud, check?.id, proposal && !busy ? `${proposal.title}. ${proposal.dial}.` : undefined);
  useReadOut(aloud, held, textOf(held));

  return (
    <Dialog title="Hands busy" onClose={onClose}>
      <div
        data-testid="hands"
        data-check={check?.id}
        className="flex flex-col gap-4 outline-none"
        ref={place}
        tabIndex={-1}
      >
        {!proposal || busy ? (
          <p role="status" className="text-4xl font-bold">
            {busy ? "Working out what comes next…" : "Nothing more to measure."}
          </p>
        ) : (
          <Card proposal={proposal}>
            {!isAllowed && needs ? (
              <Button look="main" className="text-2xl!" onClick={() => onPower(needs)}>
                {needs === "live" ? "Needs it live" : "Needs it dead and proven"}
              </Button>
            ) : reading ? (
              <Reading
                shows={textOf(shows)}
                held={textOf(held)}
                isBefore={isBefore === true}
                trouble={choice.none ? NO_METER : trouble}
                onTake={() => take(held ?? shows)}
              />
            ) : isLook ? (
              <YesOrNo onAnswer={answer} />
            ) : (
              <p className="text-2xl">
                This one is tried, not measured: close this page and enter what it does.
              </p>
            )}
          </Card>
        )}
        <Choices choice={choice} aloud={aloud} onAloud={setAloud} listens={listens} onListens={setListens}>
          <Button onClick={onClose}>Close</Button>
        </Choices>
        {listens && deaf !== undefined && <p role="status">{deaf}</p>}
        <SerialChoice serial={choice.serial} />
      </div>
    </Dialog>
  );
}

/** Whatever has the focus, a pedal is heard; only what a control does with a key of its own goes before. */
function usePedal(isLook: boolean, onAnswer: (seen: boolean) => void, onTake: () => void): void {
  useEffect(() => {
    const heard = (e: KeyboardEvent) => {
      const { target, key } = e;
      if (target instanceof HTMLSelectElement || NOT_A_PEDAL.includes(key) || e.repeat) return;
      const isPressed = key === "Enter" || key === " ";
      if (isPressed && (target instanceof HTMLButtonElement || target instanceof HTMLInputElement)) return;
      e.preventDefault();
      if (!isLook) onTake();
      else if (key === "y" || key === "n") onAnswer(key === "y");
    };
    window.addEventListener("keydown", heard);
    return () => window.removeEventListener("keydown", heard);
  });
}

/** Says a sentence when what it is about has changed, not when its words have. */
function useReadOut(aloud: boolean, about: string | number | undefined, sentence: string | undefined): void {
  useEffect(() => {
    if (aloud && sentence !== undefined) speak(sentence);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [about, aloud]);
}

/** What to do, where, and what to beware of. */
function Card({ proposal, children }: { proposal: ProposalView; children: ReactNode }) {
  return (
    <>
      <p className="text-4xl leading-tight font-bold sm:text-5xl">{proposal.title}</p>
      <p className="text-2xl">
        <span className="bg-ink px-2 font-semibold text-sheet">{proposal.dial}</span> {proposal.setup}
      </p>
      {proposal.cautions.map((c) => (
        <p key={c.text} className="border-l-4 border-hazard bg-hazard-soft px-3 py-1 text-xl">
          {c.text}
        </p>
      ))}
      {children}
    </>
  );
}

function YesOrNo({ onAnswer }: { onAnswer: (seen: boolean) => void }) {
  return (
    <span className="grid grid-cols-2 gap-3">
      <Button className="min-h-20 text-2xl!" onClick={() => onAnswer(true)} hotkey="y">
        Yes
      </Button>
      <Button className="min-h-20 text-2xl!" onClick={() => onAnswer(false)} hotkey="n">
        No
      </Button>
    </span>
  );
}

function Choices({
  choice,
  aloud,
  onAloud,
  listens,
  onListens,
  children,
}: {
  choice: ReturnType<typeof useMeterChoice>;
  aloud: boolean;
  onAloud: (on: boolean) => void;
  listens: boolean;
  onListens: (on: boolean) => void;
  children: ReactNode;
}) {
  return (
    <div className="flex flex-wrap items-center gap-3 border-t border-rule pt-3">
      <MeterSelect {...choice} />
      <Tick isOn={aloud} onTick={onAloud}>
        say it aloud, where this browser has a voice
      </Tick>
      <Tick isOn={listens} onTick={onListens}>
        take it when I say “take it”
      </Tick>
      {children}
    </div>
  );
}

function MeterSelect({
  meters,
  meter,
  choose,
}: Pick<ReturnType<typeof useMeterChoice>, "meters" | "meter" | "choose">) {
  if (meters.length === 0) return null;
  return (
    <label className="flex items-center gap-2">
      Meter
      <select
        className="min-h-11 border-[1.5px] border-ink bg-field px-2"
        value={meter?.id}
        onChange={(e) => choose(e.target.value)}
      >
        {meters.map((m) => (
          <option key={m.id} value={m.id}>
            {m.name}
          </option>
        ))}
      </select>
    </label>
  );
}

function Tick({
  isOn,
  onTick,
  children,
}: {
  isOn: boolean;
  onTick: (on: boolean) => void;
  children: ReactNode;
}) {
  return (
    <label className="flex min-h-11 grow items-center gap-2">
      <input
        type="checkbox"
        className="size-6 accent-here"
        checked={isOn}
        onChange={(e) => onTick(e.target.checked)}
      />
      {children}
    </label>
  );
}

const NO_METER =
  "No meter is on the list. Put one there in Settings, “Meters on the wire”, or join one on a serial port below.";
const UNREST = "Not at rest. Keep the probes still.";
const SHOWN_BEFORE = "It showed this before the check came. Lift the probes, then put them on this pair.";
/** What takes a reading that rests, when it is heard. */
const TAKE_WORDS: Readonly<Record<Language, readonly string[]>> = {
  en: ["take it", "take", "okay"],
  de: ["übernehmen", "nehmen", "okay"],
};

/** What the meter shows now, large; and how it is taken once it rests. */
function Reading({
  shows,
  held,
  isBefore,
  trouble,
  onTake,
}: {
  shows: string | undefined;
  held: string | undefined;
  isBefore: boolean;
  trouble: string | undefined;
  onTake: () => void;
}) {
  if (trouble !== undefined)
    return (
      <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-2 text-xl">
        {trouble}
      </p>
    );
  return (
    <div
      className={`border-4 p-3 ${held === undefined ? "border-dashed border-rule" : "border-here bg-here-soft"}`}
    >
      <p
        data-testid="meter-shows"
        data-held={held === undefined ? undefined : "true"}
        className="reading text-right text-[clamp(2.5rem,13vw,6rem)] leading-tight font-semibold whitespace-nowrap"
      >
        {held ?? shows ?? "…"}
      </p>
      <p className="flex flex-wrap items-center justify-between gap-3 pt-2 text-xl">
        {held !== undefined ? "It rests. Any key or pedal takes it." : isBefore ? SHOWN_BEFORE : UNREST}
        <Button
          look={held === undefined ? "plain" : "main"}
          className="text-xl!"
          disabled={held === undefined && shows === undefined}
          onClick={onTake}
        >
          {held === undefined ? "Take what it shows" : "Take it"}
        </Button>
      </p>
    </div>
  );
}

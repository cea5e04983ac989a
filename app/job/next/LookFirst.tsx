import { bandFor, isCurrent, type EventBody, type JobState } from "#core/job/index.ts";
import { answerWords } from "#core/view/index.ts";
import { observationCheck } from "#core/diagnosis/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { Button } from "../../ui/Button.tsx";

interface Props {
  unit: UnitModel;
  state: JobState;
  onEnter: (body: EventBody) => string | undefined;
  onPower: (to: "dead") => void;
}

/** Cheap looks that every unit deserves, power off. Common practice, no source. */
const GENERAL = [
  "Doors, lids, filters and jammed flaps",
  "Plugs half out, loose screws, a terminal that ran hot",
  "Scorched, bulged or cracked parts and solder joints",
  "Water tracks, corrosion, mice, dust",
] as const;

/** Looks first: the unit's own, each answered as a finding, and the general ones, noted when something is seen. */
export function LookFirst({ unit, state, onEnter, onPower }: Props) {
  const done = new Set(state.ledger.filter(isCurrent).map((e) => e.check.id));
  const looks = unit.observations.filter(
    (o) => (o.kind === "look" || o.kind === "smell") && !done.has(`see/${o.id}`),
  );
  const noted = new Set(state.notes.map((n) => n.text));
  const general = GENERAL.filter((g) => !noted.has(seenText(g)) && !noted.has(cleanText(g)));
  const left = looks.length + general.length;
  const isGated = (id: string) =>
    bandFor(unit, { kind: "observation", observation: id }) === "dead" && state.band !== "dead";
  return (
    <details data-testid="look-first" className="border-b-[1.5px] border-ink bg-sheet px-4">
      <summary className="min-h-11 cursor-pointer py-2.5 font-semibold">
        Look first <span className="text-ink-soft">· {left === 0 ? "all done" : `${left} left`}</span>
      </summary>
      {looks.some((o) => isGated(o.id)) && (
        <p className="flex flex-wrap items-center gap-x-3 gap-y-1 border-l-4 border-live bg-live-soft px-3 py-1.5">
          <span className="grow">Looks inside are taken with the unit dead and proven.</span>
          <Button onClick={() => onPower("dead")}>Make dead and prove</Button>
        </p>
      )}
      <ul className="pb-2">
        {looks.map((o) => {
          const words = answerWords(unit, observationCheck(unit, o.id));
          const answer = (seen: boolean) =>
            onEnter({
              type: "finding",
              check: { kind: "observation", observation: o.id },
              result: { kind: "seen", seen },
            });
          return (
            <Row
              key={o.id}
              text={o.question}
              yes={words.yes}
              no={words.no}
              disabled={isGated(o.id)}
              onAnswer={answer}
            />
          );
        })}
        {general.map((g) => (
          <Row
            key={g}
            text={g}
            yes="something seen"
            no="nothing"
            onAnswer={(seen) => onEnter({ type: "note", text: seen ? seenText(g) : cleanText(g) })}
          />
        ))}
      </ul>
    </details>
  );
}

const seenText = (look: string) => `Looked: ${look}. Something seen.`;
const cleanText = (look: string) => `Looked: ${look}. Nothing seen.`;

function Row({
  text,
  yes,
  no,
  disabled = false,
  onAnswer,
}: {
  text: string;
  yes: string;
  no: string;
  disabled?: boolean;
  onAnswer: (seen: boolean) => void;
}) {
  return (
    <li className="border-t border-rule-faint py-1.5">
      <span className="block pb-1">{text}</span>
      <span className="grid grid-cols-2 gap-2">
        <Button disabled={disabled} onClick={() => onAnswer(true)}>
          {yes}
        </Button>
        <Button disabled={disabled} onClick={() => onAnswer(false)}>
          {no}
        </Button>
      </span>
    </li>
  );
}

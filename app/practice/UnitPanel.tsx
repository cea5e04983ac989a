import { CircleDot, Fan, Flame, Lightbulb, Monitor, Waves, type LucideIcon } from "lucide-react";
import type { PracticeAction, Snapshot } from "#core/practice/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { Button } from "../ui/Button.tsx";

const STATE_TEXT = { well: "now", badly: "weakly", not: "not now" } as const;

/** The unit from outside: its switch, its inputs, what moves, lights and sounds, and its time. */
export function UnitPanel({
  unit,
  snapshot,
  clock,
  busy,
  onTake,
}: {
  unit: UnitModel;
  snapshot: Snapshot;
  clock: number;
  busy: boolean;
  onTake: (action: PracticeAction) => void;
}) {
  return (
    <section aria-label="The unit" className="border-2 border-ink bg-sheet">
      <div
        className={`flex flex-wrap items-center justify-between gap-3 border-b-2 border-ink px-3 py-2 ${snapshot.isOn ? "band-live" : "band-unproven"}`}
      >
        <span className="bg-sheet px-2 text-lg font-bold">{snapshot.isOn ? "POWER ON" : "POWER OFF"}</span>
        <span className="bg-sheet px-2">
          Code{" "}
          <span className="reading text-xl font-semibold" data-testid="code">
            {snapshot.code ?? "none"}
          </span>
        </span>
        <span className="reading bg-sheet px-2" aria-label="Unit's clock">
          {clockText(clock)}
        </span>
        <Button
          look={snapshot.isOn ? "hazard" : "main"}
          disabled={busy}
          onClick={() => onTake({ do: "power", on: !snapshot.isOn })}
        >
          {snapshot.isOn ? "Switch off and lock" : "Switch on"}
        </Button>
      </div>
      <SeenAndHeard unit={unit} works={snapshot.works} />
      <Inputs unit={unit} inputs={snapshot.inputs} busy={busy} onTake={onTake} />
      <div className="flex flex-wrap items-center gap-2 border-t border-rule p-3">
        <span className="text-ink-soft">Let it run on</span>
        {(
          [
            [10, "10 s"],
            [60, "1 min"],
            [300, "5 min"],
          ] as const
        ).map(([seconds, text]) => (
          <Button key={seconds} disabled={busy} onClick={() => onTake({ do: "skip", seconds })}>
            {text}
          </Button>
        ))}
      </div>
    </section>
  );
}

function SeenAndHeard({ unit, works }: { unit: UnitModel; works: Snapshot["works"] }) {
  const seen = unit.observations.filter((o) => o.id in works);
  return (
    <ul className="grid grid-cols-2 sm:grid-cols-3" aria-label="What is seen and heard">
      {seen.map((o) => {
        const state = works[o.id]!;
        const Icon = iconOf(unit, o.part);
        return (
          <li
            key={o.id}
            className={`flex items-center gap-2 border-r border-b border-rule-faint px-2 py-2 ${state === "not" ? "bg-sheet text-ink-soft" : "bg-here-soft"}`}
          >
            <Icon
              aria-hidden
              size={26}
              strokeWidth={state === "not" ? 1.2 : 2.2}
              className={state === "not" ? "" : "motion-safe:animate-pulse"}
            />
            <span className="min-w-0 leading-tight">
              <span className={state === "not" ? "" : "font-semibold"}>{o.yes}</span>
              <span className="block text-sm">{STATE_TEXT[state]}</span>
            </span>
          </li>
        );
      })}
    </ul>
  );
}

/** What a hand can set on it: doors, levels, buttons. */
function Inputs({
  unit,
  inputs,
  busy,
  onTake,
}: {
  unit: UnitModel;
  inputs: Snapshot["inputs"];
  busy: boolean;
  onTake: (action: PracticeAction) => void;
}) {
  return (
    <div className="grid gap-2 border-t border-rule p-3 sm:grid-cols-2">
      {unit.sequence?.environment.map((input) => (
        <label key={input.id} className="flex flex-col text-[0.9375rem] font-semibold">
          {input.name}
          <select
            className="min-h-11 border-[1.5px] border-ink bg-field px-2"
            value={inputs[input.id]}
            disabled={busy}
            onChange={(e) => onTake({ do: "set", input: input.id, to: e.target.value })}
          >
            {input.settings.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  );
}

/** By what the part's kind does. */
const ICONS: Readonly<Record<string, LucideIcon>> = {
  lamp: Lightbulb,
  "led-display": Monitor,
  heater: Flame,
  igniter: Flame,
  "gas-valve": Flame,
  solenoid: Waves,
  motor: Fan,
  "dc-motor": Fan,
  "split-winding-motor": Fan,
  "three-phase-motor": Fan,
};

function iconOf(unit: UnitModel, part: string | undefined): LucideIcon {
  return ICONS[unit.parts.find((p) => p.id === part)?.type ?? ""] ?? CircleDot;
}

function clockText(seconds: number): string {
  const whole = Math.floor(seconds);
  return `${String(Math.floor(whole / 60)).padStart(2, "0")}:${String(whole % 60).padStart(2, "0")}`;
}

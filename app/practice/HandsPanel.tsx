import { useState } from "react";
import type { PracticeAction, Snapshot } from "#core/practice/index.ts";
import { showPoint } from "#core/entry/index.ts";
import { CATALOGUE, type UnitModel } from "#core/unit/index.ts";
import { Button } from "../ui/Button.tsx";
import { PointChoice } from "./MeterPanel.tsx";

interface Props {
  unit: UnitModel;
  snapshot: Snapshot;
  busy: boolean;
  onTake: (action: PracticeAction) => void;
}

/** What is done without the meter: a look, a plug, a jumper, a part tried. */
export function HandsPanel(props: Props) {
  const { unit, busy, onTake } = props;
  const works = unit.parts.filter((p) => CATALOGUE.get(p.type)?.work);
  const protective = unit.parts.filter((p) => CATALOGUE.get(p.type)?.protective);
  return (
    <section aria-label="Hands, eyes and ears" className="grid border-2 border-ink bg-sheet sm:grid-cols-2">
      <Chosen
        label="Look, listen, smell"
        act="Look"
        options={unit.observations.map((o) => [o.id, o.question])}
        busy={busy}
        onTake={(observation) => onTake({ do: "look", observation })}
      />
      <div className="flex flex-wrap items-end gap-2 border-t border-rule-faint p-2">
        <Button disabled={busy} onClick={() => onTake({ do: "provoke", how: "wiggle" })}>
          Move the looms
        </Button>
        <Button disabled={busy} onClick={() => onTake({ do: "provoke", how: "heat" })}>
          Warm the board
        </Button>
      </div>
      <Leads {...props} />
      <Jumpers {...props} />
      {works.length > 0 && (
        <Chosen
          label="Feed a load by itself"
          act="Feed it"
          options={works.map((p) => [p.id, p.name])}
          busy={busy}
          onTake={(part) => onTake({ do: "feed", part })}
        />
      )}
      {protective.length > 0 && (
        <Chosen
          label="Reset or renew what protects"
          act="Reset"
          options={protective.map((p) => [p.id, p.name])}
          busy={busy}
          onTake={(part) => onTake({ do: "reset", part })}
        />
      )}
      <Chosen
        label="Fit a good one to see"
        act="Fit it"
        options={unit.items.map((i) => [i.id, i.name])}
        busy={busy}
        onTake={(item) => onTake({ do: "swap", item })}
      />
    </section>
  );
}

/** A list and what is done to the one chosen of it. */
export function Chosen({
  label,
  act,
  options,
  busy,
  main = false,
  onTake,
}: {
  label: string;
  act: string;
  options: readonly (readonly [string, string])[];
  busy: boolean;
  main?: boolean;
  onTake: (id: string) => void;
}) {
  const [chosen, setChosen] = useState("");
  return (
    <form
      className="flex flex-wrap items-end gap-2 border-t border-rule-faint p-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (chosen !== "") onTake(chosen);
      }}
    >
      <label className="flex min-w-0 grow flex-col text-[0.9375rem] font-semibold">
        {label}
        <select
          className="min-h-11 w-full min-w-0 border-[1.5px] border-ink bg-field px-2 font-normal"
          value={chosen}
          onChange={(e) => setChosen(e.target.value)}
        >
          <option value="">choose</option>
          {options.map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <Button type="submit" look={main ? "main" : "plain"} disabled={busy || chosen === ""}>
        {act}
      </Button>
    </form>
  );
}

/** Plugs and leads: which are off, and one more. */
function Leads({ unit, snapshot, busy, onTake }: Props) {
  const { lifts } = snapshot;
  return (
    <>
      <Chosen
        label="Take a plug or lead off"
        act="Take off"
        options={unit.lifts.filter((l) => !lifts.includes(l.id)).map((l) => [l.id, l.name])}
        busy={busy}
        onTake={(lift) => onTake({ do: "lift", lift, off: true })}
      />
      {lifts.map((lift) => (
        <p key={lift} className="flex items-center justify-between gap-2 border-l-4 border-live px-2">
          {unit.lifts.find((l) => l.id === lift)?.name ?? lift}: off
          <Button disabled={busy} onClick={() => onTake({ do: "lift", lift, off: false })}>
            Back on
          </Button>
        </p>
      ))}
    </>
  );
}

function Jumpers({ unit, snapshot, busy, onTake }: Props) {
  const [from, setFrom] = useState("");
  const [to, setTo] = useState("");
  return (
    <>
      <fieldset className="flex flex-wrap items-end gap-2 border-t border-rule-faint p-2 sm:col-span-2 sm:flex-nowrap">
        <legend className="float-left w-full text-[0.9375rem] font-semibold sm:w-auto sm:shrink-0 sm:self-center">
          Jumper lead
        </legend>
        <PointChoice unit={unit} label="From" value={from} onChange={setFrom} />
        <PointChoice unit={unit} label="To" value={to} onChange={setTo} />
        <Button
          className="shrink-0"
          disabled={busy || from === "" || to === "" || from === to}
          onClick={() => onTake({ do: "jumper", from, to, on: true })}
        >
          Fit it
        </Button>
      </fieldset>
      {snapshot.jumpers.map((j) => (
        <p
          key={`${j.from} ${j.to}`}
          className="flex items-center justify-between gap-2 border-l-4 border-hazard px-2"
        >
          Jumper {showPoint(j.from)} to {showPoint(j.to)}
          <Button disabled={busy} onClick={() => onTake({ do: "jumper", from: j.from, to: j.to, on: false })}>
            Take it off
          </Button>
        </p>
      ))}
    </>
  );
}

import { useState } from "react";
import { useRevalidator } from "react-router";
import { parseQuantity } from "#core/quantity/index.ts";
import { showPoint } from "#core/entry/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { useTracedView } from "../trace/useTracedView.ts";
import { Button } from "../ui/Button.tsx";
import { Field, inputClass } from "../ui/Field.tsx";
import { keepOwnValue } from "./keepOwnValue.ts";

/** What of a unit nobody knew: which single value would help most, what was measured since, and a reading that tells one more. */
export function OwnValues({ unit }: { unit: UnitModel }) {
  const unknown = unit.parts.filter((p) => p.spread !== undefined);
  const [source] = useState({ unit });
  const { worth, first } = useTracedView(unknown.length > 0 ? source : undefined);
  return (
    <div className="flex flex-col gap-3">
      {unknown.length > 0 ? (
        <>
          <p>
            Nobody knew the values of {unknown.map((p) => showPoint(p.id)).join(", ")}: what they are taken to
            be may lie far off, and readings are expected in so wide a band.
          </p>
          <p role="status" className="empty:hidden">
            {worth ?? (first ? "" : "Calculating which of them would help most …")}
          </p>
          <SoundReadingForm unit={unit} />
        </>
      ) : (
        <p>Every value of this unit is known.</p>
      )}
      {unit.measured && unit.measured.length > 0 && (
        <ul aria-label="Measured since">
          {unit.measured.map((m) => (
            <li key={`${m.part} ${m.parameter}`} className="border-t border-rule-faint py-1">
              <span className="font-bold">{showPoint(m.part)}</span> measured
              {m.said === "" ? "" : `: ${m.said}`}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** The point that was typed, however it is written. */
function pointOf(unit: UnitModel, typed: string): string | undefined {
  const name = typed.trim().replaceAll("·", ".").toLowerCase();
  return unit.points.find((p) => p.id.toLowerCase() === name)?.id;
}

/** A reading taken on a sound unit of the kind, dead and proven. */
function SoundReadingForm({ unit }: { unit: UnitModel }) {
  const { revalidate } = useRevalidator();
  const [red, setRed] = useState("");
  const [black, setBlack] = useState("");
  const [typed, setTyped] = useState("");
  const [busy, setBusy] = useState(false);
  const [heard, setHeard] = useState<{ readonly kept: boolean; readonly said: string }>();
  const dead = unit.states.find((s) => s.power === "dead");
  if (!dead) return null;
  const keep = async () => {
    const [a, b, read] = [pointOf(unit, red), pointOf(unit, black), parseQuantity(typed)];
    const refuse = (said: string) => setHeard({ kept: false, said });
    if (!a || !b) return refuse(`This unit has no point “${a ? black : red}”. Choose one of the list.`);
    if (!read.ok || !Number.isFinite(read.quantity.value))
      return refuse(`“${typed}” is no reading in ohms. Write it like 26.4 or 4k7.`);
    setBusy(true);
    const answer = await keepOwnValue(unit.id, {
      state: dead.id,
      fn: "ohm",
      red: a,
      black: b,
      value: read.quantity.value,
    });
    setBusy(false);
    setHeard(answer);
    if (answer.kept) {
      setTyped("");
      void revalidate();
    }
  };
  const input = (label: string, value: string, set: (v: string) => void, list?: string) => (
    <Field label={label}>
      {(aria) => (
        <input
          {...aria}
          className={inputClass}
          value={value}
          list={list}
          autoComplete="off"
          onChange={(e) => set(e.target.value)}
        />
      )}
    </Field>
  );
  return (
    <form
      className="grid items-end gap-3 sm:grid-cols-[1fr_1fr_1fr_auto]"
      onSubmit={(e) => {
        e.preventDefault();
        if (!busy) void keep();
      }}
    >
      <datalist id="unit-points">
        {unit.points.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </datalist>
      {input("Ohms on a good one, from", red, setRed, "unit-points")}
      {input("to", black, setBlack, "unit-points")}
      {input("reads", typed, setTyped)}
      <Button type="submit" aria-disabled={busy}>
        {busy ? "Keeping…" : "Keep it"}
      </Button>
      <p className="text-[0.9375rem] text-ink-soft sm:col-span-full">
        Dead, proven dead, and with the part alone between the probes: lift one of its leads.
      </p>
      <p
        role="status"
        className={`empty:hidden sm:col-span-full ${heard?.kept ? "" : "border-l-4 border-hazard bg-hazard-soft px-3 py-1"}`}
      >
        {heard?.said}
      </p>
    </form>
  );
}

import { wrap } from "comlink";
import { useState } from "react";
import type { PartSaid, VoltsCondition } from "#core/sequence/index.ts";
import { CATALOGUE } from "#core/unit/index.ts";
import { parseQuantity } from "#core/quantity/index.ts";
import { recordsOf, SECTIONS, type Json } from "#core/workshop/index.ts";
import type { WorkshopWorker } from "../workers/workshopProtocol.ts";
import { Button } from "../ui/Button.tsx";
import { Field, inputClass } from "../ui/Field.tsx";

/** What can be said of a part, as one chooses it. */
type Said = "closed" | "open" | "below" | "above";
const SAID: readonly (readonly [Said, string])[] = [
  ["closed", "is closed"],
  ["open", "is open"],
  ["below", "reads below"],
  ["above", "reads above"],
];

/** A record of the file with a text under `id`. */
const idOf = ({ record }: { readonly record: Json }) =>
  typeof record["id"] === "string" ? record["id"] : "";
const section = (id: string) => SECTIONS.find((s) => s.id === id)!;

/** What a switch or a sensor must do, said as one says it; the volts that tell it are worked out from the circuit. */
export function ConditionFrom({ file, onFound }: { file: Json; onFound: (found: VoltsCondition) => void }) {
  const parts = recordsOf(file, section("parts")).flatMap((entry) => {
    const follows = CATALOGUE.get(String(entry.record["type"]))?.follows;
    return follows && idOf(entry) !== "" ? [{ id: idOf(entry), follows }] : [];
  });
  const states = recordsOf(file, section("states")).filter((s) => s.record["power"] === "live");
  const [chosen, setPart] = useState("");
  const [state, setState] = useState("");
  const [said, setSaid] = useState<Said>("closed");
  const [degrees, setDegrees] = useState("60");
  const [busy, setBusy] = useState(false);
  const [heard, setHeard] = useState("");
  const part = parts.find((p) => p.id === chosen) ?? parts[0];
  if (!part || states.length === 0) return null;
  const words = SAID.filter(
    ([word]) => (word === "closed" || word === "open") === (part.follows === "position"),
  );
  const word = words.find(([w]) => w === said)?.[0] ?? words[0]![0];
  const workOut = async () => {
    const read = parseQuantity(degrees);
    if (part.follows === "celsius" && !(read.ok && Number.isFinite(read.quantity.value)))
      return setHeard(`“${degrees}” is no temperature. Write it like 60.`);
    const what: PartSaid =
      word === "closed" || word === "open"
        ? { position: word }
        : { celsius: read.ok ? read.quantity.value : 0, side: word };
    setBusy(true);
    const thread = new Worker(new URL("../workers/workshop.worker.ts", import.meta.url), { type: "module" });
    try {
      const found = await wrap<WorkshopWorker>(thread).condition(
        file,
        state === "" ? idOf(states[0]!) : state,
        part.id,
        what,
      );
      if (typeof found === "string") setHeard(found);
      else {
        setHeard(
          `${found.min} to ${found.max} V ${found.domain.toUpperCase()} from ${found.from} to ${found.to}.`,
        );
        onFound(found);
      }
    } catch (error) {
      setHeard(error instanceof Error ? error.message : String(error));
    } finally {
      thread.terminate();
      setBusy(false);
    }
  };
  return (
    <section aria-label="From a switch or a sensor" className="flex flex-col gap-2 border-t border-rule pt-3">
      <h3 className="font-bold">From a switch or a sensor</h3>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(9rem,1fr))] items-end gap-3">
        <Field label="Part">
          {(aria) => (
            <select
              {...aria}
              className={inputClass}
              value={part.id}
              onChange={(e) => setPart(e.target.value)}
            >
              {parts.map((p) => (
                <option key={p.id}>{p.id}</option>
              ))}
            </select>
          )}
        </Field>
        <Field label="That it">
          {(aria) => (
            <select
              {...aria}
              className={inputClass}
              value={word}
              onChange={(e) => setSaid(e.target.value as Said)}
            >
              {words.map(([w, text]) => (
                <option key={w} value={w}>
                  {text}
                </option>
              ))}
            </select>
          )}
        </Field>
        {part.follows === "celsius" && (
          <Field label="°C">
            {(aria) => (
              <input
                {...aria}
                inputMode="decimal"
                className={inputClass}
                value={degrees}
                onChange={(e) => setDegrees(e.target.value)}
              />
            )}
          </Field>
        )}
        <Field label="Looked at in">
          {(aria) => (
            <select {...aria} className={inputClass} value={state} onChange={(e) => setState(e.target.value)}>
              {states.map((s) => (
                <option key={idOf(s)} value={idOf(s)}>
                  {typeof s.record["name"] === "string" ? s.record["name"] : idOf(s)}
                </option>
              ))}
            </select>
          )}
        </Field>
        <Button aria-disabled={busy} onClick={() => !busy && void workOut()}>
          {busy ? "Working it out…" : "Work out its volts"}
        </Button>
      </div>
      <p role="status" className="empty:hidden">
        {heard}
      </p>
    </section>
  );
}

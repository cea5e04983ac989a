import { wrap } from "comlink";
import { useState } from "react";
import type { PartSaid, VoltsCondition } from "#core/sequence/index.ts";
import { CATALOGUE } from "#core/unit/index.ts";
import { parseQuantity } from "#core/quantity/index.ts";
import { recordsOf, SECTIONS, type Json } from "#core/workshop/index.ts";
import type { WorkshopWorker } from "../workers/workshopProtocol.ts";
import { Button } from "../ui/Button.tsx";
import { ChoiceField } from "../ui/ChoiceField.tsx";
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

/** What is said of a part; a sentence where the temperature is none. */
function saidOf(word: Said, degrees: string, isCelsius: boolean): PartSaid | string {
  if (word === "closed" || word === "open") return { position: word };
  const read = parseQuantity(degrees);
  if (isCelsius && !(read.ok && Number.isFinite(read.quantity.value)))
    return `“${degrees}” is no temperature. Write it like 60.`;
  return { celsius: read.ok ? read.quantity.value : 0, side: word };
}

/** The volts that tell it, computed on a thread of its own; a sentence where there are none. */
async function conditionOf(
  file: Json,
  state: string,
  part: string,
  what: PartSaid,
): Promise<VoltsCondition | string> {
  const thread = new Worker(new URL("../workers/workshop.worker.ts", import.meta.url), { type: "module" });
  try {
    return await wrap<WorkshopWorker>(thread).condition(file, state, part, what);
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  } finally {
    thread.terminate();
  }
}

const foundText = ({ min, max, domain, from, to }: VoltsCondition) =>
  `${min} to ${max} V ${domain.toUpperCase()} from ${from} to ${to}.`;

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
    const what = saidOf(word, degrees, part.follows === "celsius");
    if (typeof what === "string") return setHeard(what);
    setBusy(true);
    const found = await conditionOf(file, state === "" ? idOf(states[0]!) : state, part.id, what);
    setBusy(false);
    setHeard(typeof found === "string" ? found : foundText(found));
    if (typeof found !== "string") onFound(found);
  };
  return (
    <section aria-label="From a switch or a sensor" className="flex flex-col gap-2 border-t border-rule pt-3">
      <h3 className="font-bold">From a switch or a sensor</h3>
      <div className="grid grid-cols-[repeat(auto-fit,minmax(9rem,1fr))] items-end gap-3">
        <ChoiceField
          label="Part"
          value={part.id}
          options={parts.map(({ id }) => [id, id] as const)}
          onChoose={setPart}
        />
        <ChoiceField label="That it" value={word} options={words} onChoose={setSaid} />
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
        <ChoiceField
          label="Looked at in"
          value={state}
          options={states.map(
            (s) => [idOf(s), typeof s.record["name"] === "string" ? s.record["name"] : idOf(s)] as const,
          )}
          onChoose={setState}
        />
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

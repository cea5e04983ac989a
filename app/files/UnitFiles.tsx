import { wrap, type Remote } from "comlink";
import { useState } from "react";
import { modesOf, type UnitModel } from "#core/unit/index.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { ChoiceField } from "../ui/ChoiceField.tsx";
import type { FormatsWorker } from "../workers/formatsProtocol.ts";
import { saveText } from "./saveText.ts";

/** What is asked of the worker: one file. */
type Ask = (worker: Remote<FormatsWorker>) => Promise<string>;

/** Asks the worker for one file and lets it go. */
async function write(ask: Ask): Promise<string> {
  const thread = new Worker(new URL("../workers/formats.worker.ts", import.meta.url), { type: "module" });
  try {
    return await ask(wrap<FormatsWorker>(thread));
  } finally {
    thread.terminate();
  }
}

/** The formats that a unit goes out in, each with what it is for. */
export function UnitFiles({ unit }: { unit: UnitModel }) {
  const [trouble, setTrouble] = useState<string>();
  const save = (name: string, media: string, ask: Ask) => {
    setTrouble(undefined);
    write(ask).then(
      (text) => saveText(name, text, media),
      (error: unknown) => setTrouble(error instanceof Error ? error.message : String(error)),
    );
  };
  return (
    <>
      {trouble && (
        <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1">
          Not written: {trouble}
        </p>
      )}
      <Way
        title="The whole unit"
        text="For another shop, or to keep: everything that the workshop shows. It comes in on the board."
      >
        <a href={`/units/${unit.id}/file`} download className={buttonClass("plain")}>
          Save as JSON
        </a>
      </Way>
      <Way
        title="Tables"
        text="Parts, wires, points, items and the rest as CSV for a spreadsheet, out and in: in the workshop, as a sheet."
      >
        <a href={`/units/${unit.id}/workshop`} className={buttonClass("plain")}>
          Open the workshop
        </a>
      </Way>
      <Way
        title="Connectivity"
        text="Parts and nets as a graph, GraphML, for programs that lay out or search graphs."
      >
        <Button onClick={() => save(`${unit.id}.graphml`, "application/xml", (w) => w.graphml(unit))}>
          Save as GraphML
        </Button>
      </Way>
      <Netlist unit={unit} onSave={save} />
      <Way title="The drawing" text="As SVG, or printed to PDF: on the drawing itself.">
        <a href={`/units/${unit.id}/wiring`} className={buttonClass("plain")}>
          Open the drawing
        </a>
      </Way>
    </>
  );
}

function Way({ title, text, children }: { title: string; text: string; children: React.ReactNode }) {
  return (
    <section aria-label={title} className="flex flex-col gap-2 border-t border-rule py-4">
      <h2 className="text-xl font-bold">{title}</h2>
      <p>{text}</p>
      <div className="flex flex-wrap gap-3">{children}</div>
    </section>
  );
}

const SOUND = "";

/** A netlist of one state, sound or with a fault. */
function Netlist({
  unit,
  onSave,
}: {
  unit: UnitModel;
  onSave: (name: string, media: string, ask: Ask) => void;
}) {
  const [state, setState] = useState(unit.states[0]!.id);
  const [domain, setDomain] = useState<"ac" | "dc">("ac");
  const [part, setPart] = useState(SOUND);
  const [mode, setMode] = useState("");
  const failing = unit.parts.find((p) => p.id === part);
  const modes = failing ? modesOf(failing) : [];
  const chosen = modes.find((m) => m.id === mode) ?? modes[0];
  const fault = failing && chosen ? { part: failing.id, mode: chosen.id } : undefined;
  return (
    <Way
      title="Netlist"
      text="For circuit simulators: check our arithmetic. Each point’s reading stands in a comment beside the circuit that must give it."
    >
      <div className="grid w-full gap-3 sm:grid-cols-2">
        <ChoiceField
          label="State"
          value={state}
          options={unit.states.map((s) => [s.id, s.name])}
          onChoose={setState}
        />
        <ChoiceField
          label="Analysis"
          value={domain}
          options={[
            ["ac", `AC at ${unit.hertz} Hz`],
            ["dc", "DC"],
          ]}
          onChoose={setDomain}
        />
        <ChoiceField
          label="Fault in"
          value={part}
          options={[
            [SOUND, "none, it is sound"],
            ...unit.parts.map((p) => [p.id, `${p.id.replaceAll(".", "·")} ${p.name}`] as const),
          ]}
          onChoose={setPart}
        />
        {failing && (
          <ChoiceField
            label="It is"
            value={chosen?.id}
            options={modes.map((m) => [m.id, m.name])}
            onChoose={setMode}
          />
        )}
      </div>
      <Button
        onClick={() =>
          onSave(
            `${[unit.id, state, domain, ...(fault ? [fault.part, fault.mode] : [])].join("-")}.cir`,
            "text/plain",
            (w) => w.netlist(unit, { state, domain, ...(fault ? { fault } : {}) }),
          )
        }
      >
        Save the netlist
      </Button>
    </Way>
  );
}

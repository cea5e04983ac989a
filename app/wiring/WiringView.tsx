import { useEffect, useState } from "react";
import type { JobEvent } from "#core/job/index.ts";
import type { ProposalView, WiringView as Figures } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { Diagnosis } from "../job/useDiagnosis.ts";
import { WiringPlaces } from "./WiringPlaces.tsx";
import type { Chosen } from "./WiringSheet.tsx";
import { percentText } from "../words/percent.ts";
import { Button } from "../ui/Button.tsx";
import { FullView } from "../ui/FullView.tsx";

interface Props {
  unit: UnitModel;
  events: readonly JobEvent[];
  proposal: ProposalView | undefined;
  /** The live state the job is in, if any. */
  state: string | undefined;
  ask: Diagnosis["ask"];
  onPoint: (point: string) => void;
  onClose: () => void;
}

/** The unit's drawing over the whole window, with what each point should read and did read in this job. */
export default function WiringView({ unit, events, proposal, state, ask, onPoint, onClose }: Props) {
  const live = unit.states.filter((s) => s.power === "live");
  const wanted = proposal?.check.kind === "reading" ? proposal.check.setup.state : state;
  const [stateId, setStateId] = useState(live.find((s) => s.id === wanted)?.id ?? live[0]!.id);
  const [figures, setFigures] = useState<Figures>();
  useEffect(() => {
    let open = true;
    void ask((worker) => worker.wiring(events, stateId))?.then((next) => open && setFigures(next));
    return () => {
      open = false;
    };
  }, [ask, events, stateId]);
  const pair = { red: proposal?.red?.id, black: proposal?.black?.id };
  return (
    <FullView title={`Wiring · ${unit.name}`} onClose={onClose}>
      <p className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-3 py-1.5 text-[0.9375rem]">
        <label className="flex items-center gap-2">
          Volts shown in
          <select
            className="min-h-11 border-[1.5px] border-ink px-2 font-semibold"
            value={stateId}
            onChange={(e) => setStateId(e.target.value)}
          >
            {live.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </select>
        </label>
        {proposal && (
          <span>
            Next: <b>{proposal.title}</b>
          </span>
        )}
      </p>
      <WiringPlaces unit={unit} figures={figures} pair={pair} onCourse={setStateId}>
        {(chosen) => <ChosenPart unit={unit} chosen={chosen} figures={figures} onPoint={onPoint} />}
      </WiringPlaces>
    </FullView>
  );
}

function ChosenPart({
  unit,
  chosen,
  figures,
  onPoint,
}: {
  unit: UnitModel;
  chosen: Chosen;
  figures: Figures | undefined;
  onPoint: Props["onPoint"];
}) {
  if (!chosen)
    return (
      <p className="text-ink-soft">
        Choose a part or a line. Bold figures were measured, pale ones are what a healthy unit reads; struck
        parts are ruled out.
      </p>
    );
  const part = "part" in chosen ? unit.parts.find((p) => p.id === chosen.part) : undefined;
  const points = (figures?.points ?? []).filter((p) =>
    "net" in chosen ? p.net === chosen.net : p.terminal.startsWith(`${chosen.part}.`),
  );
  const standing = part && figures?.parts[part.id];
  return (
    <>
      <h2 className="text-lg font-bold">
        {part ? `${part.id.replaceAll(".", "·")}: ${part.name}` : `Net ${"net" in chosen ? chosen.net : ""}`}
      </h2>
      {standing && <p>{standing.ruledOut ? "Ruled out." : `${percentText(standing.chance)} % likely.`}</p>}
      {points.length === 0 && (
        <p className="py-2 text-ink-soft">The model names no point a probe can touch here.</p>
      )}
      <ul>
        {points.map((point) => (
          <li key={point.id} className="border-t border-rule py-1.5">
            <b>{point.label}</b> {point.name}
            <span className="reading block">
              {point.measured
                ? `measured ${point.measured.text}${point.measured.asItShould ? "" : ", off"}`
                : "not measured"}
              {point.expected && `, expected ${point.expected}`}
            </span>
            <Button className="my-1" onClick={() => onPoint(point.id)}>
              Record at {point.label}
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}

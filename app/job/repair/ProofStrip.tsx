import { Term } from "../../guide/Term.tsx";
import type { EventBody, JobState } from "#core/job/index.ts";
import { safetyRows, type JobView, type ProofRow, type ProofView } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { Button } from "../../ui/Button.tsx";
import { SafetyTests } from "./SafetyTests.tsx";

const NOW: Readonly<Record<ProofRow["now"], string>> = {
  open: "to be made again",
  right: "right now",
  wrong: "still wrong",
};

/** After a repair: what was wrong and must be right now, and the way to the end. */
export function ProofStrip({
  unit,
  view,
  onAgain,
  onTakeBack,
  onEnter,
  onPower,
  onRepair,
  onClose,
  state,
}: {
  unit: UnitModel;
  view: JobView;
  /** As the entries of this moment leave it. */
  state: JobState;
  onEnter: (body: EventBody) => string | undefined;
  onPower: (to?: "live" | "dead") => void;
  /** Opens the repair's own page again: wires and settings. */
  onRepair: () => void;
  /** Takes a check in hand again, by the finding that was wrong. */
  onAgain: (finding: string) => void;
  /** Takes the repair back, by its entry. */
  onTakeBack: (event: string) => void;
  onClose: () => void;
}) {
  const { proof } = view;
  const repair = state.repairs.at(-1);
  if (!proof || !repair) return null;
  return (
    <section
      aria-label="Proof"
      data-testid="proof"
      data-proven={proof.proven ? "true" : undefined}
      className="border-b-[1.5px] border-ink bg-here-soft px-4 py-3"
    >
      <div className="flex flex-wrap items-center justify-between gap-3">
        <span>
          <strong className="block text-lg">
            {proof.proven ? "Repaired and " : "Repaired, to be "}
            <Term id="proof">proven</Term>
          </strong>
          {repair.body.what}
        </span>
        <span className="flex flex-wrap gap-3">
          <Button look="quiet" className="px-2! text-sm" onClick={() => onTakeBack(repair.event.id)}>
            take the repair back
          </Button>
          <Button look={proof.proven ? "main" : "plain"} onClick={onClose}>
            Close the job
          </Button>
        </span>
      </div>
      {proof.rows.length === 0 && !proof.proven && (
        <p className="pt-1">
          Nothing was measured wrong before. Measure or see at least once that it works: it counts here.
        </p>
      )}
      <ul>
        {proof.rows.map((row) => (
          <ProofLine key={row.finding} row={row} onAgain={onAgain} />
        ))}
      </ul>
      <WiresAndSettings proof={proof} onRepair={onRepair} />
      <SafetyTests rows={safetyRows(unit, state)} band={state.band} onEnter={onEnter} onPower={onPower} />
    </section>
  );
}

function ProofLine({ row, onAgain }: { row: ProofRow; onAgain: (finding: string) => void }) {
  return (
    <li data-check={row.id} className="flex flex-wrap items-center gap-x-3 border-t border-rule-faint py-1">
      <span className="grow">
        {row.check} <span className="text-[0.9375rem] text-ink-soft">{row.setup}</span>
      </span>
      <span className="reading">
        {row.was} <span aria-label="now">→</span> {row.is ?? "…"}
      </span>
      <span className={row.now === "right" ? "" : "font-bold"}>{NOW[row.now]}</span>
      {row.now !== "right" && (
        <Button look="quiet" className="px-2! text-sm" onClick={() => onAgain(row.finding)}>
          make it again
        </Button>
      )}
    </li>
  );
}

/** Wires that came back in another's place, and what is still to be set. */
function WiresAndSettings({ proof, onRepair }: { proof: ProofView; onRepair: () => void }) {
  if (proof.settingsOpen.length === 0 && proof.crossed.length === 0) return null;
  return (
    <div className="flex flex-wrap items-center gap-x-3 border-t border-rule-faint py-1">
      <div className="grow">
        {proof.crossed.map((text) => (
          <p key={text} role="alert" className="border-l-4 border-hazard bg-hazard-soft px-2 font-semibold">
            {text}.
          </p>
        ))}
        {proof.settingsOpen.length > 0 && (
          <p>Still to be set on the new part: {proof.settingsOpen.join("; ")}.</p>
        )}
      </div>
      <Button onClick={onRepair}>Wires and settings</Button>
    </div>
  );
}

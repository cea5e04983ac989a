import { Term } from "../../guide/Term.tsx";
import type { ReadingCheck } from "#core/diagnosis/index.ts";
import type { JobState } from "#core/job/index.ts";
import { liftOf, type UnitModel } from "#core/unit/index.ts";
import { Button } from "../../ui/Button.tsx";

/** Where a reading of one's own is taken: the state, changed with one tap, and the plugs that are off. */
export function UnitStands({
  unit,
  state,
  setup,
  onState,
  onBack,
}: {
  unit: UnitModel;
  state: JobState;
  setup: ReadingCheck["setup"];
  onState: (id: string) => void;
  onBack: (lift: string) => void;
}) {
  const power = unit.states.find((s) => s.id === setup.state)?.power;
  const states = unit.states.filter((s) => s.power === power);
  return (
    <p className="flex flex-wrap items-center gap-2 pt-1.5 text-[0.9375rem]">
      <span className="flex items-center gap-2">
        <span>
          The unit is in <Term id="state">state</Term>
        </span>
        <select
          aria-label="The unit is in"
          className="min-h-11 max-w-56 border-[1.5px] border-here px-2 font-semibold"
          value={setup.state}
          onChange={(e) => onState(e.target.value)}
        >
          {states.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name}
              {s.id === state.situation.state ? " (measured last)" : ""}
            </option>
          ))}
        </select>
      </span>
      {setup.lifts.map((lift) => (
        <Button key={lift} className="px-3! text-sm" onClick={() => onBack(lift)}>
          {liftOf(unit, lift)?.name ?? lift}: it is back on
        </Button>
      ))}
    </p>
  );
}

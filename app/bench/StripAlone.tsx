import { useEffect, useMemo, useState } from "react";
import { leakAmps, type StripStep, type Strategy } from "#core/loads/index.ts";
import { emptyRow, loadDesk, loadOf, saveDesk, type LoadRow } from "./stripDesk.ts";
import { BEFORE_LIVE } from "../words/cautions.ts";
import { choiceOf, StripDesk } from "./StripDesk.tsx";

/** A strip-down without a job: it is kept in this browser. */
export function StripAlone() {
  const [rows, setRows] = useState<readonly LoadRow[]>([emptyRow(1), emptyRow(2), emptyRow(3)]);
  const [steps, setSteps] = useState<readonly StripStep[]>([]);
  const [protection, setProtection] = useState(() => choiceOf(undefined));
  const [strategy, setStrategy] = useState<Strategy>("least expected");
  const [plugPulled, setPlugPulled] = useState<{ tripped: boolean }>();

  // What is kept is read once the page is alive.
  useEffect(() => {
    queueMicrotask(() => {
      const kept = loadDesk();
      if (!kept) return;
      setRows(kept.rows);
      setSteps(kept.steps);
    });
  }, []);
  useEffect(() => {
    if (steps.length > 0 || rows.some((r) => r.amps !== "")) saveDesk(rows, steps);
  }, [rows, steps]);

  const loads = useMemo(
    () => rows.map((r) => loadOf(r, protection.volts, leakAmps)),
    [rows, protection.volts],
  );
  return (
    <StripDesk
      heading={null}
      ofUnit={false}
      rows={rows}
      loads={loads}
      steps={steps}
      offers={[]}
      protection={protection}
      strategy={strategy}
      plugPulled={plugPulled}
      hazards={[{ kind: "mains", text: BEFORE_LIVE[1] }]}
      onRows={setRows}
      onProtection={setProtection}
      onStrategy={setStrategy}
      onStep={(step) => setSteps((was) => [...was, step])}
      onPlug={setPlugPulled}
      onUndo={() => setSteps((was) => was.slice(0, -1))}
      onAfresh={() => setSteps([])}
    />
  );
}

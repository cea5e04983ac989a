import { useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { leakAmps, type Load, type Protection, type StripStep, type Strategy } from "#core/loads/index.ts";
import type { Hazard } from "#core/unit/index.ts";
import { send } from "../jobs/outbox.ts";
import { emptyRow, loadDesk, loadOf, rowOf, saveDesk, type LoadRow } from "../jobs/stripDesk.ts";
import { BEFORE_LIVE } from "../words/cautions.ts";
import { BudgetPanel } from "./BudgetPanel.tsx";
import { Cautions } from "./Cautions.tsx";
import { LoadTable } from "./LoadTable.tsx";
import { ProtectionFields, type ProtectionChoice } from "./ProtectionFields.tsx";
import { useShop } from "./ShopBar.tsx";
import { StripNext } from "./StripNext.tsx";

interface Job {
  readonly id: string;
  readonly number: number;
  readonly unit: string;
  readonly hazards: readonly Hazard[];
  readonly loads: readonly Load[];
  readonly protections: readonly {
    readonly id: string;
    readonly name: string;
    readonly protection: Protection;
  }[];
  readonly steps: readonly StripStep[];
}

/** Which load takes the supply down: the loads, what protects them, the sum, and what to connect next. */
export function StripDown({ job }: { job: Job | undefined }) {
  const { person } = useShop();
  const [rows, setRows] = useState<readonly LoadRow[]>(
    job ? job.loads.map(rowOf) : [emptyRow(1), emptyRow(2), emptyRow(3)],
  );
  const [steps, setSteps] = useState<readonly StripStep[]>(job?.steps ?? []);
  const [protection, setProtection] = useState<ProtectionChoice>(() =>
    choiceOf(job?.protections[0]?.protection),
  );
  const [strategy, setStrategy] = useState<Strategy>("least expected");
  const [plugPulled, setPlugPulled] = useState<{ tripped: boolean }>();
  const [said, setSaid] = useState("");

  // Without a job the desk is kept in this browser; it is read once the page is alive.
  useEffect(() => {
    if (job) return;
    queueMicrotask(() => {
      const kept = loadDesk();
      if (!kept) return;
      setRows(kept.rows);
      setSteps(kept.steps);
    });
  }, [job]);
  useEffect(() => {
    if (!job && (steps.length > 0 || rows.some((r) => r.amps !== ""))) saveDesk(rows, steps);
  }, [job, rows, steps]);

  const loads = useMemo(
    () => rows.map((r) => loadOf(r, protection.volts, leakAmps)),
    [rows, protection.volts],
  );

  const record = async (step: StripStep) => {
    setSteps((was) => [...was, step]);
    if (!job) return;
    if (!person) return setSaid("Choose who is working, at the top of the page: this try is kept here only.");
    const off = loads.filter((l) => !step.connected.includes(l.id)).map((l) => l.id);
    const result = await send(job.id, {
      id: crypto.randomUUID(),
      person,
      at: new Date().toISOString(),
      body: { type: "strip", connected: [...step.connected], off, tripped: step.tripped, spent: step.spent },
    });
    setSaid(
      result === "saved"
        ? "Recorded in the job."
        : `Not recorded in the job: ${"refused" in result ? result.refused : result.waiting}`,
    );
  };

  return (
    <main className="mx-auto grid max-w-7xl grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 p-4 md:p-6 xl:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      <div className="xl:col-span-2">
        <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">
          Strip-down
          {job && (
            <span className="text-lg font-normal text-ink-soft">
              {" "}
              job {String(job.number).padStart(4, "0")}, {job.unit}
            </span>
          )}
        </h1>
        <p className="pt-2">
          For a unit that trips, blows fuses or pulls its rail down: take everything off, prove the bare
          supply, put the loads back.{" "}
          {job && (
            <Link className="font-semibold underline underline-offset-4" to={`/jobs/${job.id}`}>
              Back to the job
            </Link>
          )}
        </p>
      </div>
      <div className="order-2 flex min-w-0 flex-col gap-4 xl:order-1">
        <ProtectionFields choice={protection} offers={job?.protections ?? []} onChoose={setProtection} />
        <LoadTable
          rows={rows}
          steps={steps}
          leaks={protection.protection.kind === "rcd"}
          fixed={job !== undefined}
          onRows={setRows}
        />
        <BudgetPanel loads={loads} choice={protection} />
      </div>
      <div className="order-1 flex min-w-0 flex-col gap-4 xl:order-2">
        <StripNext
          loads={loads}
          steps={steps}
          choice={protection}
          strategy={strategy}
          plugPulled={plugPulled}
          onStrategy={setStrategy}
          onStep={(step) => void record(step)}
          onPlug={setPlugPulled}
          {...(job
            ? {}
            : {
                onUndo: () => setSteps(steps.slice(0, -1)),
                onAfresh: () => setSteps([]),
              })}
        />
        {said && <p role="status">{said}</p>}
        <Cautions hazards={job?.hazards ?? [{ kind: "mains", text: BEFORE_LIVE[1] }]} />
        <p className="text-[0.9375rem] text-ink-soft">
          Watch for the fault outside the box: a fused spur, the cord, the outlet, a valve or a heater
          elsewhere on the same circuit.
        </p>
      </div>
    </main>
  );
}

function choiceOf(protection: Protection | undefined): ProtectionChoice {
  return {
    protection: protection ?? { kind: "breaker", amps: 16, curve: "C" },
    volts: 230,
    mostTrips: protection?.kind === "fuse" ? 2 : 3,
    lamp: false,
  };
}

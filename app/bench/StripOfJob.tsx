import { useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { replay, type EventBody, type JobState } from "#core/job/index.ts";
import { leakAmps, type Load, type StripStep, type Strategy } from "#core/loads/index.ts";
import type { Job } from "#server/jobs/readJob.ts";
import { loadDesk, loadOf, outsideId, outsideName, rowOf, saveDesk, type LoadRow } from "./stripDesk.ts";
import { useJobLog } from "../sync/useJobLog.ts";
import type { Offer, ProtectionChoice } from "./ProtectionFields.tsx";
import { useShop } from "../ui/ShopBar.tsx";
import { choiceOf, StripDesk } from "./StripDesk.tsx";

interface Props {
  job: Job;
  /** What protects the unit, each with the loads behind it. */
  offers: readonly (Offer & { readonly loads: readonly Load[] })[];
  /** For a unit without anything that protects: its loads by themselves. */
  loads: readonly Load[];
}

/** The strip-down of a job: every try joins the job's log like any other finding, and can be taken back. */
export function StripOfJob({ job, offers, loads: all }: Props) {
  const { person } = useShop();
  const { events, record } = useJobLog(job, nobodyElse);
  const [protection, setProtection] = useState(() => choiceOf(offers[0]));
  const [strategy, setStrategy] = useState<Strategy>("least expected");
  const [said, setSaid] = useState("");
  const tries = useMemo(() => replay(job.unit, events).strip, [job.unit, events]);
  const steps: readonly StripStep[] = useMemo(
    () =>
      tries
        .filter((t) => !t.plugPulled)
        .map(({ connected, beside = [], tripped, spent }) => ({
          connected: [...connected, ...beside.map(outsideId)],
          tripped,
          spent,
        })),
    [tries],
  );
  const pulled = tries.filter((t) => t.plugPulled).at(-1);

  const { rows, loads, type } = useLoads(
    job.id,
    offers.find((o) => o.id === protection.device)?.loads ?? all,
    tries,
    protection.volts,
  );

  const add = (body: EventBody, then: string) => {
    if (!person)
      return setSaid("Choose who is working, at the top of the page: nothing is recorded without it.");
    record({ id: crypto.randomUUID(), person, at: new Date().toISOString(), body });
    setSaid(then);
  };
  const addTry = (step: StripStep) => add(tryEntry(step, loads, protection), "Recorded in the job.");
  const takeBack = (event: string | undefined, then: string) => {
    if (event) add({ type: "retraction", of: event, why: "taken back in the strip-down" }, then);
  };
  const answerPlug = (answer: { tripped: boolean } | undefined) => {
    if (!answer) return takeBack(pulled?.event, "Taken back.");
    add(
      { type: "strip", connected: [], off: [], tripped: answer.tripped, spent: "nothing", plugPulled: true },
      "Recorded in the job.",
    );
  };

  return (
    <StripDesk
      heading={
        <span className="text-lg font-normal text-ink-soft">
          job {String(job.number).padStart(4, "0")}, {job.unit.name}
        </span>
      }
      back={
        <Link className="font-semibold underline underline-offset-4" to={`/jobs/${job.id}`}>
          Back to the job
        </Link>
      }
      ofUnit
      rows={rows}
      loads={loads}
      steps={steps}
      offers={offers}
      protection={protection}
      strategy={strategy}
      plugPulled={pulled && { tripped: pulled.tripped }}
      hazards={job.unit.hazards}
      said={<>{said && <p>{said}</p>}</>}
      onRows={type}
      onProtection={setProtection}
      onStrategy={setStrategy}
      onStep={addTry}
      onPlug={answerPlug}
      onUndo={() => takeBack(tries.filter((t) => !t.plugPulled).at(-1)?.event, "The last try is taken back.")}
    />
  );
}

/**
 * The loads behind one device of a job's unit: their own figures, or what was typed over them on this or an earlier visit, and
 * loads outside the unit that hang on the same device.
 */
function useLoads(jobId: string, own: readonly Load[], tries: JobState["strip"], volts: number) {
  const [typed, setTyped] = useState<Readonly<Record<string, LoadRow>>>({});
  // What an earlier visit typed is known only once the page is alive.
  useEffect(() => {
    queueMicrotask(() => setTyped(byId(loadDesk(jobId)?.rows ?? [])));
  }, [jobId]);
  const rows = useMemo(() => {
    const outside = new Set([
      ...tries.flatMap((t) => t.beside ?? []).map(outsideId),
      ...Object.keys(typed).filter((id) => outsideName(id) !== undefined),
    ]);
    return [
      ...own.map((l) => typed[l.id] ?? rowOf(l)),
      ...[...outside].map((id) => typed[id] ?? { ...rowOf(emptyLoad(id)), amps: "" }),
    ];
  }, [own, typed, tries]);
  const loads = useMemo(
    () =>
      rows.map((row) => {
        const known = own.find((l) => l.id === row.id);
        return {
          ...loadOf(row, volts, leakAmps),
          ...(known?.runIn ? { runIn: known.runIn } : {}),
          ...(known?.leaves ? { leaves: known.leaves } : {}),
          ...(known?.needs ? { needs: known.needs } : {}),
          ...(known ? {} : { outside: true as const }),
        };
      }),
    [rows, own, volts],
  );
  const type = (next: readonly LoadRow[]) => {
    setTyped(byId(next));
    saveDesk(next, [], jobId);
  };
  return { rows, loads, type };
}

/** A try as the job's log has it. */
function tryEntry(
  { connected, tripped, spent }: StripStep,
  loads: readonly Load[],
  { protection, device }: ProtectionChoice,
): EventBody {
  const on = loads.filter((l) => connected.includes(l.id));
  const beside = on.filter((l) => l.outside).map((l) => l.name);
  return {
    type: "strip",
    connected: on.filter((l) => !l.outside).map((l) => l.id),
    // A load that this device does not feed is neither on nor off by it.
    off: loads.filter((l) => !l.outside && !connected.includes(l.id)).map((l) => l.id),
    tripped,
    spent,
    ...(protection.kind === "rail" ? { device: "rail" as const } : device ? { device } : {}),
    ...(beside.length > 0 ? { beside } : {}),
  };
}

const nobodyElse = () => undefined;

const byId = (rows: readonly LoadRow[]) => Object.fromEntries(rows.map((r) => [r.id, r]));

const emptyLoad = (id: string): Load => ({
  id,
  name: outsideName(id) ?? id,
  amps: 0,
  minutes: 1,
  weight: 1,
});

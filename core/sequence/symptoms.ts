import type { Fault, UnitModel } from "#core/unit/index.ts";
import type { Run, RunEnd } from "./run.ts";
import { stateRuns } from "./stateRuns.ts";

/** What a customer or a technician would see of one fault in an ordinary run. */
export interface Symptom {
  readonly reached: readonly string[];
  /** The last step it was in, where it did not come to a good end. */
  readonly stalledAt: string | undefined;
  readonly end: RunEnd["kind"];
  readonly code: string | undefined;
  /** Seconds until nothing more changed. */
  readonly seconds: number;
  readonly worked: ReadonlySet<string>;
  readonly clicked: ReadonlySet<string>;
  /** Fuses, breakers and leakage devices that opened. */
  readonly opened: readonly string[];
  /** Whether anything at all differs from the healthy run. */
  readonly asHealthy: boolean;
}

/** When a run was in its steps, in seconds since power came on. */
export interface StepTimes {
  /** By step: from when it was first entered until it was left for the last time. A step never entered is not there. */
  readonly steps: Readonly<Record<string, { readonly from: number; readonly to: number }>>;
  /** Seconds until nothing more changed. */
  readonly seconds: number;
}

/** How an ordinary run of a unit looks: of the healthy one, and under each fault; undefined stands for no fault. */
export interface SymptomTable {
  readonly healthy: Symptom;
  /** Of the healthy unit's run. */
  readonly times: StepTimes;
  readonly rows: readonly Symptom[];
}

/**
 * Runs the unit's sequence once for every fault in the list.
 * @param report called with 0…1 now and then
 */
export function symptomTable(
  unit: UnitModel,
  faults: readonly (Fault | undefined)[],
  report?: (done: number) => void,
): SymptomTable {
  const runs = stateRuns(unit);
  const healthy = runs.run([]);
  const rows = faults.map((fault, i) => {
    if (i % 16 === 0) report?.(i / faults.length);
    if (fault) runs.prepare([fault]);
    return symptomOf(fault ? runs.run([fault]) : healthy, healthy);
  });
  return { healthy: symptomOf(healthy, healthy), times: stepTimes(healthy), rows };
}

/** When a run was in which step. */
export function stepTimes({ moments, seconds }: Run): StepTimes {
  const steps: Record<string, { from: number; to: number }> = {};
  moments.forEach(({ step, at }, i) => {
    if (step !== undefined)
      steps[step] = { from: steps[step]?.from ?? at, to: moments[i + 1]?.at ?? seconds };
  });
  return { steps, seconds };
}

/** A run as it is seen from outside, against the healthy one. */
export function symptomOf(run: Run, healthy: Run): Symptom {
  const good =
    run.end.kind === healthy.end.kind &&
    run.failedAt === healthy.failedAt &&
    run.reached.join() === healthy.reached.join();
  const asHealthy =
    good &&
    run.code === healthy.code &&
    same(run.worked, healthy.worked) &&
    same(run.clicked, healthy.clicked) &&
    Math.abs(run.seconds - healthy.seconds) < 1;
  return {
    reached: run.reached,
    stalledAt: good ? undefined : failedIn(run),
    end: run.end.kind,
    code: run.code,
    seconds: run.seconds,
    worked: run.worked,
    clicked: run.clicked,
    opened: run.opened.map((f) => f.part),
    asHealthy,
  };
}

/** The step that failed: the one before the board took another way than onward, or the last one. */
function failedIn(run: Run): string | undefined {
  return run.failedAt ?? run.stalledAt;
}

function same(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
  return a.size === b.size && [...a].every((x) => b.has(x));
}

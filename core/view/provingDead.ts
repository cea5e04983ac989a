import { needsLive, FUNCTION_UNIT } from "#core/meter/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { valueOf } from "#core/job/index.ts";
import type { JobState } from "#core/job/index.ts";

/** One step on the way to DEAD AND PROVEN. */
export interface ProofStep {
  readonly id: string;
  readonly text: string;
  /**
   * What is measured in it: `source`, the meter on something known to be live; `dead`, what must have gone.
   * Undefined for a step that is only done.
   */
  readonly measure?: { readonly kind: "source" } | { readonly kind: "dead"; readonly belowVolts: number };
  /** Stored energy: how long to wait before measuring. */
  readonly waitSeconds?: number;
  /** Volts that answer the step already, by a finding of this job. */
  readonly given?: number;
}

/** At the inlet anything above this is not dead, V. Common practice, no source. */
const INLET_VOLTS = 5;
/** Up to this a high-impedance meter may be seeing a neighbouring wire, V. Common practice, no source. */
const GHOST_VOLTS = 60;
/** A source that shows less than this proves no meter, V. Common practice, no source. */
const SOURCE_VOLTS = 10;

/** A live reading this fresh proves the meter as well as a source does, ms. Common practice, no source. */
const FRESH = 10 * 60_000;

/**
 * The last live reading of the job that shows that the meter works, while it is fresh, V.
 * @param age of an event's time, ms, by the caller's clock
 */
export function meterProof(
  { ledger }: Pick<JobState, "ledger">,
  age: (at: string) => number,
): number | undefined {
  const found = ledger.findLast(({ body, event, retracted }) => {
    if (retracted || body.check.kind !== "reading" || body.result.kind !== "value") return false;
    const { fn } = body.check;
    const old = age(event.at);
    const volts = Math.abs(valueOf(body.result.value));
    return (
      needsLive(fn) &&
      FUNCTION_UNIT[fn] === "V" &&
      Number.isFinite(volts) &&
      volts >= SOURCE_VOLTS &&
      old >= 0 &&
      old <= FRESH
    );
  });
  return found?.body.result.kind === "value" ? Math.abs(valueOf(found.body.result.value)) : undefined;
}

/**
 * The steps of proving a unit dead, in order: isolate, meter on a known live source, measure, discharge what the unit
 * stores, meter on the source again. Common practice; local rules and the maker's instructions come first.
 * @param proof volts of a fresh live reading, which proves the meter before: going back to dead takes one reading less
 */
export function proofSteps(unit: UnitModel, proof?: number): ProofStep[] {
  const stored = unit.hazards.filter((h) => h.kind === "stored-energy" && h.confirmBelowVolts !== undefined);
  return [
    { id: "isolate", text: "Isolated: plug out or switch off, and locked or kept in sight." },
    proof === undefined
      ? { id: "before", text: "Meter proven on a known live source.", measure: { kind: "source" } }
      : {
          id: "before",
          text: "Meter proven by the last live reading.",
          measure: { kind: "source" },
          given: proof,
        },
    {
      id: "inlet",
      text: "Measured at the inlet: no voltage, live to neutral, live to earth, neutral to earth. The highest of the three:",
      measure: { kind: "dead", belowVolts: INLET_VOLTS },
    },
    ...stored.map((hazard, i): ProofStep => ({
      id: `stored-${i}`,
      text: `${hazard.waitSeconds === undefined ? "" : `Waited ${hazard.waitSeconds} s, then measured: `}${hazard.text} Below ${hazard.confirmBelowVolts} V.`,
      measure: { kind: "dead", belowVolts: hazard.confirmBelowVolts! },
      ...(hazard.waitSeconds === undefined ? {} : { waitSeconds: hazard.waitSeconds }),
    })),
    {
      id: "after",
      text: "Meter proven again on the known live source.",
      measure: { kind: "source" },
    },
  ];
}

/** Whether a reading in a step says what it must, with the sentence for the technician. */
export function judgeProof(
  step: ProofStep,
  volts: number,
): { readonly holds: boolean; readonly text: string } {
  const v = Math.abs(volts);
  const shown = `${Number(v.toPrecision(3))} V`;
  if (step.measure?.kind === "source")
    return v >= SOURCE_VOLTS
      ? { holds: true, text: `The meter shows ${shown}: it works.` }
      : {
          holds: false,
          text: `${shown} on a live source: the meter, its leads or its range is not right. Nothing is proven with it.`,
        };
  const limit = step.measure?.belowVolts ?? INLET_VOLTS;
  if (v < limit) return { holds: true, text: `${shown}, below ${limit} V.` };
  if (step.id !== "inlet")
    return {
      holds: false,
      text: `${shown} is still stored. Wait, discharge as the maker says, and measure again.`,
    };
  return v < GHOST_VOLTS
    ? {
        holds: false,
        text: `${shown} is not dead. It may come from a wire running beside: measure again with low impedance, and find where it comes from.`,
      }
    : {
        holds: false,
        text: `${shown}: the unit is live. Do not touch it; find its own isolator.`,
      };
}

/** Whether the steps prove it dead: what is only done is ticked, what is measured has a reading that says so. */
export function isProven(
  steps: readonly ProofStep[],
  done: (step: ProofStep) => { readonly ticked: boolean; readonly volts: number | undefined },
): boolean {
  return steps.every((step) => {
    const { ticked, volts } = done(step);
    if (!step.measure) return ticked;
    return volts !== undefined && judgeProof(step, volts).holds;
  });
}

/** What the record keeps of a step: its words, and the reading where one was entered. */
export function proofRecord(step: ProofStep, volts: number | undefined): string {
  return volts === undefined ? step.text : `${step.text} ${Number(Math.abs(volts).toPrecision(4))} V`;
}

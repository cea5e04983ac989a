import { openedIn } from "#core/circuit/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { stateRuns } from "#core/sequence/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { RUNNING } from "./unit/states.ts";

/** Something about a traced unit that can hardly be meant, found by running the sound unit. */
export type TraceDoubt =
  | { readonly code: "opens"; readonly name: string; readonly rated: number; readonly amps: number }
  | { readonly code: "volts"; readonly name: string; readonly rated: number; readonly gets: number };

/** Shares of its rated volts between which a load is believed. Common practice, no source. */
const BELIEVED = { least: 0.7, most: 1.3 };

/** What the sound unit would do that a sound unit does not: open its own protection, give a load other volts than it is made for. */
export function traceDoubts(unit: UnitModel): TraceDoubt[] {
  const { expanded, point } = stateRuns(unit).point({ state: RUNNING, lifts: [] }, []);
  const opened = openedIn(point, expanded.circuit).flatMap(({ id, amps }): TraceDoubt[] => {
    const part = unit.parts.find((p) => p.id === id);
    const rated = part?.parameters["amps"];
    return part && typeof rated === "number" ? [{ code: "opens", name: part.name, rated, amps }] : [];
  });
  // With its protection open nothing gets its volts, and that is said already.
  if (opened.length > 0) return opened;
  return unit.parts.flatMap((part): TraceDoubt[] => {
    const rated = part.parameters["volts"];
    const loaded = part.terminals["1"] !== undefined && part.terminals["2"] !== undefined;
    if (!loaded || typeof rated !== "number") return [];
    const [a, b] = [expanded.nodeOf(`${part.id}.1`), expanded.nodeOf(`${part.id}.2`)];
    const gets = Math.max(
      ...(["vac", "vdc"] as const).map((fn) => Math.abs(predictReading(point, fn, a, b).value)),
    );
    const share = gets / rated;
    return share < BELIEVED.least || share > BELIEVED.most
      ? [{ code: "volts", name: part.name, rated, gets }]
      : [];
  });
}

/** A doubt as a sentence that says what to look at. */
export function describeTraceDoubt(doubt: TraceDoubt): string {
  const rounded = (value: number) => Number(value.toPrecision(3));
  switch (doubt.code) {
    case "opens":
      return `${doubt.name} is rated ${doubt.rated} A, and ${rounded(doubt.amps)} A would flow through it: it would open. Check its rating and the loads behind it.`;
    case "volts":
      return `${doubt.name} is made for ${doubt.rated} V and would get ${rounded(doubt.gets)} V as traced. Check its volts and where it is fed from.`;
  }
}

import type { Circuit } from "../model/circuit.ts";
import { residualAmps, settle, type OperatingPoint } from "./operatingPoint.ts";
import { amps } from "../equations/solved.ts";

/** Why something that protects has opened: by its current, by the difference of two, or by its place's heat. */
export type OpensOn = "current" | "residual" | "heat";

/** What a point found open that protects. */
export interface Opening {
  /** Id of the control, which is its part's. */
  readonly id: string;
  readonly why: Exclude<OpensOn, "heat">;
}

/** What protects and opened as the point settled: every reader of a point takes it from here. */
export function openings({ circuit, settings }: OperatingPoint): Opening[] {
  return circuit.controls.flatMap((c, i): Opening[] => {
    if (settings[i]!.on) return [];
    if (c.kind === "fuse") return [{ id: c.id, why: "current" }];
    return c.kind === "residual" ? [{ id: c.id, why: "residual" }] : [];
  });
}

/** An opening with the current that would flow through it, or the difference that would stand, if everything held, A. */
export interface Opened extends Opening {
  readonly amps: number;
}

/** The openings of a point, with what each is up against: solved with all of them held. */
export function openedIn(point: OperatingPoint, circuit: Circuit): Opened[] {
  const opened = openings(point);
  if (opened.length === 0) return [];
  const held = settle({
    ...circuit,
    controls: circuit.controls.filter((c) => c.kind !== "fuse" && c.kind !== "residual"),
  });
  return opened.flatMap((o) => {
    const control = circuit.controls.find(
      (c) => c.id === o.id && (c.kind === "fuse" || c.kind === "residual"),
    );
    if (control?.kind === "fuse") return [{ ...o, amps: amps(held, control.branch) }];
    return control?.kind === "residual" ? [{ ...o, amps: residualAmps(held, control.branches) }] : [];
  });
}

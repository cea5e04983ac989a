import type { Circuit } from "../model/circuit.ts";
import { settle, type OperatingPoint } from "./operatingPoint.ts";
import { amps } from "../equations/solved.ts";

/** A fuse or breaker that a point found open, with the current that would flow through it if it held, A. */
export interface Opened {
  readonly id: string;
  readonly amps: number;
}

/** The fuses and breakers that opened as the point settled. What each is up against is solved with all of them held. */
export function openedIn(point: OperatingPoint, circuit: Circuit): Opened[] {
  const opened = circuit.controls.filter((c, i) => c.kind === "fuse" && !point.settings[i]!.on);
  if (opened.length === 0) return [];
  const held = settle({ ...circuit, controls: circuit.controls.filter((c) => c.kind !== "fuse") });
  return opened.flatMap((c) => (c.kind === "fuse" ? [{ id: c.id, amps: amps(held, c.branch) }] : []));
}

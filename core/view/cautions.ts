import { hazardsMet, type Check, type Situation } from "#core/diagnosis/index.ts";
import type { Hazard, UnitModel } from "#core/unit/index.ts";

/** A hazard of one step, for its card. */
export interface Caution {
  readonly kind: Hazard["kind"];
  /** One line: what is dangerous here and what to do about it. */
  readonly line: string;
  /** The whole of it. */
  readonly text: string;
}

/** Hazards of a check from where the job stands, one line each, the most dangerous first. */
export function cautionsFor(unit: UnitModel, situation: Situation, check: Check): Caution[] {
  return hazardsMet(unit, situation, check).map((hazard) => ({
    kind: hazard.kind,
    line: cautionLine(hazard),
    text: cautionText(hazard),
  }));
}

function cautionLine({ text, brief, waitSeconds, confirmBelowVolts }: Hazard): string {
  const what = brief ?? /^.*?[.;:](?=\s|$)/u.exec(text)?.[0].replace(/[;:]$/u, ".") ?? text;
  return waitSeconds === undefined
    ? what
    : `${what} Wait ${waitSeconds} s, then measure${confirmBelowVolts === undefined ? "" : `: below ${confirmBelowVolts} V`}.`;
}

function cautionText({ text, waitSeconds, confirmBelowVolts }: Hazard): string {
  return waitSeconds === undefined
    ? text
    : `${text} Wait ${waitSeconds} s, then measure${confirmBelowVolts === undefined ? "" : `: below ${confirmBelowVolts} V`}.`;
}

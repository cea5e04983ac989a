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
    line: hazardLine(hazard),
    text: cautionText(hazard),
  }));
}

/** A hazard in one line, with its wait. */
export function hazardLine(hazard: Hazard): string {
  const { text, brief } = hazard;
  const what = brief ?? /^.*?[.;:](?=\s|$)/u.exec(text)?.[0].replace(/[;:]$/u, ".") ?? text;
  return withWait(what, hazard);
}

/** The whole of a hazard, with its wait. */
export function cautionText(hazard: Hazard): string {
  return withWait(hazard.text, hazard);
}

function withWait(text: string, { waitSeconds, confirmBelowVolts }: Hazard): string {
  if (waitSeconds === undefined) return text;
  const below = confirmBelowVolts === undefined ? "" : `: below ${confirmBelowVolts} V`;
  return `${text} Wait ${waitSeconds} s, then measure${below}.`;
}

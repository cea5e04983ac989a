import type { NoOwnValue, OwnValue } from "#core/diagnosis/index.ts";
import { showPoint } from "#core/entry/index.ts";
import { formatNumber, formatQuantity } from "#core/quantity/index.ts";
import { listText } from "./words.ts";

/** "HT1: 26.4 Ω instead of 57 Ω." */
export function ownValueText({ part, parameter, before, value }: OwnValue): string {
  const say = (v: number) =>
    parameter === "watts"
      ? `${formatNumber(v, 3)} W`
      : formatQuantity(v, parameter === "amps" ? "A" : "Ω", 3);
  return `${showPoint(part)}: ${say(value)} instead of the ${say(before)} that was taken for it.`;
}

/** Why a reading tells no part's own value. */
export function noOwnValueText(problem: NoOwnValue): string {
  switch (problem.code) {
    case "all-known":
      return "Every value of this unit is known already.";
    case "none-felt":
      return "This reading does not follow any value that is unknown. Measure across the part itself.";
    case "several":
      return `This reading follows ${listText(problem.parts.map(showPoint))} together. Lift a lead, and measure one of them alone.`;
    case "none-gives":
      return `No value of ${showPoint(problem.part)} gives this reading: something between the probes is faulty, or it was read elsewhere.`;
  }
}

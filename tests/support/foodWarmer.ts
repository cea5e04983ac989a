import { Chain, type Stretch } from "./chain.ts";

/**
 * A food warmer nobody has a drawing of, as a technician walks it from the outlet to the element and back. 800 W at 230 V
 * are 66.1 Ω; the ohms of leads and joints are written down here, apart from the program's own.
 */
export const WARMER = [
  "mains 230V 50Hz",
  "breaker CB1 6A",
  "switch S1",
  "cut-out TH1",
  "X1.1 brown",
  "thermostat TS1",
  "terminal TB1",
  "element HT1 800W",
  "X1.2 blue",
  "to N",
] as const;

/** Places along it, and the ohms from each to the next. */
const OHMS: readonly (readonly [string, number])[] = [
  ["L", 0.03],
  ["CB1.1", 0.01],
  ["CB1.2", 0.03],
  ["S1.1", 0.015],
  ["S1.2", 0.03],
  ["TH1.1", 0.015],
  ["TH1.2", 0.03],
  ["X1.1", 0.01],
  ["X1.1-out", 0.03],
  ["TS1.1", 0.015],
  ["TS1.2", 0.03],
  ["TB1.1", 0.005],
  ["TB1.2", 0.03],
  ["HT1.1", 66.1],
  ["HT1.2", 0.03],
  ["X1.2", 0.01],
  ["X1.2-out", 0.03],
  ["N", 0],
];

export const SOUND_WARMER = new Chain(
  230,
  OHMS.slice(0, -1).map(([from, ohms], i): Stretch => ({ from, to: OHMS[i + 1]![0], ohms })),
);

/** It heats with more than half its volts, and badly below nine tenths. Common practice, no source. */
export function heats(chain: Chain): boolean | "badly" {
  const share = chain.reads("HT1.1", "HT1.2") / 230;
  return share > 0.9 ? true : share > 0.5 ? "badly" : false;
}

/** What a meter shows between two points: in "dead" ohms, else volts. Earth is bonded to neutral at the origin. */
export function warmerReads(chain: Chain, state: string, red: string, black: string): number {
  const ends = [red, black].map((p) => (p === "PE" ? "N" : p)) as [string, string];
  if (state !== "dead") return chain.reads(...ends);
  // A sound unit is insulated from its chassis.
  return red === "PE" || black === "PE" ? Infinity : chain.ohms(...ends);
}

import type { Hazard } from "#core/unit/index.ts";

/** What the technician confirms before the band says LIVE. Common practice; local rules and the maker's come first. */
export const BEFORE_LIVE = [
  "I am trained and allowed to take live readings here.",
  "One hand where possible, insulated probes, a meter rated for this supply, no jewellery.",
  "Somebody knows that I work live, and nobody else can touch the unit.",
] as const;

export const HAZARD_NAME: Readonly<Record<Hazard["kind"], string>> = {
  mains: "Live parts",
  "stored-energy": "Stored energy",
  gas: "Gas",
  hot: "Hot",
  moving: "Moving",
  water: "Water",
};

export { DEFERENCE } from "#core/view/index.ts";

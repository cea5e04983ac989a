import type { Fault } from "#core/unit/index.ts";

/** A job to be worked through the interface: what is wrong, and what the customer says first. */
export interface FloorJob {
  readonly unit: string;
  readonly fault: Fault;
  /** Part whose item is the right call, where it is not the faulty part's own. */
  readonly callPart?: string;
  readonly complaint: string;
}

/** Sizes are drawn by hand, off any list. */
export const FLOOR_JOBS: readonly FloorJob[] = [
  {
    unit: "roaster-dr6",
    fault: { part: "M2", mode: "winding-open" },
    complaint: "Lamp is on, nothing turns, no flame.",
  },
  {
    unit: "prover-pc2",
    fault: { part: "C1", mode: "open" },
    complaint: "Warm, but no draught; the dough dries on one side.",
  },
  { unit: "dock-bd3", fault: { part: "MOD", mode: "shorted" }, complaint: "Whole post dark." },
  { unit: "dock-bd3", fault: { part: "SCR", mode: "shorted" }, complaint: "Whole post dead since the rain." },
  { unit: "kiln-pk9", fault: { part: "K2", mode: "contact-open" }, complaint: "Half of it stays dark." },
  {
    unit: "kiln-pk9",
    fault: { part: "SCA", mode: "high-resistance", severity: 2.4 },
    complaint: "Comes up to temperature far too slowly.",
  },
  {
    unit: "prover-pc2",
    fault: { part: "HT2", mode: "leak", severity: 2000 },
    complaint: "Trips after some minutes.",
  },
  {
    unit: "extractor-sx4",
    fault: { part: "D1", mode: "a1-plus-open" },
    complaint: "Spins weakly and stops.",
  },
  {
    unit: "extractor-sx4",
    fault: { part: "IB1", mode: "n-u-shorted" },
    complaint: "Dead, fuse went.",
  },
  {
    unit: "glasswasher-gw4",
    fault: { part: "NTC1", mode: "open" },
    complaint: "Washes, rinse stays cold, shows a code.",
  },
];

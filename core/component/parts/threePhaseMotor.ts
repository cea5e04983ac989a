import { PRACTICE } from "#core/standards/index.ts";
import { any, atMost, decided, not, over, under, zero } from "../table/conditions.ts";
import { MEGOHM, OHM, quantity } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

const phases = (r: Reckoning) => [r.get("uv"), r.get("vw"), r.get("wu")];
const openPhases = (r: Reckoning) => phases(r).filter((o) => o === Infinity).length;

export const threePhase = fromTable({
  id: "three-phase-motor",
  family: "Motors",
  name: "Three-phase motor, balance",
  purpose: "Three windings alike, and none to the frame.",
  stored: true,
  prepare: [
    "Dead, proven, link capacitor discharged and measured.",
    "Motor plug off: the bridge would read too.",
  ],
  probes: [
    { red: "U", black: "V", dial: "Ω" },
    { red: "V", black: "W", dial: "Ω" },
    { red: "W", black: "U", dial: "Ω" },
    { red: "each", black: "frame", dial: "MΩ" },
  ],
  fields: [
    quantity("uv", "U to V", OHM, { open: true, zero: true, usual: [0.05, 500] }),
    quantity("vw", "V to W", OHM, { open: true, zero: true, usual: [0.05, 500] }),
    quantity("wu", "W to U", OHM, { open: true, zero: true, usual: [0.05, 500] }),
    quantity("earth", "Lowest to the frame", MEGOHM, { optional: true }),
  ],
  types: ["three-phase-motor"],
  figures: {
    mean: {
      shown: "Ω",
      of: (r) => (openPhases(r) > 0 ? undefined : phases(r).reduce((s, o) => s + o, 0) / 3),
    },
    apart: {
      shown: "Ω",
      // Without the last bits of binary fractions.
      of: (r) =>
        openPhases(r) > 0 ? undefined : Number((Math.max(...phases(r)) - Math.min(...phases(r))).toFixed(9)),
    },
    worst: {
      shown: "share",
      of: (r) => {
        const mean = r.maybe("mean");
        return mean === undefined || mean === 0
          ? undefined
          : Math.max(...phases(r).map((o) => Math.abs(o / mean - 1)));
      },
    },
  },
  working: ["mean {mean}, farthest {worst} away, {apart} between the lowest and the highest"],
  limits: {
    earth: { of: "earth", at: 1e6, text: "{at} or more to the frame", source: PRACTICE },
    balance: { of: "worst", at: 0.05, text: "alike within {at} of their mean", source: PRACTICE },
    digits: {
      of: "apart",
      at: 0.2,
      text: "up to {at} apart leads and a meter's last digit may do it",
      source: PRACTICE,
    },
  },
  rows: [
    { code: "earth", verdict: "bad", when: under("earth"), says: "A winding leaks to the frame: {earth}." },
    { code: "all-open", verdict: "bad", when: decided([], (r) => openPhases(r) === 3), says: "All open." },
    {
      code: "one-open",
      verdict: "bad",
      when: decided([], (r) => openPhases(r) === 2),
      says: "One winding is open: two of the three pairs pass through it.",
    },
    {
      code: "cannot-be",
      verdict: "doubtful",
      when: decided([], (r) => openPhases(r) === 1),
      says: "One pair only is open: in a star or a delta that cannot be. Read it again.",
    },
    {
      code: "short",
      verdict: "bad",
      when: any(zero("uv"), zero("vw"), zero("wu")),
      says: "0 Ω between two phases: shorted, or the probes touch one terminal.",
    },
    { code: "balanced", verdict: "good", when: not(over("balance")), says: "Balanced." },
    {
      code: "too-few-ohms",
      verdict: "doubtful",
      when: atMost("digits"),
      says: "They differ by {apart}, no more than leads and the last digit may: windings of so few ohms are compared with a milliohm meter, or by the current each draws.",
    },
    {
      code: "unbalanced",
      verdict: "bad",
      says: "Out of balance: shorted turns in the winding that reads low, or a bad joint in the one that reads high.",
    },
  ],
  edges: {
    earth: { with: { uv: "2.1", vw: "2.1", wu: "2.1" }, move: "earth", from: 1e5, to: 1e7 },
    balance: { with: { uv: "2", vw: "2" }, move: "wu", from: 2, to: 2.19 },
    digits: { with: { uv: "2", vw: "2" }, move: "wu", from: 2.17, to: 3 },
  },
});

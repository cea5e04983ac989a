import { PRACTICE } from "#core/standards/index.ts";
import { all, any, atLeast, atMost, is, missing, not, open, over, under } from "../table/conditions.ts";
import { OHM, PERCENT, quantity, WHERE } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { MARKING_TESTS } from "./resistorMarkings.ts";

/** The meter's own error. Common practice, no source. */
const METER_SHARE = 0.01;
/** What a meter's leads and clips may read by themselves, Ω. Common practice, no source. */
const LEADS = 0.4;
/** Below this the leads read as much as the part: a good one and a shorted one look alike, Ω. Common practice, no source. */
const LIKE_LEADS = 1;

/** Resistances side by side; Infinity is nothing. */
export function parallel(...ohms: readonly number[]): number {
  const siemens = ohms.reduce((sum, r) => sum + 1 / r, 0);
  return siemens === 0 ? Infinity : 1 / siemens;
}

/** What lies beside a part that should read `value` and reads `reads`. */
const beside = (value: number, reads: number) => (reads >= value ? Infinity : 1 / (1 / reads - 1 / value));
const besideEntered = (r: Reckoning) => r.maybe("beside") ?? Infinity;
const highest = (r: Reckoning) =>
  parallel(r.get("value") * (1 + r.get("tolerance")), besideEntered(r)) * (1 + METER_SHARE);

const reading = fromTable({
  id: "resistor",
  family: "Resistors",
  name: "Resistor against its value",
  purpose: "Whether a resistor is within its tolerance, with what is wired beside it taken into account.",
  prepare: ["Dead, proven, capacitors discharged.", "Lift one end, or enter what is in parallel."],
  probes: [{ red: "one end", black: "the other", dial: "Ω" }],
  fields: [
    WHERE,
    quantity("value", "Its value", OHM, { usual: [0.01, 1e8] }),
    quantity("tolerance", "Tolerance", PERCENT, { usual: [0.0001, 0.2] }),
    quantity("beside", "Ohms beside it", OHM, { optional: true, hint: "the rest of the circuit across it" }),
    quantity("reads", "It reads", OHM),
    quantity("leads", "Leads alone", OHM, { optional: true, zero: true, usual: [0, 5] }),
  ],
  types: ["resistor", "potentiometer"],
  figures: {
    itself: { shown: "Ω", of: (r) => Math.max(0, r.get("reads") - (r.maybe("leads") ?? 0)) },
    together: {
      shown: "Ω",
      of: (r) => (r.maybe("beside") === undefined ? undefined : parallel(r.get("value"), r.get("beside"))),
    },
    wouldBe: { shown: "Ω", of: (r) => beside(r.get("value"), r.get("itself")) },
  },
  working: ["1 / (1/{value} + 1/{beside}) = {together}", "{reads} − {leads} = {itself}"],
  limits: {
    low: {
      of: "itself",
      at: (r) => parallel(r.get("value") * (1 - r.get("tolerance")), besideEntered(r)) * (1 - METER_SHARE),
      text: "at least {at}: its tolerance, and 1 % for the meter",
      source: "its marking",
    },
    high: {
      of: "itself",
      at: highest,
      text: "at most {at}",
      source: "its marking",
    },
    leads: {
      of: "itself",
      at: (r) =>
        r.maybe("leads") !== undefined || METER_SHARE * r.get("value") > LEADS
          ? undefined
          : highest(r) + LEADS,
      text: `up to {at} it may be the leads: ${LEADS} Ω`,
      source: PRACTICE,
    },
    alike: {
      of: "value",
      at: (r) => (r.maybe("leads") === undefined ? LIKE_LEADS : undefined),
      text: "below {at} the leads read as much as the part",
      source: PRACTICE,
    },
  },
  facts: [
    {
      text: "in circuit a reading can only be lower than the part, never higher",
      source: "parallel resistances, closed form",
    },
  ],
  rows: [
    { code: "open", verdict: "bad", when: open("reads"), says: "Open." },
    {
      code: "leads",
      verdict: "doubtful",
      when: all(any(over("high"), under("alike")), atMost("leads")),
      says: "{reads} may be the part and may be the leads: hold the probes together, enter what they read alone, or send an ampere through it and read millivolts at its ends.",
    },
    {
      code: "high",
      verdict: "bad",
      when: over("high"),
      says: "Too high: no neighbour can make it read more than it has. It has drifted or cracked.",
    },
    { code: "good", verdict: "good", when: atLeast("low"), says: "Within its window." },
    {
      code: "low-in-circuit",
      verdict: "doubtful",
      when: all(is("where", "in"), missing("beside")),
      says: "Too low, as anything in circuit may read: {wouldBe} beside a good one would do it. Lift one end.",
    },
    {
      code: "low",
      verdict: "bad",
      says: "Too low: it has drifted, or something across it conducts that should not.",
    },
  ],
  edges: {
    low: { with: { where: "out", value: "4k7", tolerance: "5" }, move: "reads", from: 4000, to: 4700 },
    high: { with: { where: "out", value: "4k7", tolerance: "5" }, move: "reads", from: 4700, to: 6000 },
    leads: { with: { where: "out", value: "10", tolerance: "5" }, move: "reads", from: 10.8, to: 12 },
    alike: { with: { where: "out", tolerance: "5", reads: "1" }, move: "value", from: 0.97, to: 1.03 },
  },
});

const partner = fromTable({
  id: "parallel",
  family: "Resistors",
  name: "What is in parallel",
  purpose: "From a reading in circuit and the part's value to the ohms of all that is beside it.",
  prepare: ["Dead and proven."],
  probes: [{ red: "one end", black: "the other", dial: "Ω" }],
  fields: [quantity("value", "Its value", OHM), quantity("reads", "In circuit it reads", OHM)],
  types: ["resistor"],
  figures: { rest: { shown: "Ω", of: (r) => beside(r.get("value"), r.get("reads")) } },
  working: [(r) => (r.get("rest") === Infinity ? "" : "1 / (1/{reads} − 1/{value}) = {rest}")],
  limits: {
    high: {
      of: "reads",
      at: (r) => (1 + METER_SHARE) * r.get("value"),
      text: "above {at} the part itself is at fault",
      source: PRACTICE,
    },
    alone: {
      of: "reads",
      at: (r) => (1 - METER_SHARE) * r.get("value"),
      text: "from {at} on nothing of note is in parallel",
      source: PRACTICE,
    },
  },
  facts: [{ text: "1/R = 1/R₁ + 1/R₂", source: "closed form" }],
  rows: [
    {
      code: "high",
      verdict: "bad",
      when: over("high"),
      says: "More than it has: the part itself has gone high or open.",
    },
    { code: "alone", verdict: "good", when: not(under("alone")), says: "Nothing of note is in parallel." },
    {
      code: "beside",
      verdict: "told",
      says: "{rest} is in parallel.",
      advice: [`A circuit that should show far more there leaks. (${PRACTICE})`],
    },
  ],
  edges: {
    high: { with: { value: "10k" }, move: "reads", from: 10_000, to: 11_000 },
    alone: { with: { value: "10k" }, move: "reads", from: 9000, to: 10_000 },
  },
});

export const RESISTOR_TESTS = [reading, ...MARKING_TESTS, partner] as const;

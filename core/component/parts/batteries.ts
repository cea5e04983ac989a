import { PRACTICE } from "#core/standards/index.ts";
import { all, atLeast, missing, over, under } from "../table/conditions.ts";
import { AMP, choice, MILLIVOLT, quantity, VOLT } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

const blocksOf = (r: Reckoning) => Number(r.word("blocks") || 1);
const each = (name: string) => (r: Reckoning) => {
  const volts = r.maybe(name);
  return volts === undefined ? undefined : volts / blocksOf(r);
};

export const battery = fromTable({
  id: "battery",
  family: "Batteries and supplies",
  name: "Lead battery and charger, 12 V blocks",
  purpose: "Rest, load and charging volts of 12 V blocks.",
  live: true,
  prepare: [
    "Rest: charger off for an hour, no load.",
    "Load: its real load, or a lamp of a tenth of its ampere-hours.",
    "No ring, no loose spanner.",
  ],
  probes: [{ red: "plus post", black: "minus post", dial: "V DC, then V AC for ripple" }],
  fields: [
    choice("blocks", "Blocks in series", [
      ["1", "one, 12 V"],
      ["2", "two, 24 V"],
      ["4", "four, 48 V"],
    ]),
    quantity("rest", "At rest", VOLT, { usual: [6, 60], zero: true, hint: "over all blocks" }),
    quantity("load", "Under load", VOLT, { optional: true, usual: [5, 60], zero: true }),
    quantity("amps", "Load current", AMP, { optional: true, zero: true, usual: [0.5, 300] }),
    quantity("charging", "Charger on", VOLT, { optional: true, usual: [11, 64], zero: true }),
    quantity("ripple", "V AC, charger on", MILLIVOLT, { optional: true, usual: [0, 2] }),
  ],
  types: ["battery", "charger"],
  figures: {
    atRest: { shown: "V", of: (r) => r.get("rest") / blocksOf(r) },
    loaded: { shown: "V", of: each("load") },
    charged: { shown: "V", of: each("charging") },
    falls: {
      shown: "V",
      of: (r) => {
        const loaded = r.maybe("loaded");
        return loaded === undefined ? undefined : r.get("atRest") - loaded;
      },
    },
    inner: {
      shown: "Ω",
      of: (r) => {
        const [falls, amps] = [r.maybe("falls"), r.maybe("amps")];
        return falls === undefined || !amps || falls < 0 ? undefined : falls / amps;
      },
    },
  },
  working: [
    (r) => (blocksOf(r) > 1 ? "each block {atRest} at rest" : ""),
    "falls by {falls} a block under load",
    "inner resistance {inner} a block",
  ],
  limits: {
    cell: {
      of: "atRest",
      at: 10.8,
      text: "a block at rest below {at}: a cell is shorted, or deeply flat",
      source: PRACTICE,
    },
    flat: { of: "atRest", at: 12.0, text: "flat below {at}", source: PRACTICE },
    full: { of: "atRest", at: 12.6, text: "full from {at}", source: PRACTICE },
    sags: { of: "loaded", at: 10.5, text: "under load at least {at}", source: PRACTICE },
    tired: {
      of: "loaded",
      at: 11.5,
      text: "and where it is not full, {at}: else it is charged first",
      source: PRACTICE,
    },
    ask: { of: "falls", at: 1.2, text: "a fall above {at} is judged by its current only", source: PRACTICE },
    rises: { of: "falls", at: -0.05, text: "and it cannot rise: not below {at}", source: PRACTICE },
    still: {
      of: "falls",
      at: 0.05,
      text: "a block that does not fall by {at} had no load, unless its current was read",
      source: PRACTICE,
    },
    telling: { of: "amps", at: 0.5, text: "a load tells something from {at} on", source: PRACTICE },
    charges: { of: "charged", at: 13.2, text: "a charger shows {at} or more", source: PRACTICE },
    over: { of: "charged", at: 14.9, text: "and at most {at}", source: PRACTICE },
    ripple: { of: "ripple", at: 0.3, text: "with at most {at} of ripple", source: PRACTICE },
  },
  gather: [
    { code: "cell", verdict: "bad", when: under("cell"), says: "a cell is shorted or it is deeply flat" },
    { code: "sags", verdict: "bad", when: under("sags"), says: "it sags to {loaded} under load" },
    { code: "no-charge", verdict: "bad", when: under("charges"), says: "the charger does not charge" },
    { code: "overcharge", verdict: "bad", when: over("over"), says: "the charger overcharges it" },
    {
      code: "ripple",
      verdict: "bad",
      when: over("ripple"),
      says: "the charger ripples: a diode or a capacitor in it",
    },
  ],
  rows: [
    {
      code: "flat",
      verdict: "doubtful",
      when: under("flat"),
      says: "Flat: charge it and read again before it is condemned.",
    },
    {
      code: "full-unloaded",
      verdict: "doubtful",
      when: all(missing("load"), atLeast("full")),
      says: "Full at rest, which clears nothing: read it under load.",
    },
    {
      code: "unloaded",
      verdict: "doubtful",
      when: missing("load"),
      says: "Not full at rest, which clears nothing: read it under load.",
    },
    {
      code: "rises",
      verdict: "doubtful",
      when: under("rises"),
      says: "It reads more under load than at rest: a charger is on, or the two readings are swapped. Take the charger off and read both again.",
    },
    {
      code: "hardly-loaded",
      verdict: "doubtful",
      when: under("telling"),
      says: "{amps} is no load for it, and clears nothing: give it its real load, or a lamp.",
    },
    {
      code: "no-fall",
      verdict: "doubtful",
      when: all(under("still"), missing("amps")),
      says: "It does not fall at all, as if nothing were on: see that its load runs, and clamp its current.",
    },
    {
      code: "ask-amps",
      verdict: "doubtful",
      when: all(over("ask"), missing("amps")),
      says: "It falls by {falls}: at how many amps? A lamp may not pull it so far, a starter may.",
    },
    { code: "full", verdict: "good", when: atLeast("full"), says: "Full, and it holds its load." },
    {
      code: "tired",
      verdict: "doubtful",
      when: under("tired"),
      says: "Not full, and {loaded} a block under load: flat or worn. Charge it fully and load it again before it is condemned.",
    },
    { code: "holds", verdict: "good", says: "Not full, and it holds its load." },
  ],
  edges: {
    cell: { with: { blocks: "1" }, move: "rest", from: 9, to: 11.5 },
    flat: { with: { blocks: "1", load: "11.5" }, move: "rest", from: 11.6, to: 12.5 },
    full: { with: { blocks: "1", load: "12" }, move: "rest", from: 12.2, to: 13 },
    sags: { with: { blocks: "1", rest: "12.7", amps: "10" }, move: "load", from: 9, to: 12 },
    ask: { with: { blocks: "1", rest: "12.7" }, move: "load", from: 11, to: 12.5 },
    tired: { with: { blocks: "1", rest: "12.3", amps: "10" }, move: "load", from: 11, to: 12 },
    rises: { with: { blocks: "1", rest: "12.7" }, move: "load", from: 12.6, to: 13 },
    still: { with: { blocks: "1", rest: "12.7" }, move: "load", from: 12.6, to: 12.7 },
    telling: { with: { blocks: "1", rest: "12.7", load: "12.4" }, move: "amps", from: 0.1, to: 2 },
    charges: { with: { blocks: "1", rest: "12.7", load: "12" }, move: "charging", from: 12, to: 14 },
    over: { with: { blocks: "1", rest: "12.7", load: "12" }, move: "charging", from: 14, to: 16 },
    ripple: {
      with: { blocks: "1", rest: "12.7", load: "12", charging: "13.8" },
      move: "ripple",
      from: 0.1,
      to: 1,
    },
  },
});

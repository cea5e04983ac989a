import { PRACTICE } from "#core/standards/index.ts";
import { all, any, given, missing, open, over, under, zero } from "../table/conditions.ts";
import { AMP, OHM, quantity, VOLT, VOLTAMP } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

/** How far a small transformer rises without its load, and how near it comes to its rating with it. Common practice, no source. */
const NO_LOAD_RISE = 0.25;
const LOADED_WITHIN = 0.1;
const expected = (r: Reckoning) => (r.get("ratedOut") * r.get("in")) / r.get("ratedIn");

const transformer = fromTable({
  id: "transformer",
  family: "Transformers",
  name: "Control transformer",
  purpose: "Ratio, windings, and whether it keeps its volts under load.",
  live: true,
  prepare: [
    "Ohms dead and proven with both windings' leads off.",
    "Volts live: first unloaded, then with its loads.",
  ],
  probes: [
    { red: "primary", black: "primary", dial: "V AC, and Ω when dead" },
    { red: "secondary", black: "secondary", dial: "V AC, and Ω when dead" },
  ],
  fields: [
    quantity("ratedIn", "Rated primary", VOLT, { usual: [24, 480] }),
    quantity("ratedOut", "Rated secondary, loaded", VOLT, { usual: [3, 240] }),
    quantity("va", "Rated power", VOLTAMP, { usual: [1, 1000] }),
    quantity("in", "Primary reads", VOLT, { usual: [0, 600] }),
    quantity("open", "Secondary, no load", VOLT, { optional: true, usual: [0, 600] }),
    quantity("loaded", "Secondary, loaded", VOLT, { optional: true, usual: [0, 600] }),
    quantity("load", "Load current", AMP, { optional: true, usual: [0, 100] }),
    quantity("primary", "Primary ohms", OHM, { optional: true }),
    quantity("secondary", "Secondary ohms", OHM, { optional: true }),
  ],
  types: ["transformer", "power-transformer"],
  figures: {
    expected: { shown: "V", of: expected },
    used: {
      shown: "VA",
      of: (r) => {
        const load = r.maybe("load");
        return load === undefined ? undefined : load * (r.maybe("loaded") ?? r.get("ratedOut"));
      },
    },
    share: {
      shown: "share",
      of: (r) => {
        const used = r.maybe("used");
        return used === undefined ? undefined : used / r.get("va");
      },
    },
  },
  working: ["{in} · {ratedOut} / {ratedIn} = {expected} at its rated load", "{used} of {va}"],
  limits: {
    fed: { of: "in", at: (r) => 0.85 * r.get("ratedIn"), text: "fed from {at} on", source: PRACTICE },
    overfed: {
      of: "in",
      at: (r) => 1.15 * r.get("ratedIn"),
      text: "and up to {at}",
      source: PRACTICE,
    },
    power: { of: "share", at: 1.05, text: "its loads together within {at} of its VA", source: PRACTICE },
    openLow: { of: "open", at: (r) => 0.9 * expected(r), text: "no load: at least {at}", source: PRACTICE },
    openHigh: {
      of: "open",
      at: (r) => (1 + NO_LOAD_RISE) * expected(r),
      text: "no load: at most {at}, 25 % above its rating",
      source: PRACTICE,
    },
    loadedLow: {
      of: "loaded",
      at: (r) => (1 - LOADED_WITHIN) * expected(r),
      text: "loaded: at least {at}",
      source: PRACTICE,
    },
    loadedHigh: {
      of: "loaded",
      at: (r) => (1 + LOADED_WITHIN) * expected(r),
      text: "loaded: at most {at}",
      source: PRACTICE,
    },
  },
  rows: [
    {
      code: "primary-open",
      verdict: "bad",
      when: open("primary"),
      says: "The primary is open: many have a thermal fuse inside it.",
    },
    { code: "secondary-open", verdict: "bad", when: open("secondary"), says: "The secondary is open." },
    {
      code: "not-fed",
      verdict: "doubtful",
      when: under("fed"),
      says: "Its primary does not get its volts: look before it first.",
    },
    {
      code: "overfed",
      verdict: "doubtful",
      when: over("overfed"),
      says: "Its primary gets {in}, made for {ratedIn}: the wrong tap, or the wrong supply. It burns so; switch it off before anything else is read.",
    },
    {
      code: "overloaded",
      verdict: "doubtful",
      when: over("power"),
      says: "Overloaded: {share} of its VA. Find the load that draws too much, or take one off.",
    },
    {
      code: "nothing-out",
      verdict: "bad",
      when: any(zero("open"), all(missing("open"), zero("loaded"))),
      says: "Its primary is fed and nothing comes out: the secondary or what protects it is open. Ohms, dead and both leads off, tell which.",
    },
    {
      code: "low",
      verdict: "bad",
      when: under("openLow"),
      says: "Too few volts even without load: shorted turns, or a wrong tap.",
    },
    {
      code: "high",
      verdict: "doubtful",
      when: over("openHigh"),
      says: "Too many volts without load: a wrong tap of the primary.",
    },
    {
      code: "high-loaded",
      verdict: "doubtful",
      when: over("loadedHigh"),
      says: "Too many volts even loaded: a wrong tap of the primary, another transformer, or hardly any load.",
    },
    {
      code: "sags",
      verdict: "bad",
      when: all(under("loadedLow"), given("open")),
      says: "It sags under load: shorted turns, or a load that draws too much.",
    },
    {
      code: "low-loaded",
      verdict: "bad",
      when: under("loadedLow"),
      says: "Too few volts loaded: read it unloaded to tell the transformer from its load.",
    },
    {
      code: "not-read",
      verdict: "doubtful",
      when: all(missing("open"), missing("loaded")),
      says: "Enter its secondary, unloaded or loaded.",
    },
    { code: "good", verdict: "good", says: "Reads correctly." },
  ],
  edges: {
    fed: { with: { ratedIn: "230", ratedOut: "24", va: "40" }, move: "in", from: 150, to: 230 },
    overfed: { with: { ratedIn: "230", ratedOut: "24", va: "40" }, move: "in", from: 230, to: 300 },
    power: {
      with: { ratedIn: "230", ratedOut: "24", va: "40", in: "230", loaded: "24" },
      move: "load",
      from: 1,
      to: 3,
    },
    openLow: {
      with: { ratedIn: "230", ratedOut: "24", va: "40", in: "230" },
      move: "open",
      from: 15,
      to: 24,
    },
    openHigh: {
      with: { ratedIn: "230", ratedOut: "24", va: "40", in: "230" },
      move: "open",
      from: 24,
      to: 40,
    },
    loadedLow: {
      with: { ratedIn: "230", ratedOut: "24", va: "40", in: "230" },
      move: "loaded",
      from: 15,
      to: 24,
    },
    loadedHigh: {
      with: { ratedIn: "230", ratedOut: "24", va: "40", in: "230" },
      move: "loaded",
      from: 24,
      to: 40,
    },
  },
});

export const TRANSFORMER_TESTS = [transformer] as const;

import { PRACTICE } from "#core/standards/index.ts";
import {
  all,
  any,
  atLeast,
  atMost,
  decided,
  is,
  missing,
  negative,
  not,
  over,
  under,
} from "../table/conditions.ts";
import { choice, HERTZ, MICROAMP, MILLIMETRE, PLAIN, quantity, VOLT } from "../table/fields.ts";
import { fromTable } from "../table/table.ts";

/** Where the board's own least is not known, A. Common practice, no source. */
const USUAL_LEAST = 1e-6;

const flame = fromTable({
  id: "flame-current",
  family: "Flame and flow",
  name: "Flame current",
  purpose: "Microamps through the flame, before and after the rod is cleaned.",
  live: true,
  prepare: [
    "Meter in series with the rod's lead, on µA DC, before the burner starts.",
    "Gas work belongs to licensed people; smell, shut off, ventilate.",
  ],
  probes: [{ red: "board's flame terminal", black: "the rod's lead", dial: "µA DC", note: "in series" }],
  fields: [
    quantity("reads", "With flame", MICROAMP, { signed: true, usual: [0, 50e-6] }),
    quantity("least", "The board's least", MICROAMP, {
      optional: true,
      usual: [0.1e-6, 10e-6],
      hint: "1 µA if left empty",
    }),
    choice("cleaned", "The rod was", [
      ["no", "not cleaned yet"],
      ["yes", "cleaned with fine wool, and the burner's earth too"],
    ]),
  ],
  types: ["flame-sensor"],
  figures: {
    needs: { shown: "A", of: (r) => r.maybe("least") ?? USUAL_LEAST },
    times: { shown: "times the least", digits: 2, of: (r) => r.get("reads") / r.get("needs") },
  },
  working: ["{reads} / {needs} = {times}"],
  limits: {
    enough: { of: "times", at: 2, text: "at least {at}; clean before it is replaced", source: PRACTICE },
    least: { of: "times", at: 1, text: "too little below {at}", source: PRACTICE },
  },
  rows: [
    {
      code: "turned",
      verdict: "doubtful",
      when: negative("reads"),
      says: "Negative: the meter's leads are the other way round. The size counts.",
    },
    { code: "enough", verdict: "good", when: atLeast("enough"), says: "Enough current." },
    {
      code: "clean",
      verdict: "doubtful",
      when: is("cleaned", "no"),
      says: "Too little: clean the rod and the burner's earth, then read again.",
    },
    {
      code: "too-little",
      verdict: "bad",
      when: under("least"),
      says: "Too little even when clean: a cracked insulator, a rod out of the flame, a bad earth.",
    },
    {
      code: "barely",
      verdict: "bad",
      says: "Barely enough: it will drop out. Look at the rod's place and the earth.",
    },
  ],
  edges: {
    enough: { with: { least: "1", cleaned: "yes" }, move: "reads", from: 1.2e-6, to: 4e-6 },
    least: { with: { least: "1", cleaned: "yes" }, move: "reads", from: 0.3e-6, to: 1.8e-6 },
  },
});

const gap = fromTable({
  id: "spark-gap",
  family: "Flame and flow",
  name: "Spark gap",
  purpose: "Whether the gap is one that the driver can jump.",
  prepare: ["Dead, gas shut.", "A feeler gauge between electrode and earth."],
  probes: [],
  fields: [
    quantity("gap", "Gap", MILLIMETRE, { usual: [0, 0.02], gauge: true, hint: "4 or 5/32 in" }),
    choice("touches", "The electrode", [
      ["free", "stands free"],
      ["touches", "touches metal, or its insulator is cracked"],
    ]),
  ],
  types: ["spark-gap", "spark-driver"],
  figures: { inch: { shown: "inch", of: (r) => r.get("gap") / 0.0254 } },
  working: ["{gap} = {inch}"],
  limits: {
    short: { of: "gap", at: 0.5e-3, text: "shorted below {at}", source: PRACTICE },
    narrow: { of: "gap", at: 3.15e-3, shown: "mm", text: "from {at} (1/8 inch)", source: PRACTICE },
    wide: { of: "gap", at: 4.85e-3, shown: "mm", text: "up to {at} (3/16 inch)", source: PRACTICE },
  },
  rows: [
    {
      code: "shorts",
      verdict: "bad",
      when: any(is("touches", "touches"), under("short")),
      says: "It shorts the driver: bend it free or replace it, before the driver is condemned.",
    },
    { code: "narrow", verdict: "doubtful", when: under("narrow"), says: "Too narrow: a weak spark." },
    {
      code: "wide",
      verdict: "bad",
      when: over("wide"),
      says: "Too wide: it may not jump, and looks for another way.",
    },
    { code: "right", verdict: "good", says: "Right." },
  ],
  edges: {
    short: { with: { touches: "free" }, move: "gap", from: 1e-4, to: 2e-3 },
    narrow: { with: { touches: "free" }, move: "gap", from: 2e-3, to: 4e-3 },
    wide: { with: { touches: "free" }, move: "gap", from: 4e-3, to: 6e-3 },
  },
});

const hall = fromTable({
  id: "hall",
  family: "Flame and flow",
  name: "Hall or reed pulse sensor",
  purpose: "Whether its output swings as a magnet passes.",
  live: true,
  prepare: ["Live, extra-low voltage. Turn the wheel slowly by hand, supply shut."],
  probes: [
    { red: "plus", black: "minus", dial: "V DC" },
    { red: "output", black: "minus", dial: "V DC", note: "highest and lowest while turning" },
  ],
  fields: [
    quantity("supply", "Supply at it", VOLT, { usual: [3, 30], zero: true }),
    quantity("high", "Output, highest", VOLT, { usual: [0, 50] }),
    quantity("low", "Output, lowest", VOLT, { usual: [0, 50] }),
  ],
  types: ["pulse-sensor"],
  figures: {
    highShare: { shown: "share", of: (r) => shareOf(r.get("high"), r.get("supply")) },
    lowShare: { shown: "share", of: (r) => shareOf(r.get("low"), r.get("supply")) },
    swing: { shown: "share", of: (r) => shareOf(r.get("high") - r.get("low"), r.get("supply")) },
  },
  working: ["high {highShare}, low {lowShare} of {supply}"],
  limits: {
    supply: { of: "supply", at: 3, text: "supplied from {at} on", source: PRACTICE },
    swing: { of: "swing", at: 0.1, text: "it swings by {at} or more of its supply", source: PRACTICE },
    stuckHigh: { of: "highShare", at: 0.3, text: "stuck low below {at}", source: PRACTICE },
    high: { of: "highShare", at: 0.7, text: "high from {at}", source: PRACTICE },
    low: { of: "lowShare", at: 0.15, text: "low up to {at}", source: PRACTICE },
    above: { of: "highShare", at: 1.1, text: "never above {at}", source: "what a supply is" },
  },
  rows: [
    {
      code: "no-supply",
      verdict: "doubtful",
      when: under("supply"),
      says: "It has no supply ({supply}): look there first.",
    },
    {
      code: "contradiction",
      verdict: "doubtful",
      when: any(over("above"), negative("swing")),
      says: "An output cannot lie above its supply, nor its highest below its lowest: read them again.",
    },
    {
      code: "stays-low",
      verdict: "bad",
      when: all(under("swing"), under("stuckHigh")),
      says: "It stays low: shorted output, or no pull-up.",
    },
    {
      code: "stays-high",
      verdict: "bad",
      when: under("swing"),
      says: "It stays high: dead, its magnet is gone, or the wheel does not turn.",
    },
    { code: "swings", verdict: "good", when: all(atLeast("high"), atMost("low")), says: "It swings." },
    {
      code: "weak",
      verdict: "doubtful",
      says: "It swings, but not fully: a weak pull-up, or a magnet too far off.",
    },
  ],
  edges: {
    supply: { with: { high: "2.9", low: "0.1" }, move: "supply", from: 2.7, to: 5 },
    swing: { with: { supply: "10", low: "0" }, move: "high", from: 0.5, to: 2 },
    stuckHigh: { with: { supply: "10", low: "2.9" }, move: "high", from: 2.9, to: 3.5 },
    high: { with: { supply: "10", low: "0" }, move: "high", from: 5, to: 10 },
    low: { with: { supply: "10", high: "10" }, move: "low", from: 0, to: 3 },
    above: { with: { supply: "10", low: "0" }, move: "high", from: 10, to: 15 },
  },
});

const shareOf = (part: number, whole: number): number | undefined => (whole === 0 ? undefined : part / whole);

/** Litres a minute from pulses a second: f·60 / pulses per litre. */
export const litresPerMinute = (hertz: number, pulsesPerLitre: number): number =>
  (60 * hertz) / pulsesPerLitre;

const flow = fromTable({
  id: "flow",
  family: "Flame and flow",
  name: "Flow sensor, pulses to flow",
  purpose: "The flow that a pulse rate means, against a bucket and a watch.",
  live: true,
  prepare: ["Live, water running into a measuring jug."],
  probes: [{ red: "output", black: "minus", dial: "Hz" }],
  fields: [
    quantity("hertz", "It gives", HERTZ, { usual: [0, 2000] }),
    quantity("k", "Pulses a litre", PLAIN, { usual: [50, 10_000] }),
    quantity("jug", "Jug: litres a minute", PLAIN, { optional: true, usual: [0, 100] }),
  ],
  types: ["pulse-sensor"],
  figures: {
    rate: { shown: "litres a minute", of: (r) => litresPerMinute(r.get("hertz"), r.get("k")) },
    off: {
      shown: "litres a minute",
      of: (r) => {
        const jug = r.maybe("jug");
        return jug === undefined ? undefined : Math.abs(r.get("rate") - jug);
      },
    },
  },
  working: ["60 · {hertz} / {k} = {rate}"],
  limits: {
    agrees: {
      of: "off",
      at: (r) => 0.1 * (r.maybe("jug") ?? 0),
      text: "within {at} of the jug: 10 %",
      source: PRACTICE,
    },
  },
  rows: [
    { code: "told", verdict: "told", when: missing("jug"), says: "{rate}." },
    { code: "agrees", verdict: "good", when: not(over("agrees")), says: "It agrees with the jug." },
    {
      code: "few",
      verdict: "bad",
      when: decided([], (r) => r.get("rate") < r.get("jug")),
      says: "It counts too few: a stuck or dirty wheel.",
    },
    { code: "many", verdict: "bad", says: "It counts too many: air, or noise on its lead." },
  ],
  edges: {
    agrees: { with: { k: "450", jug: "5" }, move: "hertz", from: 37.5, to: 50 },
  },
});

export const FLAME_TESTS = [flame, gap, hall, flow] as const;

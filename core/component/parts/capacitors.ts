import { PRACTICE } from "#core/standards/index.ts";
import { all, any, given, is, missing, not, open, over, under } from "../table/conditions.ts";
import { AMP, choice, faradsRead, HERTZ, MICROFARAD, OHM, quantity, VOLT } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { discharge } from "./discharge.ts";
import { replacement } from "./capacitorReplacement.ts";

/**
 * Peak-to-peak ripple of a smoothing capacitor behind a rectifier, V: the charge the load takes between two peaks,
 * I/(f·C), with f twice the mains frequency for a bridge. An upper estimate: the diodes conduct for a part of the time.
 */
export function rippleVolts(amps: number, farads: number, mainsHertz: number, pulses: 1 | 2 = 2): number {
  return amps / (pulses * mainsHertz * farads);
}

/** tan δ at 120 Hz up to a rated voltage, from memory of the usual limits of general-purpose aluminium electrolytics. */
const TAN_DELTA: readonly (readonly [volts: number, tan: number])[] = [
  [10, 0.22],
  [16, 0.17],
  [25, 0.15],
  [50, 0.12],
  [100, 0.1],
  [250, 0.15],
  [Infinity, 0.2],
];

/** Typical equivalent series resistance of such an electrolytic at 20 °C, Ω: used 100 kHz readings lie at about a quarter of tan δ/(2πfC). */
export function typicalEsr(farads: number, ratedVolts: number): number {
  const [, tan] = TAN_DELTA.find(([upTo]) => ratedVolts <= upTo)!;
  return Math.max(0.02, (0.25 * tan) / (2 * Math.PI * 120 * farads));
}

const DISCHARGE = "Discharge through a resistor, then measure: below 30 V before it is touched.";

/** What a section of a run capacitor may be, each with its words. */
const section = (share: string, reads: string, it: string) =>
  [
    {
      code: `${reads}-over`,
      verdict: "bad",
      when: open(reads),
      says: `${it} reads OL: shorted, or more than the meter's range`,
    },
    { code: `${reads}-lost`, verdict: "bad", when: under("replace", share), says: `${it} has lost too much` },
    {
      code: `${reads}-much`,
      verdict: "bad",
      when: all(over("most", share), not(open(reads))),
      says: `${it} reads too much: leaky or miswired`,
    },
    {
      code: `${reads}-out`,
      verdict: "doubtful",
      when: all(
        any(under("low", share), over("high", share)),
        not(under("replace", share)),
        not(over("most", share)),
      ),
      says: `${it} is out of tolerance and not yet at the limit`,
    },
  ] as const;

const shareOf = (reads: string, label: string) => (r: Reckoning) => {
  const [read, should] = [r.maybe(reads), r.maybe(label)];
  return read === undefined || should === undefined ? undefined : read / should;
};

const run = fromTable({
  id: "run-capacitor",
  family: "Capacitors",
  name: "Run capacitor, single or dual",
  purpose: "Whether a motor's capacitor still has what its label says.",
  stored: true,
  prepare: [
    "Dead and proven.",
    DISCHARGE,
    "Lift its leads; of a dual one measure each section to the common (C).",
  ],
  probes: [
    { red: "terminal", black: "common (C)", dial: "capacitance" },
    { red: "second terminal", black: "common (C)", dial: "capacitance", note: "dual only" },
  ],
  fields: [
    quantity("label", "Label", MICROFARAD, { usual: [0.5e-6, 200e-6] }),
    faradsRead("reads", "It reads", { usual: [0, 250e-6] }),
    quantity("label2", "Second section, label", MICROFARAD, { optional: true, usual: [0.5e-6, 200e-6] }),
    faradsRead("reads2", "Second section, reads", { optional: true, usual: [0, 250e-6] }),
  ],
  types: ["capacitor"],
  figures: {
    share: { shown: "share", of: shareOf("reads", "label") },
    share2: { shown: "share", of: shareOf("reads2", "label2") },
  },
  working: ["{reads} / {label} = {share}", "second section {reads2} / {label2} = {share2}"],
  limits: {
    low: { of: "share", at: 0.94, text: "good from {at} of its label", source: PRACTICE },
    // A hair above, for 1.06 has no exact binary fraction.
    high: { of: "share", at: 1.06 + 1e-9, text: "good up to {at}", source: PRACTICE },
    replace: { of: "share", at: 0.9, text: "replaced below {at}", source: PRACTICE },
    most: { of: "share", at: 1.2, text: "leaky or miswired above {at}", source: PRACTICE },
  },
  gather: [...section("share", "reads", "it"), ...section("share2", "reads2", "the second section")],
  rows: [
    { code: "both", verdict: "good", when: given("share2"), says: "Both sections are good." },
    { code: "good", verdict: "good", says: "It is good." },
  ],
  edges: {
    low: { with: { label: "100" }, move: "reads", from: 91e-6, to: 99e-6 },
    high: { with: { label: "100" }, move: "reads", from: 101e-6, to: 115e-6 },
    replace: { with: { label: "100" }, move: "reads", from: 80e-6, to: 93e-6 },
    most: { with: { label: "100" }, move: "reads", from: 110e-6, to: 150e-6 },
  },
});

const electrolytic = fromTable({
  id: "electrolytic",
  family: "Capacitors",
  name: "Electrolytic on a board",
  purpose: "Capacitance, series resistance and looks of a smoothing capacitor.",
  stored: true,
  prepare: [
    "Dead and proven.",
    DISCHARGE,
    "In circuit an ESR meter may be used; capacitance only with one end lifted.",
  ],
  probes: [{ red: "plus", black: "minus (stripe)", dial: "capacitance, then ESR" }],
  fields: [
    choice("looks", "It looks", [
      ["whole", "flat top, dry foot, board not discoloured"],
      ["bad", "bulged, vented, crusted, or board discoloured under it"],
    ]),
    quantity("label", "Label", MICROFARAD, { usual: [0.1e-6, 0.05] }),
    quantity("volts", "Rated volts", VOLT, { usual: [4, 500] }),
    faradsRead("reads", "It reads", { optional: true, usual: [0, 0.06] }),
    quantity("esr", "ESR", OHM, { optional: true, open: true, usual: [0, 100] }),
    quantity("leak", "Ohms after a minute, out of circuit", OHM, { optional: true }),
  ],
  types: ["capacitor"],
  figures: {
    typical: { shown: "Ω", digits: 2, of: (r) => typicalEsr(r.get("label"), r.get("volts")) },
    share: { shown: "share", of: shareOf("reads", "label") },
    times: {
      shown: "times the typical ESR",
      digits: 2,
      of: (r) => {
        const esr = r.maybe("esr");
        return esr === undefined ? undefined : esr / r.get("typical");
      },
    },
  },
  working: ["{reads} / {label} = {share}", "{esr} / {typical} = {times}"],
  limits: {
    lost: { of: "share", at: 0.8, text: "at least {at} of its label, as most are made", source: PRACTICE },
    much: { of: "share", at: 1.2, text: "at most {at} of its label", source: PRACTICE },
    esrBad: {
      of: "esr",
      at: (r) => 3 * r.get("typical"),
      text: "ESR typically {typical}; bad above three times that, {at}",
      source: PRACTICE,
    },
    esrHigh: {
      of: "esr",
      at: (r) => 1.7 * r.get("typical"),
      text: "on the high side above {at}",
      source: PRACTICE,
    },
    leak: { of: "leak", at: 1e5, text: "it reads {at} or more after a minute", source: PRACTICE },
  },
  gather: [
    { code: "looks", verdict: "bad", when: is("looks", "bad"), says: "its looks condemn it" },
    {
      code: "over",
      verdict: "doubtful",
      when: open("reads"),
      says: "it reads OL: shorted, leaky, or more than the meter's range: take its ohms",
    },
    { code: "lost", verdict: "bad", when: under("lost"), says: "it has lost capacitance" },
    { code: "esr", verdict: "bad", when: over("esrBad"), says: "its series resistance is too high" },
    { code: "leaks", verdict: "bad", when: under("leak"), says: "it leaks ({leak})" },
    {
      code: "much",
      verdict: "doubtful",
      when: all(over("much"), not(open("reads"))),
      says: "it reads too much: it leaks, or something is wired beside it",
    },
    {
      code: "esr-high",
      verdict: "doubtful",
      when: all(over("esrHigh"), not(over("esrBad"))),
      says: "its series resistance is on the high side",
    },
  ],
  rows: [
    {
      code: "looks-only",
      verdict: "doubtful",
      when: all(missing("reads"), missing("esr")),
      says: "It looks whole, which proves little: measure its ESR or its capacitance.",
    },
    { code: "good", verdict: "good", says: "Good by what was measured." },
  ],
  edges: {
    lost: { with: { looks: "whole", label: "1000", volts: "35" }, move: "reads", from: 600e-6, to: 950e-6 },
    much: { with: { looks: "whole", label: "1000", volts: "35" }, move: "reads", from: 1050e-6, to: 1500e-6 },
    esrBad: { with: { looks: "whole", label: "1000", volts: "25" }, move: "esr", from: 0.1, to: 0.3 },
    esrHigh: { with: { looks: "whole", label: "1000", volts: "25" }, move: "esr", from: 0.05, to: 0.12 },
    leak: {
      with: { looks: "whole", label: "1000", volts: "25", esr: "0.03" },
      move: "leak",
      from: 1e3,
      to: 1e6,
    },
  },
});

const ripple = fromTable({
  id: "ripple",
  family: "Capacitors",
  name: "Ripple on a rectified rail",
  purpose: "How much a rail may ripple with a good capacitor, and what capacitance a reading means.",
  live: true,
  prepare: ["Live, with the load running.", "V AC across the capacitor, then V DC."],
  probes: [{ red: "plus", black: "minus", dial: "V AC" }],
  fields: [
    quantity("farads", "Capacitor, label", MICROFARAD, { usual: [10e-6, 0.05] }),
    quantity("amps", "Load current", AMP, { usual: [0.001, 50] }),
    quantity("hertz", "Mains", HERTZ, { usual: [45, 65] }),
    choice("pulses", "Rectifier", [
      ["2", "bridge, or two diodes"],
      ["1", "one diode"],
    ]),
    quantity("reads", "V AC across it", VOLT, { optional: true, usual: [0, 50] }),
  ],
  types: ["capacitor"],
  figures: {
    peak: {
      shown: "V",
      of: (r) =>
        rippleVolts(r.get("amps"), r.get("farads"), r.get("hertz"), r.word("pulses") === "1" ? 1 : 2),
    },
    // A sawtooth's RMS value is its peak-to-peak over 2·√3.
    rms: { shown: "V", of: (r) => r.get("peak") / (2 * Math.sqrt(3)) },
    left: {
      shown: "share",
      of: (r) => {
        const reads = r.maybe("reads");
        return reads === undefined || reads === 0 ? undefined : Math.min(1, r.get("rms") / reads);
      },
    },
    seems: {
      shown: "F",
      of: (r) => {
        const left = r.maybe("left");
        return left === undefined ? undefined : r.get("farads") * left;
      },
    },
  },
  findings: { pulseText: (r) => r.word("pulses") },
  working: [
    "I / (pulses · f · C) = {amps} / ({pulseText} · {hertz} · {farads}) = {peak} peak to peak",
    "as V AC: that / (2·√3) = {rms}",
    "{reads} would be {seems} at this load",
  ],
  limits: {
    hardly: {
      of: "reads",
      at: (r) => 0.3 * r.get("rms"),
      text: "less than {at} is not this load on this capacitor",
      source: PRACTICE,
    },
    good: { of: "reads", at: (r) => 1.2 * r.get("rms"), text: "V AC up to {at} is good", source: PRACTICE },
    bad: { of: "reads", at: (r) => 2 * r.get("rms"), text: "above {at} it is bad", source: PRACTICE },
  },
  facts: [{ text: "charge taken between two peaks; a sawtooth's RMS", source: "closed form" }],
  rows: [
    {
      code: "computed",
      verdict: "told",
      when: missing("reads"),
      says: "A good capacitor leaves about {rms} AC there, {peak} peak to peak.",
    },
    {
      code: "hardly",
      verdict: "doubtful",
      when: under("hardly"),
      says: "Hardly any ripple where {amps} should leave about {rms}: the load does not run, the meter stands on DC, or other capacitors are in parallel. It clears nothing.",
    },
    { code: "good", verdict: "good", when: not(over("good")), says: "No more ripple than a good one has." },
    {
      code: "bad",
      verdict: "bad",
      when: over("bad"),
      says: "More ripple than belongs there: about {left} of its capacitance is left, or a diode is missing, or the load draws more.",
    },
    {
      code: "more",
      verdict: "doubtful",
      says: "More ripple than belongs there: about {left} of its capacitance is left, or a diode is missing, or the load draws more.",
    },
  ],
  edges: {
    hardly: { with: { farads: "2200", amps: "0.5", hertz: "50" }, move: "reads", from: 0.05, to: 0.5 },
    good: { with: { farads: "2200", amps: "0.5", hertz: "50" }, move: "reads", from: 0.5, to: 1.2 },
    bad: { with: { farads: "2200", amps: "0.5", hertz: "50" }, move: "reads", from: 1, to: 2 },
  },
});

export const CAPACITOR_TESTS = [run, electrolytic, ripple, discharge, replacement] as const;

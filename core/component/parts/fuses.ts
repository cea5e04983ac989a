import { fuseGates, fuseSeconds, fuseSheet, PRACTICE, type FuseSheet } from "#core/standards/index.ts";
import { all, atMost, is, open, over, under } from "../table/conditions.ts";
import { AMP, choice, OHM, quantity, VOLT, WHERE } from "../table/fields.ts";
import { show, type Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { thermalFuse } from "./thermalFuse.ts";
import type { Chart } from "../table/test.ts";

/** A fuse of an ampere or more drops at most so much at its rating, V. Common practice, no source. */
const DROP_AT_RATING = 0.3;
/**
 * Thinner wire drops more: cold, a good one reads about 20 Ω at 63 mA, 9 Ω at 100 mA and 2 Ω at 200 mA, so V = k·I^−0.73;
 * the limit is 1.6 times that. Common practice, no source.
 */
const THIN_DROP = 1.6 * 0.17;
const THIN_POWER = -0.73;
/** The leads and the tips of the probes, Ω. Common practice, no source. */
const LEAD_OHMS = 0.5;

/** The most volts that a good fuse drops at its rating, cold. */
function fuseDrop(ratedAmps: number): number {
  return Math.max(DROP_AT_RATING, THIN_DROP * ratedAmps ** THIN_POWER);
}

const fuseOhms = fromTable({
  id: "fuse-ohms",
  family: "Fuses and breakers",
  name: "Fuse, ohms",
  purpose: "Whether a fuse conducts. Its looks say nothing: a slow one can look whole and be open.",
  prepare: ["Dead and proven.", "Take the fuse out of its holder, or lift one end."],
  probes: [{ red: "one cap", black: "the other cap", dial: "Ω" }],
  fields: [
    WHERE,
    quantity("amps", "Rated current", AMP, { usual: [0.03, 63] }),
    quantity("ohms", "It reads", OHM, { hint: "OL if the meter shows it" }),
  ],
  types: ["fuse", "soldered-fuse", "breaker"],
  figures: { drop: { shown: "V", digits: 2, of: (r) => fuseDrop(r.get("amps")) } },
  working: [`limit = ${LEAD_OHMS} Ω of leads + {drop} / {amps}`],
  limits: {
    most: {
      of: "ohms",
      at: (r) => LEAD_OHMS + fuseDrop(r.get("amps")) / r.get("amps"),
      text: "a good one reads at most {at}, leads included",
      source: PRACTICE,
    },
    surely: {
      of: "ohms",
      at: (r) => 1.2 * (LEAD_OHMS + fuseDrop(r.get("amps")) / r.get("amps")),
      text: "bad above {at}",
      source: PRACTICE,
    },
  },
  rows: [
    {
      code: "blown",
      verdict: "bad",
      when: open("ohms"),
      says: "Blown: it is open. Find what blew it before another goes in.",
    },
    {
      code: "high",
      verdict: "bad",
      when: over("surely"),
      says: "{ohms} is too much for a fuse of {amps}: cracked inside, or corroded caps.",
    },
    {
      code: "somewhat-high",
      verdict: "doubtful",
      when: over("most"),
      says: "{ohms} is more than most fuses of {amps} read. Hold the probes together, clean the caps, and compare it with a new one of the same kind.",
    },
    {
      code: "in-circuit",
      verdict: "doubtful",
      when: is("where", "in"),
      says: "It conducts, or something beside it does: what is wired across the holder reads as well. Lift one end.",
    },
    { code: "whole", verdict: "good", says: "It conducts: {ohms}." },
  ],
  edges: {
    most: { with: { where: "out", amps: "10" }, move: "ohms", from: 0.1, to: 0.6 },
    surely: { with: { where: "out", amps: "10" }, move: "ohms", from: 0.55, to: 10 },
  },
});

/** Volts lost in a good fuse and its holder at most, and the share by which two readings of one supply differ. Common practice, no source. */
const LOST_IN_FUSE = 0.5;
const METER_SHARE = 0.005;

const fuseLive = fromTable({
  id: "fuse-live",
  family: "Fuses and breakers",
  name: "Fuse or breaker, volts at each end",
  purpose: "Finds an open fuse without taking it out: both ends against the return.",
  live: true,
  prepare: [
    "Live, with the circuit asked to draw current.",
    "Black probe on the neutral or the negative, proven.",
  ],
  probes: [
    { red: "supply end", black: "return", dial: "V" },
    { red: "load end", black: "return", dial: "V" },
    { red: "supply end", black: "load end", dial: "V", note: "the difference, as a cross-check" },
  ],
  fields: [
    choice("load", "Is the load switched on?", [
      ["on", "yes, it should draw current"],
      ["off", "no, or not known"],
    ]),
    quantity("nominal", "Supply should be", VOLT, { usual: [3, 480] }),
    quantity("feed", "Supply end", VOLT, { usual: [0, 600] }),
    quantity("out", "Load end", VOLT, { usual: [0, 600] }),
  ],
  types: ["fuse", "soldered-fuse", "breaker", "thermal-fuse"],
  figures: {
    across: { shown: "V", of: (r) => Math.abs(r.get("feed") - r.get("out")) },
    more: { shown: "V", of: (r) => r.get("out") - r.get("feed") },
  },
  working: ["across = |{feed:4} − {out:4}| = {across}"],
  limits: {
    present: {
      of: "feed",
      at: (r) => 0.85 * r.get("nominal"),
      text: "supply present from {at} on",
      source: PRACTICE,
    },
    lost: {
      of: "across",
      at: (r) => Math.max(LOST_IN_FUSE, METER_SHARE * r.get("nominal")),
      text: "lost in a good fuse and its holder: at most {at}; two readings to the return differ by so much anyway",
      source: PRACTICE,
    },
    beyond: {
      of: "more",
      at: (r) => Math.max(LOST_IN_FUSE, METER_SHARE * r.get("nominal")),
      text: "the load end has at most {at} more than the supply end",
      source: PRACTICE,
    },
    gone: {
      of: "out",
      at: (r) => 0.3 * r.get("nominal"),
      text: "open: less than {at} at the load end",
      source: PRACTICE,
    },
  },
  rows: [
    {
      code: "no-supply",
      verdict: "doubtful",
      when: under("present"),
      says: "The supply end itself is short of its volts: look before the fuse first.",
    },
    {
      code: "turned",
      verdict: "doubtful",
      when: over("beyond"),
      says: "The load end reads {more} more than the supply end: the ends are swapped, the volts changed between the two readings, or it is fed from the other side. Read both again.",
    },
    {
      code: "open",
      verdict: "bad",
      when: all(over("lost"), under("gone")),
      says: "Open: volts on one end and not on the other.",
    },
    {
      code: "loses",
      verdict: "bad",
      when: over("lost"),
      says: "It loses {across}: a bad contact in the holder, or a fuse about to part.",
    },
    {
      code: "no-load",
      verdict: "doubtful",
      when: is("load", "off"),
      says: "Both ends read alike, but nothing draws current: a cracked fuse passes the meter's own current. Switch the load on.",
    },
    { code: "conducts", verdict: "good", says: "Both ends read alike under load: it conducts." },
  ],
  edges: {
    present: { with: { load: "on", nominal: "230", out: "195" }, move: "feed", from: 100, to: 230 },
    lost: { with: { load: "on", nominal: "12", feed: "12" }, move: "out", from: 11, to: 12 },
    beyond: { with: { load: "on", nominal: "12", feed: "12" }, move: "out", from: 12.1, to: 13 },
    gone: { with: { load: "on", nominal: "230", feed: "230" }, move: "out", from: 10, to: 200 },
  },
});

const CAUSES: Readonly<Record<string, string>> = {
  once: "A fuse that goes at once, every time, sees a short: strip the loads before another goes in.",
  minutes: "A fuse that goes after minutes sees an overload: clamp the currents and add them up.",
  sometimes: "A fuse that goes now and then sees a spike, water, or two loads that start together.",
};
const sheetOf = (r: Reckoning) => r.word("sheet") as FuseSheet;

const fuseCurve = fromTable({
  id: "fuse-curve",
  family: "Fuses and breakers",
  name: "Fuse, why it blew and how fast",
  purpose:
    "How long a fuse of this rating and kind holds an overload, and what its end says about the cause.",
  prepare: [
    "Look at the fuse in good light, out of its holder.",
    "Glass or ceramic, F or T: both stand on the cap and in the maker's list.",
  ],
  probes: [],
  fields: [
    quantity("amps", "Rated current", AMP, { usual: [0.03, 63] }),
    choice(
      "sheet",
      "Kind",
      (["3", "2", "5", "1", "6", "ul-slow", "ul-fast"] satisfies FuseSheet[]).map(
        (s) => [s, fuseSheet(s).name] as const,
      ),
    ),
    quantity("load", "Current through it", AMP, {
      hint: "measured, or from the ratings",
      usual: [0.001, 2000],
    }),
    choice("when", "It blew", [
      ["once", "at once, every time"],
      ["minutes", "after minutes of running"],
      ["sometimes", "now and then"],
    ]),
  ],
  types: ["fuse", "soldered-fuse"],
  figures: {
    multiple: { shown: "times its rating", of: (r) => r.get("load") / r.get("amps") },
    least: { shown: "s", of: (r) => fuseSeconds(r.get("multiple"), sheetOf(r), r.get("amps"))?.least },
    most: { shown: "s", of: (r) => fuseSeconds(r.get("multiple"), sheetOf(r), r.get("amps"))?.most },
  },
  findings: { cause: (r) => CAUSES[r.word("when")] },
  working: ["{load} / {amps} = {multiple}"],
  limits: {
    rating: { of: "multiple", at: 1, text: "it carries {at} for good", source: "what a rating is" },
    gate: {
      of: "multiple",
      at: (r) => fuseGates(sheetOf(r), r.get("amps"))[0]!.at,
      text: "its first gate lies at {at}",
      source: "IEC 60127-2 or UL 248-14, from memory",
    },
  },
  facts: (r) => [
    ...fuseGates(sheetOf(r), r.get("amps")).map((g) => ({
      text: `at ${g.at} times its rating ${show(g.least, "s", 2)} to ${show(g.most, "s", 2)}`,
      source: fuseSheet(sheetOf(r)).source,
    })),
    { text: "causes by the time it holds", source: PRACTICE },
  ],
  rows: [
    {
      code: "for-good",
      verdict: "told",
      when: atMost("rating"),
      says: "It holds this current for good. {cause}",
      advice: ["Replace with the same type, rating and speed only."],
    },
    {
      code: "hours",
      verdict: "told",
      when: under("gate"),
      says: "Between its rating and its first gate it may hold for hours, and runs hot. {cause}",
      advice: ["Replace with the same type, rating and speed only."],
    },
    {
      code: "opens",
      verdict: "told",
      says: "It opens within {least} to {most}. {cause}",
      advice: ["Replace with the same type, rating and speed only."],
    },
  ],
  chart: (r) => timeCurrent(r.get("amps"), sheetOf(r), r.get("load")),
  edges: {
    rating: { with: { amps: "10", sheet: "3", when: "once" }, move: "load", from: 5, to: 15 },
    gate: { with: { amps: "10", sheet: "3", when: "once" }, move: "load", from: 12, to: 30 },
  },
});

/** The band in which the fuse opens, with this current marked at its middle. */
export function timeCurrent(amps: number, sheet: FuseSheet, load: number): Chart {
  const first = fuseGates(sheet, amps)[0]!.at;
  const multiples = Array.from({ length: 41 }, (_, i) => first * (20 / first) ** (i / 40));
  const line = (pick: "least" | "most") =>
    multiples.map((m): readonly [number, number] => [m * amps, fuseSeconds(m, sheet, amps)![pick]]);
  const time = fuseSeconds(load / amps, sheet, amps);
  return {
    x: { label: "current, A", log: true },
    y: { label: "seconds to open", log: true },
    lines: [
      { label: "soonest", points: line("least") },
      { label: "latest", points: line("most") },
    ],
    marks: time ? [{ label: "this current", x: load, y: Math.sqrt(time.least * time.most) }] : [],
  };
}

export const FUSE_TESTS = [fuseOhms, fuseLive, fuseCurve, thermalFuse] as const;

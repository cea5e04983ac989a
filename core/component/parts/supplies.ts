import { PRACTICE } from "#core/standards/index.ts";
import { all, any, given, is, not, over, under } from "../table/conditions.ts";
import { choice, quantity, VOLT } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { battery } from "./batteries.ts";
import { sag } from "./railSag.ts";

const nominal = (r: Reckoning) => Number.parseInt(r.word("nominal"), 10);
/** Two of three phases: each stands at 1/√3 of what lies between them to the middle of the star. */
const STAR = 1 / Math.sqrt(3);
/** What a reading of the three may be: there, nothing, or half of live to neutral. */
const there = (name: string) => all(over("low", name), under("high", name));
const nothing = (name: string) => under("none", name);
const half = all(under("halves", "leOff"), under("halves", "neOff"));
const star = all(under("starred", "leStar"), under("starred", "neStar"));
const isWired = all(nothing("ne"), nothing("apart"), not(nothing("ln")));

const supply = fromTable({
  id: "supply",
  family: "Batteries and supplies",
  name: "Supply: live, neutral, earth",
  purpose: "What three readings at an outlet or inlet say of its wiring.",
  live: true,
  prepare: [
    "Live. One hand, insulated probes, rated meter.",
    "Repeat a surprise with a low-impedance meter.",
  ],
  probes: [
    { red: "live", black: "neutral", dial: "V AC" },
    { red: "live", black: "earth", dial: "V AC" },
    { red: "neutral", black: "earth", dial: "V AC" },
  ],
  fields: [
    choice("nominal", "Supply", [
      ["230", "230 V"],
      ["120", "120 V"],
      ["240", "240 V, two legs"],
      ["240-neutral", "240 V, live and neutral"],
    ]),
    quantity("ln", "Live to neutral", VOLT, { usual: [0, 280] }),
    quantity("le", "Live to earth", VOLT, { usual: [0, 280] }),
    quantity("ne", "Neutral to earth", VOLT, { usual: [0, 280] }),
    quantity("lowz", "Live to neutral, low impedance", VOLT, { optional: true, usual: [0, 280] }),
  ],
  types: ["mains", "split-phase", "rcd", "breaker", "cord"],
  figures: {
    leOff: { shown: "V", of: (r) => Math.abs(r.get("le") - r.get("ln") / 2) },
    neOff: { shown: "V", of: (r) => Math.abs(r.get("ne") - r.get("ln") / 2) },
    sumOff: { shown: "V", of: (r) => Math.abs(r.get("le") + r.get("ne") - r.get("ln")) },
    leStar: { shown: "V", of: (r) => Math.abs(r.get("le") - STAR * r.get("ln")) },
    neStar: { shown: "V", of: (r) => Math.abs(r.get("ne") - STAR * r.get("ln")) },
    apart: { shown: "V", of: (r) => Math.abs(r.get("ln") - r.get("le")) },
  },
  limits: {
    low: { of: "ln", at: (r) => 0.85 * nominal(r), text: "there above {at}", source: PRACTICE },
    high: { of: "ln", at: (r) => 1.15 * nominal(r), text: "and below {at}", source: PRACTICE },
    least: {
      of: "ln",
      at: (r) => 0.9 * nominal(r),
      text: "as it should be from {at}",
      source: "IEC 60038 for 230 V, from memory; other volts alike, common practice, no source",
    },
    most: {
      of: "ln",
      at: (r) => 1.1 * nominal(r),
      text: "to {at}",
      source: "IEC 60038 for 230 V, from memory; other volts alike, common practice, no source",
    },
    none: { of: "ne", at: (r) => 0.06 * nominal(r), text: "nothing is less than {at}", source: PRACTICE },
    halves: {
      of: "leOff",
      at: (r) => 0.06 * r.get("ln"),
      text: "each leg within {at} of the middle",
      source: PRACTICE,
    },
    sums: {
      of: "sumOff",
      at: (r) => 0.06 * r.get("ln"),
      text: "two legs make the whole within {at}",
      source: PRACTICE,
    },
    starred: {
      of: "leStar",
      at: (r) => 0.04 * r.get("ln"),
      text: "or within {at} of 1/√3: two of three phases",
      source: "a star's voltages, closed form; how near, common practice, no source",
    },
    ghostFrom: {
      of: "ln",
      at: (r) => (r.maybe("lowz") === undefined ? undefined : 0.15 * nominal(r)),
      text: "ghosts are asked about above {at}",
      source: PRACTICE,
    },
    ghost: {
      of: "lowz",
      at: (r) => 0.2 * r.get("ln"),
      text: "a ghost falls below {at} under low impedance",
      source: PRACTICE,
    },
    stiff: {
      of: "lowz",
      at: (r) => 0.95 * r.get("ln"),
      text: "and a sound supply keeps {at}: a meter of low impedance draws a tenth of an ampere",
      source: PRACTICE,
    },
  },
  rows: [
    {
      code: "ghost",
      verdict: "bad",
      when: all(given("lowz"), over("ghostFrom"), under("ghost")),
      says: "Ghost volts: the wire is open and only coupled to its neighbour. With low impedance they are gone.",
    },
    {
      code: "weak",
      verdict: "bad",
      when: all(given("lowz"), over("ghostFrom"), under("stiff")),
      says: "A tenth of an ampere pulls it down to {lowz}: ohms in its way, a burnt joint or a wire hanging by a strand. It heats as soon as it is loaded.",
    },
    {
      code: "somewhat-low",
      verdict: "doubtful",
      when: all(there("ln"), isWired, under("least")),
      says: "Live, neutral and earth are where they belong, and the supply is low by more than 10 %: read it again with the unit running, and look for a long run or a joint before here.",
    },
    {
      code: "somewhat-high",
      verdict: "doubtful",
      when: all(there("ln"), isWired, over("most")),
      says: "Live, neutral and earth are where they belong, and the supply is high by more than 10 %: leave the unit off and read it again over an hour. On a split-phase supply suspect its neutral.",
    },
    {
      code: "no-second-leg",
      verdict: "doubtful",
      when: all(is("nominal", "240"), there("ln"), there("le"), nothing("ne")),
      says: "The one wire has all of it to earth and the other nothing: live and neutral, no second leg. If the supply is meant so, choose live and neutral above; if not, it is wired wrong.",
    },
    {
      code: "good",
      verdict: "good",
      when: all(there("ln"), there("le"), nothing("ne")),
      says: "Live, neutral and earth are where they belong.",
    },
    {
      code: "legs-off",
      verdict: "doubtful",
      when: all(there("ln"), half, is("nominal", "240"), any(under("least"), over("most"))),
      says: "Two legs with earth in the middle, and {ln} between them is off by more than 10 %: read it again with the unit running. Heat goes by the square of it.",
    },
    {
      code: "both-legs",
      verdict: "good",
      when: all(there("ln"), half, is("nominal", "240")),
      says: "Two legs with earth in the middle: a split-phase outlet as it should be. There is no neutral in it.",
    },
    {
      code: "unequal-legs",
      verdict: "bad",
      when: all(
        there("ln"),
        is("nominal", "240"),
        under("sums", "sumOff"),
        not(nothing("ne")),
        not(nothing("le")),
      ),
      says: "The legs are unequal, {le} and {ne}: the neutral of the supply is loose, or the earth here. What is made for 120 V may burn: switch off; it belongs to the electrician or the supply company.",
    },
    {
      code: "divided",
      verdict: "bad",
      when: all(there("ln"), half),
      says: "Earth stands in the middle between live and neutral: it is open, and filter capacitors divide what lies between them. The case is not protected: do not use it before the electrician has measured the earth.",
    },
    {
      code: "two-phases",
      verdict: "doubtful",
      when: all(there("ln"), star),
      says: "Two of three phases, each {le} to earth: there is no neutral in it. Right for a unit made for two phases, wrong for one made for live and neutral, and of 208 V a heater of 240 V gives a quarter less.",
    },
    {
      // Live and neutral agree, and so does earth: it is wired right and has other volts than it should.
      code: "low",
      verdict: "bad",
      when: all(isWired, any(under("low"), under("low", "le"))),
      says: "Live, neutral and earth are where they belong, and the supply is low: the network, a long run, or a joint before here.",
    },
    {
      code: "high",
      verdict: "bad",
      when: isWired,
      says: "Live, neutral and earth are where they belong, and the supply is high: stop, and call the supply company. On a split-phase supply suspect its neutral.",
    },
    {
      code: "reversed",
      verdict: "bad",
      when: all(there("ln"), nothing("le"), there("ne")),
      says: "Live and neutral are reversed: switches and fuses in the unit leave it live. Have the outlet put right.",
    },
    {
      code: "open-neutral",
      verdict: "bad",
      when: all(not(there("ln")), there("le")),
      says: "The neutral is open: everything may stand at live. Dangerous; fixed wiring belongs to the electrician.",
    },
    {
      code: "open-earth",
      verdict: "bad",
      when: all(there("ln"), not(there("le")), not(there("ne"))),
      says: "The earth is open: the case is not protected. Do not use it.",
    },
    {
      code: "open-live",
      verdict: "bad",
      when: all(nothing("ln"), nothing("le")),
      says: "No live: breaker, fuse or a break on the way.",
    },
    {
      code: "unclear",
      verdict: "doubtful",
      says: "The three readings do not belong together: take them again, with the probes well seated.",
    },
  ],
  edges: {
    low: { with: { nominal: "230", le: "231", ne: "20" }, move: "ln", from: 150, to: 230 },
    high: { with: { nominal: "230", le: "262", ne: "1" }, move: "ln", from: 255, to: 275 },
    least: { with: { nominal: "230", le: "207", ne: "1" }, move: "ln", from: 200, to: 215 },
    most: { with: { nominal: "230", le: "253", ne: "1" }, move: "ln", from: 245, to: 260 },
    none: { with: { nominal: "230", ln: "230", le: "230" }, move: "ne", from: 1, to: 40 },
    halves: { with: { nominal: "240", ln: "240", ne: "120" }, move: "le", from: 120, to: 136 },
    sums: { with: { nominal: "240", ln: "240", ne: "90" }, move: "le", from: 150, to: 180 },
    starred: { with: { nominal: "240", ln: "208", ne: "120" }, move: "le", from: 120, to: 135 },
    ghostFrom: { with: { nominal: "230", le: "30", ne: "4", lowz: "1" }, move: "ln", from: 20, to: 60 },
    ghost: { with: { nominal: "230", ln: "90", le: "85", ne: "4" }, move: "lowz", from: 2, to: 60 },
    stiff: { with: { nominal: "230", ln: "230", le: "230", ne: "1" }, move: "lowz", from: 200, to: 230 },
  },
});

export const SUPPLY_TESTS = [battery, supply, sag] as const;

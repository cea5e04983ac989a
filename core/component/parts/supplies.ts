import { PRACTICE } from "#core/standards/index.ts";
import { all, any, given, missing, not, over, under } from "../table/conditions.ts";
import { AMP, choice, quantity, SECOND, VOLT } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { battery } from "./batteries.ts";

const nominal = (r: Reckoning) => Number(r.word("nominal"));
/** What a reading of the three may be: there, nothing, or half of live to neutral. */
const there = (name: string) => all(over("low", name), under("high", name));
const nothing = (name: string) => under("none", name);
const half = all(under("halves", "leOff"), under("halves", "neOff"));

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
      ["240", "240 V"],
    ]),
    quantity("ln", "Live to neutral", VOLT, { usual: [0, 280] }),
    quantity("le", "Live to earth", VOLT, { usual: [0, 280] }),
    quantity("ne", "Neutral to earth", VOLT, { usual: [0, 280] }),
    quantity("lowz", "Live to neutral, low impedance", VOLT, { optional: true }),
  ],
  types: ["mains", "split-phase", "rcd", "breaker", "cord"],
  figures: {
    leOff: { shown: "V", of: (r) => Math.abs(r.get("le") - r.get("ln") / 2) },
    neOff: { shown: "V", of: (r) => Math.abs(r.get("ne") - r.get("ln") / 2) },
    apart: { shown: "V", of: (r) => Math.abs(r.get("ln") - r.get("le")) },
  },
  limits: {
    low: { of: "ln", at: (r) => 0.85 * nominal(r), text: "there above {at}", source: PRACTICE },
    high: { of: "ln", at: (r) => 1.15 * nominal(r), text: "and below {at}", source: PRACTICE },
    none: { of: "ne", at: (r) => 0.06 * nominal(r), text: "nothing is less than {at}", source: PRACTICE },
    halves: {
      of: "leOff",
      at: (r) => 0.06 * r.get("ln"),
      text: "each leg within {at} of the middle",
      source: PRACTICE,
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
  },
  rows: [
    {
      code: "ghost",
      verdict: "bad",
      when: all(given("lowz"), over("ghostFrom"), under("ghost")),
      says: "Ghost volts: the wire is open and only coupled to its neighbour. With low impedance they are gone.",
    },
    {
      code: "good",
      verdict: "good",
      when: all(there("ln"), there("le"), nothing("ne")),
      says: "Live, neutral and earth are where they belong.",
    },
    {
      code: "both-legs",
      verdict: "good",
      when: all(there("ln"), half),
      says: "Two legs with earth in the middle: a split-phase outlet as it should be. There is no neutral in it.",
    },
    {
      // Live and neutral agree, and so does earth: it is wired right and has other volts than it should.
      code: "low",
      verdict: "bad",
      when: all(nothing("ne"), nothing("apart"), not(nothing("ln")), any(under("low"), under("low", "le"))),
      says: "Live, neutral and earth are where they belong, and the supply is low: the network, a long run, or a joint before here.",
    },
    {
      code: "high",
      verdict: "bad",
      when: all(nothing("ne"), nothing("apart"), not(nothing("ln"))),
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
    none: { with: { nominal: "230", ln: "230", le: "230" }, move: "ne", from: 1, to: 40 },
    halves: { with: { nominal: "240", ln: "240", ne: "120" }, move: "le", from: 120, to: 160 },
    ghostFrom: { with: { nominal: "230", le: "30", ne: "4", lowz: "1" }, move: "ln", from: 20, to: 60 },
    ghost: { with: { nominal: "230", ln: "90", le: "85", ne: "4" }, move: "lowz", from: 2, to: 60 },
  },
});

/** How far a rail may lie above its volts, and below them, worked too: 10.8 to 13.2 V of 12 V. Common practice, no source. */
const WINDOW = 0.1;
/** Above extra-low volts the converters behind a rail give up sooner: 45 V of 48 V. Common practice, no source. */
const HIGHER_RAIL_VOLTS = 30;
const HIGHER_RAIL_BELOW = 0.06;
const least = (r: Reckoning) =>
  (1 - (r.get("nominal") > HIGHER_RAIL_VOLTS ? HIGHER_RAIL_BELOW : WINDOW)) * r.get("nominal");
const most = (r: Reckoning) => (1 + WINDOW) * r.get("nominal");

const sag = fromTable({
  id: "supply-sag",
  family: "Batteries and supplies",
  name: "Rail at rest, worked, and at its lowest",
  purpose:
    "A weak supply reads right at rest and sags when it must deliver: the reading at rest clears nothing.",
  live: true,
  prepare: [
    "Live: read at rest, then with its largest load switched on.",
    "Set the meter to MIN/MAX before the load comes on: it keeps the lowest, which the display is too slow to show.",
  ],
  probes: [{ red: "rail", black: "its ground", dial: "V DC, MIN/MAX" }],
  fields: [
    quantity("nominal", "Rail should be", VOLT, { usual: [1, 100] }),
    quantity("rest", "At rest", VOLT),
    quantity("worked", "Worked", VOLT, { optional: true }),
    quantity("lowest", "Lowest seen", VOLT, { optional: true, hint: "MIN" }),
    quantity("seconds", "Worked for", SECOND, { optional: true, usual: [0.1, 3600] }),
    quantity("amps", "Load current", AMP, { optional: true }),
  ],
  types: ["power-supply", "buck-regulator", "regulator", "dc-supply"],
  figures: {
    falls: {
      shown: "V",
      of: (r) => {
        const worked = r.maybe("worked");
        return worked === undefined ? undefined : r.get("rest") - worked;
      },
    },
    inner: {
      shown: "Ω",
      of: (r) => {
        const [falls, amps] = [r.maybe("falls"), r.maybe("amps")];
        return falls === undefined || amps === undefined || amps === 0 || falls < 0
          ? undefined
          : falls / amps;
      },
    },
  },
  working: ["falls by {falls}", "an inner resistance of {inner}"],
  limits: {
    restLow: {
      of: "rest",
      at: least,
      text: "at rest at least {at}; the maker's window goes first",
      source: PRACTICE,
    },
    restHigh: { of: "rest", at: most, text: "at rest at most {at}", source: PRACTICE },
    worked: { of: "worked", at: least, text: "worked at least {at}", source: PRACTICE },
    workedHigh: { of: "worked", at: most, text: "worked at most {at}", source: PRACTICE },
    lowest: { of: "lowest", at: least, text: "and never below {at}", source: PRACTICE },
    long: {
      of: "seconds",
      at: 10,
      text: "worked for {at} or more: capacitors carry it through less",
      source: PRACTICE,
    },
  },
  rows: [
    {
      code: "low",
      verdict: "bad",
      when: under("restLow"),
      says: "Low even at rest: take its loads off and read again.",
    },
    {
      code: "high",
      verdict: "bad",
      when: over("restHigh"),
      says: "Too high at rest: {rest} where {nominal} belong. It does not regulate, or it was never meant to: keep it away from what it feeds.",
    },
    {
      code: "high-worked",
      verdict: "bad",
      when: over("workedHigh"),
      says: "Too high when worked: {worked} where {nominal} belong. It does not regulate: keep it away from what it feeds.",
    },
    {
      code: "sags",
      verdict: "bad",
      when: under("worked"),
      says: "It sags when worked: a weak supply, a bad joint before it, or too much load.",
    },
    {
      code: "dips",
      verdict: "bad",
      when: under("lowest"),
      says: "It dips to {lowest}: too short for the display, long enough to reset a board. A weak capacitor, a bad joint, or a load that starts too hard.",
    },
    {
      code: "at-rest",
      verdict: "doubtful",
      when: all(missing("worked"), missing("lowest")),
      says: "Right at rest, which clears nothing. Work it.",
    },
    {
      code: "too-short",
      verdict: "doubtful",
      when: under("long"),
      says: "It holds for {seconds}: what is stored carries it so long. Work it for ten seconds or more.",
    },
    { code: "holds", verdict: "good", says: "It holds." },
  ],
  edges: {
    restLow: { with: { nominal: "12" }, move: "rest", from: 9, to: 12 },
    restHigh: { with: { nominal: "12" }, move: "rest", from: 12, to: 16 },
    worked: { with: { nominal: "12", rest: "12.1" }, move: "worked", from: 9, to: 12 },
    workedHigh: { with: { nominal: "12", rest: "12.1" }, move: "worked", from: 12, to: 15 },
    lowest: { with: { nominal: "12", rest: "12.1", worked: "12" }, move: "lowest", from: 9, to: 12 },
    long: { with: { nominal: "12", rest: "12.1", worked: "12" }, move: "seconds", from: 5, to: 20 },
  },
});

export const SUPPLY_TESTS = [battery, supply, sag] as const;

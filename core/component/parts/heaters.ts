import { PRACTICE } from "#core/standards/index.ts";
import { all, any, given, is, missing, not, open, over, under } from "../table/conditions.ts";
import { AMP, choice, MEGOHM, OHM, quantity, VOLT, WATT, WHERE } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

/** Cold ohms of an element from its rating: V²/P. */
export const elementOhms = (volts: number, watts: number): number => volts ** 2 / watts;

/** Maker's tolerance of an element's power, as a share either way. Common practice, no source. */
const ELEMENT_TOLERANCE = 0.1;
/** What a meter's leads may add, Ω; it tells in elements of a few volts. Common practice, no source. */
const LEADS = 0.4;
const nominal = (r: Reckoning) => elementOhms(r.get("volts"), r.get("watts"));

const heater = fromTable({
  id: "heater",
  family: "Heaters and igniters",
  name: "Heating element",
  purpose: "Ohms against volts and watts, and no path to the sheath.",
  prepare: ["Dead, proven and cold.", "Both leads off: another element or a lamp beside it reads too."],
  probes: [
    { red: "one end", black: "the other end", dial: "Ω" },
    { red: "either end", black: "sheath, bare metal", dial: "MΩ", note: "insulation tester if there is one" },
  ],
  fields: [
    WHERE,
    quantity("volts", "Rated volts", VOLT, { usual: [6, 480] }),
    quantity("watts", "Rated power", WATT, { usual: [5, 30_000] }),
    quantity("reads", "Cold, it reads", OHM),
    quantity("sheath", "To the sheath", MEGOHM, { optional: true, hint: "OL if over the range" }),
  ],
  types: ["heater"],
  figures: {
    nominal: { shown: "Ω", of: nominal },
    draws: { shown: "A", of: (r) => finite(r.get("volts") / r.get("reads")) },
    gives: { shown: "W", of: (r) => finite(r.get("volts") ** 2 / r.get("reads")) },
    leaks: {
      shown: "A",
      of: (r) => {
        const sheath = r.maybe("sheath");
        return sheath === undefined || sheath === Infinity ? undefined : r.get("volts") / Math.max(sheath, 1);
      },
    },
  },
  working: [
    "R = V² / P = ({volts})² / {watts} = {nominal}",
    "{reads} draws {draws} and gives {gives}",
    "leakage at {volts}: {leaks}",
  ],
  limits: {
    low: {
      of: "reads",
      at: (r) => nominal(r) / (1 + ELEMENT_TOLERANCE),
      text: "at least {at}: 10 % of power over",
      source: PRACTICE,
    },
    high: {
      of: "reads",
      at: (r) => nominal(r) / (1 - ELEMENT_TOLERANCE),
      text: "at most {at}: 10 % of power under",
      source: PRACTICE,
    },
    far: {
      of: "reads",
      // Of two alike branches one is open: twice the ohms, of an element that may have its tolerance less.
      at: (r) => (2 * nominal(r)) / (1 + ELEMENT_TOLERANCE) + LEADS,
      text: "far too high above {at}, leads included: one of two alike branches may be open",
      source: PRACTICE,
    },
    sheath: { of: "sheath", at: 1e6, text: "{at} or more to the sheath", source: PRACTICE },
    sheathShort: { of: "sheath", at: 1000, text: "shorted to it below {at}", source: PRACTICE },
  },
  rows: [
    { code: "sheath-short", verdict: "bad", when: under("sheathShort"), says: "Shorted to its sheath." },
    {
      code: "sheath-leak",
      verdict: "bad",
      when: under("sheath"),
      says: "It leaks to its sheath ({sheath}); dry it warm and read again, else replace it.",
    },
    { code: "open", verdict: "bad", when: open("reads"), says: "Open: burnt through, or a tab burnt off." },
    {
      code: "low-in-circuit",
      verdict: "doubtful",
      when: all(under("low"), is("where", "in")),
      says: "Too low: shorted turns, or something beside it. Take its leads off.",
    },
    {
      code: "low",
      verdict: "bad",
      when: under("low"),
      says: "Too low: shorted turns; it draws more than the fuse was chosen for.",
    },
    {
      code: "far",
      verdict: "bad",
      when: over("far"),
      says: "Far too high: a burnt joint, or one of two branches is open.",
    },
    {
      code: "high",
      verdict: "doubtful",
      when: over("high"),
      says: "High: hot, aged, or another rating.",
    },
    {
      code: "good-ohms",
      verdict: "good",
      when: missing("sheath"),
      says: "Its ohms are right. Read to the sheath as well.",
      advice: ["Hot, plain heating wire reads a few per cent more; a lamp or a PTC many times more."],
    },
    {
      code: "good",
      verdict: "good",
      says: "Ohms right, no path to the sheath.",
      advice: ["Hot, plain heating wire reads a few per cent more; a lamp or a PTC many times more."],
    },
  ],
  edges: {
    low: { with: { where: "out", volts: "230", watts: "2000" }, move: "reads", from: 20, to: 26 },
    high: { with: { where: "out", volts: "230", watts: "2000" }, move: "reads", from: 27, to: 40 },
    far: { with: { where: "out", volts: "230", watts: "2000" }, move: "reads", from: 40, to: 90 },
    sheath: {
      with: { where: "out", volts: "230", watts: "2000", reads: "26.4" },
      move: "sheath",
      from: 1e5,
      to: 1e7,
    },
    sheathShort: {
      with: { where: "out", volts: "230", watts: "2000", reads: "26.4" },
      move: "sheath",
      from: 100,
      to: 1e4,
    },
  },
});

/** A number that can be written, else nothing. */
const finite = (value: number): number | undefined => (Number.isFinite(value) ? value : undefined);

/** Cold ohms by the igniter's stuff. Common practice, no source: the maker's figure goes first. */
const IGNITERS = { carbide: [40, 90], nitride: [10, 60] } as const;
const igniterOf = (r: Reckoning) => IGNITERS[r.word("kind") as keyof typeof IGNITERS];

const igniter = fromTable({
  id: "igniter",
  family: "Heaters and igniters",
  name: "Hot-surface igniter",
  purpose: "Cold ohms of a glowing igniter.",
  prepare: ["Dead, proven, gas shut, cold.", "Never touch the element with fingers; it is brittle."],
  probes: [{ red: "one lead", black: "the other", dial: "Ω" }],
  fields: [
    choice("kind", "It is", [
      ["carbide", "silicon carbide (grey, coarse)"],
      ["nitride", "silicon nitride (smooth, dark)"],
    ]),
    choice("looks", "It looks", [
      ["whole", "whole"],
      ["cracked", "cracked, or with a white spot"],
    ]),
    quantity("reads", "Cold, it reads", OHM),
  ],
  types: ["igniter"],
  limits: {
    short: { of: "reads", at: (r) => igniterOf(r)[0] / 2, text: "shorted below {at}", source: PRACTICE },
    low: {
      of: "reads",
      at: (r) => igniterOf(r)[0],
      text: "from {at} cold; the maker's figure goes first",
      source: PRACTICE,
    },
    high: { of: "reads", at: (r) => igniterOf(r)[1], text: "up to {at}", source: PRACTICE },
    aged: { of: "reads", at: (r) => 1.5 * igniterOf(r)[1], text: "bad above {at}", source: PRACTICE },
  },
  rows: [
    {
      code: "cracked",
      verdict: "bad",
      when: is("looks", "cracked"),
      says: "Cracked: it may still read and will not last.",
    },
    { code: "open", verdict: "bad", when: open("reads"), says: "Open." },
    {
      code: "short",
      verdict: "bad",
      when: under("short"),
      says: "Shorted, or not the igniter that is read.",
    },
    {
      code: "low",
      verdict: "doubtful",
      when: under("low"),
      says: "Lower than usual: compare with the maker's figure.",
    },
    {
      code: "good",
      verdict: "good",
      when: not(over("high")),
      says: "Right when cold. Its current when hot proves the rest.",
    },
    {
      code: "aged",
      verdict: "bad",
      when: over("aged"),
      says: "Aged: its ohms rise until it glows too dull to light.",
    },
    {
      code: "ageing",
      verdict: "doubtful",
      says: "Ageing: its ohms rise until it glows too dull to light.",
    },
  ],
  edges: {
    short: { with: { kind: "carbide", looks: "whole" }, move: "reads", from: 5, to: 35 },
    low: { with: { kind: "carbide", looks: "whole" }, move: "reads", from: 25, to: 60 },
    high: { with: { kind: "carbide", looks: "whole" }, move: "reads", from: 60, to: 120 },
    aged: { with: { kind: "carbide", looks: "whole" }, move: "reads", from: 100, to: 200 },
  },
});

const rating = fromTable({
  id: "volts-watts-ohms",
  family: "Heaters and igniters",
  name: "Volts, watts, ohms, amps",
  purpose: "Volts and one more give the rest; what does not belong together is pointed out.",
  prepare: [],
  probes: [],
  fields: [
    quantity("volts", "Volts", VOLT, { usual: [1, 1000] }),
    quantity("watts", "Watts", WATT, { optional: true }),
    quantity("ohms", "Or ohms", OHM, { optional: true, usual: [1e-3, 1e8] }),
    quantity("amps", "Or amps", AMP, { optional: true, usual: [1e-6, 1000] }),
  ],
  types: ["heater", "lamp"],
  figures: {
    // Amps by each of what was entered.
    byWatts: { shown: "A", of: (r) => madeOf(r, "watts", (w) => w / r.get("volts")) },
    byOhms: { shown: "A", of: (r) => madeOf(r, "ohms", (o) => r.get("volts") / o) },
    draws: { shown: "A", of: (r) => r.maybe("amps") ?? r.maybe("byWatts") ?? r.maybe("byOhms") },
    gives: { shown: "W", digits: 4, of: (r) => madeOf(r, "draws", (a) => a * r.get("volts")) },
    has: { shown: "Ω", of: (r) => madeOf(r, "draws", (a) => (a === 0 ? undefined : r.get("volts") / a)) },
    apart: {
      shown: "share",
      of: (r) => {
        const amps = ["amps", "byWatts", "byOhms"].flatMap((n) => r.maybe(n) ?? []);
        return amps.length < 2 ? undefined : Math.max(...amps) / Math.min(...amps) - 1;
      },
    },
  },
  working: ["by watts {byWatts}", "by ohms {byOhms}", "P = V · I = {volts} · {draws} = {gives}"],
  limits: {
    agree: { of: "apart", at: 0.1, text: "what is entered agrees within {at}", source: PRACTICE },
  },
  facts: [{ text: "P = V · I, V = I · R", source: "closed form" }],
  rows: [
    {
      code: "nothing",
      verdict: "doubtful",
      when: any(missing("draws"), all(given("watts"), missing("has"))),
      says: "Enter watts, ohms or amps as well.",
    },
    {
      code: "contradiction",
      verdict: "doubtful",
      when: over("agree"),
      says: "These do not belong together: the amps they ask for lie {apart} apart. Cold ohms of a lamp or a PTC are far below its working ones; else one of the numbers is another part's.",
    },
    { code: "told", verdict: "told", says: "{has}, {draws}, {gives}." },
  ],
  edges: {
    agree: { with: { volts: "230", watts: "2000" }, move: "ohms", from: 26.5, to: 40 },
  },
});

/** A figure made of another one, where that was entered. */
function madeOf(r: Reckoning, name: string, of: (value: number) => number | undefined): number | undefined {
  const value = r.maybe(name);
  return value === undefined ? undefined : of(value);
}

export const HEATER_TESTS = [heater, igniter, rating] as const;

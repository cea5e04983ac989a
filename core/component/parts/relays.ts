import { PRACTICE } from "#core/standards/index.ts";
import {
  all,
  any,
  atLeast,
  decided,
  is,
  missing,
  not,
  open,
  over,
  under,
} from "../table/conditions.ts";
import { AMP, choice, MILLIVOLT, OHM, quantity, text, VOLT, WATT, WHERE } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { findPinout, readPairs } from "./pinout.ts";
import { relayModule } from "./relayModule.ts";

/** Coils keep within this share of their nominal ohms at 20 °C. Common practice, no source. */
const COIL_TOLERANCE = 0.15;
/** Below this share turns are shorted. Common practice, no source. */
const SHORTED_SHARE = 0.7;

/** What an AC coil's winding reads, as shares of its volts by its amps. Common practice, no source. */
const AC_LEAST = 0.05;
const AC_MOST = 0.4;

/** Ohms of a DC coil from its rating: R = V²/P. */
export function coilOhms(volts: number, watts: number): number {
  return volts ** 2 / watts;
}

const isWinding = (r: Reckoning) => r.word("current") === "ac" && r.maybe("data") === undefined;
const nominalTimes = (share: number) => (r: Reckoning) => {
  const nominal = r.maybe("nominal");
  return nominal === undefined || isWinding(r) ? undefined : share * nominal;
};
const impedanceTimes = (share: number) => (r: Reckoning) => {
  const nominal = r.maybe("nominal");
  return nominal === undefined || !isWinding(r) ? undefined : share * nominal;
};

const coil = fromTable({
  id: "relay-coil",
  family: "Relays and contactors",
  name: "Relay coil",
  purpose: "Whether a coil is whole, by its data or by its volts and watts.",
  prepare: [
    "Dead and proven.",
    "Lift one coil pin, or take the relay out: a diode across the coil reads too.",
  ],
  probes: [
    {
      red: "coil pin",
      black: "other coil pin",
      dial: "Ω",
      note: "with a diode across it, the other way round as well",
    },
  ],
  fields: [
    WHERE,
    choice("current", "Coil for", [
      ["dc", "DC"],
      ["ac", "AC"],
    ]),
    quantity("volts", "Rated volts", VOLT, { usual: [3, 250] }),
    quantity("data", "Ohms by its data", OHM, {
      optional: true,
      hint: "if it is printed or known",
      usual: [1, 1e5],
    }),
    quantity("watts", "Or rated power", WATT, { optional: true, usual: [0.05, 30] }),
    quantity("ohms", "It reads", OHM),
  ],
  types: ["relay", "change-over-relay", "double-relay", "contactor"],
  figures: {
    rated: {
      shown: "Ω",
      of: (r) => (r.maybe("watts") === undefined ? undefined : coilOhms(r.get("volts"), r.get("watts"))),
    },
    nominal: { shown: "Ω", of: (r) => r.maybe("data") ?? r.maybe("rated") },
    share: {
      shown: "share",
      of: (r) => {
        const nominal = r.maybe("nominal");
        return nominal === undefined || isWinding(r) ? undefined : r.get("ohms") / nominal;
      },
    },
    draws: { shown: "A", of: (r) => (isWinding(r) ? undefined : r.get("volts") / r.get("ohms")) },
    apart: {
      shown: "share",
      of: (r) => {
        const [data, rated] = [r.maybe("data"), r.maybe("rated")];
        return data === undefined || rated === undefined || r.word("current") === "ac"
          ? undefined
          : Math.abs(data / rated - 1);
      },
    },
  },
  working: [
    "V² / P = {volts}² / {watts} = {rated}",
    "{ohms} / {nominal} = {share}; it draws {draws} at {volts}",
  ],
  limits: {
    short: { of: "ohms", at: 1, text: "a coil reads {at} or more", source: PRACTICE },
    agree: {
      of: "apart",
      at: COIL_TOLERANCE,
      text: "its ohms by its data and by its power agree within {at}",
      source: PRACTICE,
    },
    turns: { of: "ohms", at: nominalTimes(SHORTED_SHARE), text: "turns are shorted below {at}", source: PRACTICE },
    low: {
      of: "ohms",
      at: nominalTimes(1 - COIL_TOLERANCE),
      text: "at least {at} at 20 °C",
      source: PRACTICE,
    },
    high: { of: "ohms", at: nominalTimes(1 + COIL_TOLERANCE), text: "at most {at} at 20 °C", source: PRACTICE },
    windingLeast: {
      of: "ohms",
      at: impedanceTimes(AC_LEAST),
      text: "an AC winding reads at least {at}: 5 % of volts by amps",
      source: PRACTICE,
    },
    windingMost: {
      of: "ohms",
      at: impedanceTimes(AC_MOST),
      text: "and at most {at}, 40 %: the rest is reactance",
      source: PRACTICE,
    },
    impedance: {
      of: "ohms",
      at: impedanceTimes(1),
      text: "more than {at} is more than its impedance",
      source: PRACTICE,
    },
  },
  rows: [
    { code: "open", verdict: "bad", when: open("ohms"), says: "The coil is open." },
    {
      code: "contradiction",
      verdict: "doubtful",
      when: over("agree"),
      says: "Its data say {data}, its volts and watts {rated}: one of the two is another relay's. Read the label again.",
    },
    {
      code: "short-in-circuit",
      verdict: "doubtful",
      when: all(under("short"), is("where", "in")),
      says: "{ohms}: a short, here or in what is wired beside it. Lift one pin.",
    },
    { code: "short", verdict: "bad", when: under("short"), says: "A short: no coil reads {ohms}." },
    {
      code: "no-data",
      verdict: "doubtful",
      when: missing("nominal"),
      says: "Not open. Enter its data ohms or its power to judge the rest.",
    },
    {
      code: "winding-doubt",
      verdict: "doubtful",
      when: all(over("windingMost"), not(over("impedance"))),
      says: "More than an AC winding usually reads and less than its impedance: hold it against a good one of the same kind.",
    },
    {
      code: "winding-low",
      verdict: "bad",
      when: under("windingLeast"),
      says: "Too low even for an AC winding: shorted turns.",
    },
    {
      code: "winding-high",
      verdict: "bad",
      when: over("impedance"),
      says: "Higher than its impedance can be: a burnt joint in the winding.",
    },
    {
      code: "turns-or-beside",
      verdict: "doubtful",
      when: all(under("turns"), is("where", "in")),
      says: "Too low: shorted turns, or the driver or a diode beside it. Lift one pin.",
    },
    { code: "turns", verdict: "bad", when: under("turns"), says: "Shorted turns." },
    {
      code: "low",
      verdict: "doubtful",
      when: under("low"),
      says: "A little low: compare with a twin, and lift a pin if it is in circuit.",
    },
    {
      code: "high",
      verdict: "bad",
      when: over("high"),
      says: "Too high: a corroded or burnt wire in the coil, or a cracked joint at its pin.",
    },
    {
      code: "winding",
      verdict: "good",
      when: all(is("current", "ac"), missing("data")),
      says: "{ohms} is a winding's ohms for AC.",
    },
    { code: "whole", verdict: "good", says: "The coil is whole." },
  ],
  edges: {
    short: { with: { where: "out", current: "dc", volts: "12" }, move: "ohms", from: 0.1, to: 10 },
    agree: { with: { where: "out", current: "dc", volts: "12", watts: "0.4", ohms: "360" }, move: "data", from: 361, to: 600 },
    turns: { with: { where: "out", current: "dc", volts: "12", watts: "0.4" }, move: "ohms", from: 100, to: 300 },
    low: { with: { where: "out", current: "dc", volts: "12", watts: "0.4" }, move: "ohms", from: 280, to: 360 },
    high: { with: { where: "out", current: "dc", volts: "12", watts: "0.4" }, move: "ohms", from: 370, to: 500 },
    windingLeast: { with: { current: "ac", volts: "230", watts: "5" }, move: "ohms", from: 300, to: 900 },
    windingMost: { with: { current: "ac", volts: "230", watts: "5" }, move: "ohms", from: 3000, to: 6000 },
    impedance: { with: { current: "ac", volts: "230", watts: "5" }, move: "ohms", from: 9000, to: 12_000 },
  },
});

/** A contact reads less than the first; more than that and less than the second is a coil, Ω. Common practice, no source. */
const CONTACT_OHMS = 3;
const COIL_MOST = 1e5;

const pinout = fromTable({
  id: "relay-pinout",
  family: "Relays and contactors",
  name: "Relay, find the pins",
  purpose: "Names the pins of an unmarked relay from the ohms between them.",
  prepare: ["Out of circuit.", "Number the pins as you like, and read every pair once."],
  probes: [{ red: "each pin", black: "each other pin", dial: "Ω" }],
  fields: [
    text("pins", "Pins", { hint: "1 2 3 4 5" }),
    text("readings", "Pairs that are not OL", { hint: "1-2 270, 3-4 0.1, 1-5 1.2M, 2-5 beep" }),
  ],
  types: ["relay", "change-over-relay", "double-relay", "contactor"],
  figures: {
    coilReads: {
      shown: "Ω",
      of: (r) => {
        const found = readPinout(r);
        return "coil" in found ? found.coilOhms : undefined;
      },
    },
  },
  findings: {
    trouble: (r) => {
      const found = readPinout(r);
      return "trouble" in found ? found.trouble : undefined;
    },
    layout: (r) => {
      const found = readPinout(r);
      if ("trouble" in found) return undefined;
      const rest = found.restPairs.map(([a, b]) => `${a}–${b}`).join(", ");
      return [
        rest === "" ? "No contact is closed at rest." : `Closed at rest: ${rest}.`,
        ...(found.loose.length > 0 ? [`Joins nothing at rest: ${found.loose.join(", ")}.`] : []),
      ].join(" ");
    },
    coilPins: (r) => {
      const found = readPinout(r);
      return "coil" in found ? found.coil.join("–") : undefined;
    },
    next: (r) => {
      const found = readPinout(r);
      if ("trouble" in found) return undefined;
      const [pair] = found.restPairs;
      return pair && found.restPairs.length === 1 && found.loose.length === 1
        ? `Energise the coil: the one of ${pair.join(" and ")} that then joins ${found.loose[0]} is the common.`
        : "Energise the coil from a fused supply of its volts and read again: what changed are its contacts.";
    },
  },
  limits: {
    contact: { of: "coilReads", at: CONTACT_OHMS, text: "contacts read less than {at}, coils more", source: PRACTICE },
    coil: { of: "coilReads", at: COIL_MOST, text: "coils read less than {at}", source: PRACTICE },
  },
  rows: [
    {
      code: "trouble",
      verdict: "doubtful",
      when: decided(["contact", "coil"], (r) => "trouble" in readPinout(r)),
      says: "{trouble}",
    },
    {
      code: "found",
      verdict: "told",
      says: "Coil {coilPins} ({coilReads}). {layout}",
      advice: ["{next}"],
    },
  ],
});

function readPinout(r: Reckoning) {
  const pins = r
    .word("pins")
    .split(/[\s,]+/u)
    .filter(Boolean);
  const read = readPairs(r.word("readings"), pins);
  return "trouble" in read ? read : findPinout(pins, read.pairs, r.limit("contact")!, r.limit("coil")!);
}

const OUT_OF_ORDER = [
  "Reflow the pins' joints and read again before it is condemned: heat cracks them.",
] as const;

const contacts = fromTable({
  id: "relay-contacts",
  family: "Relays and contactors",
  name: "Relay contacts, at rest and energised",
  purpose: "Whether the contacts change over: a beep at rest on common to make (NO) is a welded contact.",
  prepare: [
    "Dead, proven, relay out or its contact leads lifted.",
    "Energise on the bench from a supply of the coil's volts, fused at 1 A or limited, with a diode across a DC coil.",
  ],
  probes: [
    { red: "common (COM)", black: "make (NO)", dial: "Ω", note: "at rest, then energised" },
    {
      red: "common (COM)",
      black: "break (NC)",
      dial: "Ω",
      note: "at rest, then energised; leave empty where there is none",
    },
  ],
  fields: [
    quantity("noRest", "COM to NO, at rest", OHM),
    quantity("noOn", "COM to NO, energised", OHM),
    quantity("ncRest", "COM to NC, at rest", OHM, { optional: true }),
    quantity("ncOn", "COM to NC, energised", OHM, { optional: true }),
    choice("click", "Did it click?", [
      ["yes", "yes"],
      ["no", "no"],
    ]),
  ],
  types: ["relay", "change-over-relay", "double-relay", "contactor"],
  limits: {
    closed: { of: "noOn", at: 1, text: "closed below {at}", source: PRACTICE },
    open: { of: "noRest", at: 1e5, text: "open above {at}", source: PRACTICE },
  },
  gather: [
    {
      code: "welded",
      verdict: "bad",
      when: under("closed", "noRest"),
      says: "the make contact is welded: closed at rest",
      advice: OUT_OF_ORDER,
    },
    {
      code: "leaks",
      verdict: "bad",
      when: all(atLeast("closed", "noRest"), not(over("open"))),
      says: "the make contact leaks: {noRest} at rest",
      advice: OUT_OF_ORDER,
    },
    {
      code: "does-not-close",
      verdict: "bad",
      when: all(over("open", "noOn"), is("click", "yes")),
      says: "the make contact does not close though it clicks: burnt away, or a cracked joint",
      advice: OUT_OF_ORDER,
    },
    {
      code: "no-pull-in",
      verdict: "bad",
      when: all(over("open", "noOn"), is("click", "no")),
      says: "it does not pull in: coil open, or too few volts",
      advice: OUT_OF_ORDER,
    },
    {
      code: "pitted",
      verdict: "bad",
      when: all(atLeast("closed"), not(over("open", "noOn"))),
      says: "the make contact is pitted: {noOn} when closed",
      advice: OUT_OF_ORDER,
    },
    {
      code: "break-open",
      verdict: "bad",
      when: over("open", "ncRest"),
      says: "the break contact is open at rest",
      advice: OUT_OF_ORDER,
    },
    {
      code: "break-pitted",
      verdict: "bad",
      when: all(atLeast("closed", "ncRest"), not(over("open", "ncRest"))),
      says: "the break contact is pitted: {ncRest}",
      advice: OUT_OF_ORDER,
    },
    {
      code: "break-stays",
      verdict: "bad",
      when: under("closed", "ncOn"),
      says: "the break contact stays closed when energised",
      advice: OUT_OF_ORDER,
    },
  ],
  rows: [
    {
      code: "good",
      verdict: "good",
      says: "Both ways as it should: it changes over.",
      advice: ["Ohms prove no load contact: read the drop under load too."],
    },
  ],
  edges: {
    closed: { with: { noRest: "OL", click: "yes" }, move: "noOn", from: 0.1, to: 10 },
    open: { with: { noOn: "0.1", click: "yes" }, move: "noRest", from: 1e3, to: 1e7 },
  },
});

/** Below this current a drop says little, and only ohms as low as these are told to be good. Common practice, no source. */
export const TELLING_AMPS = 1;
export const GOOD_JOINT_OHMS = 0.05;

const drop = fromTable({
  id: "contact-drop",
  family: "Relays and contactors",
  name: "Contact drop under load",
  purpose: "A contact that beeps can still lose volts and heat when it carries its load.",
  live: true,
  prepare: ["Live, contact closed, load running.", "Millivolts across the contact itself, pin to pin."],
  probes: [{ red: "common", black: "make", dial: "mV" }],
  fields: [
    quantity("drop", "Across the closed contact", MILLIVOLT, { usual: [0, 20], signed: true }),
    quantity("amps", "Load current", AMP, { usual: [0.01, 200] }),
  ],
  types: ["relay", "change-over-relay", "double-relay", "contactor", "switch", "manual-switch", "door-switch"],
  figures: {
    lost: { shown: "V", of: (r) => Math.abs(r.get("drop")) },
    ohms: { shown: "Ω", of: (r) => r.get("lost") / r.get("amps") },
    watts: { shown: "W", of: (r) => r.get("lost") * r.get("amps") },
  },
  working: ["R = {lost} / {amps} = {ohms}", "heat = {lost} × {amps} = {watts}"],
  limits: {
    gone: { of: "lost", at: 5, text: "not closed above {at}", source: PRACTICE },
    bad: { of: "lost", at: 0.3, text: "bad above {at}", source: PRACTICE },
    heat: { of: "watts", at: 2, text: "or above {at} of heat", source: PRACTICE },
    telling: { of: "amps", at: TELLING_AMPS, text: "below {at} the drop says little:", source: PRACTICE },
    surely: {
      of: "ohms",
      at: GOOD_JOINT_OHMS,
      text: "only {at} or less is then told to be good",
      source: PRACTICE,
    },
    worn: { of: "lost", at: 0.1, text: "good up to {at}", source: PRACTICE },
  },
  rows: [
    {
      code: "not-closed",
      verdict: "bad",
      when: over("gone"),
      says: "{lost} across it: the contact is not closed at all, or hardly.",
    },
    {
      code: "pitted",
      verdict: "bad",
      when: any(over("bad"), over("heat")),
      says: "Pitted: it heats, and will weld or burn open.",
    },
    {
      code: "too-little-current",
      verdict: "doubtful",
      when: all(under("telling"), over("surely")),
      says: "{ohms} cannot be judged at {amps}: give it its load and read again. At its full current it may burn.",
    },
    { code: "worn", verdict: "doubtful", when: over("worn"), says: "Worn: it will do for a while. Note it." },
    { code: "good", verdict: "good", says: "A good contact." },
  ],
  edges: {
    gone: { with: { amps: "1" }, move: "drop", from: 1, to: 20 },
    bad: { with: { amps: "2" }, move: "drop", from: 0.2, to: 0.5 },
    heat: { with: { amps: "20" }, move: "drop", from: 0.05, to: 0.2 },
    telling: { with: { drop: "80" }, move: "amps", from: 0.5, to: 3 },
    surely: { with: { amps: "0.1" }, move: "drop", from: 0.001, to: 0.05 },
    worn: { with: { amps: "5" }, move: "drop", from: 0.05, to: 0.2 },
  },
});

export const RELAY_TESTS = [coil, pinout, contacts, relayModule, drop] as const;

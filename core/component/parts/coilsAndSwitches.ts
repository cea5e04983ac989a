import { PRACTICE } from "#core/standards/index.ts";
import { all, any, atLeast, is, missing, not, open, over, under } from "../table/conditions.ts";
import { AMP, choice, MILLIMETRE, OHM, quantity, VOLT, WATT, WHERE } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { FILM_OHMS } from "./relayContacts.ts";
import { chain } from "./limitChain.ts";

const isDc = (r: Reckoning) => r.word("current") === "dc";
const full = (r: Reckoning) => r.get("volts") ** 2 / r.get("watts");

const solenoid = fromTable({
  id: "solenoid",
  family: "Coils and switches",
  name: "Solenoid or valve coil",
  purpose: "Ohms of a coil for DC or AC, and what its holding current says.",
  prepare: ["Dead and proven; water or gas shut before the valve is opened.", "Plug off the coil."],
  probes: [{ red: "one tab", black: "the other", dial: "Ω" }],
  fields: [
    WHERE,
    choice("current", "Coil for", [
      ["dc", "DC"],
      ["ac", "AC"],
    ]),
    quantity("volts", "Rated volts", VOLT, { usual: [3, 250] }),
    quantity("watts", "Rated power, holding", WATT, { usual: [0.5, 100] }),
    quantity("reads", "It reads", OHM),
    quantity("hold", "Holding current", AMP, {
      optional: true,
      hint: "clamp, once it has pulled in",
      usual: [0, 20],
    }),
  ],
  types: ["solenoid", "gas-valve"],
  figures: {
    full: { shown: "Ω", of: full },
    rated: { shown: "A", of: (r) => r.get("watts") / r.get("volts") },
  },
  working: ["V² / P = ({volts})² / {watts} = {full}", "holding {hold}, rated {rated}"],
  limits: {
    low: {
      of: "reads",
      at: (r) => (isDc(r) ? 0.8 : 0.03) * full(r),
      text: (r) => (isDc(r) ? "at least {at}: −20 %" : "at least {at}: iron holds the current, not the wire"),
      source: PRACTICE,
    },
    high: {
      of: "reads",
      at: (r) => (isDc(r) ? 1.2 : 0.9) * full(r),
      text: (r) => (isDc(r) ? "at most {at}: +20 %" : "at most {at}"),
      source: PRACTICE,
    },
    hold: {
      of: "hold",
      // A DC coil draws what its ohms allow; an AC one its inrush until it has pulled in.
      at: (r) => ((isDc(r) ? 1.4 : 2) * r.get("watts")) / r.get("volts"),
      text: "it holds with at most {at}",
      source: PRACTICE,
    },
  },
  rows: [
    { code: "open", verdict: "bad", when: open("reads"), says: "Open." },
    {
      code: "low-in-circuit",
      verdict: "doubtful",
      when: all(under("low"), is("where", "in")),
      says: "Too low, or its driver and a diode read beside it. Plug off.",
    },
    {
      code: "low",
      verdict: "bad",
      when: under("low"),
      says: "Shorted turns: it draws too much and takes its driver or fuse along.",
    },
    { code: "high", verdict: "bad", when: over("high"), says: "Too high: a burnt joint." },
    {
      code: "draws-dc",
      verdict: "bad",
      when: all(over("hold"), is("current", "dc")),
      says: "It draws too much.",
    },
    {
      code: "not-in",
      verdict: "bad",
      when: over("hold"),
      says: "It draws its inrush still: the plunger has not pulled in (dirt, a bent stem, too few volts). It will burn.",
    },
    { code: "good", verdict: "good", says: "The coil is whole. That the valve moves is heard and felt." },
  ],
  edges: {
    low: { with: { where: "out", current: "dc", volts: "12", watts: "8" }, move: "reads", from: 10, to: 18 },
    high: { with: { where: "out", current: "dc", volts: "12", watts: "8" }, move: "reads", from: 18, to: 30 },
    hold: {
      with: { current: "ac", volts: "230", watts: "8", reads: "1000" },
      move: "hold",
      from: 0.03,
      to: 0.2,
    },
  },
});

/** In a bare contact nothing is in series; of what else is in a loop the ohms must be known. */
const inSeries = (r: Reckoning) => r.maybe("series") ?? 0;
const loopNotKnown = all(is("loop", "loop"), missing("series"));

const microswitch = fromTable({
  id: "microswitch",
  family: "Coils and switches",
  name: "Switch, reed, key or stop loop",
  purpose: "It changes when it is moved, and within its travel.",
  prepare: [
    "Dead and proven, one lead off.",
    "Work it by its own lever, magnet or hose; never leave a safety switch bridged.",
  ],
  probes: [{ red: "common", black: "contact", dial: "Ω" }],
  fields: [
    choice("loop", "Measured across", [
      ["bare", "the bare contact"],
      ["loop", "a loop with resistors or more contacts in it"],
    ]),
    choice("rest", "At rest it should be", [
      ["open", "open"],
      ["closed", "closed"],
    ]),
    quantity("atRest", "At rest", OHM),
    quantity("worked", "Worked", OHM),
    quantity("series", "Closed, the loop should read", OHM, {
      optional: true,
      hint: "its resistors together; only for a loop",
    }),
    quantity("travel", "It changes at", MILLIMETRE, {
      optional: true,
      gauge: true,
      usual: [0, 0.05],
      hint: "travel of the lever, or distance of the magnet",
    }),
    quantity("most", "It should by", MILLIMETRE, { optional: true, gauge: true, usual: [0, 0.05] }),
  ],
  types: ["switch", "manual-switch", "door-switch", "limit-switch", "proof-switch"],
  figures: {
    between: { shown: "Ω", of: (r) => betweenOf(r) },
    burnt: { shown: "Ω", of: (r) => betweenOf(r, "film") },
  },
  limits: {
    closed: {
      of: "worked",
      at: (r) => 1 + 1.1 * inSeries(r),
      text: "closed below {at}, with what is in series",
      source: PRACTICE,
    },
    short: {
      of: "worked",
      at: (r) => (inSeries(r) > 0 ? 0.9 * inSeries(r) - 1 : undefined),
      text: "bridged below {at}: its resistors are missing",
      source: PRACTICE,
    },
    film: {
      of: "worked",
      at: (r) => FILM_OHMS + 1.1 * inSeries(r),
      text: "up to {at} it may be a film that its load burns through",
      source: PRACTICE,
    },
    open: { of: "worked", at: 1e5, text: "open above {at}; the change is the proof", source: PRACTICE },
    travel: {
      of: "travel",
      at: (r) => r.maybe("most"),
      text: "changes by {at}",
      source: "what it should do",
    },
  },
  rows: [
    {
      code: "bridged",
      verdict: "bad",
      when: any(under("short", "atRest"), under("short")),
      says: "It reads less than its own resistors: the loop is bridged somewhere. Find the bridge and take it out.",
    },
    {
      code: "loop-not-known",
      verdict: "doubtful",
      when: all(loopNotKnown, any(between("atRest"), between("worked"))),
      says: "{between}: what should this loop read when it is closed? Enter it, or measure across the bare contact.",
    },
    {
      code: "film",
      verdict: "doubtful",
      when: all(any(between("atRest"), between("worked")), not(any(burnt("atRest"), burnt("worked")))),
      says: "{between} is more than a good contact reads: dirt or a film that a meter's milliampere does not break. Work it some times, clean the probes' tips; its drop under load decides.",
    },
    {
      code: "between",
      verdict: "bad",
      when: any(burnt("atRest"), burnt("worked")),
      says: "{burnt} is neither open nor closed: burnt or dirty contacts.",
    },
    {
      code: "stays-closed",
      verdict: "bad",
      when: all(under("closed", "atRest"), under("closed")),
      says: "It stays closed: welded, or its lever does not reach.",
    },
    {
      code: "stays-open",
      verdict: "bad",
      when: all(over("open", "atRest"), over("open")),
      says: "It stays open: broken, or its lever does not reach.",
    },
    {
      code: "other-way",
      verdict: "doubtful",
      when: any(
        all(is("rest", "open"), under("closed", "atRest")),
        all(is("rest", "closed"), over("open", "atRest")),
      ),
      says: "It changes, but the other way round: the other contact, or the wrong type.",
    },
    {
      code: "late",
      verdict: "bad",
      when: over("travel"),
      says: "It changes too late: {travel} where {most} is the most. Set or replace it.",
    },
    { code: "changes", verdict: "good", says: "It changes as expected." },
  ],
  edges: {
    closed: { with: { loop: "bare", rest: "open", atRest: "OL" }, move: "worked", from: 0.1, to: 10 },
    short: {
      with: { loop: "loop", rest: "open", atRest: "OL", series: "46" },
      move: "worked",
      from: 10,
      to: 46,
    },
    open: { with: { loop: "bare", rest: "closed", atRest: "0.1" }, move: "worked", from: 1e4, to: 1e6 },
    film: { with: { loop: "bare", rest: "open", atRest: "OL" }, move: "worked", from: 2, to: 20 },
    travel: {
      with: { loop: "bare", rest: "open", atRest: "OL", worked: "0.2", most: "2" },
      move: "travel",
      from: 0.001,
      to: 0.004,
    },
  },
});

function between(name: string) {
  return all(atLeast("closed", name), not(over("open", name)));
}
function burnt(name: string) {
  return all(over("film", name), not(over("open", name)));
}
/** The reading that is neither, and above what the limit names; the one at rest first. */
function betweenOf(r: Reckoning, above: "closed" | "film" = "closed"): number | undefined {
  return ["atRest", "worked"]
    .map((name) => r.get(name))
    .find((ohms) => ohms >= r.limit(above)! && ohms <= r.limit("open")!);
}

export const SWITCH_TESTS = [solenoid, microswitch, chain] as const;

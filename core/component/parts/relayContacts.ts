import { PRACTICE } from "#core/standards/index.ts";
import { all, any, atLeast, atMost, is, missing, not, over, under } from "../table/conditions.ts";
import { AMP, choice, MILLIVOLT, OHM, quantity } from "../table/fields.ts";
import { fromTable } from "../table/table.ts";
import { DROP_FIGURES, SMALL_CURRENT } from "./drops.ts";

const OUT_OF_ORDER = [
  "Reflow the pins' joints and read again before it is condemned: heat cracks them.",
] as const;

/** A power contact that has stood reads some ohms at a meter's milliampere, and carries its load all the same. Common practice, no source. */
export const FILM_OHMS = 5;

/** The make contact breaks, and the break contact, where it was read, makes: both work, and were taken for each other. */
const exchanged = all(
  under("closed", "noRest"),
  over("open", "noOn"),
  any(missing("ncRest"), missing("ncOn"), all(over("open", "ncRest"), under("closed", "ncOn"))),
);

export const contacts = fromTable({
  id: "relay-contacts",
  family: "Relays and contactors",
  name: "Relay contacts, at rest and energised",
  purpose: "Whether the contacts change over: a beep at rest on COM–NO is a welded contact.",
  prepare: [
    "Dead, proven, relay out or its contact leads lifted.",
    "Energise on the bench from a supply of the coil's volts, fused at 1 A or limited, with a diode across a DC coil.",
  ],
  probes: [
    { red: "COM", black: "NO contact", dial: "Ω", note: "at rest, then energised" },
    {
      red: "common (COM)",
      black: "NC contact",
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
    film: {
      of: "noOn",
      at: FILM_OHMS,
      text: "up to {at} it may be a film that its load burns through",
      source: PRACTICE,
    },
    open: { of: "noRest", at: 1e5, text: "open above {at}", source: PRACTICE },
  },
  gather: [
    {
      code: "welded",
      verdict: "bad",
      when: all(under("closed", "noRest"), not(exchanged)),
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
      when: all(over("open", "noOn"), is("click", "yes"), not(exchanged)),
      says: "the make contact does not close though it clicks: burnt away, or a cracked joint",
      advice: OUT_OF_ORDER,
    },
    {
      code: "no-pull-in",
      verdict: "bad",
      when: all(over("open", "noOn"), is("click", "no"), not(exchanged)),
      says: "it does not pull in: coil open, or too few volts",
      advice: OUT_OF_ORDER,
    },
    {
      code: "pitted",
      verdict: "bad",
      when: all(over("film"), not(over("open", "noOn"))),
      says: "the make contact is pitted: {noOn} when closed",
      advice: OUT_OF_ORDER,
    },
    {
      code: "film",
      verdict: "doubtful",
      when: all(atLeast("closed"), atMost("film")),
      says: "the make contact reads {noOn} closed: pitted, or a film that a meter's milliampere does not break; its drop under load decides",
    },
    {
      code: "break-open",
      verdict: "bad",
      when: all(over("open", "ncRest"), not(exchanged)),
      says: "the break contact is open at rest",
      advice: OUT_OF_ORDER,
    },
    {
      code: "break-pitted",
      verdict: "bad",
      when: all(over("film", "ncRest"), not(over("open", "ncRest"))),
      says: "the break contact is pitted: {ncRest}",
      advice: OUT_OF_ORDER,
    },
    {
      code: "break-film",
      verdict: "doubtful",
      when: all(atLeast("closed", "ncRest"), atMost("film", "ncRest")),
      says: "the break contact reads {ncRest} closed: pitted, or a film that a meter's milliampere does not break; its drop under load decides",
    },
    {
      code: "break-stays",
      verdict: "bad",
      when: all(under("closed", "ncOn"), not(exchanged)),
      says: "the break contact stays closed when energised",
      advice: OUT_OF_ORDER,
    },
  ],
  rows: [
    {
      code: "exchanged",
      verdict: "doubtful",
      when: exchanged,
      says: "It changes over, and the other way round: the probes stood at the other contact. Find the pins and read again.",
    },
    {
      code: "good",
      verdict: "good",
      says: "Both positions read correctly: it changes over.",
      advice: ["Ohms prove no load contact: read the drop under load too."],
    },
  ],
  edges: {
    closed: { with: { noRest: "OL", click: "yes" }, move: "noOn", from: 0.1, to: 10 },
    film: { with: { noRest: "OL", click: "yes" }, move: "noOn", from: 2, to: 20 },
    open: { with: { noOn: "0.1", click: "yes" }, move: "noRest", from: 1e3, to: 1e7 },
  },
});

export const drop = fromTable({
  id: "contact-drop",
  family: "Relays and contactors",
  name: "Contact drop under load",
  purpose: "A contact that beeps can still lose volts and heat when it carries its load.",
  live: true,
  prepare: ["Live, contact closed, load running.", "Millivolts across the contact itself, pin to pin."],
  probes: [{ red: "COM", black: "NO or NC contact", dial: "mV" }],
  fields: [
    quantity("drop", "Across the closed contact", MILLIVOLT, { usual: [0, 20], signed: true }),
    quantity("amps", "Load current", AMP, { usual: [0.01, 200] }),
  ],
  types: [
    "relay",
    "change-over-relay",
    "double-relay",
    "contactor",
    "switch",
    "manual-switch",
    "door-switch",
  ],
  figures: DROP_FIGURES,
  working: ["R = {lost} / {amps} = {ohms}", "heat = {lost} × {amps} = {watts}"],
  limits: {
    gone: { of: "lost", at: 5, text: "not closed above {at}", source: PRACTICE },
    bad: { of: "lost", at: 0.3, text: "bad above {at}", source: PRACTICE },
    heat: { of: "watts", at: 2, text: "or above {at} of heat", source: PRACTICE },
    ...SMALL_CURRENT,
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

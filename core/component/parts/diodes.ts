import { PRACTICE } from "#core/standards/index.ts";
import { all, any, atLeast, atMost, is, open, over, under } from "../table/conditions.ts";
import { choice, diodeVolts, OHM, quantity, WHERE } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

/** Forward volts on the diode range by kind. Common practice, no source. */
const KINDS = {
  silicon: { name: "silicon diode or rectifier", low: 0.4, high: 0.8 },
  schottky: { name: "Schottky diode", low: 0.12, high: 0.45 },
  led: { name: "LED", low: 1.4, high: 3.6 },
  zener: { name: "Zener diode, forward", low: 0.5, high: 0.9 },
} as const;
const kindOf = (r: Reckoning) => KINDS[r.word("kind") as keyof typeof KINDS];

export const diode = fromTable({
  id: "diode",
  family: "Diodes and bridges",
  name: "Diode, Zener or LED",
  purpose: "One way it conducts, the other way it blocks.",
  prepare: ["Dead, proven, capacitors discharged.", "Lift one end if anything is wired across it."],
  probes: [
    { red: "anode", black: "cathode (band)", dial: "diode", note: "forward" },
    { red: "cathode (band)", black: "anode", dial: "diode", note: "reverse" },
  ],
  fields: [
    WHERE,
    choice(
      "kind",
      "It is a",
      Object.entries(KINDS).map(([id, k]) => [id, k.name] as const),
    ),
    diodeVolts("forward", "Forward", { hint: "OL if the meter shows it" }),
    diodeVolts("reverse", "Reverse", { hint: "OL is right" }),
  ],
  types: ["diode", "led", "zener"],
  findings: { name: (r) => kindOf(r).name },
  limits: {
    short: { of: "forward", at: 0.05, text: "a short reads less than {at} both ways", source: PRACTICE },
    low: {
      of: "forward",
      at: (r) => kindOf(r).low,
      text: "{name}: from {at} forward",
      source: PRACTICE,
    },
    high: { of: "forward", at: (r) => kindOf(r).high, text: "{name}: up to {at} forward", source: PRACTICE },
    blocks: { of: "reverse", at: 2, text: "it blocks from {at} on", source: PRACTICE },
  },
  rows: [
    {
      code: "short-in-circuit",
      verdict: "doubtful",
      when: all(under("short"), under("short", "reverse"), is("where", "in")),
      says: "Near 0 both ways: a short, here or beside it. Lift one end and read again.",
    },
    {
      code: "short",
      verdict: "bad",
      when: all(under("short"), under("short", "reverse")),
      says: "Shorted: it conducts both ways.",
    },
    {
      code: "turned",
      verdict: "doubtful",
      when: all(open("forward"), atLeast("low", "reverse"), atMost("high", "reverse")),
      says: "It conducts the other way round: the probes or the part are turned, or its band is on the other side. It is not open.",
    },
    {
      code: "led-dark",
      verdict: "doubtful",
      when: all(open("forward"), is("kind", "led")),
      says: "OL forward: open, or the meter's few volts do not reach a blue or white LED. Try it from 5 V through 1 kΩ.",
    },
    {
      code: "open",
      verdict: "bad",
      when: all(open("forward"), atLeast("blocks")),
      says: "Open: it conducts neither way.",
    },
    {
      code: "reverse-in-circuit",
      verdict: "doubtful",
      when: all(under("blocks"), is("where", "in")),
      says: "It reads {reverse} in reverse: the circuit beside it, or a leak. Lift one end and read again.",
    },
    { code: "leaky", verdict: "bad", when: under("blocks"), says: "It conducts backwards: leaky." },
    {
      code: "odd",
      verdict: "doubtful",
      when: any(under("low"), over("high")),
      says: "{forward} is not what a {name} reads: another kind of diode, or a bad one.",
    },
    {
      code: "good-zener",
      verdict: "good",
      when: is("kind", "zener"),
      says: "Conducts one way, blocks the other.",
      advice: [
        "Its Zener volts are not proven by this: feed it through 1 kΩ from above its volts and read across it.",
      ],
    },
    { code: "good", verdict: "good", says: "Conducts one way, blocks the other." },
  ],
  edges: {
    short: { with: { where: "out", kind: "silicon", reverse: "0.01" }, move: "forward", from: 0.01, to: 0.2 },
    low: { with: { where: "out", kind: "silicon", reverse: "OL" }, move: "forward", from: 0.2, to: 0.6 },
    high: { with: { where: "out", kind: "silicon", reverse: "OL" }, move: "forward", from: 0.6, to: 1.2 },
    blocks: { with: { where: "out", kind: "silicon", forward: "0.55" }, move: "reverse", from: 1, to: 3 },
  },
});

export const varistor = fromTable({
  id: "varistor",
  family: "Diodes and bridges",
  name: "Varistor",
  purpose: "A varistor that reads anything is spent; one that looks burnt is too, whatever it reads.",
  prepare: ["Dead and proven.", "Lift one end."],
  probes: [{ red: "one end", black: "the other", dial: "Ω" }],
  fields: [
    choice("looks", "It looks", [
      ["whole", "whole"],
      ["burnt", "cracked, burnt or blown apart"],
    ]),
    WHERE,
    quantity("ohms", "It reads", OHM),
  ],
  types: ["varistor"],
  limits: { leak: { of: "ohms", at: 1e6, text: "{at} or more", source: PRACTICE } },
  rows: [
    {
      code: "spent",
      verdict: "bad",
      when: is("looks", "burnt"),
      says: "It has taken a surge and is spent. Look for what else the surge reached.",
    },
    {
      code: "beside",
      verdict: "doubtful",
      when: all(under("leak"), is("where", "in")),
      says: "{ohms}: it leaks, or what is wired beside it reads. Lift one end.",
    },
    {
      code: "leaks",
      verdict: "bad",
      when: under("leak"),
      says: "{ohms}: it leaks and will heat. Replace it; the fuse before it may have gone with it.",
    },
    {
      code: "good",
      verdict: "good",
      says: "No leak at the meter's volts. Its clamping is not proven by that.",
    },
  ],
  edges: { leak: { with: { looks: "whole", where: "out" }, move: "ohms", from: 1e4, to: 1e8 } },
});

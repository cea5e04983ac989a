import { PRACTICE } from "#core/standards/index.ts";
import { all, any, decided, is, not, open, over, under } from "../table/conditions.ts";
import { choice, diodeVolts, OHM, quantity } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { diode, varistor } from "./diodes.ts";

export type Transistor = { readonly base: string; readonly polarity: "NPN" | "PNP" };
/** A junction reads between these, a short less than the last, V. Common practice, no source. */
const JUNCTION = { low: 0.4, high: 0.85, short: 0.1 };

/**
 * Finds the base and the polarity of a bipolar transistor from the six readings of the diode range between pins 1–3.
 * @param volts by "red black", "12" for red on 1 and black on 2; Infinity for OL
 */
export function findBase(
  volts: Readonly<Record<string, number>>,
  { low, high }: { readonly low: number; readonly high: number } = JUNCTION,
): Transistor | undefined {
  const conducts = (red: string, black: string) => {
    const reading = volts[red + black]!;
    return reading >= low && reading <= high;
  };
  for (const base of ["1", "2", "3"]) {
    const [a, b] = ["1", "2", "3"].filter((p) => p !== base) as [string, string];
    const out = conducts(base, a) && conducts(base, b);
    const into = conducts(a, base) && conducts(b, base);
    const between = conducts(a, b) || conducts(b, a);
    if (out && !into && !between) return { base, polarity: "NPN" };
    if (into && !out && !between) return { base, polarity: "PNP" };
  }
  return undefined;
}

const PAIRS = ["12", "13", "21", "23", "31", "32"] as const;
const pairVolts = (r: Reckoning) => Object.fromEntries(PAIRS.map((p) => [p, r.get(`v${p}`)]));
const transistorIn = (r: Reckoning) =>
  findBase(pairVolts(r), { low: r.limit("low")!, high: r.limit("high")! });
/** The four readings that are no junction of the base: all should block. */
function otherVolts(r: Reckoning): number | undefined {
  const found = transistorIn(r);
  if (!found) return undefined;
  const at = found.polarity === "NPN" ? 0 : 1;
  return Math.min(...PAIRS.filter((p) => p[at] !== found.base).map((p) => r.get(`v${p}`)));
}
const shortedPairs = (r: Reckoning, most: number) => PAIRS.filter((p) => r.get(`v${p}`) < most);
const NPN = { v12: "OL", v13: "OL", v21: "0.66", v23: "0.65", v31: "OL", v32: "OL" };

const transistor = fromTable({
  id: "transistor",
  family: "Transistors and triacs",
  name: "Bipolar transistor",
  purpose: "Two junctions from the base and nothing between the other two pins.",
  prepare: [
    "Out of circuit: a tester cannot name a transistor that is still wired in.",
    "Number the pins 1 to 3, print towards you.",
  ],
  probes: PAIRS.map((p) => ({ red: `pin ${p[0]}`, black: `pin ${p[1]}`, dial: "diode" })),
  fields: PAIRS.map((p) => diodeVolts(`v${p}`, `Red ${p[0]}, black ${p[1]}`, { hint: "OL" })),
  types: ["transistor", "low-side-output", "high-side-output"],
  figures: {
    lowest: { shown: "V", of: (r) => Math.min(...PAIRS.map((p) => r.get(`v${p}`))) },
    highest: {
      shown: "V",
      of: (r) => Math.max(...PAIRS.map((p) => r.get(`v${p}`)).filter((v) => v !== Infinity)),
    },
    others: { shown: "V", of: otherVolts },
  },
  findings: {
    shorted: (r) =>
      [...new Set(shortedPairs(r, r.limit("short")!).map((p) => [...p].sort().join(" and ")))].join("; "),
    polarity: (r) => transistorIn(r)?.polarity,
    base: (r) => transistorIn(r)?.base,
  },
  limits: {
    short: { of: "lowest", at: JUNCTION.short, text: "shorted below {at}", source: PRACTICE },
    low: { of: "lowest", at: JUNCTION.low, text: "two junctions at the base, from {at}", source: PRACTICE },
    high: { of: "highest", at: JUNCTION.high, text: "up to {at}", source: PRACTICE },
    blocks: { of: "others", at: 2, text: "all else from {at}, or OL", source: PRACTICE },
  },
  rows: [
    { code: "short", verdict: "bad", when: under("short"), says: "Shorted between pins {shorted}." },
    {
      code: "more",
      verdict: "doubtful",
      when: under("blocks"),
      says: "{polarity}, base on pin {base}, and {others} where it should block: a diode or resistors inside it, two transistors in one, or a leak. Compare it with a good one.",
    },
    {
      code: "whole",
      verdict: "good",
      when: decided(["low", "high"], (r) => transistorIn(r) !== undefined),
      says: "{polarity}, base on pin {base}: both junctions whole. Emitter and collector are told by the data sheet or a gain test.",
    },
    {
      code: "none",
      verdict: "bad",
      says: "No pin has two junctions: one is open, or it is no bipolar transistor.",
    },
  ],
  edges: {
    short: { with: NPN, move: "v13", from: 0.02, to: 0.3 },
    low: { with: NPN, move: "v21", from: 0.2, to: 0.6 },
    high: { with: NPN, move: "v21", from: 0.7, to: 1.2 },
    blocks: { with: NPN, move: "v12", from: 1.5, to: 2.5 },
  },
});

const MOSFET_GOOD = { off: "OL", body: "0.5", on: "0.1", gate: "OL" };

const mosfet = fromTable({
  id: "mosfet",
  family: "Transistors and triacs",
  name: "MOSFET",
  purpose: "It blocks, its gate turns it on with the meter's own volts, and a touch turns it off.",
  prepare: [
    "Out of circuit, N-channel; short the three pins together first.",
    "Red to gate and black to source for a second charges the gate.",
  ],
  probes: [
    { red: "drain", black: "source", dial: "diode", note: "gate discharged: OL" },
    { red: "source", black: "drain", dial: "diode", note: "body diode" },
    { red: "drain", black: "source", dial: "diode", note: "gate charged: conducts" },
    { red: "gate", black: "source", dial: "Ω", note: "no leak" },
  ],
  fields: [
    diodeVolts("off", "Drain to source, gate discharged", { hint: "OL" }),
    diodeVolts("body", "Source to drain"),
    diodeVolts("on", "Drain to source, gate charged"),
    quantity("gate", "Gate to source", OHM, { hint: "OL" }),
  ],
  types: ["mosfet", "inverter-bridge"],
  limits: {
    gate: { of: "gate", at: 1e6, text: "gate {at} or more", source: PRACTICE },
    short: { of: "off", at: 0.1, text: "shorted below {at}", source: PRACTICE },
    blocks: { of: "off", at: 2, text: "it blocks from {at} on", source: PRACTICE },
    bodyLow: { of: "body", at: 0.3, text: "body diode from {at}", source: PRACTICE },
    bodyHigh: { of: "body", at: 0.8, text: "body diode up to {at}", source: PRACTICE },
    on: { of: "on", at: 0.4, text: "on: at most {at}", source: PRACTICE },
  },
  rows: [
    { code: "gate", verdict: "bad", when: under("gate"), says: "The gate leaks: the oxide is punctured." },
    { code: "short", verdict: "bad", when: under("short"), says: "Shorted from drain to source." },
    {
      code: "charged",
      verdict: "doubtful",
      when: under("blocks"),
      says: "It conducts before its gate is charged: short the three pins together and read again. If it stays so, it leaks.",
    },
    {
      code: "body",
      verdict: "bad",
      when: any(under("bodyLow"), over("bodyHigh")),
      says: "The body diode does not read: open, or not the pins thought.",
    },
    {
      code: "stays-off",
      verdict: "doubtful",
      when: over("on"),
      says: "It does not turn on: bad, or a gate that wants more volts than the meter gives.",
    },
    { code: "good", verdict: "good", says: "Blocks, turns on and has its body diode." },
  ],
  edges: {
    gate: { with: MOSFET_GOOD, move: "gate", from: 1e4, to: 1e8 },
    short: { with: MOSFET_GOOD, move: "off", from: 0.02, to: 0.4 },
    blocks: { with: MOSFET_GOOD, move: "off", from: 1, to: 4 },
    bodyLow: { with: MOSFET_GOOD, move: "body", from: 0.1, to: 0.5 },
    bodyHigh: { with: MOSFET_GOOD, move: "body", from: 0.5, to: 1.5 },
    on: { with: MOSFET_GOOD, move: "on", from: 0.1, to: 1 },
  },
});

const triac = fromTable({
  id: "triac",
  family: "Transistors and triacs",
  name: "Triac or thyristor",
  purpose:
    "It blocks both ways; a triac's gate reads some tens of ohms, a thyristor's is a junction that the ohms range may not open.",
  prepare: ["Dead, proven, out of circuit or main lead lifted."],
  probes: [
    { red: "MT2", black: "MT1", dial: "Ω", note: "both ways OL" },
    { red: "gate", black: "MT1", dial: "Ω" },
  ],
  fields: [
    choice("kind", "It is a", [
      ["triac", "triac"],
      ["thyristor", "thyristor (MT2 is its anode, MT1 its cathode)"],
    ]),
    quantity("main", "MT2 to MT1, lower of the two directions", OHM, { hint: "OL" }),
    quantity("gate", "Gate to MT1", OHM),
  ],
  types: ["triac-output", "optotriac"],
  limits: {
    short: { of: "main", at: 10, text: "shorted below {at}", source: PRACTICE },
    blocks: { of: "main", at: 1e6, text: "it blocks from {at} on", source: PRACTICE },
    gateLow: { of: "gate", at: 10, text: "gate from {at}", source: PRACTICE },
    gateHigh: { of: "gate", at: 500, text: "gate up to {at}", source: PRACTICE },
    gateOpen: {
      of: "gate",
      at: 5000,
      text: "a sensitive gate up to {at}: a resistor is in parallel inside",
      source: PRACTICE,
    },
  },
  rows: [
    { code: "short", verdict: "bad", when: under("short"), says: "Shorted: its load would always run." },
    { code: "leaks", verdict: "bad", when: under("blocks"), says: "It leaks: {main}." },
    {
      code: "gate-open",
      verdict: "bad",
      when: all(over("gateOpen"), is("kind", "triac")),
      says: "The gate is open: it cannot be fired.",
    },
    {
      code: "gate-junction",
      verdict: "doubtful",
      when: all(over("gateOpen"), is("kind", "thyristor")),
      says: "The ohms range did not open its gate, which need not be a fault: read gate to cathode in the diode range, 0.5 to 0.8 V one way. OL both ways there is an open gate.",
    },
    {
      code: "gate-sensitive",
      verdict: "doubtful",
      when: over("gateHigh"),
      says: "More than a usual gate reads, as a sensitive one does: compare it with a good one, or fire it with a lamp and a battery.",
    },
    { code: "gate-short", verdict: "bad", when: under("gateLow"), says: "The gate is shorted." },
    {
      code: "good",
      verdict: "good",
      says: "Blocks, and its gate is whole. That it fires is proven with a lamp and a battery.",
    },
  ],
  edges: {
    short: { with: { gate: "60" }, move: "main", from: 1, to: 100 },
    blocks: { with: { gate: "60" }, move: "main", from: 1e5, to: 1e7 },
    gateLow: { with: { main: "OL" }, move: "gate", from: 1, to: 50 },
    gateHigh: { with: { main: "OL" }, move: "gate", from: 100, to: 1000 },
    gateOpen: { with: { main: "OL" }, move: "gate", from: 1000, to: 10_000 },
  },
});

/** Readings at one place on a board and at the same place of its good twin, that differ by more than this share, differ. Common practice, no source. */
export const TWIN_SHARE = 0.15;

const twin = fromTable({
  id: "twin-in-circuit",
  family: "Transistors and triacs",
  name: "Beside a known-good one, in circuit",
  purpose: "The same pair on a good channel or a good board: what differs is where to lift a pin.",
  prepare: ["Both dead and proven, both connected alike.", "Same meter, same range, same way round."],
  probes: [{ red: "same pin on both", black: "same ground on both", dial: "diode or Ω" }],
  fields: [quantity("here", "This one", OHM), quantity("twin", "The good one", OHM)],
  types: ["transistor", "mosfet", "low-side-output", "high-side-output", "triac-output"],
  figures: {
    apart: {
      shown: "share",
      of: (r) => {
        const [here, good] = [r.get("here"), r.get("twin")];
        if (here === good) return 0;
        return here === Infinity || good === Infinity
          ? Infinity
          : Math.abs(here - good) / Math.max(good, 1e-9);
      },
    },
  },
  working: [
    (r) => (r.get("apart") === Infinity || r.get("twin") === 0 ? "" : "|{here} − {twin}| / {twin} = {apart}"),
  ],
  limits: { alike: { of: "apart", at: TWIN_SHARE, text: "alike within {at}", source: PRACTICE } },
  rows: [
    { code: "one-open", verdict: "bad", when: open("apart"), says: "One is open and the other is not." },
    { code: "alike", verdict: "good", when: not(over("alike")), says: "They read alike." },
    {
      code: "differ",
      verdict: "doubtful",
      says: "They differ: lift a pin here and read the part alone.",
    },
  ],
  edges: { alike: { with: { twin: "1000" }, move: "here", from: 1000, to: 1500 } },
});

export const SEMICONDUCTOR_TESTS = [diode, varistor, transistor, mosfet, triac, twin] as const;

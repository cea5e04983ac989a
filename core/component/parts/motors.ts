import { PRACTICE } from "#core/standards/index.ts";
import { all, any, decided, is, not, open, over, under, zero } from "../table/conditions.ts";
import { AMP, choice, MEGOHM, OHM, quantity, VOLT, asked } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { insulation } from "./insulation.ts";
import { mechanics } from "./driveByHand.ts";
import { threePhase } from "./threePhaseMotor.ts";

export type Terminals = { readonly common: string; readonly run: string; readonly start: string };
type Three = Readonly<Record<"ab" | "bc" | "ca", number>>;

/** Three readings this near to each other are alike: a share, or ohms of leads. Common practice, no source. */
const ALIKE = { share: 0.05, ohms: 0.1 };
/** The sum rule holds within this share, or these ohms of leads. Common practice, no source. */
const SUM = { share: 0.1, ohms: 0.4 };

/** How far apart the highest and the lowest of three readings lie, over what is allowed. */
const spread = ({ ab, bc, ca }: Three): number =>
  (Math.max(ab, bc, ca) - Math.min(ab, bc, ca)) / Math.max(ALIKE.share * Math.max(ab, bc, ca), ALIKE.ohms);

/**
 * Names the terminals of a split-winding motor from the ohms between each two: the highest is run to start, which
 * passes both windings; of the other two the lower is the run winding, the higher the start winding.
 */
export function findTerminals(ohms: Three): Terminals & { readonly sum: number; readonly most: number } {
  const { ab, bc, ca } = ohms;
  const most = Math.max(ab, bc, ca);
  const common = most === ab ? "c" : most === bc ? "a" : "b";
  const toCommon = (t: string) => {
    const pair = [t, common].sort().join("");
    return ohms[(pair === "ac" ? "ca" : pair) as keyof Three];
  };
  const [run, start] = ["a", "b", "c"]
    .filter((t) => t !== common)
    .sort((x, y) => toCommon(x) - toCommon(y)) as [string, string];
  return { common, run, start, sum: toCommon(run) + toCommon(start), most };
}

const three = (r: Reckoning): Three => ({ ab: r.get("ab"), bc: r.get("bc"), ca: r.get("ca") });
const anyOpen = any(open("ab"), open("bc"), open("ca"));
/** A difference without the last bits of binary fractions. */
const rounded = (ohms: number): number => Math.abs(Number(ohms.toFixed(9)));
const whole = (r: Reckoning) => Object.values(three(r)).every((o) => o < Infinity);

const split = fromTable({
  id: "split-motor",
  family: "Motors",
  name: "Single-phase motor, windings",
  purpose: "Common, run and start from three readings, and whether their sum is right.",
  stored: true,
  prepare: [
    "Dead, proven, run capacitor discharged.",
    "All leads off the three terminals. Cool: the overload protector must have closed.",
  ],
  probes: [
    { red: "a", black: "b", dial: "Ω" },
    { red: "b", black: "c", dial: "Ω" },
    { red: "c", black: "a", dial: "Ω" },
  ],
  fields: [
    quantity("ab", "a to b", OHM, { open: true, zero: true, usual: [0.2, 2000] }),
    quantity("bc", "b to c", OHM, { open: true, zero: true, usual: [0.2, 2000] }),
    quantity("ca", "c to a", OHM, { open: true, zero: true, usual: [0.2, 2000] }),
    choice("marked", "Marked as common", [
      ["none", "not marked"],
      ["a", "a"],
      ["b", "b"],
      ["c", "c"],
    ]),
    quantity("earth", "Lowest to the frame", MEGOHM, { optional: true }),
  ],
  types: ["split-winding-motor"],
  figures: {
    spread: { shown: "times what is allowed", of: (r) => (whole(r) ? spread(three(r)) : undefined) },
    sum: { shown: "Ω", of: (r) => (whole(r) ? findTerminals(three(r)).sum : undefined) },
    most: { shown: "Ω", of: (r) => (whole(r) ? findTerminals(three(r)).most : undefined) },
    off: { shown: "Ω", of: (r) => (whole(r) ? rounded(r.get("sum") - r.get("most")) : undefined) },
  },
  findings: {
    common: (r) => findTerminals(three(r)).common,
    run: (r) => findTerminals(three(r)).run,
    start: (r) => findTerminals(three(r)).start,
  },
  working: ["the two lower together {sum}, the highest {most}, {off} apart"],
  limits: {
    earth: { of: "earth", at: 1e6, text: "{at} or more to the frame", source: PRACTICE },
    alike: {
      of: "spread",
      at: 1,
      text: "three readings within 5 % (or 0.1 Ω) of each other are a three-phase motor's",
      source: PRACTICE,
    },
    sum: {
      of: "off",
      at: (r) => (whole(r) ? Math.max(SUM.share * r.get("most"), SUM.ohms) : undefined),
      text: "common–run lowest, common–start higher, run–start their sum within {at}",
      source: PRACTICE,
    },
  },
  rows: [
    { code: "earth", verdict: "bad", when: under("earth"), says: "A winding leaks to the frame: {earth}." },
    {
      code: "open",
      verdict: "bad",
      when: anyOpen,
      says: "One pair is open: a winding or its overload protector. Let it cool and read again.",
    },
    {
      code: "short",
      verdict: "bad",
      when: any(zero("ab"), zero("bc"), zero("ca")),
      says: "0 Ω between two terminals: a winding is shorted, or the probes touch one terminal.",
    },
    {
      code: "three-phase",
      verdict: "told",
      when: not(over("alike")),
      says: "Three equal readings: a three-phase motor, driven by an inverter. It has no common and no start winding.",
    },
    {
      code: "sum",
      verdict: "bad",
      when: over("sum"),
      says: "The two lower readings make {sum}, the highest is {most}: they should be equal.",
    },
    {
      code: "marked",
      verdict: "doubtful",
      when: all(
        is("marked", "a", "b", "c"),
        decided([], (r) => r.word("marked") !== r.word("common")),
      ),
      says: "The windings say that {common} is common, and {marked} is marked: a label or a lead is wrong.",
    },
    {
      code: "good",
      verdict: "good",
      says: "Common is {common}, run {run}, start {start}; the sum is right.",
    },
  ],
  edges: {
    earth: { with: { ab: "6.7", bc: "2.1", ca: "4.6" }, move: "earth", from: 1e5, to: 1e7 },
    alike: { with: { ab: "10", bc: "10" }, move: "ca", from: 10, to: 12 },
    sum: { with: { bc: "20", ca: "46" }, move: "ab", from: 66, to: 90 },
  },
});

const dcFeed = fromTable({
  id: "dc-motor",
  family: "Motors",
  name: "DC motor, powered directly",
  purpose: "Whether a motor runs from a fused battery, both ways.",
  prepare: [
    "Both leads off the board. Mechanics free, or uncoupled: nothing may be hurt when it turns.",
    "A battery of its volts, fused at its rated current.",
  ],
  probes: [{ red: "one lead", black: "the other", dial: "V DC, then A" }],
  fields: [
    asked("runs", "Powered, it", [
      ["yes", "runs, and the other way when reversed"],
      ["slow", "turns slowly, or only when pushed"],
      ["hums", "hums or jerks and does not turn"],
      ["no", "does nothing"],
    ]),
    quantity("ohms", "Ohms while turned slowly by hand", OHM, {
      open: true,
      optional: true,
      zero: true,
      usual: [0.1, 200],
    }),
    quantity("volts", "Volts at it while it is fed", VOLT, { optional: true, usual: [0, 400] }),
    quantity("supply", "Battery at rest", VOLT, { optional: true, usual: [0, 400] }),
    quantity("amps", "It draws", AMP, { optional: true, zero: true, usual: [0.01, 100] }),
    quantity("rated", "Rated current", AMP, { optional: true, usual: [0.01, 100] }),
  ],
  types: ["dc-motor"],
  figures: {
    keeps: {
      shown: "share",
      of: (r) => {
        const [volts, supply] = [r.maybe("volts"), r.maybe("supply")];
        return volts === undefined || supply === undefined || supply === 0 ? undefined : volts / supply;
      },
    },
    load: {
      shown: "share",
      of: (r) => {
        const [amps, rated] = [r.maybe("amps"), r.maybe("rated")];
        return amps === undefined || rated === undefined ? undefined : amps / rated;
      },
    },
  },
  working: ["{volts} / {supply} = {keeps}", "{amps} / {rated} = {load}"],
  limits: {
    sags: { of: "keeps", at: 0.85, text: "the supply keeps {at} of its volts", source: PRACTICE },
    fed: {
      of: "volts",
      at: 1,
      text: "fed from {at} on: below that nothing is known of the motor",
      source: PRACTICE,
    },
    much: { of: "load", at: 1.5, text: "it binds or is shorted above {at} of its current", source: PRACTICE },
    idle: {
      of: "load",
      at: 0.5,
      text: "turning slowly at less than {at} of it is its brushes",
      source: PRACTICE,
    },
  },
  rows: [
    {
      code: "heavy",
      verdict: "doubtful",
      when: all(is("runs", "yes"), over("much")),
      says: "It runs and draws {load} of its current: what it drives binds, or its bearings do. Uncouple it and clamp again.",
    },
    {
      code: "good",
      verdict: "good",
      when: is("runs", "yes"),
      says: "The motor is good: look at what should feed it.",
    },
    {
      code: "open",
      verdict: "bad",
      when: open("ohms"),
      says: "Open: brushes worn down, or a winding.",
    },
    {
      code: "not-fed",
      verdict: "doubtful",
      when: under("fed"),
      says: "Hardly a volt is at it while it should be fed: a clip, the fuse of the battery, or a short in it. Read its ohms, mend the feed and try again.",
    },
    {
      code: "sags",
      verdict: "doubtful",
      when: under("sags"),
      says: "The battery sags: the feed is too weak, or the motor is stalled or shorted. Clamp its current.",
    },
    {
      code: "binds",
      verdict: "bad",
      when: all(is("runs", "slow", "hums"), over("much")),
      says: "It draws {load} of its current: it binds, or its armature is shorted. Uncouple it: if it then runs, what it drives is jammed.",
    },
    {
      code: "brushes",
      verdict: "bad",
      when: all(is("runs", "slow"), under("idle")),
      says: "It turns slowly and draws little: worn brushes or a dirty commutator.",
    },
    {
      code: "slow",
      verdict: "bad",
      when: is("runs", "slow"),
      says: "Worn brushes, a dirty commutator, or it binds: its current tells which.",
    },
    {
      code: "hums",
      verdict: "bad",
      when: is("runs", "hums"),
      says: "It hums and does not turn: jammed, or one bar of its commutator. Turn it by hand and feed it again.",
    },
    {
      code: "dead",
      verdict: "bad",
      says: "It does not run from its own volts: jammed, or its brushes do not touch.",
    },
  ],
  edges: {
    sags: { with: { runs: "no", supply: "12" }, move: "volts", from: 8, to: 12 },
    fed: { with: { runs: "no" }, move: "volts", from: 0.5, to: 5 },
    much: { with: { runs: "yes", rated: "2" }, move: "amps", from: 2, to: 5 },
    idle: { with: { runs: "slow", rated: "2" }, move: "amps", from: 0.5, to: 1.9 },
  },
});

export const MOTOR_TESTS = [split, threePhase, dcFeed, insulation, mechanics] as const;

import { PRACTICE } from "#core/standards/index.ts";
import { all, any, atMost, is, open, over, under, zero } from "../table/conditions.ts";
import { choice, OHM, quantity } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

export const pairOfSensors = fromTable({
  id: "sensor-twin",
  family: "Temperature sensors",
  name: "Two equal sensors at one place",
  purpose: "Equal sensors at the same temperature read alike.",
  prepare: ["Both off their plugs, side by side for five minutes."],
  probes: [{ red: "one lead", black: "the other", dial: "Ω", note: "each in turn" }],
  fields: [quantity("here", "This one", OHM), quantity("twin", "The other", OHM)],
  types: ["ntc", "ptc", "rtd"],
  figures: {
    apart: {
      shown: "share",
      of: (r) => {
        const [here, twin] = [r.get("here"), r.get("twin")];
        return twin > 0 && here < Infinity && twin < Infinity ? Math.abs(here / twin - 1) : undefined;
      },
    },
  },
  working: ["{apart} apart"],
  limits: {
    short: { of: "here", at: 2, text: "shorted below {at}", source: PRACTICE },
    alike: { of: "apart", at: 0.05, text: "alike within {at}", source: PRACTICE },
  },
  rows: [
    {
      code: "both-open",
      verdict: "bad",
      when: all(open("here"), open("twin")),
      says: "Both are open: or neither is connected. Look at the probes first.",
    },
    { code: "one-open", verdict: "bad", when: any(open("here"), open("twin")), says: "One of them is open." },
    {
      code: "both-short",
      verdict: "bad",
      when: all(under("short"), under("short", "twin")),
      says: "Both are shorted: or the probes touch each other.",
    },
    {
      code: "one-short",
      verdict: "bad",
      when: any(under("short"), under("short", "twin")),
      says: "One of them is shorted.",
    },
    { code: "alike", verdict: "good", when: atMost("alike"), says: "They agree." },
    {
      code: "differ",
      verdict: "bad",
      says: "They do not agree: one of them is wrong. Read each against a thermometer.",
    },
  ],
  edges: {
    short: { with: { twin: "10000" }, move: "here", from: 0.5, to: 10 },
    alike: { with: { twin: "10000" }, move: "here", from: 10_000, to: 11_000 },
  },
});

/** A sensor, its controller and a thermometer at one place, warmed: which of them lags or lies, without any data. */
export const trend = fromTable({
  id: "sensor-trend",
  family: "Temperature sensors",
  name: "Thermistor without data, warmed",
  purpose: "Whether a sensor of unknown type follows warmth smoothly, one way and back.",
  prepare: [
    "Plug off, meter on its leads with clips, so that the reading is not broken by the hand.",
    "Read it cool, warm it in the hand or with hot air for a minute, read it, let it cool and read again.",
  ],
  probes: [{ red: "one lead", black: "the other", dial: "Ω", note: "keep the clips on" }],
  fields: [
    quantity("cool", "Cool", OHM),
    quantity("warm", "Warmed", OHM),
    quantity("back", "Cooled again", OHM, { optional: true }),
    choice("jumps", "While it warmed, the reading", [
      ["smooth", "moved smoothly"],
      ["jumps", "jumped, or fell to OL and came back"],
    ]),
  ],
  types: ["ntc", "ptc", "rtd"],
  figures: {
    moved: { shown: "share", of: (r) => change(r, "warm") },
    left: { shown: "share", of: (r) => change(r, "back") },
  },
  working: ["warmed {moved} from cool", "cooled again {left} from cool"],
  limits: {
    moves: { of: "moved", at: 0.05, text: "it moves by {at} or more, either way", source: PRACTICE },
    returns: { of: "left", at: 0.1, text: "it comes back to within {at}", source: PRACTICE },
  },
  rows: [
    {
      code: "open",
      verdict: "bad",
      when: any(open("cool"), open("warm"), open("back")),
      says: "It is open, or opens with warmth: a crack inside, or a loose crimp.",
    },
    {
      code: "jumps",
      verdict: "bad",
      when: is("jumps", "jumps"),
      says: "It jumps: a cracked bead or a loose crimp. Move the lead to tell which.",
    },
    { code: "short", verdict: "bad", when: zero("cool"), says: "Shorted." },
    {
      code: "still",
      verdict: "bad",
      when: under("moves"),
      says: "It does not follow: dead, bridged by moisture, or it is no sensor that was read.",
    },
    {
      code: "stays",
      verdict: "doubtful",
      when: over("returns"),
      says: "It does not come back: give it longer, else it drifts with heat.",
    },
    {
      code: "follows",
      verdict: "good",
      says: "It follows. That its value is right is told by its data, or by its known-good twin.",
    },
  ],
  edges: {
    moves: { with: { cool: "10000", jumps: "smooth" }, move: "warm", from: 8000, to: 10_000 },
    returns: { with: { cool: "10000", warm: "6000", jumps: "smooth" }, move: "back", from: 8000, to: 10_000 },
  },
});

/** How far a reading lies from the cool one, as a share of it. */
function change(r: Reckoning, name: string): number | undefined {
  const [cool, now] = [r.get("cool"), r.maybe(name)];
  return now === undefined || cool === 0 || cool === Infinity || now === Infinity
    ? undefined
    : Math.abs(now / cool - 1);
}

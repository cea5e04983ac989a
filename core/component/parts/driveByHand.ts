import { PRACTICE } from "#core/standards/index.ts";
import { is, over, under } from "../table/conditions.ts";
import { MILLIMETRE, quantity, SECOND, asked } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

export const mechanics = fromTable({
  id: "drive-by-hand",
  family: "Motors",
  name: "Gearbox, flap or valve, by hand and travel",
  purpose: "What no meter shows: whether what a motor drives moves freely, all the way, and holds.",
  prepare: [
    "Dead and locked; springs relaxed, doors and arms propped: what is released can fall.",
    "Release the motor or take it off its coupling, and move the drive by hand through its whole travel.",
  ],
  probes: [],
  fields: [
    asked("feel", "By hand it moves", [
      ["free", "freely and evenly"],
      ["stiff", "stiffly, or with a heavy place"],
      ["stuck", "not at all"],
      ["loose", "but the motor's shaft does not follow"],
    ]),
    asked("sound", "It sounds", [
      ["quiet", "quiet"],
      ["grinds", "grinding or clicking"],
    ]),
    quantity("travel", "Travel found", MILLIMETRE, { optional: true, usual: [0, 5], gauge: true }),
    quantity("should", "Travel it should have", MILLIMETRE, {
      optional: true,
      usual: [0.001, 5],
      gauge: true,
    }),
    quantity("seconds", "Driven, it takes", SECOND, { optional: true, usual: [0.1, 600] }),
    quantity("normal", "It should take", SECOND, { optional: true, usual: [0.1, 600] }),
  ],
  types: ["dc-motor", "gas-valve", "solenoid"],
  figures: {
    reach: { shown: "share", of: (r) => ratio(r, "travel", "should") },
    slow: { shown: "share", of: (r) => ratio(r, "seconds", "normal") },
  },
  working: ["{travel} / {should} = {reach}", "{seconds} / {normal} = {slow}"],
  limits: {
    reach: { of: "reach", at: 0.95, text: "it reaches {at} of its travel", source: PRACTICE },
    beyond: { of: "reach", at: 1.05, text: "and no more than {at} of it", source: PRACTICE },
    quick: { of: "slow", at: 0.75, text: "it takes at least {at} of its time", source: PRACTICE },
    slow: { of: "slow", at: 1.25, text: "it takes at most {at} of its time", source: PRACTICE },
  },
  rows: [
    {
      code: "stuck",
      verdict: "bad",
      when: is("feel", "stuck"),
      says: "Jammed: find what blocks it (dirt, ice, a bent rod, a seized bearing) before the motor is blamed.",
    },
    {
      code: "loose",
      verdict: "bad",
      when: is("feel", "loose"),
      says: "A coupling, a key or a gear slips: the motor may turn and nothing moves.",
    },
    {
      code: "grinds",
      verdict: "bad",
      when: is("sound", "grinds"),
      says: "Worn or broken teeth, or a dry bearing.",
    },
    {
      code: "short",
      verdict: "bad",
      when: under("reach"),
      says: "It stops short: {travel} of {should}. Look at its ends and its limits.",
    },
    {
      code: "stiff",
      verdict: "doubtful",
      when: is("feel", "stiff"),
      says: "Stiff: clean and grease it as the maker says, and feel again.",
    },
    {
      code: "slow",
      verdict: "doubtful",
      when: over("slow"),
      says: "It takes {slow} of its time: low volts at the motor, or it binds.",
    },
    {
      code: "beyond",
      verdict: "doubtful",
      when: over("beyond"),
      says: "It goes too far: {travel} where {should} belong. Its limit is set wrong or slips, or an end stop is missing.",
    },
    {
      code: "quick",
      verdict: "doubtful",
      when: under("quick"),
      says: "It takes only {slow} of its time: it drives nothing, its limit stops it early, or it gets too many volts.",
    },
    { code: "free", verdict: "good", says: "It moves as it should: what drives it is next." },
  ],
  edges: {
    reach: { with: { feel: "free", sound: "quiet", should: "100" }, move: "travel", from: 0.05, to: 0.1 },
    beyond: { with: { feel: "free", sound: "quiet", should: "100" }, move: "travel", from: 0.1, to: 0.11 },
    quick: { with: { feel: "free", sound: "quiet", normal: "10" }, move: "seconds", from: 5, to: 10 },
    slow: { with: { feel: "free", sound: "quiet", normal: "10" }, move: "seconds", from: 8, to: 20 },
  },
});

function ratio(r: Reckoning, a: string, b: string): number | undefined {
  const [x, y] = [r.maybe(a), r.maybe(b)];
  return x === undefined || y === undefined || y === 0 ? undefined : x / y;
}

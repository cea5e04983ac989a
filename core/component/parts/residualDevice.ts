import {
  HOLDS_SHARE,
  pulsatingShares,
  RESIDUAL_SOURCE,
  SEES,
  SMOOTH_SHARES,
  TRIP_SECONDS,
  type ResidualType,
} from "#core/standards/index.ts";
import { all, any, is, open, over, under } from "../table/conditions.ts";
import { choice, MILLIAMP, MILLISECOND, quantity } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

/** Least and most current that trips it, A, by the wave that the tester gives. */
function tripBand(r: Reckoning): readonly [number, number] {
  const rated = r.get("rated");
  const [low, high] =
    r.word("wave") === "pulsating"
      ? pulsatingShares(rated)
      : r.word("wave") === "smooth"
        ? SMOOTH_SHARES
        : [HOLDS_SHARE, 1];
  return [low * rated, high * rated];
}
const timesOf = (r: Reckoning) => TRIP_SECONDS[r.word("delay") === "selective" ? "selective" : "general"];
const blind = any(
  all(is("type", "AC"), is("wave", "pulsating", "smooth")),
  all(is("type", "A", "F"), is("wave", "smooth")),
);

export const residual = fromTable({
  id: "residual-device",
  family: "Fuses and breakers",
  name: "Leakage device, current and time",
  purpose: "Whether a residual-current device trips where and as fast as it must.",
  live: true,
  prepare: [
    "Live, with the tester made for it. All loads off the circuit: their own leaks count with the tester's.",
    "Its test button first. Fixed wiring belongs to the electrician.",
  ],
  probes: [{ red: "tester: live", black: "tester: earth", dial: "ramp, then time" }],
  fields: [
    quantity("rated", "Rated residual current", MILLIAMP, { usual: [0.006, 0.5] }),
    choice("type", "Type", [
      ["A", "A"],
      ["AC", "AC"],
      ["F", "F"],
      ["B", "B"],
    ]),
    choice("delay", "Delay", [
      ["general", "none"],
      ["selective", "S: selective"],
    ]),
    choice("wave", "Tested with", [
      ["sine", "sine"],
      ["pulsating", "pulsating DC"],
      ["smooth", "smooth DC"],
    ]),
    quantity("trip", "It trips at", MILLIAMP, { open: true, hint: "OL if it does not", usual: [0, 1.2] }),
    quantity("once", "Time at its rating", MILLISECOND, { optional: true, open: true, usual: [0, 0.6] }),
    quantity("five", "Time at five times its rating", MILLISECOND, {
      optional: true,
      open: true,
      usual: [0, 0.3],
    }),
  ],
  types: ["rcd", "rcbo"],
  findings: { sees: (r) => SEES[r.word("type") as ResidualType] },
  limits: {
    least: {
      of: "trip",
      at: (r) => tripBand(r)[0],
      text: "it may trip from {at} on",
      source: RESIDUAL_SOURCE,
    },
    most: { of: "trip", at: (r) => tripBand(r)[1], text: "it trips at {at}", source: RESIDUAL_SOURCE },
    soon: {
      of: "once",
      at: (r) => (r.word("delay") === "selective" ? timesOf(r)[0].least : undefined),
      text: "selective: not before {at} at its rating",
      source: RESIDUAL_SOURCE,
    },
    slow: {
      of: "once",
      at: (r) => timesOf(r)[0].most,
      text: "within {at} at its rating",
      source: RESIDUAL_SOURCE,
    },
    slowAtFive: {
      of: "five",
      at: (r) => timesOf(r)[2].most,
      text: "within {at} at five times its rating",
      source: RESIDUAL_SOURCE,
    },
  },
  rows: [
    {
      code: "blind",
      verdict: "told",
      when: blind,
      says: (r) =>
        `A type ${r.word("type")} is not made to see this wave (${r.word("sees")}): the test says nothing of it.`,
    },
    {
      code: "dead",
      verdict: "bad",
      when: any(open("trip"), open("once"), open("five")),
      says: "It does not trip: it protects nobody. Keep the circuit off and replace it.",
    },
    {
      code: "insensitive",
      verdict: "bad",
      when: over("most"),
      says: "It trips at {trip}, too late for who it protects. Replace it.",
    },
    {
      code: "sensitive",
      verdict: "doubtful",
      when: under("least"),
      says: "It trips at {trip} already: a leak on the circuit adds to the tester's, or it is too sensitive. Take its outgoing wires off and test again.",
    },
    {
      code: "slow",
      verdict: "bad",
      when: any(over("slow"), over("slowAtFive")),
      says: "It trips too slowly. Work its lever a few times and test again; if it stays slow, replace it.",
    },
    {
      code: "hasty",
      verdict: "bad",
      when: under("soon"),
      says: "Too fast for a selective one: it will not leave the others time.",
    },
    { code: "good", verdict: "good", says: "It trips where and as fast as it must." },
  ],
  edges: {
    least: { with: { rated: "30", type: "A", wave: "sine" }, move: "trip", from: 0.005, to: 0.025 },
    most: { with: { rated: "30", type: "A", wave: "sine" }, move: "trip", from: 0.02, to: 0.05 },
    soon: {
      with: { rated: "100", type: "A", delay: "selective", trip: "70" },
      move: "once",
      from: 0.05,
      to: 0.3,
    },
    slow: { with: { rated: "30", type: "A", trip: "22" }, move: "once", from: 0.1, to: 0.5 },
    slowAtFive: { with: { rated: "30", type: "A", trip: "22" }, move: "five", from: 0.01, to: 0.1 },
  },
});

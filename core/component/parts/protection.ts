import {
  BREAKER_SOURCE,
  CONVENTIONAL,
  conventionalSeconds,
  HOLDS_SHARE,
  INSTANT,
  OVERLOAD,
  overloadSeconds,
  pulsatingShares,
  RESIDUAL_SOURCE,
  SEES,
  SMOOTH_SHARES,
  TRIP_SECONDS,
  type BreakerCurve,
  type ResidualType,
} from "#core/standards/index.ts";
import { all, any, atLeast, atMost, is, open, over, under } from "../table/conditions.ts";
import { AMP, choice, MILLIAMP, MILLISECOND, quantity, SECOND } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

const curveOf = (r: Reckoning) => INSTANT[r.word("curve") as BreakerCurve];

const mustHold = any(
  atMost("hold"),
  all(under("trip"), under("hour")),
  all(under("overload"), under("latest")),
  all(under("instant"), under("soonest")),
);
const mustTrip = any(
  all(atLeast("surely"), atLeast("rush")),
  all(atLeast("overload"), atLeast("latest")),
  all(atLeast("trip"), atLeast("hour")),
);
const tooLate = any(
  all(atLeast("surely"), over("rush")),
  all(atLeast("overload"), over("latest")),
  all(atLeast("trip"), over("hour")),
);

const breaker = fromTable({
  id: "breaker-curve",
  family: "Fuses and breakers",
  name: "Breaker against its curve",
  purpose: "Whether a breaker that trips, or does not, does what its letter and rating ask.",
  live: true,
  prepare: [
    "Live: clamp the current on its outgoing wire, and note how long it flows.",
    "A breaker that has opened a short is looked at before it is reset; the panel belongs to the electrician.",
  ],
  probes: [{ red: "clamp round the outgoing wire", black: "none", dial: "A AC" }],
  fields: [
    quantity("amps", "Rated current", AMP, { usual: [0.5, 125] }),
    choice("curve", "Curve", [
      ["B", "B"],
      ["C", "C"],
      ["D", "D"],
    ]),
    quantity("load", "Current through it", AMP, { usual: [0.1, 3000] }),
    quantity("seconds", "For", SECOND, { usual: [0.01, 20_000], hint: "until it tripped, or as long as it held" }),
    choice("did", "It", [
      ["tripped", "tripped"],
      ["held", "held"],
    ]),
  ],
  types: ["breaker", "rcbo"],
  figures: { multiple: { shown: "times its rating", of: (r) => r.get("load") / r.get("amps") } },
  working: ["{load} / {amps} = {multiple}, for {seconds}"],
  limits: {
    hold: {
      of: "multiple",
      at: CONVENTIONAL[0],
      text: (r) => `up to {at} it holds for ${conventionalSeconds(r.get("amps")) / 3600} h`,
      source: BREAKER_SOURCE,
    },
    trip: { of: "multiple", at: CONVENTIONAL[1], text: "from {at} it trips within that time", source: BREAKER_SOURCE },
    overload: { of: "multiple", at: OVERLOAD, text: "from {at} it trips sooner", source: BREAKER_SOURCE },
    instant: { of: "multiple", at: (r) => curveOf(r)[0], text: "below {at} not at once", source: BREAKER_SOURCE },
    surely: { of: "multiple", at: (r) => curveOf(r)[1], text: "from {at} at once", source: BREAKER_SOURCE },
    rush: { of: "seconds", at: 0.1, text: "at once is within {at}", source: BREAKER_SOURCE },
    soonest: {
      of: "seconds",
      at: (r) => overloadSeconds(r.get("amps")).least,
      text: `at ${OVERLOAD} times its rating not before {at}`,
      source: BREAKER_SOURCE,
    },
    latest: {
      of: "seconds",
      at: (r) => overloadSeconds(r.get("amps")).most,
      text: `at ${OVERLOAD} times its rating within {at}`,
      source: BREAKER_SOURCE,
    },
    hour: {
      of: "seconds",
      at: (r) => conventionalSeconds(r.get("amps")),
      text: "the conventional time is {at}",
      source: BREAKER_SOURCE,
    },
  },
  rows: [
    {
      code: "weak",
      verdict: "bad",
      when: all(is("did", "tripped"), mustHold),
      says: "It trips at {multiple} after {seconds}, where it must hold: worn, hot from a loose terminal, or not this current. Look at its terminals first.",
    },
    {
      code: "late",
      verdict: "bad",
      when: all(is("did", "tripped"), tooLate),
      says: "It trips too late: {multiple} for {seconds}. It does not protect any more; replace it.",
    },
    {
      code: "dead",
      verdict: "bad",
      when: all(is("did", "held"), mustTrip),
      says: "It holds {multiple} for {seconds}, where it must have tripped: it does not protect. Replace it.",
    },
    {
      code: "trips-rightly",
      verdict: "good",
      when: all(is("did", "tripped"), atLeast("trip")),
      says: "It trips as its curve asks: what hangs on it draws too much. Add its loads up, or strip them.",
    },
    { code: "holds-rightly", verdict: "good", when: mustHold, says: "It holds as its curve asks." },
    {
      code: "either",
      verdict: "doubtful",
      says: "At {multiple} for {seconds} a good one may do either. The load draws more than it should, or the breaker is too small for it.",
    },
  ],
  edges: {
    hold: { with: { amps: "10", curve: "C", seconds: "5000", did: "tripped" }, move: "load", from: 10, to: 12 },
    trip: { with: { amps: "10", curve: "C", seconds: "100", did: "tripped" }, move: "load", from: 12, to: 20 },
    overload: { with: { amps: "10", curve: "C", seconds: "30", did: "tripped" }, move: "load", from: 20, to: 30 },
    instant: { with: { amps: "10", curve: "C", seconds: "0.5", did: "tripped" }, move: "load", from: 30, to: 60 },
    surely: { with: { amps: "10", curve: "C", seconds: "0.5", did: "held" }, move: "load", from: 70, to: 150 },
    rush: { with: { amps: "10", curve: "C", load: "150", did: "tripped" }, move: "seconds", from: 0.05, to: 0.2 },
    soonest: { with: { amps: "10", curve: "C", load: "30", did: "tripped" }, move: "seconds", from: 0.5, to: 2 },
    latest: { with: { amps: "10", curve: "C", load: "30", did: "tripped" }, move: "seconds", from: 30, to: 90 },
    hour: { with: { amps: "10", curve: "C", load: "13", did: "tripped" }, move: "seconds", from: 1000, to: 7000 },
  },
});

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

const residual = fromTable({
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
    quantity("five", "Time at five times its rating", MILLISECOND, { optional: true, open: true, usual: [0, 0.3] }),
  ],
  types: ["rcd", "rcbo"],
  findings: { sees: (r) => SEES[r.word("type") as ResidualType] },
  limits: {
    least: { of: "trip", at: (r) => tripBand(r)[0], text: "it holds up to {at}", source: RESIDUAL_SOURCE },
    most: { of: "trip", at: (r) => tripBand(r)[1], text: "it trips at {at}", source: RESIDUAL_SOURCE },
    soon: {
      of: "once",
      at: (r) => (r.word("delay") === "selective" ? timesOf(r)[0].least : undefined),
      text: "selective: not before {at} at its rating",
      source: RESIDUAL_SOURCE,
    },
    slow: { of: "once", at: (r) => timesOf(r)[0].most, text: "within {at} at its rating", source: RESIDUAL_SOURCE },
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
      says: (r) => `A type ${r.word("type")} is not made to see this wave (${r.word("sees")}): the test says nothing of it.`,
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
    soon: { with: { rated: "100", type: "A", delay: "selective", trip: "70" }, move: "once", from: 0.05, to: 0.3 },
    slow: { with: { rated: "30", type: "A", trip: "22" }, move: "once", from: 0.1, to: 0.5 },
    slowAtFive: { with: { rated: "30", type: "A", trip: "22" }, move: "five", from: 0.01, to: 0.1 },
  },
});

export const PROTECTION_TESTS = [breaker, residual] as const;

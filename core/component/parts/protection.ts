import {
  BREAKER_SOURCE,
  CONVENTIONAL,
  conventionalSeconds,
  INSTANT,
  OVERLOAD,
  overloadSeconds,
  type BreakerCurve,
} from "#core/standards/index.ts";
import { all, any, atLeast, atMost, is, over, under } from "../table/conditions.ts";
import { AMP, choice, quantity, SECOND } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { residual } from "./residualDevice.ts";

const curveOf = (r: Reckoning) => INSTANT[r.word("curve") as BreakerCurve];

/**
 * A heavier current trips sooner, so that what is laid down at one multiple binds those below it: an hour up to the first, a
 * second up to 2.55, a tenth up to where its letter begins. Between the points of the standard a good one may do either.
 */
const mustHold = any(
  atMost("hold"),
  all(atMost("overload"), under("soonest")),
  all(under("instant"), under("rush")),
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
    quantity("seconds", "For", SECOND, {
      usual: [0.01, 20_000],
      hint: "until it tripped, or as long as it held",
    }),
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
    trip: {
      of: "multiple",
      at: CONVENTIONAL[1],
      text: "from {at} it trips within that time",
      source: BREAKER_SOURCE,
    },
    overload: { of: "multiple", at: OVERLOAD, text: "from {at} it trips sooner", source: BREAKER_SOURCE },
    instant: {
      of: "multiple",
      at: (r) => curveOf(r)[0],
      text: "below {at} not at once",
      source: BREAKER_SOURCE,
    },
    surely: { of: "multiple", at: (r) => curveOf(r)[1], text: "from {at} at once", source: BREAKER_SOURCE },
    rush: { of: "seconds", at: 0.1, text: "at once is within {at}", source: BREAKER_SOURCE },
    soonest: {
      of: "seconds",
      at: (r) => overloadSeconds(r.get("amps")).least,
      text: `so far as ${OVERLOAD} times its rating not before {at}`,
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
    hold: {
      with: { amps: "10", curve: "C", seconds: "5000", did: "tripped" },
      move: "load",
      from: 10,
      to: 12,
    },
    trip: {
      with: { amps: "10", curve: "C", seconds: "100", did: "tripped" },
      move: "load",
      from: 12,
      to: 20,
    },
    overload: {
      with: { amps: "10", curve: "C", seconds: "100", did: "held" },
      move: "load",
      from: 20,
      to: 30,
    },
    instant: {
      with: { amps: "10", curve: "C", seconds: "0.05", did: "tripped" },
      move: "load",
      from: 30,
      to: 60,
    },
    surely: {
      with: { amps: "10", curve: "C", seconds: "0.5", did: "held" },
      move: "load",
      from: 70,
      to: 150,
    },
    rush: {
      with: { amps: "10", curve: "C", load: "150", did: "tripped" },
      move: "seconds",
      from: 0.05,
      to: 0.2,
    },
    soonest: {
      with: { amps: "10", curve: "C", load: "25", did: "tripped" },
      move: "seconds",
      from: 0.5,
      to: 2,
    },
    latest: {
      with: { amps: "10", curve: "C", load: "30", did: "tripped" },
      move: "seconds",
      from: 30,
      to: 90,
    },
    hour: {
      with: { amps: "10", curve: "C", load: "15", did: "held" },
      move: "seconds",
      from: 1000,
      to: 7000,
    },
  },
});

export const PROTECTION_TESTS = [breaker, residual] as const;

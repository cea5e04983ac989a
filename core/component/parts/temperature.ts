import { ntcOhms, PRACTICE } from "#core/standards/index.ts";
import { all, any, atMost, missing, open, over, under, zero } from "../table/conditions.ts";
import { CELSIUS, OHM, PLAIN, quantity } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { thermocoupleTest } from "./thermocouple.ts";
import { pairOfSensors, trend } from "./sensorPairs.ts";
import { rtd } from "./platinum.ts";
import { sensorCurve } from "./sensorCurve.ts";

const KELVIN = 273.15;
/** Beta of most sensors sold as 10 kΩ, taken where none is known. Common practice, no source. */
const USUAL_BETA = 3950;

/** Beta of an NTC from two readings: B = ln(R₁/R₂) / (1/T₁ − 1/T₂), T in kelvin. */
export function betaFrom(ohms1: number, celsius1: number, ohms2: number, celsius2: number): number {
  return Math.log(ohms1 / ohms2) / (1 / (celsius1 + KELVIN) - 1 / (celsius2 + KELVIN));
}

/** Temperature of an NTC by the beta equation, °C. */
export function ntcCelsius(ohms: number, at25: number, beta: number): number {
  return 1 / (1 / (25 + KELVIN) + Math.log(ohms / at25) / beta) - KELVIN;
}

const betaOf = (r: Reckoning) => r.maybe("beta") ?? USUAL_BETA;
const EXCHANGED = [{ field: "warm", text: "More than when cold: were the two swapped?" }] as const;

const ntc = fromTable({
  id: "ntc",
  family: "Temperature sensors",
  name: "NTC sensor",
  purpose: "What it should read at this temperature, and whether it falls as it warms.",
  prepare: [
    "Plug off, so that the board's own resistor is not read too.",
    "Give it and the thermometer five minutes at one temperature.",
  ],
  probes: [{ red: "one lead", black: "the other", dial: "Ω", note: "cold, then warmed by hand or hot air" }],
  fields: [
    quantity("at25", "Nominal at 25 °C", OHM, { usual: [500, 200_000] }),
    quantity("beta", "Beta", PLAIN, {
      optional: true,
      usual: [2500, 5000],
      hint: `${USUAL_BETA} if left empty`,
    }),
    quantity("celsius", "Its temperature", CELSIUS, { signed: true, usual: [-30, 150] }),
    quantity("reads", "It reads", OHM),
    quantity("warm", "Warmed, it reads", OHM, { optional: true }),
  ],
  types: ["ntc"],
  figures: {
    by: { shown: "", of: betaOf },
    expected: { shown: "Ω", of: (r) => ntcOhms(r.get("at25"), betaOf(r), r.get("celsius")) },
    seems: {
      shown: "°C",
      of: (r) => {
        const reads = r.get("reads");
        return reads > 0 && reads < Infinity ? ntcCelsius(reads, r.get("at25"), betaOf(r)) : undefined;
      },
    },
    apart: { shown: "share", of: (r) => Math.abs(r.get("reads") / r.get("expected") - 1) },
    off: {
      shown: "°C",
      of: (r) => {
        const seems = r.maybe("seems");
        return seems === undefined ? undefined : Math.abs(seems - r.get("celsius"));
      },
    },
  },
  working: [
    "R = {at25} · exp({by} · (1/T − 1/298.15 K)) = {expected} at {celsius}",
    "{reads} would be {seems}",
  ],
  limits: {
    short: { of: "reads", at: (r) => 0.02 * r.get("expected"), text: "shorted below {at}", source: PRACTICE },
    rises: {
      of: "warm",
      at: (r) => 1.02 * r.get("reads"),
      text: "warmed, more than {at} is rising",
      source: PRACTICE,
    },
    moves: {
      of: "warm",
      at: (r) => 0.97 * r.get("reads"),
      text: "warmed, it falls to {at} or less",
      source: PRACTICE,
    },
    close: { of: "apart", at: 0.1, text: "within {at} of what it should read", source: PRACTICE },
    degrees: { of: "off", at: 3, text: "or within {at}", source: PRACTICE },
  },
  facts: [{ text: "beta equation", source: "closed form" }],
  rows: [
    { code: "open", verdict: "bad", when: open("reads"), says: "Open." },
    { code: "short", verdict: "bad", when: under("short"), says: "Shorted." },
    {
      code: "opens-warm",
      verdict: "bad",
      when: open("warm"),
      says: "It opens as it warms: a crack or a loose crimp.",
    },
    {
      code: "rises",
      verdict: "bad",
      when: over("rises"),
      says: "It rises as it warms: an NTC falls. A wrong part, a loose crimp, or cold and warm were swapped.",
      questions: EXCHANGED,
    },
    {
      code: "still",
      verdict: "doubtful",
      when: over("moves"),
      says: "It hardly moves as it warms: warm it more, or it is dead.",
    },
    {
      code: "good",
      verdict: "good",
      when: all(any(atMost("close"), atMost("degrees")), missing("warm")),
      says: "It reads what it should.",
    },
    {
      code: "good-and-falls",
      verdict: "good",
      when: any(atMost("close"), atMost("degrees")),
      says: "It reads what it should and falls as it warms.",
    },
    {
      code: "no-beta",
      verdict: "doubtful",
      when: missing("beta"),
      says: `It says {seems} where it is {celsius}, if its beta is ${USUAL_BETA}: enter its own, or find it with the two-point test.`,
    },
    {
      code: "off",
      verdict: "bad",
      says: "It says {seems} where it is {celsius}: drifted, or another type.",
    },
  ],
  chart: (r) => {
    const [celsius, reads] = [r.get("celsius"), r.get("reads")];
    return sensorCurve(
      (t) => ntcOhms(r.get("at25"), betaOf(r), t),
      [Math.min(-10, celsius), Math.max(100, celsius)],
      { x: celsius, y: reads },
      true,
    );
  },
  edges: {
    short: { with: { at25: "10k", beta: "3950", celsius: "25" }, move: "reads", from: 20, to: 2000 },
    rises: {
      with: { at25: "10k", beta: "3950", celsius: "25", reads: "10k" },
      move: "warm",
      from: 9900,
      to: 12_000,
    },
    moves: {
      with: { at25: "10k", beta: "3950", celsius: "25", reads: "10k" },
      move: "warm",
      from: 5000,
      to: 10_000,
    },
    close: { with: { at25: "10k", beta: "3950", celsius: "100" }, move: "reads", from: 700, to: 800 },
    degrees: { with: { at25: "10k", beta: "3950", celsius: "25" }, move: "reads", from: 11_100, to: 13_000 },
  },
});

const ptc = fromTable({
  id: "ptc",
  family: "Temperature sensors",
  name: "PTC",
  purpose: "Low when cold, and steeply up when hot.",
  prepare: ["Dead, proven, one lead off."],
  probes: [{ red: "one lead", black: "the other", dial: "Ω", note: "cold, then hot" }],
  fields: [
    quantity("nominal", "Cold ohms by its data", OHM, { usual: [1, 10_000] }),
    quantity("cold", "Cold, it reads", OHM),
    quantity("hot", "Hot, it reads", OHM, { optional: true }),
  ],
  types: ["ptc"],
  figures: {
    share: { shown: "share", of: (r) => r.get("cold") / r.get("nominal") },
    apart: { shown: "share", of: (r) => Math.abs(r.get("share") - 1) },
  },
  working: [(r) => (r.get("cold") === Infinity ? "" : "{cold} / {nominal} = {share}")],
  limits: {
    cold: { of: "apart", at: 0.25, text: "cold within {at} of its data", source: PRACTICE },
    falls: { of: "hot", at: (r) => r.get("cold"), text: "hot, less than {at} is falling", source: PRACTICE },
    steep: { of: "hot", at: (r) => 2 * r.get("cold"), text: "hot at least {at}", source: PRACTICE },
  },
  rows: [
    { code: "open", verdict: "bad", when: open("cold"), says: "Open." },
    { code: "cold", verdict: "bad", when: over("cold"), says: "Not its cold ohms." },
    {
      code: "falls",
      verdict: "bad",
      when: under("falls"),
      says: "It falls as it warms: it is no PTC, or is broken.",
    },
    {
      code: "flat",
      verdict: "doubtful",
      when: under("steep"),
      says: "It rises, but not steeply: was it hot enough?",
    },
    {
      code: "good-cold",
      verdict: "good",
      when: missing("hot"),
      says: "Right when cold; heat it to prove the rest.",
    },
    { code: "good", verdict: "good", says: "Low when cold and steep when hot." },
  ],
  edges: {
    cold: { with: { nominal: "100" }, move: "cold", from: 100, to: 200 },
    falls: { with: { nominal: "100", cold: "100" }, move: "hot", from: 50, to: 150 },
    steep: { with: { nominal: "100", cold: "100" }, move: "hot", from: 120, to: 500 },
  },
});

const READINGS_EXCHANGED = [
  { field: "r2", text: "An NTC falls as it warms. Were the two readings swapped?" },
] as const;

const beta = fromTable({
  id: "beta",
  family: "Temperature sensors",
  name: "NTC, find its beta",
  purpose: "Beta and nominal from two readings, for a sensor without data.",
  prepare: ["Two steady temperatures at least 20 °C apart: a glass of ice water and room air will do."],
  probes: [{ red: "one lead", black: "the other", dial: "Ω" }],
  fields: [
    quantity("t1", "First temperature", CELSIUS, { signed: true, usual: [-30, 120] }),
    quantity("r1", "First reading", OHM),
    quantity("t2", "Second temperature", CELSIUS, { signed: true, usual: [-30, 120] }),
    quantity("r2", "Second reading", OHM),
  ],
  types: ["ntc"],
  figures: {
    apart: { shown: "°C", of: (r) => Math.abs(r.get("t1") - r.get("t2")) },
    // Positive where it rises with temperature.
    slope: {
      shown: "",
      of: (r) => Math.sign((r.get("t2") - r.get("t1")) * (r.get("r2") - r.get("r1"))) || 0,
    },
    beta: { shown: "", digits: 4, of: (r) => betaFrom(r.get("r1"), r.get("t1"), r.get("r2"), r.get("t2")) },
    at25: { shown: "Ω", of: (r) => r.get("r1") / ntcOhms(1, r.get("beta"), r.get("t1")) },
  },
  working: [(r) => (whole(r) ? "B = ln({r1:4} / {r2:4}) / (1/T₁ − 1/T₂) = {beta}, T in kelvin" : "")],
  limits: {
    apart: { of: "apart", at: 5, text: "the temperatures at least {at} apart", source: PRACTICE },
    falls: { of: "slope", at: 0, text: "an NTC falls as it warms", source: "what an NTC is" },
    low: { of: "beta", at: 2000, text: "usual betas lie above {at}", source: PRACTICE },
    high: { of: "beta", at: 6000, text: "and below {at}", source: PRACTICE },
  },
  facts: [{ text: "beta equation", source: "closed form" }],
  rows: [
    {
      code: "no-curve",
      verdict: "bad",
      when: any(open("r1"), open("r2"), zero("r1"), zero("r2")),
      says: "One of the readings is open or a short: there is no curve through it.",
    },
    {
      code: "close",
      verdict: "doubtful",
      when: under("apart"),
      says: "The two temperatures are too close to each other.",
    },
    {
      code: "rises",
      verdict: "bad",
      when: over("falls"),
      says: "It rises with temperature: it is no NTC, or the readings are swapped.",
      questions: READINGS_EXCHANGED,
    },
    {
      code: "odd",
      verdict: "doubtful",
      when: any(under("low"), over("high")),
      says: "Beta {beta} is unusual: were both temperatures steady, and the board unplugged?",
    },
    { code: "found", verdict: "told", says: "Beta {beta}, {at25} at 25 °C." },
  ],
  chart: (r) =>
    whole(r)
      ? sensorCurve(
          (t) => ntcOhms(r.get("at25"), r.get("beta"), t),
          [-10, 100],
          { x: r.get("t2"), y: r.get("r2") },
          true,
        )
      : undefined,
  edges: {
    apart: { with: { t1: "20", r1: "12k", r2: "10k" }, move: "t2", from: 22, to: 30 },
    falls: { with: { t1: "0", r1: "10k", t2: "25" }, move: "r2", from: 4000, to: 20_000 },
    low: { with: { t1: "0", r1: "32.65k", t2: "25" }, move: "r2", from: 10_000, to: 25_000 },
    high: { with: { t1: "0", r1: "32.65k", t2: "25" }, move: "r2", from: 3000, to: 10_000 },
  },
});

/** Whether the two readings have a curve through them. */
function whole(r: Reckoning): boolean {
  const [r1, r2] = [r.get("r1"), r.get("r2")];
  return r1 > 0 && r2 > 0 && r1 < Infinity && r2 < Infinity && r1 !== r2 && r.get("t1") !== r.get("t2");
}

export const TEMPERATURE_TESTS = [ntc, ptc, rtd, thermocoupleTest, beta, pairOfSensors, trend] as const;

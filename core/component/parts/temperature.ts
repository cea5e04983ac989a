import { ntcOhms, platinumOhms, PRACTICE } from "#core/standards/index.ts";
import { all, any, atMost, is, missing, not, open, over, under, zero } from "../table/conditions.ts";
import { CELSIUS, choice, OHM, PLAIN, quantity } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import type { Chart } from "../table/test.ts";
import { thermocoupleTest } from "./thermocouple.ts";

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

/** Temperature of a platinum sensor, °C, between −200 and 850, by halving the interval. */
export function platinumCelsius(ohms: number, at0: number): number {
  let [a, b] = [-200, 850];
  // Sixty halvings: far below a meter's last digit.
  for (let i = 0; i < 60; i++) {
    const middle = (a + b) / 2;
    if (platinumOhms(at0, middle) < ohms) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}

function curve(
  of: (t: number) => number,
  [from, to]: readonly [number, number],
  mark: { x: number; y: number },
  log: boolean,
): Chart {
  return {
    x: { label: "°C" },
    y: { label: "Ω", ...(log ? { log: true as const } : {}) },
    lines: [
      {
        label: "should read",
        points: Array.from({ length: 61 }, (_, i): readonly [number, number] => {
          const t = from + ((to - from) * i) / 60;
          return [t, of(t)];
        }).filter(([, ohms]) => Number.isFinite(ohms)),
      },
    ],
    marks: Number.isFinite(mark.y) && mark.y > 0 ? [{ label: "this one", ...mark }] : [],
  };
}

const betaOf = (r: Reckoning) => r.maybe("beta") ?? USUAL_BETA;
const EXCHANGED = [{ field: "warm", text: "More than when cold: were the two exchanged?" }] as const;

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
    quantity("beta", "Beta", PLAIN, { optional: true, usual: [2500, 5000], hint: `${USUAL_BETA} if left empty` }),
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
  working: ["R = {at25} · exp({by} · (1/T − 1/298.15 K)) = {expected} at {celsius}", "{reads} would be {seems}"],
  limits: {
    short: { of: "reads", at: (r) => 0.02 * r.get("expected"), text: "shorted below {at}", source: PRACTICE },
    rises: {
      of: "warm",
      at: (r) => 1.02 * r.get("reads"),
      text: "warmed, more than {at} is rising",
      source: PRACTICE,
    },
    moves: { of: "warm", at: (r) => 0.97 * r.get("reads"), text: "warmed, it falls to {at} or less", source: PRACTICE },
    close: { of: "apart", at: 0.1, text: "within {at} of what it should read", source: PRACTICE },
    degrees: { of: "off", at: 3, text: "or within {at}", source: PRACTICE },
  },
  facts: [{ text: "beta equation", source: "closed form" }],
  rows: [
    { code: "open", verdict: "bad", when: open("reads"), says: "Open." },
    { code: "short", verdict: "bad", when: under("short"), says: "Shorted." },
    { code: "opens-warm", verdict: "bad", when: open("warm"), says: "It opens as it warms: a crack or a loose crimp." },
    {
      code: "rises",
      verdict: "bad",
      when: over("rises"),
      says: "It rises as it warms: an NTC falls. A wrong part, a loose crimp, or cold and warm were exchanged.",
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
    return curve(
      (t) => ntcOhms(r.get("at25"), betaOf(r), t),
      [Math.min(-10, celsius), Math.max(100, celsius)],
      { x: celsius, y: reads },
      true,
    );
  },
  edges: {
    short: { with: { at25: "10k", beta: "3950", celsius: "25" }, move: "reads", from: 20, to: 2000 },
    rises: { with: { at25: "10k", beta: "3950", celsius: "25", reads: "10k" }, move: "warm", from: 9900, to: 12_000 },
    moves: { with: { at25: "10k", beta: "3950", celsius: "25", reads: "10k" }, move: "warm", from: 5000, to: 10_000 },
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

const sensorAt0 = (r: Reckoning) => Number(r.word("kind"));

const rtd = fromTable({
  id: "rtd",
  family: "Temperature sensors",
  name: "Platinum sensor (RTD)",
  purpose: "What a platinum sensor should read, and what temperature a reading means.",
  prepare: [
    "One lead off. Two-wire readings include the leads: subtract what they read when shorted at the sensor.",
  ],
  probes: [{ red: "one side", black: "the other side", dial: "Ω" }],
  fields: [
    choice("kind", "Sensor", [
      ["100", "Pt100"],
      ["1000", "Pt1000"],
    ]),
    quantity("celsius", "Its temperature", CELSIUS, { signed: true, usual: [-60, 600] }),
    quantity("reads", "It reads", OHM),
    quantity("leads", "Leads alone", OHM, { optional: true, usual: [0, 20] }),
  ],
  types: ["rtd"],
  figures: {
    itself: { shown: "Ω", digits: 4, of: (r) => r.get("reads") - (r.maybe("leads") ?? 0) },
    expected: { shown: "Ω", digits: 4, of: (r) => platinumOhms(sensorAt0(r), r.get("celsius")) },
    seems: {
      shown: "°C",
      of: (r) => {
        const [itself, at0] = [r.get("itself"), sensorAt0(r)];
        return itself === Infinity ? undefined : platinumCelsius(Math.max(itself, platinumOhms(at0, -200)), at0);
      },
    },
    by: {
      shown: "°C",
      of: (r) => {
        const seems = r.maybe("seems");
        return seems === undefined ? undefined : seems - r.get("celsius");
      },
    },
    off: {
      shown: "°C",
      of: (r) => {
        const by = r.maybe("by");
        return by === undefined ? undefined : Math.abs(by);
      },
    },
  },
  findings: { sensor: (r) => (r.word("kind") === "100" ? "Pt100" : "Pt1000") },
  working: ["{sensor} at {celsius}: {expected}", "{itself} is {seems}"],
  limits: {
    short: { of: "itself", at: (r) => 0.2 * sensorAt0(r), text: "shorted below {at}", source: PRACTICE },
    allowed: {
      of: "off",
      // Class B of IEC 60751, and the meter's half per cent.
      at: (r) =>
        0.3 + 0.005 * Math.abs(r.get("celsius")) + 0.005 * (r.get("expected") / (0.385 * (sensorAt0(r) / 100))),
      text: "±{at}: class B and half a per cent of the meter",
      source: "IEC 60751",
    },
  },
  rows: [
    { code: "open", verdict: "bad", when: open("itself"), says: "Open." },
    { code: "short", verdict: "bad", when: under("short"), says: "Shorted." },
    { code: "good", verdict: "good", when: not(over("allowed")), says: "It reads what it should." },
    {
      code: "off",
      verdict: "bad",
      says: "It is off by {by}. Too much: a joint; too little: a leak or a short turn.",
    },
  ],
  chart: (r) => {
    const [celsius, at0] = [r.get("celsius"), sensorAt0(r)];
    return curve(
      (t) => platinumOhms(at0, t),
      [Math.min(-50, celsius), Math.max(250, celsius)],
      { x: celsius, y: r.get("itself") },
      false,
    );
  },
  edges: {
    short: { with: { kind: "100", celsius: "20" }, move: "reads", from: 5, to: 60 },
    allowed: { with: { kind: "100", celsius: "100" }, move: "reads", from: 138.6, to: 145 },
  },
});

const READINGS_EXCHANGED = [
  { field: "r2", text: "An NTC falls as it warms. Were the two readings exchanged?" },
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
  working: [
    (r) => (whole(r) ? "B = ln({r1} / {r2}) / (1/T₁ − 1/T₂) = {beta}, T in kelvin" : ""),
  ],
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
    { code: "close", verdict: "doubtful", when: under("apart"), says: "The two temperatures are too close to each other." },
    {
      code: "rises",
      verdict: "bad",
      when: over("falls"),
      says: "It rises with temperature: it is no NTC, or the readings are exchanged.",
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
      ? curve((t) => ntcOhms(r.get("at25"), r.get("beta"), t), [-10, 100], { x: r.get("t2"), y: r.get("r2") }, true)
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

const pairOfSensors = fromTable({
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
const trend = fromTable({
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
      says: "It follows. That its value is right is told by its data, or by its twin.",
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

export const TEMPERATURE_TESTS = [ntc, ptc, rtd, thermocoupleTest, beta, pairOfSensors, trend] as const;

import { ntcOhms, platinumOhms } from "#core/standards/index.ts";
import { CELSIUS, choice, OHM, PLAIN, quantity } from "./fields.ts";
import { judged, percent, say } from "./say.ts";
import { thermocoupleTest } from "./thermocouple.ts";
import { PRACTICE, type Chart, type ComponentTest } from "./test.ts";

const KELVIN = 273.15;

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
  return solve((t) => platinumOhms(at0, t), ohms, -200, 850);
}

/** Where a rising function reaches a value: sixty halvings, far below a meter's last digit. */
function solve(of: (x: number) => number, wanted: number, low: number, high: number): number {
  let [a, b] = [low, high];
  for (let i = 0; i < 60; i++) {
    const middle = (a + b) / 2;
    if (of(middle) < wanted) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}

function curve(
  of: (t: number) => number,
  from: number,
  to: number,
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
    marks: Number.isFinite(mark.y) ? [{ label: "this one", ...mark }] : [],
  };
}

const ntc: ComponentTest = {
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
    quantity("beta", "Beta", PLAIN, { usual: [2500, 5000], hint: "3950 if not known" }),
    quantity("celsius", "Its temperature", CELSIUS, { signed: true, usual: [-30, 150] }),
    quantity("reads", "It reads", OHM),
    quantity("warm", "Warmed, it reads", OHM, { optional: true }),
  ],
  types: ["ntc"],
  judge(v) {
    const [at25, beta, celsius, reads] = [v.get("at25"), v.get("beta"), v.get("celsius"), v.get("reads")];
    const of = (t: number) => ntcOhms(at25, beta, t);
    const expected = of(celsius);
    const working = [
      `R = ${say(at25, "Ω")} · exp(${beta}·(1/${(celsius + KELVIN).toFixed(1)} − 1/298.15)) = ${say(expected, "Ω")}`,
    ];
    const limits = [
      { text: "±10 %, or 3 °C", source: PRACTICE },
      { text: "beta equation", source: "closed form" },
    ];
    const extra = {
      chart: curve(of, Math.min(-10, celsius), Math.max(100, celsius), { x: celsius, y: reads }, true),
    };
    if (reads === Infinity) return judged("bad", "Open.", working, limits, extra);
    if (reads < 0.02 * expected) return judged("bad", "Shorted.", working, limits, extra);
    const seems = ntcCelsius(reads, at25, beta);
    working.push(`${say(reads, "Ω")} would be ${seems.toFixed(1)} °C`);
    const warm = v.maybe("warm");
    const rises = warm !== undefined && warm > reads * 1.02;
    if (rises)
      return judged(
        "bad",
        "It rises as it warms: an NTC falls. A wrong part, a loose crimp, or cold and warm were exchanged.",
        working,
        limits,
        {
          ...extra,
          questions: [{ field: "warm", text: "More than when cold: were the two exchanged?" }],
        },
      );
    if (warm !== undefined && warm > 0.97 * reads)
      return judged(
        "doubtful",
        "It hardly moves as it warms: warm it more, or it is dead.",
        working,
        limits,
        extra,
      );
    if (Math.abs(reads / expected - 1) <= 0.1 || Math.abs(seems - celsius) <= 3)
      return judged(
        "good",
        `It reads what it should${warm === undefined ? "" : " and falls as it warms"}.`,
        working,
        limits,
        extra,
      );
    return judged(
      "bad",
      `It says ${seems.toFixed(0)} °C where it is ${celsius} °C: drifted, or another type.`,
      working,
      limits,
      extra,
    );
  },
};

const ptc: ComponentTest = {
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
  judge(v) {
    const [nominal, cold, hot] = [v.get("nominal"), v.get("cold"), v.maybe("hot")];
    const limits = [{ text: "cold ±25 %, hot at least twice that", source: PRACTICE }];
    const working = [`${say(cold, "Ω")} / ${say(nominal, "Ω")} = ${percent(cold / nominal)}`];
    if (cold === Infinity) return judged("bad", "Open.", [], limits);
    if (Math.abs(cold / nominal - 1) > 0.25) return judged("bad", "Not its cold ohms.", working, limits);
    if (hot !== undefined && hot < cold)
      return judged("bad", "It falls as it warms: it is no PTC, or is broken.", working, limits);
    return hot !== undefined && hot < 2 * cold
      ? judged("doubtful", "It rises, but not steeply: was it hot enough?", working, limits)
      : judged(
          "good",
          hot === undefined
            ? "Right when cold; heat it to prove the rest."
            : "Low when cold and steep when hot.",
          working,
          limits,
        );
  },
};

const rtd: ComponentTest = {
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
  judge(v) {
    const at0 = Number(v.word("kind"));
    const reads = v.get("reads") - (v.maybe("leads") ?? 0);
    const celsius = v.get("celsius");
    const expected = platinumOhms(at0, celsius);
    // Class B of IEC 60751, and the meter's half per cent.
    const allowed = 0.3 + 0.005 * Math.abs(celsius) + 0.005 * (expected / (0.385 * (at0 / 100)));
    const extra = {
      chart: curve(
        (t) => platinumOhms(at0, t),
        Math.min(-50, celsius),
        Math.max(250, celsius),
        { x: celsius, y: reads },
        false,
      ),
    };
    const limits = [
      { text: `±${allowed.toFixed(1)} °C: class B and half a per cent of the meter`, source: "IEC 60751" },
    ];
    if (reads === Infinity)
      return judged("bad", "Open.", [`should be ${say(expected, "Ω", 4)}`], limits, extra);
    const seems = platinumCelsius(Math.max(reads, platinumOhms(at0, -200)), at0);
    const working = [
      `${at0 === 100 ? "Pt100" : "Pt1000"} at ${celsius} °C: ${say(expected, "Ω", 4)}; ${say(reads, "Ω", 4)} is ${seems.toFixed(1)} °C`,
    ];
    if (reads < 0.2 * at0) return judged("bad", "Shorted.", working, limits, extra);
    return Math.abs(seems - celsius) <= allowed
      ? judged("good", "It reads what it should.", working, limits, extra)
      : judged(
          "bad",
          `It is off by ${(seems - celsius).toFixed(1)} °C. Too much: a joint; too little: a leak or a short turn.`,
          working,
          limits,
          extra,
        );
  },
};

const beta: ComponentTest = {
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
  judge(v) {
    const [t1, r1, t2, r2] = [v.get("t1"), v.get("r1"), v.get("t2"), v.get("r2")];
    if (!(r1 > 0 && r2 > 0) || r1 === Infinity || r2 === Infinity)
      return judged("bad", "One of the readings is open or a short: there is no curve through it.");
    if (Math.abs(t1 - t2) < 5) return judged("doubtful", "The two temperatures are too close to each other.");
    if ((t2 - t1) * (r2 - r1) > 0)
      return judged(
        "bad",
        "It rises with temperature: it is no NTC, or the readings are exchanged.",
        [],
        [],
        {
          questions: [{ field: "r2", text: "An NTC falls as it warms. Were the two readings exchanged?" }],
        },
      );
    const b = betaFrom(r1, t1, r2, t2);
    const at25 = r1 * Math.exp(b * (1 / (25 + KELVIN) - 1 / (t1 + KELVIN)));
    return judged(
      "told",
      `Beta ${b.toFixed(0)}, ${say(at25, "Ω")} at 25 °C.`,
      [
        `B = ln(${say(r1, "Ω")}/${say(r2, "Ω")}) / (1/${(t1 + KELVIN).toFixed(1)} − 1/${(t2 + KELVIN).toFixed(1)}) = ${b.toFixed(0)}`,
      ],
      [
        {
          text: "beta equation; usual betas 3000 to 4500",
          source: "closed form; common practice, no source",
        },
      ],
      { chart: curve((t) => ntcOhms(at25, b, t), -10, 100, { x: t2, y: r2 }, true) },
    );
  },
};

/** A sensor that reads less is shorted. Common practice, no source. */
const SHORT_OHMS = 2;

const pairOfSensors: ComponentTest = {
  id: "sensor-twin",
  family: "Temperature sensors",
  name: "Two equal sensors at one place",
  purpose: "Equal sensors at the same temperature read alike.",
  prepare: ["Both off their plugs, side by side for five minutes."],
  probes: [{ red: "one lead", black: "the other", dial: "Ω", note: "each in turn" }],
  fields: [quantity("here", "This one", OHM), quantity("twin", "The other", OHM)],
  types: ["ntc", "ptc", "rtd"],
  judge(v) {
    const [here, twin] = [v.get("here"), v.get("twin")];
    const limits = [{ text: "alike within 5 %", source: PRACTICE }];
    if (here === Infinity && twin === Infinity)
      return judged("bad", "Both are open: or neither is connected. Look at the probes first.", [], limits);
    if (here === Infinity || twin === Infinity) return judged("bad", "One of them is open.", [], limits);
    if (here < SHORT_OHMS && twin < SHORT_OHMS)
      return judged("bad", "Both are shorted: or the probes touch each other.", [], limits);
    if (here < SHORT_OHMS || twin < SHORT_OHMS) return judged("bad", "One of them is shorted.", [], limits);
    const off = here / twin - 1;
    return Math.abs(off) <= 0.05
      ? judged("good", "They agree.", [`${percent(Math.abs(off))} apart`], limits)
      : judged(
          "bad",
          "They do not agree: one of them is wrong. Read each against a thermometer.",
          [`${percent(Math.abs(off))} apart`],
          limits,
        );
  },
};

export const TEMPERATURE_TESTS = [ntc, ptc, rtd, thermocoupleTest, beta, pairOfSensors] as const;

import { platinumOhms, PRACTICE } from "#core/standards/index.ts";
import { all, atMost, decided, not, open, over, under } from "../table/conditions.ts";
import { CELSIUS, choice, OHM, quantity } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { sensorCurve } from "./sensorCurve.ts";

/** What two wires to a sensor, and the meter's own, may read by themselves, Ω. Common practice, no source. */
const LEADS = 2;

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

const sensorAt0 = (r: Reckoning) => Number(r.word("kind"));

export const rtd = fromTable({
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
        return itself === Infinity
          ? undefined
          : platinumCelsius(Math.max(itself, platinumOhms(at0, -200)), at0);
      },
    },
    by: {
      shown: "°C",
      of: (r) => {
        const seems = r.maybe("seems");
        return seems === undefined ? undefined : seems - r.get("celsius");
      },
    },
    /** More ohms than its temperature asks for. */
    more: { shown: "Ω", of: (r) => r.get("itself") - r.get("expected") },
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
        0.3 +
        0.005 * Math.abs(r.get("celsius")) +
        0.005 * (r.get("expected") / (0.385 * (sensorAt0(r) / 100))),
      text: "±{at}: class B and half a per cent of the meter",
      source: "IEC 60751",
    },
    leads: {
      of: "more",
      at: (r) => (r.maybe("leads") === undefined ? LEADS : undefined),
      text: "up to {at} more may be its two wires",
      source: PRACTICE,
    },
  },
  rows: [
    { code: "open", verdict: "bad", when: open("itself"), says: "Open." },
    { code: "short", verdict: "bad", when: under("short"), says: "Shorted." },
    { code: "good", verdict: "good", when: not(over("allowed")), says: "It reads what it should." },
    {
      code: "wires",
      verdict: "doubtful",
      when: all(
        decided([], (r) => r.get("more") > 0),
        atMost("leads"),
      ),
      says: "{more} more than it should: as much as two wires may have. Short them at the sensor, and enter what they read alone.",
    },
    {
      code: "off",
      verdict: "bad",
      says: "It is off by {by}. Too much: a joint; too little: a leak or a short turn.",
    },
  ],
  chart: (r) => {
    const [celsius, at0] = [r.get("celsius"), sensorAt0(r)];
    return sensorCurve(
      (t) => platinumOhms(at0, t),
      [Math.min(-50, celsius), Math.max(250, celsius)],
      { x: celsius, y: r.get("itself") },
      false,
    );
  },
  edges: {
    short: { with: { kind: "100", celsius: "20" }, move: "reads", from: 5, to: 60 },
    allowed: { with: { kind: "100", celsius: "100", leads: "0" }, move: "reads", from: 138.6, to: 145 },
    leads: { with: { kind: "100", celsius: "20" }, move: "reads", from: 108.8, to: 115 },
  },
});

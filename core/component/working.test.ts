import { describe, expect, test } from "@jest/globals";
import { componentTest, judgeEntries, readEntries, type Entries } from "./index.ts";

/** The arithmetic as it is written out, each line reckoned by hand. */
const LINES: readonly (readonly [id: string, entries: Entries, lines: readonly string[]])[] = [
  ["fuse-ohms", { amps: "0.1", ohms: "3" }, ["limit = 0.5 Ω of leads + 1.5 V / 100 mA"]],
  ["fuse-live", { nominal: "230", feed: "231", out: "230.8" }, ["across = |231.0 V − 230.8 V| = 0.20 V"]],
  ["fuse-curve", { amps: "10", sheet: "3", load: "40" }, ["40.0 A / 10.0 A = 4 times its rating"]],
  [
    "breaker-curve",
    { amps: "10", curve: "C", load: "13", seconds: "4000", did: "tripped" },
    ["13.0 A / 10.0 A = 1.3 times its rating, for 66.7 min"],
  ],
  ["relay-module", { table: "11-14 NO OL 0.1; 11-12 NC 0.1 OL" }, ["2 pairs: makes 11-14; breaks 11-12"]],
  [
    "sensor-trend",
    { cool: "10k", warm: "6k", back: "9.5k" },
    ["warmed 40 % from cool", "cooled again 5 % from cool"],
  ],
  ["drive-by-hand", { feel: "free", sound: "quiet", travel: "60", should: "100" }, ["60 mm / 100 mm = 60 %"]],
  // 12/352 = 34.1 mA
  [
    "relay-coil",
    { volts: "12", watts: "0.4", ohms: "352" },
    ["V² / P = (12.0 V)² / 0.4 W = 360 Ω", "352 Ω / 360 Ω = 97.8 %; it draws 34.1 mA at 12.0 V"],
  ],
  // What an AC winding draws its ohms do not say.
  [
    "relay-coil",
    { current: "ac", volts: "230", watts: "5", ohms: "600" },
    ["V² / P = (230 V)² / 5 W = 10.6 kΩ"],
  ],
  [
    "contact-drop",
    { drop: "-350", amps: "10" },
    ["R = 0.35 V / 10.0 A = 35.0 mΩ", "heat = 0.35 V × 10.0 A = 3.5 W"],
  ],
  ["twin-in-circuit", { here: "820", twin: "1000" }, ["|820 Ω − 1.00 kΩ| / 1.00 kΩ = 18 %"]],
  ["twin-in-circuit", { here: "OL", twin: "1000" }, []],
  ["three-phase-motor", { uv: "OL", vw: "OL", wu: "4" }, []],
  ["three-phase-motor", { uv: "4", vw: "4", wu: "OL" }, []],
  ["sensor-trend", { cool: "0", warm: "5000", jumps: "smooth" }, []],
  ["sensor-trend", { cool: "OL", warm: "OL", jumps: "smooth" }, []],
  ["sensor-trend", { cool: "5000", warm: "OL", jumps: "smooth" }, []],
  [
    "run-capacitor",
    { label: "35", reads: "35.7", label2: "5", reads2: "5.06" },
    ["35.7 µF / 35 µF = 102 %", "second section 5.06 µF / 5 µF = 101 %"],
  ],
  [
    "electrolytic",
    { label: "1000", volts: "25", reads: "990", esr: "0.4" },
    ["990 µF / 1000 µF = 99 %", "400 mΩ / 50 mΩ = 8 times the typical ESR"],
  ],
  // 0.656 V of 2.0 V is 32.8 % of 2200 µF
  [
    "ripple",
    { farads: "2200", amps: "0.5", hertz: "50", reads: "2.0" },
    [
      "I / (pulses · f · C) = 500 mA / (2 · 50.0 Hz · 2200 µF) = 2.27 V peak to peak",
      "as V AC: that / (2·√3) = 0.66 V",
      "2.00 V would be 722 µF at this load",
    ],
  ],
  // One pulse a cycle: 0.1/(50·0.001) = 2 V, over 2·√3 = 0.577 V.
  [
    "ripple",
    { farads: "1000", amps: "0.1", hertz: "50", pulses: "1" },
    [
      "I / (pulses · f · C) = 100 mA / (1 · 50.0 Hz · 1000 µF) = 2.00 V peak to peak",
      "as V AC: that / (2·√3) = 0.58 V",
    ],
  ],
  // Without a load's current nothing is said of its power.
  [
    "transformer",
    { ratedIn: "230", ratedOut: "12", va: "20", in: "230", open: "13" },
    ["230 V · 12.0 V / 230 V = 12.0 V at its rated load"],
  ],
  // ½·470 µF·325² = 24.8 J; 100 kΩ·470 µF·ln(325/30) = 112 s
  [
    "discharge",
    { farads: "470", volts: "325", ohms: "1000", watts: "25", bleeder: "100k" },
    [
      "t = R·C·ln(V / 30) = 1.00 kΩ · 470 µF · ln(325 V / 30 V) = 1.12 s",
      "first power V²/R = 106 W, energy ½·C·V² = 24.8 J, first current 325 mA",
      "the bleeder alone needs 112 s",
    ],
  ],
  [
    "resistor",
    { where: "in", value: "10k", tolerance: "1", beside: "12.6k", reads: "5.57k" },
    ["1 / (1/10.0 kΩ + 1/12.6 kΩ) = 5.58 kΩ"],
  ],
  ["colour-code", { bands: "yellow violet red gold" }, ["4.465 kΩ to 4.935 kΩ at ±5 %"]],
  ["chip-code", { code: "0" }, []],
  ["value-to-code", { ohms: "4.7k" }, ["neighbours 4.30 kΩ and 5.10 kΩ"]],
  ["parallel", { value: "10k", reads: "5.57k" }, ["1 / (1/5.57 kΩ − 1/10.0 kΩ) = 12.6 kΩ"]],
  [
    "ntc",
    { at25: "10k", celsius: "20", reads: "12.4k" },
    ["R = 10.0 kΩ · exp(3950 · (1/T − 1/298.15 K)) = 12.5 kΩ at 20 °C", "12.4 kΩ would be 20.2 °C"],
  ],
  ["ptc", { nominal: "100", cold: "105" }, ["105 Ω / 100 Ω = 105 %"]],
  [
    "rtd",
    { kind: "100", celsius: "100", reads: "145.5", leads: "0.5" },
    ["Pt100 at 100 °C: 138.5 Ω", "145.0 Ω is 117.2 °C"],
  ],
  [
    "thermocouple",
    { hot: "800", cold: "25", reads: "32.2" },
    ["E(800 °C) − E(25 °C) = 33.275 mV − 1 mV = 32.275 mV"],
  ],
  [
    "beta",
    { t1: "0", r1: "32.65k", t2: "25", r2: "10k" },
    ["B = ln(32.65 kΩ / 10.00 kΩ) / (1/T₁ − 1/T₂) = 3855, T in kelvin"],
  ],
  ["beta", { t1: "0", r1: "OL", t2: "25", r2: "10k" }, []],
  ["sensor-twin", { here: "10.1k", twin: "10k" }, ["1 % apart"]],
  [
    "heater",
    { volts: "230", watts: "2000", reads: "26.4", sheath: "0.1" },
    [
      "R = V² / P = (230 V)² / 2000 W = 26.4 Ω",
      "26.4 Ω draws 8.71 A and gives 2000 W",
      "leakage at 230 V: 2.30 mA",
    ],
  ],
  [
    "volts-watts-ohms",
    { volts: "230", watts: "2000", ohms: "26.45" },
    ["by watts 8.70 A", "by ohms 8.70 A", "P = V · I = 230 V · 8.70 A = 2000 W"],
  ],
  [
    "split-motor",
    { ab: "6.7", bc: "2.1", ca: "4.6" },
    ["the two lower together 6.70 Ω, the highest 6.70 Ω, 0.00 Ω apart"],
  ],
  [
    "three-phase-motor",
    { uv: "2.10", vw: "1.40", wu: "2.09" },
    ["mean 1.86 Ω, farthest 24.9 % away, 700 mΩ between the lowest and the highest"],
  ],
  [
    "dc-motor",
    { runs: "no", volts: "9", supply: "12", amps: "3", rated: "2" },
    ["9.00 V / 12.0 V = 75 %", "3.00 A / 2.00 A = 150 %"],
  ],
  [
    "insulation",
    { reads: "20", celsius: "20", volts: "230" },
    ["20.0 MΩ · 2^((20 °C − 40 °C)/10) = 5.00 MΩ at 40 °C", "leakage at 230 V: 11.5 µA"],
  ],
  ["insulation", { rule: "class1", reads: "20", celsius: "20", volts: "230" }, ["leakage at 230 V: 11.5 µA"]],
  [
    "solenoid",
    { current: "ac", volts: "230", watts: "8", reads: "3.1k", hold: "0.04" },
    ["V² / P = (230 V)² / 8 W = 6.61 kΩ", "holding 40.0 mA, rated 34.8 mA"],
  ],
  [
    "transformer",
    { ratedIn: "120", ratedOut: "24", va: "40", in: "120", loaded: "25", load: "1.2" },
    ["120 V · 24.0 V / 120 V = 24.0 V at its rated load", "30 VA of 40 VA"],
  ],
  // Without its loaded volts the rated ones are taken: 1.2 · 24.
  [
    "transformer",
    { ratedIn: "120", ratedOut: "24", va: "40", in: "114", open: "27", load: "1.2" },
    ["114 V · 24.0 V / 120 V = 22.8 V at its rated load", "28.8 VA of 40 VA"],
  ],
  ["flame-current", { reads: "3" }, ["3.00 µA / 1.00 µA = 3 times the least"]],
  ["spark-gap", { gap: "4" }, ["4 mm = 0.157 inch"]],
  ["hall", { supply: "5", high: "4.9", low: "0.2" }, ["high 98 %, low 4 % of 5.00 V"]],
  ["flow", { hertz: "37.5", k: "450" }, ["60 · 37.5 Hz / 450 = 5 litres a minute"]],
  // 2·20·11.95 mΩ·10 A = 4.78 V; 8 − 4.78 = 3.22 V, 322 mΩ, 32.2 W
  [
    "cable-drop",
    { metres: "20", by: "mm2", size: "1.5", amps: "10", volts: "230", lost: "8" },
    [
      "2 · 20 m · 12.0 mΩ a metre · 10.0 A = 4.78 V, 2.08 % of 230 V",
      "heat 47.8 W along the run",
      "8.00 V measured, 3.22 V more than its copper: 322 mΩ in a joint, 32.2 W of heat in it",
    ],
  ],
  ["joint", { drop: "400", amps: "10" }, ["R = 0.40 V / 10.0 A = 40.0 mΩ", "heat = 4 W"]],
  ["gauge", { awg: "14" }, ["d = 0.127 · 92^((36 − 14)/39) = 1.63 mm"]],
  // (25.4 − 24.4)/2 = 0.5 V a block, /10 A = 50 mΩ
  [
    "battery",
    { blocks: "2", rest: "25.4", load: "24.4", amps: "10" },
    ["each block 12.7 V at rest", "falls by 0.50 V a block under load", "inner resistance 50.0 mΩ a block"],
  ],
  [
    "supply-sag",
    { nominal: "48", rest: "48", worked: "46", amps: "4" },
    ["falls by 2.00 V", "an inner resistance of 500 mΩ"],
  ],
];

describe("the arithmetic that is shown", () => {
  test.each(LINES)("%s %j", (id, entries, lines) => {
    const of = componentTest(id)!;
    const read = readEntries(of, entries);
    expect(read.problems).toEqual({});
    expect(judgeEntries(of, read)!.working).toEqual(lines);
  });
});

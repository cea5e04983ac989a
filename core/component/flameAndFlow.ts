import { choice, HERTZ, MICROAMP, MILLIMETRE, PLAIN, quantity, VOLT } from "./fields.ts";
import { judged, say } from "./say.ts";
import { PRACTICE, type ComponentTest } from "./test.ts";

const flame: ComponentTest = {
  id: "flame-current",
  family: "Flame and flow",
  name: "Flame current",
  purpose: "Microamps through the flame, before and after the rod is cleaned.",
  live: true,
  prepare: [
    "Meter in series with the rod's lead, on µA DC, before the burner starts.",
    "Gas work belongs to licensed people; smell, shut off, ventilate.",
  ],
  probes: [{ red: "board's flame terminal", black: "the rod's lead", dial: "µA DC", note: "in series" }],
  fields: [
    quantity("reads", "With flame", MICROAMP, { signed: true, usual: [0, 50e-6] }),
    quantity("least", "The board's least", MICROAMP, { usual: [0.1e-6, 10e-6], hint: "1 µA if not known" }),
    choice("cleaned", "The rod was", [
      ["no", "not cleaned yet"],
      ["yes", "cleaned with fine wool, and the burner's earth too"],
    ]),
  ],
  types: ["flame-sensor"],
  judge(v) {
    const [reads, least] = [v.get("reads"), v.get("least")];
    const limits = [
      { text: "at least twice what the board needs; clean before it is replaced", source: PRACTICE },
    ];
    const working = [
      `${say(reads, "A")} / ${say(least, "A")} = ${(reads / least).toPrecision(2)} times the least`,
    ];
    if (reads < 0)
      return judged(
        "doubtful",
        "Negative: the meter's leads are the other way round. The size counts.",
        working,
        limits,
      );
    if (reads >= 2 * least) return judged("good", "Enough current.", working, limits);
    if (v.word("cleaned") === "no")
      return judged(
        "doubtful",
        "Too little: clean the rod and the burner's earth, then read again.",
        working,
        limits,
      );
    return judged(
      "bad",
      reads < least
        ? "Too little even when clean: a cracked insulator, a rod out of the flame, a bad earth."
        : "Barely enough: it will drop out. Look at the rod's place and the earth.",
      working,
      limits,
    );
  },
};

const gap: ComponentTest = {
  id: "spark-gap",
  family: "Flame and flow",
  name: "Spark gap",
  purpose: "Whether the gap is one that the driver can jump.",
  prepare: ["Dead, gas shut.", "A feeler gauge between electrode and earth."],
  probes: [],
  fields: [
    quantity("gap", "Gap", MILLIMETRE, { usual: [0, 0.02] }),
    choice("touches", "The electrode", [
      ["free", "stands free"],
      ["touches", "touches metal, or its insulator is cracked"],
    ]),
  ],
  types: ["spark-gap", "spark-driver"],
  judge(v) {
    const mm = 1000 * v.get("gap");
    const limits = [{ text: "3.2 to 4.8 mm (1/8 to 3/16 inch)", source: PRACTICE }];
    const working = [`${mm.toFixed(1)} mm = ${(mm / 25.4).toFixed(3)} inch`];
    if (v.word("touches") === "touches" || mm < 0.5)
      return judged(
        "bad",
        "It shorts the driver: bend it free or replace it, before the driver is condemned.",
        working,
        limits,
      );
    if (mm < 3.2 - 0.05) return judged("doubtful", "Too narrow: a weak spark.", working, limits);
    if (mm > 4.8 + 0.05)
      return judged("bad", "Too wide: it may not jump, and looks for another way.", working, limits);
    return judged("good", "Right.", working, limits);
  },
};

const hall: ComponentTest = {
  id: "hall",
  family: "Flame and flow",
  name: "Hall or reed pulse sensor",
  purpose: "Whether its output swings as a magnet passes.",
  live: true,
  prepare: ["Live, extra-low voltage. Turn the wheel slowly by hand, supply shut."],
  probes: [
    { red: "plus", black: "minus", dial: "V DC" },
    { red: "output", black: "minus", dial: "V DC", note: "highest and lowest while turning" },
  ],
  fields: [
    quantity("supply", "Supply at it", VOLT, { usual: [3, 30] }),
    quantity("high", "Output, highest", VOLT),
    quantity("low", "Output, lowest", VOLT),
  ],
  types: ["pulse-sensor"],
  judge(v) {
    const [supply, high, low] = [v.get("supply"), v.get("high"), v.get("low")];
    const limits = [{ text: "high above 70 %, low below 15 % of its supply", source: PRACTICE }];
    if (supply < 3) return judged("doubtful", "It has no supply: look there first.", [], limits);
    const working = [
      `high ${Math.round((100 * high) / supply)} %, low ${Math.round((100 * low) / supply)} % of ${say(supply, "V")}`,
    ];
    if (high - low < 0.1 * supply)
      return judged(
        "bad",
        high < 0.3 * supply
          ? "It stays low: shorted output, or no pull-up."
          : "It stays high: dead, its magnet is gone, or the wheel does not turn.",
        working,
        limits,
      );
    return high >= 0.7 * supply && low <= 0.15 * supply
      ? judged("good", "It swings.", working, limits)
      : judged(
          "doubtful",
          "It swings, but not fully: a weak pull-up, or a magnet too far off.",
          working,
          limits,
        );
  },
};

/** Litres a minute from pulses a second: f·60 / pulses per litre. */
export const litresPerMinute = (hertz: number, pulsesPerLitre: number): number =>
  (60 * hertz) / pulsesPerLitre;

const flow: ComponentTest = {
  id: "flow",
  family: "Flame and flow",
  name: "Flow sensor, pulses to flow",
  purpose: "The flow that a pulse rate means, against a bucket and a watch.",
  live: true,
  prepare: ["Live, water running into a measuring jug."],
  probes: [{ red: "output", black: "minus", dial: "Hz" }],
  fields: [
    quantity("hertz", "It gives", HERTZ, { usual: [0, 2000] }),
    quantity("k", "Pulses a litre", PLAIN, { usual: [50, 10_000] }),
    quantity("jug", "Jug: litres a minute", PLAIN, { optional: true, usual: [0, 100] }),
  ],
  types: ["pulse-sensor"],
  judge(v) {
    const rate = litresPerMinute(v.get("hertz"), v.get("k"));
    const working = [`60 · ${v.get("hertz")} / ${v.get("k")} = ${rate.toPrecision(3)} l/min`];
    const limits = [{ text: "within 10 % of the jug", source: PRACTICE }];
    const jug = v.maybe("jug");
    if (jug === undefined) return judged("told", `${rate.toPrecision(3)} litres a minute.`, working, limits);
    return Math.abs(rate - jug) <= 0.1 * jug
      ? judged("good", "It agrees with the jug.", working, limits)
      : judged(
          "bad",
          rate < jug
            ? "It counts too few: a stuck or dirty wheel."
            : "It counts too many: air, or noise on its lead.",
          working,
          limits,
        );
  },
};

export const FLAME_TESTS = [flame, gap, hall, flow] as const;

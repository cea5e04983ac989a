import { conductorOhms, gaugeMm2 } from "#core/unit/index.ts";
import { AMP, choice, METRE, MILLIVOLT, PLAIN, quantity, VOLT } from "./fields.ts";
import { judged, percent, say } from "./say.ts";
import { PRACTICE, type ComponentTest } from "./test.ts";

/** Copper gains this share of its ohms per °C above 20 (IEC 60028). */
const COPPER_PER_CELSIUS = 0.00393;

/** Volts lost in a copper run, there and back, at a temperature of the conductor. */
export function cableDrop(metres: number, mm2: number, amps: number, celsius = 20): number {
  return 2 * amps * conductorOhms(metres, mm2) * (1 + COPPER_PER_CELSIUS * (celsius - 20));
}

/** The smallest standard cross-section that loses no more than allowed, mm² (IEC 60228 sizes); undefined above 120. */
export function crossSectionFor(metres: number, amps: number, allowedVolts: number): number | undefined {
  return CARRIES.find(([s]) => cableDrop(metres, s, amps) <= allowedVolts)?.[0];
}

/** What a PVC-insulated copper wire in free air may carry, A, by mm². Common practice, no source: local rules go first. */
const CARRIES: readonly (readonly [number, number])[] = [
  [0.5, 3],
  [0.75, 6],
  [1, 10],
  [1.5, 16],
  [2.5, 25],
  [4, 32],
  [6, 40],
  [10, 63],
  [16, 80],
  [25, 110],
  [35, 140],
  [50, 175],
  [70, 225],
  [95, 270],
  [120, 315],
];

/** The smallest standard size that carries a current and loses no more than allowed, mm²; undefined where none does. */
export function sizeFor(metres: number, amps: number, allowedVolts: number): number | undefined {
  return CARRIES.find(([s, carries]) => carries >= amps && cableDrop(metres, s, amps) <= allowedVolts)?.[0];
}

const cable: ComponentTest = {
  id: "cable-drop",
  family: "Cables and joints",
  name: "Cable, drop and gauge",
  purpose: "What a run loses at its current, whether it may carry it, and the size that would do.",
  live: true,
  prepare: ["Live, load running: volts at both ends.", "Local rules for cables go before any figure here."],
  probes: [
    { red: "feed, at the source", black: "return, at the source", dial: "V" },
    { red: "feed, at the load", black: "return, at the load", dial: "V" },
  ],
  fields: [
    quantity("metres", "Length, one way", METRE, { usual: [0.1, 500] }),
    choice("by", "Size given as", [
      ["mm2", "mm²"],
      ["awg", "AWG"],
    ]),
    quantity("size", "Size", PLAIN, { usual: [0.1, 120] }),
    quantity("amps", "Current", AMP, { usual: [0.01, 300] }),
    quantity("volts", "System volts", VOLT, { usual: [3, 480] }),
    quantity("lost", "Lost between the ends, measured", VOLT, { optional: true }),
  ],
  types: ["cord", "wire"],
  judge(v) {
    const mm2 = v.word("by") === "awg" ? gaugeMm2(v.get("size")) : v.get("size");
    const [metres, amps, volts] = [v.get("metres"), v.get("amps"), v.get("volts")];
    const lost = cableDrop(metres, mm2, amps);
    const share = lost / volts;
    const carries = CARRIES.filter(([s]) => s <= mm2 * 1.001).at(-1)?.[1] ?? 2;
    const enough = sizeFor(metres, amps, 0.05 * volts);
    const working = [
      `2 · ${metres} m · ${(1000 * conductorOhms(1, mm2)).toPrecision(3)} mΩ/m · ${amps} A = ${say(lost, "V")}, ${percent(share)}`,
      `heat ${(lost * amps).toPrecision(3)} W along the run`,
    ];
    const limits = [
      {
        text: "1.04/58 Ω·mm²/m for stranded copper at 20 °C; AWG by ASTM B258",
        source: "IEC 60028, ASTM B258",
      },
      { text: `5 % lost at most; about ${carries} A for this size in free air`, source: PRACTICE },
    ];
    const measured = v.maybe("lost");
    if (amps > carries)
      return judged(
        "bad",
        `Too thin for ${say(amps, "A")}: it will cook. ${enough ? `${enough} mm² would do, if local rules allow it.` : "No size of this table carries that: have it reckoned by the local rules."}`,
        working,
        limits,
      );
    if (measured !== undefined && measured > 1.5 * lost + 0.2) {
      working.push(
        `${say(measured, "V")} measured − ${say(lost, "V")} = ${say(measured - lost, "V")}: ${say((measured - lost) / amps, "Ω")} in a joint, ${((measured - lost) * amps).toPrecision(3)} W of heat in it`,
      );
      return judged("bad", "It loses more than its copper does: a joint on the way.", working, limits);
    }
    if (measured !== undefined && measured < lost / 1.5 - 0.2) {
      working.push(`${say(measured, "V")} measured, and the copper alone must lose ${say(lost, "V")}`);
      return judged(
        "doubtful",
        "It loses less than its copper must: the length, the size or the current is another, or it was read without its load.",
        working,
        limits,
      );
    }
    return share > 0.05
      ? judged(
          "doubtful",
          `It loses ${percent(share)}: ${enough ? `${enough} mm² would keep it below 5 %.` : "no usual size keeps it below 5 %; shorten it."}`,
          working,
          limits,
        )
      : judged("good", "The run is large enough.", working, limits);
  },
};

/** Below this current a joint's drop says little, and only ohms as low as these are good ones. Common practice, no source. */
const TELLING_AMPS = 1;
const GOOD_JOINT_OHMS = 0.05;

const joint: ComponentTest = {
  id: "joint",
  family: "Cables and joints",
  name: "Joint, terminal or plug pin",
  purpose: "Ohms and heat of a joint from the millivolts across it.",
  live: true,
  prepare: ["Live, load running.", "Probes on the metal on both sides of the joint itself."],
  probes: [{ red: "before the joint", black: "after the joint", dial: "mV" }],
  fields: [
    quantity("drop", "Across it", MILLIVOLT, { usual: [0, 30], signed: true }),
    quantity("amps", "Current", AMP, { usual: [0.01, 300] }),
  ],
  types: ["pin", "screw-terminal", "splice"],
  judge(v) {
    const [drop, amps] = [Math.abs(v.get("drop")), v.get("amps")];
    const [ohms, watts] = [drop / amps, drop * amps];
    const working = [
      `R = ${say(drop, "V")} / ${say(amps, "A")} = ${say(ohms, "Ω")}`,
      `heat = ${watts.toPrecision(3)} W`,
    ];
    const limits = [
      { text: "below 50 mV good; above 1 W in a plug pin it browns, above 3 W it cooks", source: PRACTICE },
      {
        text: `below ${say(TELLING_AMPS, "A")} only a joint of at most ${say(GOOD_JOINT_OHMS, "Ω")} is told to be good`,
        source: PRACTICE,
      },
    ];
    if (watts > 3)
      return judged(
        "bad",
        "It cooks: the plastic around it will go. Renew the pin and its mate, and cut the wire back to bright copper.",
        working,
        limits,
      );
    if (watts > 1 || drop > 0.2)
      return judged("bad", "A bad joint: it heats and gets worse.", working, limits);
    if (amps < TELLING_AMPS && ohms > GOOD_JOINT_OHMS)
      return judged(
        "doubtful",
        `${say(ohms, "Ω")} cannot be judged at ${say(amps, "A")}: load it and read again. At its full current it may cook.`,
        working,
        limits,
      );
    if (drop > 0.05)
      return judged("doubtful", "Not good: clean and tighten, then read again.", working, limits);
    return judged("good", "A good joint.", working, limits);
  },
};

const sizes: ComponentTest = {
  id: "gauge",
  family: "Cables and joints",
  name: "Gauge and cross-section",
  purpose: "From AWG to mm² and ohms per metre.",
  prepare: [],
  probes: [],
  fields: [quantity("awg", "AWG", PLAIN, { usual: [0, 40] })],
  types: ["wire", "cord"],
  judge(v) {
    const mm2 = gaugeMm2(v.get("awg"));
    return judged(
      "told",
      `${mm2.toPrecision(3)} mm², ${(1000 * conductorOhms(1, mm2)).toPrecision(3)} mΩ a metre, stranded.`,
      [`d = 0.127 · 92^((36 − ${v.get("awg")})/39) = ${(2 * Math.sqrt(mm2 / Math.PI)).toPrecision(3)} mm`],
      [{ text: "diameter of a gauge", source: "ASTM B258" }],
    );
  },
};

export const JOINT_TESTS = [cable, joint, sizes] as const;

import { AMP, CELSIUS, choice, HERTZ, MICROFARAD, OHM, quantity, VOLT } from "./fields.ts";
import { discharge } from "./discharge.ts";
import { judged, percent, say } from "./say.ts";
import { PRACTICE, type ComponentTest } from "./test.ts";

/**
 * Peak-to-peak ripple of a smoothing capacitor behind a rectifier, V: the charge the load takes between two peaks,
 * I/(f·C), with f twice the mains frequency for a bridge. An upper estimate: the diodes conduct for a part of the time.
 */
export function rippleVolts(amps: number, farads: number, mainsHertz: number, pulses: 1 | 2 = 2): number {
  return amps / (pulses * mainsHertz * farads);
}

/** Typical equivalent series resistance of a general-purpose aluminium electrolytic at 20 °C, Ω. */
export function typicalEsr(farads: number, ratedVolts: number): number {
  // tan δ at 120 Hz by rated volts, from memory of the usual limits: 0.22 at 10 V to 0.10 at 63 V and above; used 100 kHz
  // readings lie at about a quarter of tan δ/(2πfC).
  const tanDelta =
    ratedVolts <= 10
      ? 0.22
      : ratedVolts <= 16
        ? 0.17
        : ratedVolts <= 25
          ? 0.15
          : ratedVolts <= 50
            ? 0.12
            : 0.1;
  return Math.max(0.02, (0.25 * tanDelta) / (2 * Math.PI * 120 * farads));
}

/** Run capacitors keep within this of their label; below the second they are replaced. Common practice, no source. */
const RUN_TOLERANCE = 0.06;
const RUN_REPLACE = 0.9;

const DISCHARGE = "Discharge through a resistor, then measure: below 30 V before it is touched.";

const run: ComponentTest = {
  id: "run-capacitor",
  family: "Capacitors",
  name: "Run capacitor, single or dual",
  purpose: "Whether a motor's capacitor still has what its label says.",
  stored: true,
  prepare: [
    "Dead and proven.",
    DISCHARGE,
    "Lift its leads; of a dual one measure each section to the common.",
  ],
  probes: [
    { red: "terminal", black: "common (C)", dial: "capacitance" },
    { red: "second terminal", black: "common (C)", dial: "capacitance", note: "dual only" },
  ],
  fields: [
    quantity("label", "Label", MICROFARAD, { usual: [0.5e-6, 200e-6] }),
    quantity("reads", "It reads", MICROFARAD, { usual: [0, 250e-6] }),
    quantity("label2", "Second section, label", MICROFARAD, { optional: true, usual: [0.5e-6, 200e-6] }),
    quantity("reads2", "Second section, reads", MICROFARAD, { optional: true, usual: [0, 250e-6] }),
  ],
  types: ["capacitor"],
  judge(v) {
    const limits = [{ text: "±6 % of the label is good, below 90 % it is replaced", source: PRACTICE }];
    const working: string[] = [];
    let worst = 0;
    const words = [
      ["label", "reads", ""],
      ["label2", "reads2", "second section "],
    ].flatMap(([label, reads, name]) => {
      const [l, r] = [v.maybe(label!), v.maybe(reads!)];
      if (l === undefined || r === undefined) return [];
      const share = r / l;
      working.push(`${name}${say(r, "F")} / ${say(l, "F")} = ${percent(share)}`);
      const rank =
        share < RUN_REPLACE || share > 1.2 ? 2 : Math.abs(share - 1) > RUN_TOLERANCE + 1e-9 ? 1 : 0;
      worst = Math.max(worst, rank);
      return [
        `${name}${rank === 0 ? "is good" : share < RUN_REPLACE ? "has lost too much" : share > 1.2 ? "reads too much: leaky or miswired" : "is out of tolerance and not yet at the limit"}`,
      ];
    });
    const sentence = `It ${words.join("; ")}.`.replace("It second", "The second");
    return judged(worst === 0 ? "good" : worst === 1 ? "doubtful" : "bad", sentence, working, limits);
  },
};

/** Electrolytics are made to this tolerance of their label. Common practice, no source. */
const LABEL_TOLERANCE = 0.2;

const electrolytic: ComponentTest = {
  id: "electrolytic",
  family: "Capacitors",
  name: "Electrolytic on a board",
  purpose: "Capacitance, series resistance and looks of a smoothing capacitor.",
  stored: true,
  prepare: [
    "Dead and proven.",
    DISCHARGE,
    "In circuit an ESR meter may be used; capacitance only with one end lifted.",
  ],
  probes: [{ red: "plus", black: "minus (stripe)", dial: "capacitance, then ESR" }],
  fields: [
    choice("looks", "It looks", [
      ["whole", "flat top, dry foot, board not browned"],
      ["bad", "bulged, vented, crusted, or board browned under it"],
    ]),
    quantity("label", "Label", MICROFARAD, { usual: [0.1e-6, 0.05] }),
    quantity("volts", "Rated volts", VOLT, { usual: [4, 500] }),
    quantity("reads", "It reads", MICROFARAD, { optional: true, usual: [0, 0.06] }),
    quantity("esr", "ESR", OHM, { optional: true, usual: [0, 100] }),
    quantity("leak", "Ohms after a minute, out of circuit", OHM, { optional: true }),
  ],
  types: ["capacitor"],
  judge(v) {
    const [label, volts] = [v.get("label"), v.get("volts")];
    const typical = typicalEsr(label, volts);
    const limits = [
      { text: `ESR typically ${say(typical, "Ω", 2)}; above three times that it is bad`, source: PRACTICE },
      {
        text: `capacitance ±${percent(LABEL_TOLERANCE)}, as most are made; leak above 100 kΩ`,
        source: PRACTICE,
      },
    ];
    const working: string[] = [];
    const faults: string[] = [];
    const doubts: string[] = [];
    if (v.word("looks") === "bad") faults.push("its looks condemn it");
    const [reads, esr, leak] = [v.maybe("reads"), v.maybe("esr"), v.maybe("leak")];
    if (reads !== undefined) {
      working.push(`${say(reads, "F")} / ${say(label, "F")} = ${percent(reads / label)}`);
      if (reads < (1 - LABEL_TOLERANCE) * label) faults.push("it has lost capacitance");
      if (reads > (1 + LABEL_TOLERANCE) * label)
        doubts.push("reads too much: it leaks, or something is wired beside it");
    }
    if (esr !== undefined) {
      working.push(
        `${say(esr, "Ω")} / ${say(typical, "Ω", 2)} = ${(esr / typical).toPrecision(2)} times the typical ESR`,
      );
      if (esr > 3 * typical) faults.push("its series resistance is too high");
      else if (esr > 1.7 * typical) doubts.push("its series resistance is on the high side");
    }
    if (leak !== undefined && leak < 1e5) faults.push(`it leaks (${say(leak, "Ω")})`);
    const all = [...faults, ...doubts].join("; ");
    if (faults.length > 0)
      return judged(
        "bad",
        `${all}.`.replace(/^./u, (c) => c.toUpperCase()),
        working,
        limits,
      );
    if (doubts.length > 0)
      return judged(
        "doubtful",
        `${all}.`.replace(/^./u, (c) => c.toUpperCase()),
        working,
        limits,
      );
    return reads === undefined && esr === undefined
      ? judged(
          "doubtful",
          "It looks whole, which proves little: measure its ESR or its capacitance.",
          working,
          limits,
        )
      : judged("good", "Good by what was measured.", working, limits);
  },
};

const ripple: ComponentTest = {
  id: "ripple",
  family: "Capacitors",
  name: "Ripple on a rectified rail",
  purpose: "How much a rail may ripple with a good capacitor, and what capacitance a reading means.",
  live: true,
  prepare: ["Live, with the load running.", "V AC across the capacitor, then V DC."],
  probes: [{ red: "plus", black: "minus", dial: "V AC" }],
  fields: [
    quantity("farads", "Capacitor, label", MICROFARAD, { usual: [10e-6, 0.05] }),
    quantity("amps", "Load current", AMP, { usual: [0.001, 50] }),
    quantity("hertz", "Mains", HERTZ, { usual: [45, 65] }),
    choice("pulses", "Rectifier", [
      ["2", "bridge, or two diodes"],
      ["1", "one diode"],
    ]),
    quantity("reads", "V AC across it", VOLT, { optional: true }),
  ],
  types: ["capacitor"],
  judge(v) {
    const pulses = v.word("pulses") === "1" ? 1 : 2;
    const [farads, amps, hertz] = [v.get("farads"), v.get("amps"), v.get("hertz")];
    const peak = rippleVolts(amps, farads, hertz, pulses);
    // A sawtooth's RMS value is its peak-to-peak over 2·√3.
    const rms = peak / (2 * Math.sqrt(3));
    const working = [
      `ripple ≤ I / (${pulses}·f·C) = ${amps} / (${pulses} · ${hertz} · ${say(farads, "F")}) = ${say(peak, "V")} peak to peak`,
      `a sawtooth reads ${say(peak, "V")} / (2·√3) = ${say(rms, "V")} AC`,
    ];
    const limits = [
      {
        text: "an upper estimate: charge taken between two peaks",
        source: "closed form; compared with the transient engine",
      },
    ];
    const reads = v.maybe("reads");
    if (reads === undefined)
      return judged("told", `A good one shows at most about ${say(rms, "V")} AC.`, working, limits);
    const left = Math.min(1, rms / reads);
    working.push(`${say(reads, "V")} would be ${say(farads * left, "F")} at this load`);
    if (reads <= 1.2 * rms) return judged("good", "No more ripple than a good one has.", working, limits);
    return judged(
      reads > 2 * rms ? "bad" : "doubtful",
      `More ripple than belongs there: about ${percent(left)} of its capacitance is left, or a diode is missing, or the load draws more.`,
      working,
      limits,
    );
  },
};

const replacement: ComponentTest = {
  id: "capacitor-replacement",
  family: "Capacitors",
  name: "Choose a replacement electrolytic",
  purpose: "Whether another capacitor may take its place.",
  prepare: ["Note the stripe: it marks the negative side. A reversed one bursts."],
  probes: [],
  fields: [
    quantity("oldF", "Old: capacitance", MICROFARAD, { usual: [0.1e-6, 0.1] }),
    quantity("oldV", "Old: volts", VOLT, { usual: [4, 500] }),
    quantity("oldT", "Old: temperature", CELSIUS, { usual: [70, 150] }),
    quantity("newF", "New: capacitance", MICROFARAD, { usual: [0.1e-6, 0.1] }),
    quantity("newV", "New: volts", VOLT, { usual: [4, 500] }),
    quantity("newT", "New: temperature", CELSIUS, { usual: [70, 150] }),
    choice("esr", "New: ESR class", [
      ["same", "the same or better (low ESR for low ESR)"],
      ["worse", "general purpose in place of low ESR"],
    ]),
    choice("fits", "New: size and pitch", [
      ["yes", "fits"],
      ["no", "does not fit"],
    ]),
  ],
  types: ["capacitor"],
  judge(v) {
    const against: string[] = [];
    const share = v.get("newF") / v.get("oldF");
    if (share < 0.8 || share > 1.5) against.push(`capacitance ${percent(share)} of the old one`);
    if (v.get("newV") < v.get("oldV")) against.push("too few volts");
    if (v.get("newT") < v.get("oldT")) against.push("lower temperature class");
    if (v.word("esr") === "worse") against.push("worse ESR class: it will heat in a switching supply");
    if (v.word("fits") === "no") against.push("it does not fit");
    const limits = [
      {
        text: "same capacitance, volts equal or higher, temperature and ESR class not worse",
        source: PRACTICE,
      },
    ];
    return against.length === 0
      ? judged(
          "good",
          "It may take its place. Mind the stripe.",
          [`${say(v.get("newF"), "F")} / ${say(v.get("oldF"), "F")} = ${percent(share)}`],
          limits,
        )
      : judged("bad", `Not this one: ${against.join("; ")}.`, [], limits);
  },
};

export const CAPACITOR_TESTS = [run, electrolytic, ripple, discharge, replacement] as const;

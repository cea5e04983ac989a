import { choice, OHM, quantity, VOLT, WHERE } from "./fields.ts";
import { judged, say } from "./say.ts";
import { PRACTICE, type ComponentTest } from "./test.ts";

const KINDS = {
  silicon: { name: "silicon diode or rectifier", low: 0.4, high: 0.8 },
  schottky: { name: "Schottky diode", low: 0.12, high: 0.45 },
  led: { name: "LED", low: 1.4, high: 3.6 },
  zener: { name: "Zener diode, forward", low: 0.5, high: 0.9 },
} as const;

const diode: ComponentTest = {
  id: "diode",
  family: "Diodes and bridges",
  name: "Diode, Zener or LED",
  purpose: "One way it conducts, the other way it blocks.",
  prepare: ["Dead, proven, capacitors discharged.", "Lift one end if anything is wired across it."],
  probes: [
    { red: "anode", black: "cathode (band)", dial: "diode", note: "forward" },
    { red: "cathode (band)", black: "anode", dial: "diode", note: "reverse" },
  ],
  fields: [
    WHERE,
    choice(
      "kind",
      "It is a",
      Object.entries(KINDS).map(([id, k]) => [id, k.name] as const),
    ),
    quantity("forward", "Forward", VOLT, { hint: "OL if the meter shows it" }),
    quantity("reverse", "Reverse", VOLT, { hint: "OL is right" }),
  ],
  types: ["diode", "led", "zener"],
  judge(v) {
    const { low, high, name } = KINDS[v.word("kind") as keyof typeof KINDS];
    const [forward, reverse] = [v.get("forward"), v.get("reverse")];
    const limits = [{ text: `${name}: ${low} to ${high} V forward, OL reverse`, source: PRACTICE }];
    const inCircuit = v.word("where") === "in";
    const lift = " Lift one end and read again.";
    if (forward < 0.05 && reverse < 0.05)
      return inCircuit
        ? judged("doubtful", `Near 0 both ways: a short, here or beside it.${lift}`, [], limits)
        : judged("bad", "Shorted: it conducts both ways.", [], limits);
    if (forward === Infinity && reverse >= low && reverse <= high)
      return judged(
        "doubtful",
        "It conducts the other way round: the probes or the part are turned, or its band is on the other side. It is not open.",
        [],
        limits,
      );
    if (forward === Infinity && v.word("kind") === "led")
      return judged(
        "doubtful",
        "OL forward: open, or the meter's few volts do not reach a blue or white LED. Try it from 5 V through 1 kΩ.",
        [],
        limits,
      );
    if (forward === Infinity) return judged("bad", "Open: it conducts neither way.", [], limits);
    if (reverse < 2)
      return inCircuit
        ? judged(
            "doubtful",
            `It reads ${say(reverse, "V")} in reverse: the circuit beside it, or a leak.${lift}`,
            [],
            limits,
          )
        : judged("bad", "It conducts backwards: leaky.", [], limits);
    if (forward < low || forward > high)
      return judged(
        "doubtful",
        `${say(forward, "V")} is not what a ${name} reads: another kind of diode, or a bad one.`,
        [],
        limits,
      );
    return judged("good", "Conducts one way, blocks the other.", [], limits, {
      advice:
        v.word("kind") === "zener"
          ? [
              "Its Zener volts are not proven by this: feed it through 1 kΩ from above its volts and read across it.",
            ]
          : [],
    });
  },
};

const varistor: ComponentTest = {
  id: "varistor",
  family: "Diodes and bridges",
  name: "Varistor",
  purpose: "A varistor that reads anything is spent; one that looks burnt is too, whatever it reads.",
  prepare: ["Dead and proven.", "Lift one end."],
  probes: [{ red: "one end", black: "the other", dial: "Ω" }],
  fields: [
    choice("looks", "It looks", [
      ["whole", "whole"],
      ["burnt", "cracked, burnt or blown apart"],
    ]),
    quantity("ohms", "It reads", OHM),
  ],
  types: ["varistor"],
  judge(v) {
    const limits = [{ text: "above 1 MΩ", source: PRACTICE }];
    if (v.word("looks") === "burnt")
      return judged(
        "bad",
        "It has taken a surge and is spent. Look for what else the surge reached.",
        [],
        limits,
      );
    return v.get("ohms") < 1e6
      ? judged(
          "bad",
          `${say(v.get("ohms"), "Ω")}: it leaks and will heat. Replace it; the fuse before it may have gone with it.`,
          [],
          limits,
        )
      : judged("good", "No leak at the meter's volts. Its clamping is not proven by that.", [], limits);
  },
};

export type Transistor = { readonly base: string; readonly polarity: "NPN" | "PNP" };

/**
 * Finds the base and the polarity of a bipolar transistor from the six readings of the diode range between pins 1–3.
 * @param volts by "red black", "12" for red on 1 and black on 2; Infinity for OL
 */
export function findBase(volts: Readonly<Record<string, number>>): Transistor | undefined {
  const conducts = (red: string, black: string) => {
    const reading = volts[red + black]!;
    return reading >= 0.4 && reading <= 0.85;
  };
  for (const base of ["1", "2", "3"]) {
    const [a, b] = ["1", "2", "3"].filter((p) => p !== base) as [string, string];
    const out = conducts(base, a) && conducts(base, b);
    const into = conducts(a, base) && conducts(b, base);
    const between = conducts(a, b) || conducts(b, a);
    if (out && !into && !between) return { base, polarity: "NPN" };
    if (into && !out && !between) return { base, polarity: "PNP" };
  }
  return undefined;
}

const PAIRS = ["12", "13", "21", "23", "31", "32"] as const;

const transistor: ComponentTest = {
  id: "transistor",
  family: "Transistors and triacs",
  name: "Bipolar transistor",
  purpose: "Two junctions from the base and nothing between the other two pins.",
  prepare: [
    "Out of circuit: a tester cannot name a transistor that is still wired in.",
    "Number the pins 1 to 3, print towards you.",
  ],
  probes: PAIRS.map((p) => ({ red: `pin ${p[0]}`, black: `pin ${p[1]}`, dial: "diode" })),
  fields: PAIRS.map((p) => quantity(`v${p}`, `Red ${p[0]}, black ${p[1]}`, VOLT, { hint: "OL" })),
  types: ["transistor", "low-side-output", "high-side-output"],
  judge(v) {
    const volts = Object.fromEntries(PAIRS.map((p) => [p, v.get(`v${p}`)]));
    const limits = [{ text: "two junctions of 0.4 to 0.85 V at the base, all else OL", source: PRACTICE }];
    const shorted = PAIRS.filter((p) => volts[p]! < 0.1);
    if (shorted.length > 0)
      return judged(
        "bad",
        `Shorted between pins ${[...new Set(shorted.map((p) => [...p].sort().join(" and ")))].join("; ")}.`,
        [],
        limits,
      );
    const found = findBase(volts);
    return found
      ? judged(
          "good",
          `${found.polarity}, base on pin ${found.base}: both junctions whole. Emitter and collector are told by the data sheet or a gain test.`,
          [],
          limits,
        )
      : judged("bad", "No pin has two junctions: one is open, or it is no bipolar transistor.", [], limits);
  },
};

const mosfet: ComponentTest = {
  id: "mosfet",
  family: "Transistors and triacs",
  name: "MOSFET",
  purpose: "It blocks, its gate turns it on with the meter's own volts, and a touch turns it off.",
  prepare: [
    "Out of circuit, N-channel; short the three pins together first.",
    "Red to gate and black to source for a second charges the gate.",
  ],
  probes: [
    { red: "drain", black: "source", dial: "diode", note: "gate discharged: OL" },
    { red: "source", black: "drain", dial: "diode", note: "body diode" },
    { red: "drain", black: "source", dial: "diode", note: "gate charged: conducts" },
    { red: "gate", black: "source", dial: "Ω", note: "no leak" },
  ],
  fields: [
    quantity("off", "Drain to source, gate discharged", VOLT, { hint: "OL" }),
    quantity("body", "Source to drain", VOLT, { open: true }),
    quantity("on", "Drain to source, gate charged", VOLT, { open: true }),
    quantity("gate", "Gate to source", OHM, { hint: "OL" }),
  ],
  types: ["mosfet", "inverter-bridge"],
  judge(v) {
    const limits = [
      { text: "off OL, body diode 0.3 to 0.8 V, on below 0.4 V, gate above 1 MΩ", source: PRACTICE },
    ];
    if (v.get("gate") < 1e6) return judged("bad", "The gate leaks: the oxide is punctured.", [], limits);
    if (v.get("off") < 0.1) return judged("bad", "Shorted from drain to source.", [], limits);
    if (v.get("off") < 2)
      return judged(
        "doubtful",
        "It conducts before its gate is charged: short the three pins together and read again. If it stays so, it leaks.",
        [],
        limits,
      );
    if (v.get("body") < 0.3 || v.get("body") > 0.8)
      return judged("bad", "The body diode does not read: open, or not the pins thought.", [], limits);
    if (v.get("on") > 0.4)
      return judged(
        "doubtful",
        "It does not turn on: bad, or a gate that wants more volts than the meter gives.",
        [],
        limits,
      );
    return judged("good", "Blocks, turns on and has its body diode.", [], limits);
  },
};

const triac: ComponentTest = {
  id: "triac",
  family: "Transistors and triacs",
  name: "Triac or thyristor",
  purpose: "It blocks both ways; its gate junction reads some tens of ohms.",
  prepare: ["Dead, proven, out of circuit or main lead lifted."],
  probes: [
    { red: "MT2", black: "MT1", dial: "Ω", note: "both ways OL" },
    { red: "gate", black: "MT1", dial: "Ω" },
  ],
  fields: [
    quantity("main", "MT2 to MT1, the lower of both ways", OHM, { hint: "OL" }),
    quantity("gate", "Gate to MT1", OHM),
  ],
  types: ["triac-output", "optotriac"],
  judge(v) {
    const limits = [{ text: "main above 1 MΩ, gate 10 to 500 Ω", source: PRACTICE }];
    const [main, gate] = [v.get("main"), v.get("gate")];
    if (main < 1e6)
      return judged(
        "bad",
        main < 10 ? "Shorted: its load would always run." : `It leaks: ${say(main, "Ω")}.`,
        [],
        limits,
      );
    if (gate === Infinity || gate > 500)
      return judged("bad", "The gate is open: it cannot be fired.", [], limits);
    if (gate < 10) return judged("bad", "The gate is shorted.", [], limits);
    return judged(
      "good",
      "Blocks, and its gate is whole. That it fires is proven with a lamp and a battery.",
      [],
      limits,
    );
  },
};

/** Readings at one place on a board and at the same place of its good twin, that differ by more than this share, differ. */
const TWIN_SHARE = 0.15;

const twin: ComponentTest = {
  id: "twin-in-circuit",
  family: "Transistors and triacs",
  name: "Beside its twin, in circuit",
  purpose: "The same pair on a good channel or a good board: what differs is where to lift a pin.",
  prepare: ["Both dead and proven, both connected alike.", "Same meter, same range, same way round."],
  probes: [{ red: "same pin on both", black: "same ground on both", dial: "diode or Ω" }],
  fields: [quantity("here", "This one", OHM), quantity("twin", "The good one", OHM)],
  types: ["transistor", "mosfet", "low-side-output", "high-side-output", "triac-output"],
  judge(v) {
    const [here, good] = [v.get("here"), v.get("twin")];
    const limits = [{ text: "alike within 15 %", source: PRACTICE }];
    if (here === good) return judged("good", "They read alike.", [], limits);
    if (here === Infinity || good === Infinity)
      return judged("bad", "One is open and the other is not.", [], limits);
    const off = Math.abs(here - good) / Math.max(good, 1e-9);
    const working = [
      `|${say(here, "Ω")} − ${say(good, "Ω")}| / ${say(good, "Ω")} = ${(100 * off).toFixed(0)} %`,
    ];
    return off <= TWIN_SHARE
      ? judged("good", "They read alike.", working, limits)
      : judged("doubtful", "They differ: lift a pin here and read the part alone.", working, limits);
  },
};

export const SEMICONDUCTOR_TESTS = [diode, varistor, transistor, mosfet, triac, twin] as const;

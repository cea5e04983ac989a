import { choice, MEGOHM, OHM, quantity, VOLT } from "./fields.ts";
import { insulation } from "./insulation.ts";
import { judged, percent, say } from "./say.ts";
import { PRACTICE, type ComponentTest } from "./test.ts";

export type Terminals = { readonly common: string; readonly run: string; readonly start: string };

/** The sum rule holds within this share, or two tenths of an ohm of leads. Common practice, no source. */
const SUM_SHARE = 0.1;

/**
 * Names the terminals of a split-winding motor from the ohms between each two: the highest is run to start, which
 * passes both windings; of the other two the lower is the run winding, the higher the start winding.
 * Three equal readings are a three-phase motor's.
 */
export function findTerminals(
  ohms: Readonly<Record<"ab" | "bc" | "ca", number>>,
):
  | { readonly kind: "split"; readonly terminals: Terminals }
  | { readonly kind: "three-phase" }
  | { readonly kind: "none"; readonly why: string } {
  const { ab, bc, ca } = ohms;
  const list = [ab, bc, ca];
  if (list.some((r) => r === Infinity))
    return { kind: "none", why: "One pair is open: a winding or its overload protector." };
  const [most, least] = [Math.max(...list), Math.min(...list)];
  if (most - least <= Math.max(0.05 * most, 0.1)) return { kind: "three-phase" };
  const common = most === ab ? "c" : most === bc ? "a" : "b";
  const others = (["a", "b", "c"] as const).filter((t) => t !== common);
  const toCommon = (t: string) =>
    (ohms as Record<string, number>)[
      [t, common].sort().join("") === "ac" ? "ca" : [t, common].sort().join("")
    ]!;
  const [run, start] = [...others].sort((x, y) => toCommon(x) - toCommon(y));
  const sum = toCommon(run!) + toCommon(start!);
  if (Math.abs(sum - most) > Math.max(SUM_SHARE * most, 0.4))
    return {
      kind: "none",
      why: `The two lower readings make ${say(sum, "Ω")}, the highest is ${say(most, "Ω")}: they should be equal.`,
    };
  return { kind: "split", terminals: { common, run: run!, start: start! } };
}

const split: ComponentTest = {
  id: "split-motor",
  family: "Motors",
  name: "Single-phase motor, windings",
  purpose: "Common, run and start from three readings, and whether their sum is right.",
  stored: true,
  prepare: [
    "Dead, proven, run capacitor discharged.",
    "All leads off the three terminals. Cool: the overload protector must have closed.",
  ],
  probes: [
    { red: "a", black: "b", dial: "Ω" },
    { red: "b", black: "c", dial: "Ω" },
    { red: "c", black: "a", dial: "Ω" },
  ],
  fields: [
    quantity("ab", "a to b", OHM, { open: true, usual: [0.2, 2000] }),
    quantity("bc", "b to c", OHM, { open: true, usual: [0.2, 2000] }),
    quantity("ca", "c to a", OHM, { open: true, usual: [0.2, 2000] }),
    choice("marked", "Marked as common", [
      ["none", "not marked"],
      ["a", "a"],
      ["b", "b"],
      ["c", "c"],
    ]),
    quantity("earth", "Lowest to the frame", MEGOHM, { optional: true }),
  ],
  types: ["split-winding-motor"],
  judge(v) {
    const ohms = { ab: v.get("ab"), bc: v.get("bc"), ca: v.get("ca") };
    const limits = [
      { text: "common–run lowest, common–start higher, run–start their sum, within 10 %", source: PRACTICE },
      { text: "more than 1 MΩ to the frame", source: PRACTICE },
    ];
    const earth = v.maybe("earth");
    if (earth !== undefined && earth < 1e6)
      return judged("bad", `A winding leaks to the frame: ${say(earth, "Ω")}.`, [], limits);
    const found = findTerminals(ohms);
    if (found.kind === "none") return judged("bad", found.why, [], limits);
    if (found.kind === "three-phase")
      return judged(
        "told",
        "Three equal readings: a three-phase motor, driven by an inverter. It has no common and no start winding.",
        [],
        limits,
      );
    const { common, run, start } = found.terminals;
    const working = [
      `common ${common}, run ${run}, start ${start}: ${Object.entries(ohms)
        .map(([k, r]) => `${k[0]}–${k[1]} ${say(r, "Ω")}`)
        .join(", ")}`,
    ];
    const marked = v.word("marked");
    if (marked !== "none" && marked !== common)
      return judged(
        "doubtful",
        `The windings say that ${common} is common, and ${marked} is marked: a label or a lead is wrong.`,
        working,
        limits,
      );
    return judged(
      "good",
      `Common is ${common}, run ${run}, start ${start}; the sum is right.`,
      working,
      limits,
    );
  },
};

const threePhase: ComponentTest = {
  id: "three-phase-motor",
  family: "Motors",
  name: "Three-phase motor, balance",
  purpose: "Three windings alike, and none to the frame.",
  stored: true,
  prepare: [
    "Dead, proven, link capacitor discharged and measured.",
    "Motor plug off: the bridge would read too.",
  ],
  probes: [
    { red: "U", black: "V", dial: "Ω" },
    { red: "V", black: "W", dial: "Ω" },
    { red: "W", black: "U", dial: "Ω" },
    { red: "each", black: "frame", dial: "MΩ" },
  ],
  fields: [
    quantity("uv", "U to V", OHM, { open: true, usual: [0.05, 500] }),
    quantity("vw", "V to W", OHM, { open: true, usual: [0.05, 500] }),
    quantity("wu", "W to U", OHM, { open: true, usual: [0.05, 500] }),
    quantity("earth", "Lowest to the frame", MEGOHM, { optional: true }),
  ],
  types: ["three-phase-motor"],
  judge(v) {
    const list = [v.get("uv"), v.get("vw"), v.get("wu")];
    const limits = [
      { text: "alike within 5 % of their mean", source: PRACTICE },
      { text: "more than 1 MΩ to the frame", source: PRACTICE },
    ];
    const earth = v.maybe("earth");
    if (earth !== undefined && earth < 1e6)
      return judged("bad", `A winding leaks to the frame: ${say(earth, "Ω")}.`, [], limits);
    const open = list.filter((r) => r === Infinity).length;
    if (open >= 2)
      return judged(
        "bad",
        open === 3 ? "All open." : "One winding is open: two of the three pairs pass through it.",
        [],
        limits,
      );
    if (open === 1)
      return judged(
        "doubtful",
        "One pair only is open: in a star or a delta that cannot be. Read it again.",
        [],
        limits,
      );
    const mean = (list[0]! + list[1]! + list[2]!) / 3;
    const worst = Math.max(...list.map((r) => Math.abs(r / mean - 1)));
    const working = [`mean ${say(mean, "Ω")}, farthest ${percent(worst)} away`];
    return worst <= 0.05
      ? judged("good", "Balanced.", working, limits)
      : judged(
          "bad",
          "Out of balance: shorted turns in the winding that reads low, or a bad joint in the one that reads high.",
          working,
          limits,
        );
  },
};

const dcFeed: ComponentTest = {
  id: "dc-motor",
  family: "Motors",
  name: "DC motor, fed directly",
  purpose: "Whether a motor runs from a fused battery, both ways.",
  prepare: [
    "Both leads off the board. Mechanics free, or uncoupled: nothing may be hurt when it turns.",
    "A battery of its volts, fused at its rated current.",
  ],
  probes: [{ red: "one lead", black: "the other", dial: "V DC, then A" }],
  fields: [
    choice("runs", "Fed, it", [
      ["yes", "runs, and the other way when reversed"],
      ["slow", "runs weakly or only when pushed"],
      ["no", "does not run"],
    ]),
    quantity("ohms", "Ohms while turned slowly by hand", OHM, {
      open: true,
      optional: true,
      usual: [0.1, 200],
    }),
    quantity("volts", "Volts at it while it runs", VOLT, { optional: true }),
    quantity("supply", "Battery at rest", VOLT, { optional: true }),
  ],
  types: ["dc-motor"],
  judge(v) {
    const limits = [
      { text: "runs both ways from its volts; the supply keeps 85 % of them", source: PRACTICE },
    ];
    const [volts, supply, ohms] = [v.maybe("volts"), v.maybe("supply"), v.maybe("ohms")];
    const sags = volts !== undefined && supply !== undefined && volts < 0.85 * supply;
    const working = sags ? [`${say(volts, "V")} / ${say(supply, "V")} = ${percent(volts / supply)}`] : [];
    if (v.word("runs") === "yes")
      return judged("good", "The motor is good: look at what should feed it.", working, limits);
    if (sags)
      return judged(
        "doubtful",
        "The battery sags: the feed is too weak, or the motor is stalled or shorted. Clamp its current.",
        working,
        limits,
      );
    if (v.word("runs") === "slow")
      return judged("bad", "Worn brushes, a dirty commutator, or it binds.", working, limits);
    return judged(
      "bad",
      ohms === Infinity
        ? "Open: brushes worn down, or a winding."
        : "It does not run from its own volts: jammed, or its brushes do not touch.",
      working,
      limits,
    );
  },
};

export const MOTOR_TESTS = [split, threePhase, dcFeed, insulation] as const;

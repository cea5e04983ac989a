import { eSeries, nearestPreferred } from "./eSeries.ts";
import { choice, OHM, quantity, text, WHERE } from "./fields.ts";
import { bandsFor, chipCode, readBands, readChip, type MarkingResult } from "./markings.ts";
import { judged, parallel, percent, say } from "./say.ts";
import { PRACTICE, type ComponentTest } from "./test.ts";

const CODE = "IEC 60062";
/** The meter's own error and its leads. Common practice, no source. */
const METER_SHARE = 0.01;

const reading: ComponentTest = {
  id: "resistor",
  family: "Resistors",
  name: "Resistor against its value",
  purpose: "Whether a resistor is within its tolerance, with what is wired beside it taken into account.",
  prepare: ["Dead, proven, capacitors discharged.", "Lift one end, or enter what lies beside it."],
  probes: [{ red: "one end", black: "the other", dial: "Ω" }],
  fields: [
    WHERE,
    quantity("value", "Its value", OHM, { usual: [0.01, 1e8] }),
    quantity("tolerance", "Tolerance, %", { text: "%", scale: 0.01, base: "" }, { usual: [0.0001, 0.2] }),
    quantity("beside", "Ohms beside it", OHM, { optional: true, hint: "the rest of the circuit across it" }),
    quantity("reads", "It reads", OHM),
  ],
  types: ["resistor", "potentiometer"],
  judge(v) {
    const [value, tolerance, reads] = [v.get("value"), v.get("tolerance"), v.get("reads")];
    const beside = v.maybe("beside") ?? Infinity;
    const expected = parallel(value, beside);
    const [low, high] = [
      parallel(value * (1 - tolerance), beside) * (1 - METER_SHARE),
      parallel(value * (1 + tolerance), beside) * (1 + METER_SHARE),
    ];
    const working = [
      ...(beside === Infinity
        ? []
        : [`1 / (1/${say(value, "Ω")} + 1/${say(beside, "Ω")}) = ${say(expected, "Ω")}`]),
      `window ${say(low, "Ω")} to ${say(high, "Ω")}`,
    ];
    const limits = [
      { text: `±${percent(tolerance)} and ${percent(METER_SHARE)} for the meter`, source: "its marking" },
      {
        text: "in circuit a reading can only be lower than the part, never higher",
        source: "parallel resistances, closed form",
      },
    ];
    if (reads === Infinity) return judged("bad", "Open.", working, limits);
    if (reads > high)
      return judged(
        "bad",
        "Too high: no neighbour can make it read more than it has. It has drifted or cracked.",
        working,
        limits,
      );
    if (reads >= low) return judged("good", "Within its window.", working, limits);
    if (v.word("where") === "in" && beside === Infinity)
      return judged(
        "doubtful",
        `Too low, as anything in circuit may read: ${say(parallel(reads === value ? Infinity : 1 / (1 / reads - 1 / value)), "Ω")} beside a good one would do it. Lift one end.`,
        working,
        limits,
      );
    return judged(
      "bad",
      "Too low: it has drifted, or something across it conducts that should not.",
      working,
      limits,
    );
  },
};

function describeValue(result: MarkingResult, codeSource: string) {
  if (!result.ok) return judged("doubtful", result.problem);
  const { ohms, tolerance, ppm } = result.marking;
  const window =
    tolerance === undefined || ohms === 0
      ? []
      : [
          `${say(ohms * (1 - tolerance), "Ω", 4)} to ${say(ohms * (1 + tolerance), "Ω", 4)} at ±${percent(tolerance)}`,
        ];
  const series =
    tolerance !== undefined && tolerance <= 0.02
      ? 96
      : tolerance !== undefined && tolerance <= 0.05
        ? 24
        : 12;
  const near = ohms > 0 ? nearestPreferred(ohms, series) : undefined;
  const preferred = near !== undefined && Math.abs(near.nearest - ohms) <= 1e-3 * ohms;
  return judged(
    "told",
    `${say(ohms, "Ω", 4)}${tolerance === undefined ? "" : `, ±${percent(tolerance)}`}${ppm === undefined ? "" : `, ${ppm} · 10⁻⁶/K`}.`,
    window,
    [
      { text: "the code", source: codeSource },
      ...(near
        ? [
            {
              text: `E${series} neighbours ${say(near.below, "Ω")}, ${say(near.nearest, "Ω")}, ${say(near.above, "Ω")}`,
              source: "IEC 60063",
            },
          ]
        : []),
    ],
    {
      advice:
        near && !preferred
          ? [`${say(ohms, "Ω", 4)} is no value of E${series}: read the bands again, from the other end too.`]
          : [],
    },
  );
}

const bands: ComponentTest = {
  id: "colour-code",
  family: "Resistors",
  name: "Colour bands",
  purpose: "From the bands to the value.",
  prepare: ["Good light. The tolerance band stands apart, or is gold or silver."],
  probes: [],
  fields: [
    choice("count", "It has", [
      ["4", "four bands"],
      ["5", "five bands"],
      ["6", "six bands"],
      ["3", "three bands"],
    ]),
    text("bands", "Bands from the first", { hint: "yellow violet red gold" }),
  ],
  types: ["resistor"],
  judge(v) {
    const list = v
      .word("bands")
      .toLowerCase()
      .replaceAll("gray", "grey")
      .replaceAll("purple", "violet")
      .split(/[\s,/-]+/u)
      .filter(Boolean);
    const count = Number(v.word("count"));
    if (list.length !== count)
      return judged(
        "doubtful",
        `These are ${list.length} bands, and the form says ${count}. ${list.length > count ? "A fifth band is a third figure: choose five bands, or leave one out." : "One is missing."}`,
      );
    return describeValue(readBands(list), CODE);
  },
};

const chip: ComponentTest = {
  id: "chip-code",
  family: "Resistors",
  name: "Chip marking",
  purpose: "From the print on a chip resistor to its value.",
  prepare: ["A loupe; some chips carry no print at all."],
  probes: [],
  fields: [text("code", "Printed on it", { hint: "103, 4702, 4R7 or 01C" })],
  types: ["resistor"],
  judge: (v) =>
    describeValue(readChip(v.word("code"), eSeries(96)), "IEC 60062 and EIA-96, the letters from memory"),
};

const toCode: ComponentTest = {
  id: "value-to-code",
  family: "Resistors",
  name: "Value to bands and marking",
  purpose: "What a resistor of a value looks like, and the preferred values beside it.",
  prepare: [],
  probes: [],
  fields: [
    quantity("ohms", "Value", OHM, { usual: [0.01, 1e8] }),
    choice("tolerance", "Tolerance", [
      ["5", "±5 %"],
      ["1", "±1 %"],
      ["2", "±2 %"],
      ["10", "±10 %"],
    ]),
  ],
  types: ["resistor"],
  judge(v) {
    const [ohms, tolerance] = [v.get("ohms"), Number(v.word("tolerance")) / 100];
    const series = tolerance <= 0.02 ? 96 : tolerance <= 0.05 ? 24 : 12;
    const near = nearestPreferred(ohms, series);
    const colours = bandsFor(near.nearest, tolerance);
    const print = chipCode(near.nearest, series === 96 ? 3 : 2);
    return judged(
      "told",
      `${near.nearest === ohms ? "" : `Nearest in E${series}: ${say(near.nearest, "Ω")}. `}Bands ${colours?.join(", ") ?? "none"}; chip ${print ?? "none"}.`,
      [`neighbours ${say(near.below, "Ω")} and ${say(near.above, "Ω")}`],
      [
        { text: "bands and marking", source: CODE },
        { text: `E${series}`, source: "IEC 60063" },
      ],
    );
  },
};

const partner: ComponentTest = {
  id: "parallel",
  family: "Resistors",
  name: "What lies beside it",
  purpose: "From a reading in circuit and the part's value to the ohms of all that is beside it.",
  prepare: ["Dead and proven."],
  probes: [{ red: "one end", black: "the other", dial: "Ω" }],
  fields: [quantity("value", "Its value", OHM), quantity("reads", "In circuit it reads", OHM)],
  types: ["resistor"],
  judge(v) {
    const [value, reads] = [v.get("value"), v.get("reads")];
    const limits = [{ text: "1/R = 1/R₁ + 1/R₂", source: "closed form" }];
    if (reads > value * 1.01)
      return judged("bad", "More than it has: the part itself has gone high or open.", [], limits);
    if (reads >= value * 0.99) return judged("good", "Nothing of note lies beside it.", [], limits);
    const rest = 1 / (1 / reads - 1 / value);
    return judged(
      "told",
      `${say(rest, "Ω")} lies beside it.`,
      [`1 / (1/${say(reads, "Ω")} − 1/${say(value, "Ω")}) = ${say(rest, "Ω")}`],
      limits,
      { advice: [`A circuit that should show far more there leaks. (${PRACTICE})`] },
    );
  },
};

export const RESISTOR_TESTS = [reading, bands, chip, toCode, partner] as const;

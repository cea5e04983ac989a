import {
  bandsFor,
  chipCode,
  eSeries,
  nearestPreferred,
  PRACTICE,
  readBands,
  readChip,
  type MarkingResult,
} from "#core/standards/index.ts";
import { all, atLeast, decided, is, missing, not, open, over, under } from "../table/conditions.ts";
import { choice, OHM, PERCENT, quantity, text, WHERE } from "../table/fields.ts";
import { percent, show, type Reckoning } from "../table/reckoning.ts";
import { fromTable, type Table } from "../table/table.ts";
import type { ComponentTest } from "../table/test.ts";

const CODE = "IEC 60062";
/** The meter's own error and its leads. Common practice, no source. */
const METER_SHARE = 0.01;

/** Resistances side by side; Infinity is nothing. */
export function parallel(...ohms: readonly number[]): number {
  const siemens = ohms.reduce((sum, r) => sum + 1 / r, 0);
  return siemens === 0 ? Infinity : 1 / siemens;
}

/** What lies beside a part that should read `value` and reads `reads`. */
const beside = (value: number, reads: number) => (reads >= value ? Infinity : 1 / (1 / reads - 1 / value));
const besideEntered = (r: Reckoning) => r.maybe("beside") ?? Infinity;

const reading = fromTable({
  id: "resistor",
  family: "Resistors",
  name: "Resistor against its value",
  purpose: "Whether a resistor is within its tolerance, with what is wired beside it taken into account.",
  prepare: ["Dead, proven, capacitors discharged.", "Lift one end, or enter what is in parallel."],
  probes: [{ red: "one end", black: "the other", dial: "Ω" }],
  fields: [
    WHERE,
    quantity("value", "Its value", OHM, { usual: [0.01, 1e8] }),
    quantity("tolerance", "Tolerance", PERCENT, { usual: [0.0001, 0.2] }),
    quantity("beside", "Ohms beside it", OHM, { optional: true, hint: "the rest of the circuit across it" }),
    quantity("reads", "It reads", OHM),
  ],
  types: ["resistor", "potentiometer"],
  figures: {
    together: {
      shown: "Ω",
      of: (r) => (r.maybe("beside") === undefined ? undefined : parallel(r.get("value"), r.get("beside"))),
    },
    wouldBe: { shown: "Ω", of: (r) => beside(r.get("value"), r.get("reads")) },
  },
  working: ["1 / (1/{value} + 1/{beside}) = {together}"],
  limits: {
    low: {
      of: "reads",
      at: (r) => parallel(r.get("value") * (1 - r.get("tolerance")), besideEntered(r)) * (1 - METER_SHARE),
      text: "at least {at}: its tolerance, and 1 % for the meter",
      source: "its marking",
    },
    high: {
      of: "reads",
      at: (r) => parallel(r.get("value") * (1 + r.get("tolerance")), besideEntered(r)) * (1 + METER_SHARE),
      text: "at most {at}",
      source: "its marking",
    },
  },
  facts: [
    {
      text: "in circuit a reading can only be lower than the part, never higher",
      source: "parallel resistances, closed form",
    },
  ],
  rows: [
    { code: "open", verdict: "bad", when: open("reads"), says: "Open." },
    {
      code: "high",
      verdict: "bad",
      when: over("high"),
      says: "Too high: no neighbour can make it read more than it has. It has drifted or cracked.",
    },
    { code: "good", verdict: "good", when: atLeast("low"), says: "Within its window." },
    {
      code: "low-in-circuit",
      verdict: "doubtful",
      when: all(is("where", "in"), missing("beside")),
      says: "Too low, as anything in circuit may read: {wouldBe} beside a good one would do it. Lift one end.",
    },
    {
      code: "low",
      verdict: "bad",
      says: "Too low: it has drifted, or something across it conducts that should not.",
    },
  ],
  edges: {
    low: { with: { where: "out", value: "4k7", tolerance: "5" }, move: "reads", from: 4000, to: 4700 },
    high: { with: { where: "out", value: "4k7", tolerance: "5" }, move: "reads", from: 4700, to: 6000 },
  },
});

const seriesOf = (tolerance = 1) => (tolerance <= 0.02 ? 96 : tolerance <= 0.05 ? 24 : 12);

/** A test that reads a marking: its value, the window of its tolerance, and the preferred values beside it. */
function markingTest(
  table: Omit<Table, "figures" | "findings" | "limits" | "rows" | "working" | "facts">,
  source: string,
  read: (r: Reckoning) => MarkingResult,
): ComponentTest {
  const marking = (r: Reckoning) => {
    const result = read(r);
    return result.ok ? result.marking : undefined;
  };
  const neighbours = (r: Reckoning) => {
    const found = marking(r);
    return found && found.ohms > 0 ? nearestPreferred(found.ohms, seriesOf(found.tolerance)) : undefined;
  };
  return fromTable({
    ...table,
    findings: {
      problem: (r) => {
        const result = read(r);
        return result.ok ? undefined : result.problem;
      },
      value: (r) => {
        const found = marking(r);
        if (!found) return undefined;
        return [
          show(found.ohms, "Ω", 4),
          ...(found.tolerance === undefined ? [] : [`±${percent(found.tolerance)}`]),
          ...(found.ppm === undefined ? [] : [`${found.ppm} · 10⁻⁶/K`]),
        ].join(", ");
      },
      stranger: (r) => {
        const [found, near] = [marking(r), neighbours(r)];
        if (!found || !near || Math.abs(near.nearest - found.ohms) <= 1e-3 * found.ohms) return undefined;
        return `${show(found.ohms, "Ω", 4)} is no value of E${seriesOf(found.tolerance)}: read the marking again, from the other end too.`;
      },
    },
    working: [
      (r) => {
        const { ohms, tolerance } = marking(r) ?? { ohms: 0 };
        return tolerance === undefined || ohms === 0
          ? ""
          : `${show(ohms * (1 - tolerance), "Ω", 4)} to ${show(ohms * (1 + tolerance), "Ω", 4)} at ±${percent(tolerance)}`;
      },
    ],
    facts: (r) => {
      const near = neighbours(r);
      return [
        { text: "the code", source },
        ...(near
          ? [
              {
                text: `E${seriesOf(marking(r)?.tolerance)} neighbours ${show(near.below, "Ω")}, ${show(near.nearest, "Ω")}, ${show(near.above, "Ω")}`,
                source: "IEC 60063",
              },
            ]
          : []),
      ];
    },
    rows: [
      {
        code: "unread",
        verdict: "doubtful",
        when: decided([], (r) => r.word("problem") !== ""),
        says: "{problem}",
      },
      { code: "read", verdict: "told", says: "{value}.", advice: ["{stranger}"] },
    ],
  });
}

const bands = markingTest(
  {
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
  },
  CODE,
  (r) => {
    const list = r
      .word("bands")
      .toLowerCase()
      .replaceAll("gray", "grey")
      .replaceAll("purple", "violet")
      .split(/[\s,/-]+/u)
      .filter(Boolean);
    const count = Number(r.word("count"));
    return list.length === count
      ? readBands(list)
      : {
          ok: false,
          problem: `These are ${list.length} bands, and the form says ${count}. ${list.length > count ? "A fifth band is a third figure: choose five bands, or leave one out." : "One is missing."}`,
        };
  },
);

const chip = markingTest(
  {
    id: "chip-code",
    family: "Resistors",
    name: "Chip marking",
    purpose: "From the print on a chip resistor to its value.",
    prepare: ["A loupe; some chips carry no print at all."],
    probes: [],
    fields: [text("code", "Printed on it", { hint: "103, 4702, 4R7 or 01C" })],
    types: ["resistor"],
  },
  "IEC 60062 and EIA-96, the letters from memory",
  (r) => readChip(r.word("code"), eSeries(96)),
);

const toleranceOf = (r: Reckoning) => Number(r.word("tolerance")) / 100;
const nearOf = (r: Reckoning) => nearestPreferred(r.get("ohms"), seriesOf(toleranceOf(r)));

const toCode = fromTable({
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
  figures: {
    nearest: { shown: "Ω", of: (r) => nearOf(r).nearest },
    below: { shown: "Ω", of: (r) => nearOf(r).below },
    above: { shown: "Ω", of: (r) => nearOf(r).above },
  },
  findings: {
    series: (r) => `E${seriesOf(toleranceOf(r))}`,
    bands: (r) => bandsFor(nearOf(r).nearest, toleranceOf(r))?.join(", ") ?? "none",
    chip: (r) => chipCode(nearOf(r).nearest, seriesOf(toleranceOf(r)) === 96 ? 3 : 2) ?? "none",
  },
  working: ["neighbours {below} and {above}"],
  facts: (r) => [
    { text: "bands and marking", source: CODE },
    { text: `E${seriesOf(toleranceOf(r))}`, source: "IEC 60063" },
  ],
  rows: [
    {
      code: "preferred",
      verdict: "told",
      when: decided([], (r) => nearOf(r).nearest === r.get("ohms")),
      says: "Bands {bands}; chip {chip}.",
    },
    { code: "nearest", verdict: "told", says: "Nearest in {series}: {nearest}. Bands {bands}; chip {chip}." },
  ],
});

const partner = fromTable({
  id: "parallel",
  family: "Resistors",
  name: "What is in parallel",
  purpose: "From a reading in circuit and the part's value to the ohms of all that is beside it.",
  prepare: ["Dead and proven."],
  probes: [{ red: "one end", black: "the other", dial: "Ω" }],
  fields: [quantity("value", "Its value", OHM), quantity("reads", "In circuit it reads", OHM)],
  types: ["resistor"],
  figures: { rest: { shown: "Ω", of: (r) => beside(r.get("value"), r.get("reads")) } },
  working: [(r) => (r.get("rest") === Infinity ? "" : "1 / (1/{reads} − 1/{value}) = {rest}")],
  limits: {
    high: {
      of: "reads",
      at: (r) => (1 + METER_SHARE) * r.get("value"),
      text: "above {at} the part itself is at fault",
      source: PRACTICE,
    },
    alone: {
      of: "reads",
      at: (r) => (1 - METER_SHARE) * r.get("value"),
      text: "from {at} on nothing of note is in parallel",
      source: PRACTICE,
    },
  },
  facts: [{ text: "1/R = 1/R₁ + 1/R₂", source: "closed form" }],
  rows: [
    {
      code: "high",
      verdict: "bad",
      when: over("high"),
      says: "More than it has: the part itself has gone high or open.",
    },
    { code: "alone", verdict: "good", when: not(under("alone")), says: "Nothing of note is in parallel." },
    {
      code: "beside",
      verdict: "told",
      says: "{rest} is in parallel.",
      advice: [`A circuit that should show far more there leaks. (${PRACTICE})`],
    },
  ],
  edges: {
    high: { with: { value: "10k" }, move: "reads", from: 10_000, to: 11_000 },
    alone: { with: { value: "10k" }, move: "reads", from: 9000, to: 10_000 },
  },
});

export const RESISTOR_TESTS = [reading, bands, chip, toCode, partner] as const;

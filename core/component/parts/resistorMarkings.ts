import {
  bandsFor,
  chipCode,
  eSeries,
  nearestPreferred,
  readBands,
  readChip,
  type MarkingResult,
} from "#core/standards/index.ts";
import { decided } from "../table/conditions.ts";
import { choice, OHM, quantity, text } from "../table/fields.ts";
import { percent, show, type Reckoning } from "../table/reckoning.ts";
import { fromTable, type Table } from "../table/table.ts";
import type { ComponentTest } from "../table/test.ts";

const CODE = "IEC 60062";
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

export const MARKING_TESTS = [bands, chip, toCode] as const;

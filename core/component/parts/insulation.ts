import {
  INSULATION_RULES,
  insulationAt40,
  PRACTICE,
  WINDING_BAD,
  WINDING_GOOD,
  type InsulationRule,
} from "#core/standards/index.ts";
import { all, is, not, open, under } from "../table/conditions.ts";
import { CELSIUS, choice, MEGOHM, quantity, VOLT } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

const ruleOf = (r: Reckoning) =>
  r.word("rule") === "winding" ? undefined : INSULATION_RULES[r.word("rule") as InsulationRule];
const isWinding = is("rule", "winding");

export const insulation = fromTable({
  id: "insulation",
  family: "Motors",
  name: "Insulation resistance",
  purpose: "A reading of the insulation tester, against the rule you work by.",
  stored: true,
  prepare: [
    "Dead, proven, all electronics unplugged: the tester's 500 V destroys them.",
    "One minute, then discharge what was charged.",
  ],
  probes: [{ red: "winding", black: "frame, bare metal", dial: "insulation, 500 V" }],
  fields: [
    choice("rule", "Judged by", [
      ["winding", "a winding by itself (IEEE 43)"],
      ...Object.entries(INSULATION_RULES).map(([id, r]) => [id, `an appliance ${r.name}`] as const),
    ]),
    quantity("reads", "After a minute", MEGOHM),
    quantity("celsius", "Temperature of the winding", CELSIUS, { signed: true, usual: [-10, 120] }),
    quantity("volts", "Rated volts", VOLT, { usual: [12, 1000] }),
  ],
  types: ["motor", "split-winding-motor", "three-phase-motor", "heater", "transformer", "power-transformer"],
  figures: {
    at40: {
      shown: "Ω",
      of: (r) =>
        ruleOf(r) || r.get("reads") === Infinity
          ? undefined
          : insulationAt40(r.get("reads"), r.get("celsius")),
    },
    leaks: {
      shown: "A",
      of: (r) => (r.get("reads") === Infinity ? undefined : r.get("volts") / Math.max(r.get("reads"), 1)),
    },
  },
  findings: { appliance: (r) => ruleOf(r)?.name },
  working: ["{reads} · 2^(({celsius} − 40 °C)/10) = {at40} at 40 °C", "leakage at {volts}: {leaks}"],
  limits: {
    asked: {
      of: "reads",
      at: (r) => ruleOf(r)?.ohms,
      text: "at least {at}, as read",
      source: "IEC 62638, from memory; the rule of your country and the maker's go first",
    },
    bad: {
      of: "at40",
      at: (r) => (ruleOf(r) ? undefined : WINDING_BAD),
      text: "a winding leaks below {at} at 40 °C",
      source: PRACTICE,
    },
    good: {
      of: "at40",
      at: (r) => (ruleOf(r) ? undefined : WINDING_GOOD),
      text: "good from {at} at 40 °C; insulation halves for every 10 °C",
      source: "IEEE 43 for windings, from memory",
    },
  },
  rows: [
    {
      code: "below-rule",
      verdict: "bad",
      when: under("asked"),
      says: "Below what is asked of an appliance {appliance}. Find the part that leaks.",
    },
    { code: "as-asked", verdict: "good", when: not(isWinding), says: "It has what is asked." },
    { code: "over-range", verdict: "good", when: open("reads"), says: "Above the tester's range." },
    {
      code: "leaks",
      verdict: "bad",
      when: all(isWinding, under("bad")),
      says: "It leaks: wet, or the insulation is gone. Dry it warm and read again before it is condemned.",
    },
    {
      code: "low",
      verdict: "doubtful",
      when: under("good"),
      says: "On the low side: damp or dirty. Watch it.",
    },
    { code: "good", verdict: "good", says: "Good." },
  ],
  edges: {
    asked: { with: { rule: "class1", celsius: "20", volts: "230" }, move: "reads", from: 1e5, to: 1e7 },
    bad: { with: { rule: "winding", celsius: "40", volts: "230" }, move: "reads", from: 1e5, to: 2e6 },
    good: { with: { rule: "winding", celsius: "40", volts: "230" }, move: "reads", from: 2e6, to: 1e7 },
  },
});

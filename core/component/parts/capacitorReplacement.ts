import { PRACTICE } from "#core/standards/index.ts";
import { any, is, over, under } from "../table/conditions.ts";
import { CELSIUS, choice, MICROFARAD, quantity, VOLT } from "../table/fields.ts";
import { fromTable } from "../table/table.ts";

export const replacement = fromTable({
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
  figures: { share: { shown: "share", of: (r) => r.get("newF") / r.get("oldF") } },
  working: ["{newF} / {oldF} = {share}"],
  limits: {
    less: { of: "share", at: 0.8, text: "at least {at} of the old one's capacitance", source: PRACTICE },
    more: { of: "share", at: 1.5, text: "at most {at}", source: PRACTICE },
    volts: { of: "newV", at: (r) => r.get("oldV"), text: "rated for {at} or more", source: PRACTICE },
    heat: { of: "newT", at: (r) => r.get("oldT"), text: "for {at} or more", source: PRACTICE },
  },
  facts: [{ text: "ESR class not worse", source: PRACTICE }],
  gather: [
    {
      code: "farads",
      verdict: "bad",
      when: any(under("less"), over("more")),
      says: "not this one: capacitance {share} of the old one",
    },
    { code: "volts", verdict: "bad", when: under("volts"), says: "not this one: too few volts" },
    { code: "heat", verdict: "bad", when: under("heat"), says: "not this one: lower temperature class" },
    {
      code: "esr",
      verdict: "bad",
      when: is("esr", "worse"),
      says: "not this one: worse ESR class, it will heat in a switching supply",
    },
    { code: "fits", verdict: "bad", when: is("fits", "no"), says: "it does not fit" },
  ],
  rows: [{ code: "good", verdict: "good", says: "It may take its place. Mind the stripe." }],
  edges: {
    less: {
      with: { oldF: "100", oldV: "25", oldT: "105", newV: "25", newT: "105" },
      move: "newF",
      from: 60e-6,
      to: 95e-6,
    },
    more: {
      with: { oldF: "100", oldV: "25", oldT: "105", newV: "25", newT: "105" },
      move: "newF",
      from: 120e-6,
      to: 200e-6,
    },
    volts: {
      with: { oldF: "100", oldV: "25", oldT: "105", newF: "100", newT: "105" },
      move: "newV",
      from: 10,
      to: 50,
    },
    heat: {
      with: { oldF: "100", oldV: "25", oldT: "105", newF: "100", newV: "25" },
      move: "newT",
      from: 85,
      to: 125,
    },
  },
});

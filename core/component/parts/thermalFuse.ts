import { PRACTICE } from "#core/standards/index.ts";
import { all, is, under } from "../table/conditions.ts";
import { choice, OHM, quantity, WHERE } from "../table/fields.ts";
import { fromTable } from "../table/table.ts";

export const thermalFuse = fromTable({
  id: "thermal-fuse",
  family: "Fuses and breakers",
  name: "Thermal fuse or cut-out",
  purpose: "Whether a part that opens on heat conducts when cold, and what its opening means.",
  prepare: [
    "Dead, proven and cooled to room temperature.",
    "Lift one end.",
    "A cut-out with a button: note whether it stands out before it is pressed.",
  ],
  probes: [{ red: "one tab", black: "the other tab", dial: "Ω" }],
  fields: [
    WHERE,
    choice("kind", "It is", [
      ["fuse", "a one-shot thermal fuse"],
      ["button", "a cut-out with a reset button"],
      ["self", "a thermostat that closes by itself"],
    ]),
    quantity("ohms", "Cold, it reads", OHM),
  ],
  types: ["thermal-fuse", "cut-out", "thermostat"],
  limits: {
    closed: { of: "ohms", at: 1, text: "closed: below {at}", source: PRACTICE },
    open: { of: "ohms", at: 1000, text: "open: from {at} on", source: PRACTICE },
  },
  rows: [
    {
      code: "closed-or-bridged",
      verdict: "doubtful",
      when: all(under("closed"), is("where", "in")),
      says: "Closed, or bridged by what is wired beside it. Lift one end.",
    },
    { code: "closed", verdict: "good", when: under("closed"), says: "Closed: {ohms}." },
    {
      code: "neither-in-circuit",
      verdict: "doubtful",
      when: all(under("open"), is("where", "in")),
      says: "{ohms} may be what is wired beside it or in the loop with it. Lift one end.",
    },
    {
      code: "burnt",
      verdict: "bad",
      when: under("open"),
      says: "{ohms} is neither open nor closed: burnt contacts.",
    },
    {
      code: "done",
      verdict: "bad",
      when: is("kind", "fuse"),
      says: "Open: it has done its work. It saw too much heat; find why (airflow, scale, a stuck relay) before a new one goes in.",
    },
    {
      code: "tripped",
      verdict: "bad",
      when: is("kind", "button"),
      says: "Open: tripped. Find the cause of the heat, then reset it once; never bridge it.",
    },
    {
      code: "stays-open",
      verdict: "bad",
      says: "Open when cold: it no longer closes, or the room is colder than its closing temperature.",
    },
  ],
  edges: {
    closed: { with: { where: "out", kind: "fuse" }, move: "ohms", from: 0.1, to: 10 },
    open: { with: { where: "out", kind: "fuse" }, move: "ohms", from: 100, to: 1e4 },
  },
});

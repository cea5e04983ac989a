import { z } from "zod";
import { OPEN_OHMS } from "#core/circuit/index.ts";
import { definePart } from "../partKind.ts";

const positive = z.number().positive();

/** Resistive heater in a metal sheath: R = V²/P. The sheath is earthed through `pe`. */
export const heater = definePart({
  type: "heater",
  terminals: ["1", "2", "pe"],
  parameters: z.strictObject({ volts: positive, watts: positive }),
  across: [["1", "2"]],
  work: { branch: 0, amps: (p) => p.watts / p.volts, from: 0.5, fully: 0.9, badly: "weak", pace: 2 },
  modes: [
    {
      id: "open",
      name: "open",
      looks: "stays cold; sometimes a blister or a burst in the sheath",
      weight: 2,
    },
    {
      id: "shorted-turns",
      name: "part of the element shorted",
      looks: "one stretch glows brighter; a fuse or breaker may go",
      weight: 0.15,
      severities: [0.55],
    },
    {
      id: "leak",
      name: "leaks to its sheath",
      looks: "trips the residual-current device, at times only when hot; a swollen end seal",
      weight: 0.6,
      severities: [2e3, 5e4],
    },
  ],
  expand(build, p, { mode, severity }) {
    const ohms = p.volts ** 2 / p.watts;
    const now = mode === "open" ? OPEN_OHMS : mode === "shorted-turns" ? ohms * severity! : ohms;
    build.branch("element", build.node("1"), build.node("2"), { ohms: now, tolerance: 0.05 });
    build.branch("sheath", build.node("1"), build.node("pe"), { ohms: mode === "leak" ? severity! : 5e8 });
  },
});

/** Plain resistor, or a circuit seen as one. */
export const resistor = definePart({
  type: "resistor",
  terminals: ["a", "b"],
  parameters: z.strictObject({ ohms: positive, tolerance: z.number().min(0).max(0.5).default(0.05) }),
  across: [["a", "b"]],
  modes: [{ id: "open", name: "open", looks: "burnt in the middle, or nothing to see", weight: 0.2 }],
  expand(build, p, { mode }) {
    build.branch("body", build.node("a"), build.node("b"), {
      ohms: mode === "open" ? OPEN_OHMS : p.ohms,
      tolerance: p.tolerance,
    });
  },
});

/** Display or other electronics that draws a steady current from a rail. */
export const railLoad = definePart({
  type: "rail-load",
  terminals: ["plus", "minus"],
  parameters: z.strictObject({
    ohms: positive,
    /** Volts it is made for; left out, what the healthy unit gives it. */
    volts: positive.optional(),
  }),
  across: [["plus", "minus"]],
  work: {
    branch: 0,
    amps: (p) => (p.volts === undefined ? undefined : p.volts / p.ohms),
    from: 0.85,
    fully: 0.92,
    badly: "resets",
    pace: 0,
  },
  modes: [
    { id: "open", name: "dark or dead", looks: "dark or without a sign of life", weight: 0.5 },
    {
      id: "shorted",
      name: "pulls its rail down",
      looks: "grows hot to the touch while everything else on its rail is dim or resets",
      weight: 0.3,
      severities: [3],
    },
  ],
  expand(build, p, { mode, severity }) {
    const ohms = mode === "open" ? OPEN_OHMS : mode === "shorted" ? severity! : p.ohms;
    build.branch("load", build.node("plus"), build.node("minus"), { ohms, tolerance: 0.2 });
  },
});

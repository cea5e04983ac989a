import { z } from "zod";
import { OPEN_OHMS } from "#core/circuit/index.ts";
import { addChassisLeak, CHASSIS_LEAK, definePart, INSULATION_OHMS } from "../partKind.ts";
import { ohmsFrom, timesFrom } from "../sizes.ts";

const positive = z.number().positive();

const heaterOhms = (p: { volts: number; watts?: number | undefined; ohms?: number | undefined }) =>
  p.ohms ?? p.volts ** 2 / p.watts!;

/** Resistive heater in a metal sheath: R = V²/P. The sheath is earthed through `pe`. */
export const heater = definePart({
  type: "heater",
  terminals: ["1", "2", "pe"],
  parameters: z
    .strictObject({
      volts: positive.default(230),
      watts: positive.optional(),
      /** In place of watts. */
      ohms: positive.optional(),
      insulationOhms: positive.default(INSULATION_OHMS),
    })
    .refine((p) => (p.watts === undefined) !== (p.ohms === undefined), "give either watts or ohms"),
  across: [["1", "2"]],
  work: { branch: 0, amps: (p) => p.volts / heaterOhms(p), from: 0.5, fully: 0.9, badly: "weak", pace: 2 },
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
      sizes: timesFrom(0.4, 0.75, 2),
    },
    {
      id: "aged",
      name: "aged, too high",
      looks: "heats slowly; dull, thinned or sagging in places",
      weight: 0.4,
      sizes: timesFrom(1.12, 1.7, 2),
    },
    {
      id: "leak-mid",
      name: "leaks to its sheath half-way along",
      looks: "trips the residual-current device whichever way round it is fed; a blister in the middle",
      weight: 0.2,
      sizes: ohmsFrom(1e3, 1e5, 2),
    },
    {
      id: "leak",
      name: "leaks to its sheath",
      looks: "trips the residual-current device, at times only when hot; a swollen end seal",
      weight: 0.6,
      sizes: ohmsFrom(1e3, 1e5, 2),
    },
  ],
  expand(build, p, { mode, severity }) {
    const share = mode === "shorted-turns" || mode === "aged" ? severity! : 1;
    const half = (heaterOhms(p) * share) / 2;
    const [one, two, pe, middle] = [
      build.node("1"),
      build.node("2"),
      build.node("pe"),
      build.inner("middle"),
    ];
    build.branch("element", one, middle, { ohms: mode === "open" ? OPEN_OHMS : half, tolerance: 0.05 });
    build.branch("other-half", middle, two, { ohms: half, tolerance: 0.05 });
    build.branch("sheath", one, pe, { ohms: mode === "leak" ? severity! : p.insulationOhms });
    build.branch("sheath-middle", middle, pe, { ohms: mode === "leak-mid" ? severity! : 1e12 });
  },
});

/** Plain resistor, or a circuit seen as one. */
export const resistor = definePart({
  type: "resistor",
  terminals: ["a", "b", "pe"],
  optional: ["pe"],
  parameters: z.strictObject({ ohms: positive, tolerance: z.number().min(0).max(0.5).default(0.05) }),
  across: [["a", "b"]],
  modes: [
    { id: "open", name: "open", looks: "burnt in the middle, or nothing to see", weight: 0.2 },
    {
      id: "drift",
      name: "drifted",
      looks: "discoloured, or nothing to see; one end lifted it reads off its bands",
      weight: 0.1,
      sizes: timesFrom(0.5, 5, 3),
    },
    CHASSIS_LEAK,
  ],
  expand(build, p, { mode, severity }) {
    build.branch("body", build.node("a"), build.node("b"), {
      ohms: mode === "open" ? OPEN_OHMS : mode === "drift" ? p.ohms * severity! : p.ohms,
      tolerance: p.tolerance,
    });
    addChassisLeak(build, mode, severity);
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
    polar: true,
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
      sizes: ohmsFrom(1, 8, 2),
    },
  ],
  expand(build, p, { mode, severity }) {
    const ohms = mode === "open" ? OPEN_OHMS : mode === "shorted" ? severity! : p.ohms;
    build.branch("load", build.node("plus"), build.node("minus"), { ohms, tolerance: 0.2 });
  },
});

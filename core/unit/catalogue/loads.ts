import { z } from "zod";
import { OPEN_OHMS, SHORT_OHMS } from "#core/circuit/index.ts";
import { definePart, type PartBuilder } from "./partKind.ts";

const positive = z.number().positive();

/** Resistive heater in a metal sheath: R = V²/P. The sheath is earthed through `pe`. */
export const heater = definePart({
  type: "heater",
  terminals: ["1", "2", "pe"],
  parameters: z.strictObject({ volts: positive, watts: positive }),
  across: [["1", "2"]],
  workBranch: 0,
  modes: [
    { id: "open", name: "open", weight: 2 },
    { id: "shorted-turns", name: "part of the element shorted", weight: 0.15, severities: [0.55] },
    { id: "leak", name: "leaks to its sheath", weight: 0.6, severities: [2e3, 5e4] },
  ],
  expand(build, p, { mode, severity }) {
    const ohms = p.volts ** 2 / p.watts;
    const now = mode === "open" ? OPEN_OHMS : mode === "shorted-turns" ? ohms * severity! : ohms;
    build.branch("element", build.node("1"), build.node("2"), { ohms: now, tolerance: 0.05 });
    build.branch("sheath", build.node("2"), build.node("pe"), { ohms: mode === "leak" ? severity! : 5e8 });
  },
});

/**
 * A winding that draws `amps` at `volts` with the given power factor, and reads `windingOhms` on a meter.
 *
 * Behind the winding's resistance stands R ∥ L with, at the mains frequency, the rest of the impedance:
 * for a wanted series R + jX the parallel values are |Z|²/R and |Z|²/X. At DC the L is a short.
 */
function winding(
  build: PartBuilder,
  p: { volts: number; amps: number; powerFactor: number; windingOhms: number },
  open: boolean,
): void {
  const z = p.volts / p.amps;
  const r = Math.max(z * p.powerFactor - p.windingOhms, 0.02 * z);
  const x = z * Math.sqrt(1 - p.powerFactor ** 2);
  const size = r * r + x * x;
  const inner = build.inner("winding");
  const [one, two] = [build.node("1"), build.node("2")];
  build.branch("winding", one, inner, { ohms: open ? OPEN_OHMS : p.windingOhms, tolerance: 0.1 });
  build.branch("field", inner, two, {
    ohms: SHORT_OHMS,
    henries: size / x / (2 * Math.PI * build.hertz),
    tolerance: 0.1,
  });
  build.branch("work", inner, two, { ohms: size / r });
}

/** Single-phase motor (shaded-pole, or run-capacitor with its capacitor inside the model). */
export const motor = definePart({
  type: "motor",
  terminals: ["1", "2"],
  parameters: z.strictObject({
    volts: positive,
    amps: positive,
    powerFactor: z.number().min(0.1).max(0.98).default(0.75),
    windingOhms: positive,
  }),
  across: [["1", "2"]],
  workBranch: 0,
  modes: [
    { id: "winding-open", name: "winding open", weight: 0.9 },
    { id: "jammed", name: "jammed", weight: 0.9, works: false },
    { id: "shorted-turns", name: "winding shorted", weight: 0.3, severities: [0.2] },
  ],
  expand(build, p, { mode, severity }) {
    // Locked rotor draws about three times the running current at a low power factor (common practice, no source).
    const running = mode === "jammed" ? { ...p, amps: 3 * p.amps, powerFactor: 0.45 } : p;
    const shorted =
      mode === "shorted-turns"
        ? { ...p, amps: p.amps / severity!, windingOhms: p.windingOhms * severity! }
        : running;
    winding(build, shorted, mode === "winding-open");
  },
});

/** Solenoid or water valve on AC. */
export const solenoid = definePart({
  type: "solenoid",
  terminals: ["1", "2"],
  parameters: z.strictObject({
    volts: positive,
    amps: positive,
    powerFactor: z.number().min(0.1).max(0.98).default(0.5),
    windingOhms: positive,
  }),
  across: [["1", "2"]],
  workBranch: 0,
  modes: [
    { id: "coil-open", name: "coil open", weight: 1.1 },
    { id: "stuck", name: "stuck mechanically", weight: 0.8, works: false },
    { id: "shorted-turns", name: "coil turns shorted", weight: 0.2, severities: [0.4] },
  ],
  expand(build, p, { mode, severity }) {
    const now =
      mode === "shorted-turns"
        ? { ...p, amps: p.amps / severity!, windingOhms: p.windingOhms * severity! }
        : p;
    winding(build, now, mode === "coil-open");
  },
});

/** Plain resistor, or a circuit seen as one. */
export const resistor = definePart({
  type: "resistor",
  terminals: ["a", "b"],
  parameters: z.strictObject({ ohms: positive, tolerance: z.number().min(0).max(0.5).default(0.05) }),
  across: [["a", "b"]],
  modes: [{ id: "open", name: "open", weight: 0.2 }],
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
  parameters: z.strictObject({ ohms: positive }),
  across: [["plus", "minus"]],
  workBranch: 0,
  modes: [
    { id: "open", name: "dark or dead", weight: 0.5 },
    { id: "shorted", name: "pulls its rail down", weight: 0.3, severities: [3] },
  ],
  expand(build, p, { mode, severity }) {
    const ohms = mode === "open" ? OPEN_OHMS : mode === "shorted" ? severity! : p.ohms;
    build.branch("load", build.node("plus"), build.node("minus"), { ohms, tolerance: 0.2 });
  },
});

/** DC motor: brushes and winding in series with what its turning draws. */
export const dcMotor = definePart({
  type: "dc-motor",
  terminals: ["1", "2"],
  parameters: z.strictObject({ volts: positive, amps: positive, windingOhms: positive }),
  across: [["1", "2"]],
  workBranch: 0,
  modes: [
    { id: "open", name: "winding or brushes open", weight: 1.2 },
    { id: "jammed", name: "jammed", weight: 0.8, works: false },
    { id: "brushes-worn", name: "brushes worn, high resistance", weight: 0.7, severities: [5, 40] },
  ],
  expand(build, p, { mode, severity, powered }) {
    const inner = build.inner("armature");
    const extra = mode === "brushes-worn" ? severity! : 0;
    build.branch("winding", build.node("1"), inner, {
      ohms: mode === "open" ? OPEN_OHMS : p.windingOhms + extra,
      tolerance: 0.1,
    });
    const turning =
      powered && mode !== "jammed" ? Math.max(SHORT_OHMS, p.volts / p.amps - p.windingOhms) : SHORT_OHMS;
    build.branch("work", inner, build.node("2"), { ohms: turning });
  },
});

/**
 * Single-phase motor with a start winding, as in a compressor: run winding c–r, start winding c–s, and r–s reads the
 * sum of the two, since it passes both in series.
 */
export const splitWindingMotor = definePart({
  type: "split-winding-motor",
  terminals: ["c", "s", "r", "pe"],
  parameters: z.strictObject({
    volts: positive,
    amps: positive,
    runOhms: positive,
    startOhms: positive,
    powerFactor: z.number().min(0.1).max(0.98).default(0.8),
  }),
  across: [
    ["c", "r"],
    ["c", "s"],
    ["r", "s"],
  ],
  workBranch: 0,
  modes: [
    { id: "run-open", name: "run winding open", weight: 0.7 },
    { id: "start-open", name: "start winding open", weight: 0.7 },
    { id: "shorted-turns", name: "run winding shorted turns", weight: 0.3, severities: [0.3] },
    { id: "leak", name: "leaks to its case", weight: 0.5, severities: [500, 5e4] },
  ],
  expand(build, p, { mode, severity }) {
    const [c, s, r] = [build.node("c"), build.node("s"), build.node("r")];
    const impedance = p.volts / p.amps;
    const reactance = impedance * Math.sqrt(1 - p.powerFactor ** 2);
    const share = mode === "shorted-turns" ? severity! : 1;
    const henries = (share * reactance) / (2 * Math.PI * build.hertz);
    build.branch("run", c, r, {
      ohms: mode === "run-open" ? OPEN_OHMS : share * p.runOhms,
      henries,
      tolerance: 0.1,
    });
    build.branch("start", c, s, {
      ohms: mode === "start-open" ? OPEN_OHMS : p.startOhms,
      henries: 1.5 * henries,
      tolerance: 0.1,
    });
    build.branch("case", c, build.node("pe"), { ohms: mode === "leak" ? severity! : 5e8 });
  },
});

/** Three-phase motor in star: three equal windings to a point inside, so any two terminals read twice one winding. */
export const threePhaseMotor = definePart({
  type: "three-phase-motor",
  terminals: ["u", "v", "w", "pe"],
  parameters: z.strictObject({ windingOhms: positive, henries: positive.default(0.02) }),
  across: [
    ["u", "v"],
    ["v", "w"],
    ["w", "u"],
  ],
  workBranch: 0,
  modes: [
    ...(["u", "v", "w"] as const).map((leg) => ({
      id: `${leg}-open`,
      name: `winding ${leg.toUpperCase()} open`,
      weight: 0.4,
    })),
    { id: "shorted-turns", name: "winding U shorted turns", weight: 0.4, severities: [0.4] },
    { id: "leak", name: "leaks to its case", weight: 0.5, severities: [1e3, 1e5] },
  ],
  expand(build, p, { mode, severity }) {
    const star = build.inner("star");
    for (const leg of ["u", "v", "w"] as const) {
      const share = leg === "u" && mode === "shorted-turns" ? severity! : 1;
      build.branch(leg, build.node(leg), star, {
        ohms: mode === `${leg}-open` ? OPEN_OHMS : share * p.windingOhms,
        henries: share * p.henries,
        tolerance: 0.05,
      });
    }
    build.branch("case", star, build.node("pe"), { ohms: mode === "leak" ? severity! : 5e8 });
  },
});

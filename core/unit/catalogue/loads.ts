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

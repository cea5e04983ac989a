import { z } from "zod";
import { OPEN_OHMS, SHORT_OHMS } from "#core/circuit/index.ts";
import { definePart, type PartBuilder } from "../partKind.ts";
import { ohmsFrom, timesFrom } from "../sizes.ts";
import { insulation, mechanics } from "./mechanics.ts";

const positive = z.number().positive();

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

/** Insulation from terminal 1 to the case, where the case is connected; `leak` is what is left of it. */
function addCase(
  build: PartBuilder,
  insulationOhms: number,
  mode: string | undefined,
  severity: number | undefined,
): void {
  if (!build.has("pe")) return;
  build.branch("case", build.node("1"), build.node("pe"), {
    ohms: mode === "leak" ? severity! : insulationOhms,
  });
}

const leakToCase = {
  id: "leak",
  name: "leaks to its case",
  looks: "trips the residual-current device, at times only when warm or damp",
  weight: 0.3,
  onlyWith: "pe",
  sizes: ohmsFrom(1e3, 1e5, 2),
};

/** Of a winding on AC that is told by what it draws. */
const drawn = (powerFactor: number) =>
  z.strictObject({
    volts: positive,
    amps: positive,
    powerFactor: z.number().min(0.1).max(0.98).default(powerFactor),
    windingOhms: positive,
    ...insulation,
  });

/** What shorted turns leave of a winding, which then draws so much more. */
function withShortedTurns<P extends { amps: number; windingOhms: number }>(
  p: P,
  mode: string | undefined,
  share: number | undefined,
): P {
  return mode === "shorted-turns" ? { ...p, amps: p.amps / share!, windingOhms: p.windingOhms * share! } : p;
}

/** Single-phase motor (shaded-pole, or run-capacitor with its capacitor inside the model). */
export const motor = definePart({
  type: "motor",
  terminals: ["1", "2", "pe"],
  optional: ["pe"],
  parameters: drawn(0.75),
  across: [["1", "2"]],
  work: { branch: 0, amps: (p) => p.amps, from: 0.65, fully: 0.8, badly: "slow", pace: 1 },
  modes: [
    { id: "winding-open", name: "winding open", looks: "silent, turns freely by hand", weight: 0.9 },
    {
      id: "jammed",
      name: "jammed",
      looks: "hums and grows hot without turning; stiff by hand",
      weight: 0.9,
      works: false,
    },
    {
      id: "shorted-turns",
      name: "winding shorted",
      looks: "weak or silent, hot, smells of varnish; blows its fuse",
      weight: 0.3,
      sizes: timesFrom(0.12, 0.35, 2),
    },
    ...mechanics,
    leakToCase,
  ],
  expand(build, p, { mode, severity }) {
    // Locked rotor draws about three times the running current at a low power factor (common practice, no source).
    const running = mode === "jammed" ? { ...p, amps: 3 * p.amps, powerFactor: 0.45 } : p;
    winding(build, withShortedTurns(running, mode, severity), mode === "winding-open");
    addCase(build, p.insulationOhms, mode, severity);
  },
});

/** Solenoid or water valve on AC. */
export const solenoid = definePart({
  type: "solenoid",
  terminals: ["1", "2", "pe"],
  optional: ["pe"],
  parameters: drawn(0.5),
  across: [["1", "2"]],
  work: { branch: 0, amps: (p) => p.amps, from: 0.65, fully: 0.8, badly: "weak", pace: 0 },
  modes: [
    {
      id: "coil-open",
      name: "coil open",
      looks: "no click and no hum; no pull on a screwdriver held to it",
      weight: 1.1,
    },
    {
      id: "stuck",
      name: "stuck mechanically",
      looks: "hums or clicks, and nothing passes",
      weight: 0.8,
      works: false,
    },
    {
      id: "shorted-turns",
      name: "coil turns shorted",
      looks: "very hot, a swollen or cracked coil",
      weight: 0.2,
      sizes: timesFrom(0.25, 0.6, 2),
    },
    {
      id: "lets-by",
      name: "lets by when it is shut",
      looks: "drips or fills with no call; dirt or scale on its seat",
      weight: 0.3,
    },
    leakToCase,
  ],
  expand(build, p, { mode, severity }) {
    winding(build, withShortedTurns(p, mode, severity), mode === "coil-open");
    addCase(build, p.insulationOhms, mode, severity);
  },
});

/** DC motor: brushes and winding in series with what its turning draws. */
export const dcMotor = definePart({
  type: "dc-motor",
  terminals: ["1", "2", "pe"],
  optional: ["pe"],
  parameters: z.strictObject({ volts: positive, amps: positive, windingOhms: positive, ...insulation }),
  across: [["1", "2"]],
  work: { branch: 0, amps: (p) => p.amps, from: 0.35, fully: 0.8, badly: "slow", pace: 1 },
  modes: [
    {
      id: "open",
      name: "winding or brushes open",
      looks: "silent; a knock on the case may start it",
      weight: 1.2,
    },
    {
      id: "jammed",
      name: "jammed",
      looks: "dips the supply, does not turn; stiff by hand",
      weight: 0.8,
      works: false,
    },
    {
      id: "brushes-worn",
      name: "brushes worn, high resistance",
      looks: "slow, stops and goes, sparks at the commutator",
      weight: 0.7,
      sizes: ohmsFrom(3, 80, 2),
    },
    ...mechanics,
    {
      id: "armature-shorted",
      name: "armature turns shorted",
      looks: "weak and hot, draws too much; burnt bars on the commutator",
      weight: 0.3,
      sizes: timesFrom(0.25, 0.7, 2),
    },
    leakToCase,
  ],
  expand(build, p, { mode, severity, powered }) {
    const inner = build.inner("armature");
    const extra = mode === "brushes-worn" ? severity! : 0;
    const share = mode === "armature-shorted" ? severity! : 1;
    build.branch("winding", build.node("1"), inner, {
      ohms: mode === "open" ? OPEN_OHMS : share * p.windingOhms + extra,
      tolerance: 0.1,
    });
    const turning =
      powered && mode !== "jammed"
        ? Math.max(SHORT_OHMS, share * (p.volts / p.amps - p.windingOhms))
        : SHORT_OHMS;
    build.branch("work", inner, build.node("2"), { ohms: turning });
    addCase(build, p.insulationOhms, mode, severity);
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
    ...insulation,
  }),
  across: [
    ["c", "r"],
    ["c", "s"],
    ["r", "s"],
  ],
  work: { branch: 0, from: 0.7, fully: 0.85, badly: "slow", pace: 1, start: 1 },
  modes: [
    {
      id: "run-open",
      name: "run winding open",
      looks: "hums on the start winding and trips its overload",
      weight: 0.7,
    },
    {
      id: "start-open",
      name: "start winding open",
      looks: "hums without starting, then its overload clicks",
      weight: 0.7,
    },
    {
      id: "shorted-turns",
      name: "run winding shorted turns",
      looks: "draws far too much, trips the overload or the breaker",
      weight: 0.3,
      sizes: timesFrom(0.2, 0.5, 2),
    },
    ...mechanics,
    {
      id: "leak",
      name: "leaks to its case",
      looks: "trips the residual-current device as it starts",
      weight: 0.5,
      sizes: ohmsFrom(300, 1e5, 2),
    },
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
    build.branch("case", c, build.node("pe"), { ohms: mode === "leak" ? severity! : p.insulationOhms });
  },
});

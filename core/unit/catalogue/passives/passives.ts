import { z } from "zod";
import { OPEN_OHMS, SHORT_OHMS } from "#core/circuit/index.ts";
import { CHASSIS_LEAK, definePart } from "../partKind.ts";
import { JOINT_OHMS, ohmsFrom, timesFrom } from "../sizes.ts";

const positive = z.number().positive();

/** Capacitor: capacitance in series with its ESR, leakage across it. */
export const capacitor = definePart({
  type: "capacitor",
  terminals: ["a", "b"],
  parameters: z.strictObject({
    farads: positive,
    esrOhms: positive.default(0.1),
    leakOhms: positive.default(1e8),
  }),
  across: [["a", "b"]],
  alternating: [["a", "b"]],
  modes: [
    { id: "open", name: "open", looks: "often nothing; a motor hums, a rail ripples", weight: 0.5 },
    { id: "shorted", name: "shorted", looks: "burst or cracked; blows its fuse", weight: 0.5 },
    {
      id: "low",
      name: "low in capacitance",
      looks: "a bulged top or a crust at the foot; motors start slowly, rails ripple",
      weight: 1.2,
      sizes: timesFrom(0.2, 0.88, 3),
    },
    {
      id: "high-esr",
      name: "high ESR",
      looks: "warm, bulged; works better once warmed up",
      weight: 0.8,
      sizes: timesFrom(6, 150, 2),
    },
    {
      id: "leaky",
      name: "leaky",
      looks: "warm with nothing to do",
      weight: 0.4,
      sizes: ohmsFrom(600, 5e4, 2),
    },
  ],
  expand(build, p, { mode, severity }) {
    const [a, b] = [build.node("a"), build.node("b")];
    const farads = mode === "low" ? p.farads * severity! : p.farads;
    const esr = mode === "open" ? OPEN_OHMS : mode === "high-esr" ? p.esrOhms * severity! : p.esrOhms;
    build.branch("plates", a, b, { ohms: esr, farads });
    // A lead that is off takes the leak with it.
    const leak = mode === "leaky" ? severity! : mode === "open" ? OPEN_OHMS : p.leakOhms;
    build.branch("leak", a, b, { ohms: mode === "shorted" ? SHORT_OHMS : leak });
  },
});

/** Potentiometer or trimmer: track from a to b, wiper w at `position` of the way from a. */
export const potentiometer = definePart({
  type: "potentiometer",
  terminals: ["a", "w", "b"],
  parameters: z.strictObject({
    ohms: positive,
    position: z.number().min(0).max(1).default(0.5),
    tolerance: z.number().min(0).max(0.5).default(0.1),
  }),
  across: [
    ["a", "b"],
    ["a", "w"],
    ["w", "b"],
  ],
  modes: [
    {
      id: "track-open",
      name: "track open",
      looks: "nothing to see; the setting jumps from one end to the other",
      weight: 0.3,
    },
    {
      id: "wiper-open",
      name: "wiper lifts",
      looks: "the setting crackles or jumps when turned",
      weight: 0.8,
    },
  ],
  expand(build, p, { mode }) {
    const tap = build.inner("tap");
    const part = (share: number) => Math.max(1, p.ohms * share);
    build.branch("upper", build.node("a"), tap, {
      ohms: mode === "track-open" ? OPEN_OHMS : part(p.position),
      tolerance: p.tolerance,
    });
    build.branch("lower", tap, build.node("b"), { ohms: part(1 - p.position), tolerance: p.tolerance });
    build.branch("wiper", build.node("w"), tap, { ohms: mode === "wiper-open" ? OPEN_OHMS : 2 });
  },
});

/** Varistor: an open circuit until it has failed. */
export const varistor = definePart({
  type: "varistor",
  terminals: ["a", "b"],
  parameters: z.strictObject({ leakOhms: positive.default(1e7) }),
  across: [["a", "b"]],
  modes: [
    { id: "shorted", name: "shorted", looks: "blackened or split, the fuse before it gone", weight: 1 },
    { id: "leaky", name: "leaky", looks: "discoloured, warm", weight: 0.3, sizes: ohmsFrom(3e3, 3e4, 2) },
  ],
  expand(build, p, { mode, severity }) {
    build.branch("grain", build.node("a"), build.node("b"), {
      ohms: mode === "shorted" ? SHORT_OHMS : mode === "leaky" ? severity! : p.leakOhms,
    });
  },
});

/** Spark electrode before its earth: nothing crosses the gap on a meter; touching metal it shorts its driver. */
export const sparkGap = definePart({
  type: "spark-gap",
  terminals: ["electrode", "earth"],
  parameters: z.strictObject({}),
  across: [["electrode", "earth"]],
  modes: [
    {
      id: "touching",
      name: "electrode touches metal",
      looks: "no spark, or a spark elsewhere along the lead",
      weight: 1,
    },
    {
      id: "tracking",
      name: "insulator tracks",
      looks: "a dark line over the porcelain; the spark runs along it",
      weight: 0.6,
      sizes: ohmsFrom(1e4, 1e6, 2),
    },
  ],
  expand(build, _p, { mode, severity }) {
    build.branch("gap", build.node("electrode"), build.node("earth"), {
      ohms: mode === "touching" ? SHORT_OHMS : mode === "tracking" ? severity! : OPEN_OHMS,
    });
  },
});

/** Filament lamp: hot while the unit is live, a twelfth of that cold (common practice, no source). */
export const lamp = definePart({
  type: "lamp",
  terminals: ["1", "2"],
  parameters: z.strictObject({
    volts: positive,
    watts: positive,
    /** Hot ohms over cold ones; common practice, no source: about twelve. */
    coldShare: positive.default(12),
  }),
  across: [["1", "2"]],
  work: { branch: 0, amps: (p) => p.watts / p.volts, from: 0.4, fully: 0.85, badly: "dim", pace: 0 },
  modes: [
    { id: "open", name: "filament open", looks: "dark, filament broken or glass grey", weight: 2 },
    {
      id: "high-resistance",
      name: "holder burnt",
      looks: "dim, flickers when the holder is touched",
      weight: 0.5,
      sizes: JOINT_OHMS,
    },
  ],
  expand(build, p, { mode, severity, powered }) {
    const hot = p.volts ** 2 / p.watts;
    const ohms = powered ? hot : hot / p.coldShare;
    build.branch("filament", build.node("1"), build.node("2"), {
      ohms: mode === "open" ? OPEN_OHMS : mode === "high-resistance" ? ohms + severity! : ohms,
      tolerance: 0.1,
    });
  },
});

/** Hot-surface igniter: ohms cold, and hot while the unit is live. Carbide types read 40 to 90 Ω cold (common practice). */
export const igniter = definePart({
  type: "igniter",
  terminals: ["1", "2", "pe"],
  optional: ["pe"],
  parameters: z.strictObject({ coldOhms: positive, hotOhms: positive }),
  across: [["1", "2"]],
  work: { branch: 0, from: 0.75, fully: 0.9, badly: "weak", pace: 2 },
  modes: [
    {
      id: "open",
      name: "cracked, open",
      looks: "never glows; a hairline crack or a white spot",
      weight: 2.5,
    },
    {
      id: "aged",
      name: "aged, too high",
      looks: "glows dull and slowly; ignition fails now and then",
      weight: 0.8,
      sizes: timesFrom(1.3, 2, 2),
    },
    CHASSIS_LEAK,
  ],
  expand(build, p, { mode, severity, powered }) {
    const ohms = (powered ? p.hotOhms : p.coldOhms) * (mode === "aged" ? severity! : 1);
    build.branch("element", build.node("1"), build.node("2"), {
      ohms: mode === "open" ? OPEN_OHMS : ohms,
      tolerance: 0.2,
    });
    if (build.has("pe"))
      build.branch("chassis", build.node("1"), build.node("pe"), {
        ohms: mode === "leak" ? severity! : 1e12,
      });
  },
});

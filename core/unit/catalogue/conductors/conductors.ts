import { z } from "zod";
import { OPEN_OHMS } from "#core/circuit/index.ts";
import { addChassisLeak, CHASSIS_LEAK, definePart, type ModeKind, type PartBuilder } from "../partKind.ts";
import { JOINT_OHMS } from "../sizes.ts";
import { conductorOhms, CONVENTIONAL, fuseSheet, gaugeMm2, usualSheet } from "#core/standards/index.ts";

const jointModes = (openWeight: number, highWeight: number) => [
  {
    id: "open",
    name: "open",
    looks:
      "nothing to see until it is moved: a broken strand in the crimp, a pushed-back pin, a dull ring round a joint",
    weight: openWeight,
  },
  {
    id: "high-resistance",
    name: "high resistance",
    looks: "browned plastic, a dull or green metal face; warm after a while of work",
    weight: highWeight,
    sizes: JOINT_OHMS,
  },
];

function joint(
  build: PartBuilder,
  ohms: number,
  mode: string | undefined,
  severity: number | undefined,
): number {
  const now =
    mode === "open" || mode === "blown" ? OPEN_OHMS : mode === "high-resistance" ? ohms + severity! : ohms;
  return build.branch("run", build.node("a"), build.node("b"), { ohms: now });
}

/** Stray capacitance of two wires side by side in a loom, F/m. Common practice, no source: 50 to 100 pF/m. */
const STRAY_FARADS = 70e-12;

/** A conductor by its length and its cross-section or gauge. */
const run = z
  .strictObject({
    metres: z.number().positive().default(1),
    mm2: z.number().positive().optional(),
    /** American wire gauge, in place of mm². */
    awg: z.int().min(0).max(40).optional(),
    /** In place of either. */
    ohms: z.number().positive().optional(),
    crimpOhms: z.number().positive().default(0.004),
  })
  .refine(
    (p) => [p.mm2, p.awg, p.ohms].filter((x) => x !== undefined).length === 1,
    "give either mm2, awg or ohms",
  );

function runOhms(p: z.infer<typeof run>): number {
  return (p.ohms ?? conductorOhms(p.metres, p.mm2 ?? gaugeMm2(p.awg!))) + p.crimpOhms;
}

/**
 * A wire of a harness, or a core of the cord, with the crimps at its ends. `beside`: a wire that runs along it and
 * lends it ghost volts when its own end hangs open.
 */
export const wire = definePart({
  type: "wire",
  terminals: ["a", "b", "beside", "pe"],
  optional: ["beside", "pe"],
  parameters: run,
  across: [["a", "b"]],
  modes: [...jointModes(0.3, 0.25), CHASSIS_LEAK],
  expand(build, p, { mode, severity }) {
    joint(build, runOhms(p), mode, severity);
    addChassisLeak(build, mode, severity);
    if (build.has("beside"))
      build.branch("stray", build.node("b"), build.node("beside"), {
        ohms: 1,
        farads: STRAY_FARADS * p.metres,
      });
  },
});

const CORES = ["l", "n", "pe"] as const;

/** Flexible cord: three cores from plug to unit. */
export const cord = definePart({
  type: "cord",
  terminals: ["lIn", "lOut", "nIn", "nOut", "peIn", "peOut"],
  optional: ["peIn", "peOut"],
  parameters: run,
  across: [
    ["lIn", "lOut"],
    ["nIn", "nOut"],
  ],
  modes: [
    ...CORES.map((core) => ({
      id: `${core}-open`,
      name: `${core.toUpperCase()} core broken`,
      looks: "kinked or crushed where it enters the plug or the case; works while it is bent one way",
      weight: core === "pe" ? 0.2 : 0.5,
      ...(core === "pe" ? { onlyWith: "peIn" } : {}),
    })),
    {
      id: "high-resistance",
      name: "L core frayed, high resistance",
      looks: "warm at the plug or the strain relief",
      weight: 0.3,
      sizes: JOINT_OHMS,
    },
  ],
  expand(build, p, { mode, severity }) {
    for (const core of build.has("peIn") ? CORES : CORES.slice(0, 2)) {
      const frayed = core === "l" && mode === "high-resistance" ? severity! : 0;
      const ohms = mode === `${core}-open` ? OPEN_OHMS : runOhms(p) + frayed;
      build.branch(core, build.node(`${core}In`), build.node(`${core}Out`), { ohms });
    }
  },
});

/** A place where two conductors meet: `a` the board or near side, `b` the wire side. */
function jointKind(type: string, ohms: number, openWeight: number, highWeight: number) {
  return definePart({
    type,
    terminals: ["a", "b"],
    parameters: z.strictObject({ ohms: z.number().positive().default(ohms) }),
    across: [["a", "b"]],
    modes: jointModes(openWeight, highWeight),
    expand(build, p, { mode, severity }) {
      joint(build, p.ohms, mode, severity);
    },
  });
}

/** One pin of a connector. */
export const pin = jointKind("pin", 0.005, 0.2, 0.6);
/** A screw terminal: works loose, then runs hot. */
export const screwTerminal = jointKind("screw-terminal", 0.003, 0.2, 0.8);
/** A crimped or soldered splice. */
export const splice = jointKind("splice", 0.004, 0.3, 0.5);

/** The current a fuse carries for good, over its rating, and a breaker's: as the standards have them. */
const CARRIES = fuseSheet(usualSheet("quick")).carries;
const BREAKER_CARRIES = CONVENTIONAL[0];

/** A fuse by how it is mounted, which says how its joints fail. */
function fuseKind(type: string, joints: ModeKind) {
  return definePart({
    type,
    protective: { opensOn: "current", mode: "blown", poles: 1, resets: false },
    guards: true,
    terminals: ["a", "b"],
    parameters: z.strictObject({
      amps: z.number().positive(),
      ohms: z.number().positive().default(0.008),
      /** How long an overload takes: see core/standards. */
      speed: z.enum(["quick", "slow"]).default("quick"),
      /** What it carries for good, over its rating. */
      carries: z.number().positive().default(CARRIES),
    }),
    across: [["a", "b"]],
    modes: [
      {
        id: "blown",
        name: "blown",
        looks: "the wire gone through a clear tube, or the tube silvered or blackened after a short",
        weight: 1.2,
      },
      joints,
    ],
    expand(build, p, { mode, severity }) {
      const branch = joint(build, p.ohms, mode, severity);
      build.control({ kind: "fuse", branch, carries: p.carries * p.amps });
    },
  });
}

/** Fuse in its holder. */
export const fuse = fuseKind("fuse", {
  id: "high-resistance",
  name: "holder burnt, high resistance",
  looks: "clips browned and without spring; the fuse itself is whole",
  weight: 0.2,
  sizes: JOINT_OHMS,
});

/** Fuse soldered into a board. */
export const solderedFuse = fuseKind("soldered-fuse", {
  id: "open",
  name: "solder joint cracked",
  looks: "a ring in the solder; comes and goes when the board is pressed or warms",
  weight: 0.3,
  intermittent: 0.7,
});

/** Circuit breaker: carries 1.13 times its rating for good (IEC 60898-1, from memory). */
export const breaker = definePart({
  type: "breaker",
  protective: { opensOn: "current", mode: "open", poles: 1, resets: true },
  guards: true,
  terminals: ["a", "b"],
  parameters: z.strictObject({
    amps: z.number().positive(),
    ohms: z.number().positive().default(0.01),
    carries: z.number().positive().default(BREAKER_CARRIES),
  }),
  across: [["a", "b"]],
  modes: [
    { id: "open", name: "tripped or open", looks: "the lever in the middle or down", weight: 1 },
    {
      id: "high-resistance",
      name: "contacts burnt, high resistance",
      looks: "warm or humming, smell of hot plastic at its terminals",
      weight: 0.3,
      sizes: JOINT_OHMS,
    },
  ],
  expand(build, p, { mode, severity }) {
    const branch = joint(build, p.ohms, mode, severity);
    build.control({ kind: "fuse", branch, carries: p.carries * p.amps });
  },
});

/** Thermal fuse: opens once, for good, when its place has grown too hot. */
export const thermalFuse = definePart({
  type: "thermal-fuse",
  protective: { opensOn: "heat", mode: "blown", poles: 1, resets: false },
  guards: true,
  terminals: ["a", "b"],
  parameters: z.strictObject({ ohms: z.number().positive().default(0.01) }),
  across: [["a", "b"]],
  modes: [
    {
      id: "blown",
      name: "blown",
      looks: "nothing to see; find what made it hot before fitting another",
      weight: 1.4,
    },
  ],
  expand(build, p, { mode, severity }) {
    joint(build, p.ohms, mode, severity);
  },
});

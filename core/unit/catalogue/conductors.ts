import { z } from "zod";
import { OPEN_OHMS } from "#core/circuit/index.ts";
import { definePart, JOINT_OHMS, type PartBuilder } from "./partKind.ts";
import { conductorOhms } from "./conductorOhms.ts";

const jointModes = (openWeight: number, highWeight: number) => [
  { id: "open", name: "open", weight: openWeight },
  { id: "high-resistance", name: "high resistance", weight: highWeight, severities: JOINT_OHMS },
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

/**
 * A wire of a harness, or a core of the cord, with the crimps at its ends. `beside`: a wire that runs along it and
 * lends it ghost volts when its own end hangs open.
 */
export const wire = definePart({
  type: "wire",
  terminals: ["a", "b", "beside"],
  optional: ["beside"],
  parameters: z.strictObject({
    metres: z.number().positive(),
    mm2: z.number().positive(),
    crimpOhms: z.number().positive().default(0.004),
  }),
  across: [["a", "b"]],
  modes: jointModes(0.3, 0.25),
  expand(build, p, { mode, severity }) {
    joint(build, conductorOhms(p.metres, p.mm2) + p.crimpOhms, mode, severity);
    if (build.has("beside"))
      build.branch("stray", build.node("b"), build.node("beside"), {
        ohms: 1,
        farads: STRAY_FARADS * p.metres,
      });
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

/** Fuse in its holder. `carries`: the current it carries for good, A (1.5 × the rating, IEC 60127-1, from memory). */
export const fuse = definePart({
  type: "fuse",
  terminals: ["a", "b"],
  parameters: z.strictObject({ amps: z.number().positive(), ohms: z.number().positive().default(0.008) }),
  across: [["a", "b"]],
  modes: [
    { id: "blown", name: "blown", weight: 1.2 },
    { id: "high-resistance", name: "holder burnt, high resistance", weight: 0.2, severities: JOINT_OHMS },
  ],
  expand(build, p, { mode, severity }) {
    const branch = joint(build, p.ohms, mode, severity);
    build.control({ kind: "fuse", branch, carries: 1.5 * p.amps });
  },
});

/** Circuit breaker: carries 1.13 times its rating for good (IEC 60898-1, from memory). */
export const breaker = definePart({
  type: "breaker",
  terminals: ["a", "b"],
  parameters: z.strictObject({ amps: z.number().positive(), ohms: z.number().positive().default(0.01) }),
  across: [["a", "b"]],
  modes: [
    { id: "open", name: "tripped or open", weight: 1 },
    { id: "high-resistance", name: "contacts burnt, high resistance", weight: 0.3, severities: JOINT_OHMS },
  ],
  expand(build, p, { mode, severity }) {
    const branch = joint(build, p.ohms, mode, severity);
    build.control({ kind: "fuse", branch, carries: 1.13 * p.amps });
  },
});

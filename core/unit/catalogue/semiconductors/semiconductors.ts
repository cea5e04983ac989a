import { z } from "zod";
import { OPEN_OHMS, SHORT_OHMS, THERMAL_VOLTS } from "#core/circuit/index.ts";
import { definePart, type PartBuilder } from "../partKind.ts";
import { timesFrom } from "../sizes.ts";

const positive = z.number().positive();
/** How a junction is given: its forward drop at a current, its emission coefficient, its bulk resistance. */
const junction = {
  /** Forward drop, V, … */
  forwardVolts: positive.default(0.6),
  /** … at this current, A. A diode test sends about 1 mA. */
  forwardAmps: positive.default(1e-3),
  emission: z.number().min(0.5).max(6).default(1.8),
  seriesOhms: positive.default(0.04),
};
type Junction = { forwardVolts: number; forwardAmps: number; emission: number; seriesOhms: number };

const failures = [
  { id: "open", name: "open", looks: "nothing to see, or a crack in the case", weight: 0.5 },
  { id: "shorted", name: "shorted", looks: "often hot or cracked; blows what protects it", weight: 1 },
] as const;

/** Saturation current, A, from one point of the forward curve: Is = I / (exp((V − I·R)/(n·Vt)) − 1). */
export function saturationAmps({ forwardVolts, forwardAmps, emission, seriesOhms }: Junction): number {
  return forwardAmps / Math.expm1((forwardVolts - forwardAmps * seriesOhms) / (emission * THERMAL_VOLTS));
}

/** What lies beside a whole junction, Ω: nothing, so that its own leakage is all there is. */
const NO_PATH_OHMS = 1e13;

/** One junction from node a to node b: open it has 10 GΩ in series, shorted 5 mΩ beside it. */
export function addJunction(
  build: PartBuilder,
  name: string,
  a: number,
  b: number,
  p: Junction,
  mode: string | undefined,
  offsetVolts = 0,
): void {
  const branch = build.branch(name, a, b, { ohms: OPEN_OHMS });
  build.branch(`${name}-bypass`, a, b, { ohms: mode === "shorted" ? SHORT_OHMS : NO_PATH_OHMS });
  const seriesOhms = mode === "open" ? OPEN_OHMS : p.seriesOhms;
  build.control({
    kind: "diode",
    branch,
    saturation: saturationAmps(p),
    emission: p.emission,
    seriesOhms,
    offsetVolts,
  });
}

/** A part that is one junction from a (anode) to k (cathode). */
function junctionKind<P extends Junction>(type: string, parameters: z.ZodType<P>) {
  return definePart({
    type,
    terminals: ["a", "k"],
    parameters,
    across: [["a", "k"]],
    junctions: [["a", "k"]],
    modes: failures,
    expand(build, p, { mode }) {
      addJunction(build, "junction", build.node("a"), build.node("k"), p, mode);
    },
  });
}

export const diode = junctionKind("diode", z.strictObject(junction));

/** Light-emitting diode; give the drop of its colour. */
export const led = junctionKind(
  "led",
  z.strictObject({
    ...junction,
    forwardVolts: positive.default(1.9),
    forwardAmps: positive.default(0.01),
    emission: z.number().min(0.5).max(6).default(2.2),
    seriesOhms: positive.default(4),
  }),
);

/** Zener: an ordinary junction forward, a second one the other way round behind its breakdown voltage. */
export const zener = definePart({
  type: "zener",
  terminals: ["a", "k"],
  parameters: z.strictObject({ ...junction, zenerVolts: positive }),
  across: [["k", "a"]],
  junctions: [["a", "k"]],
  modes: failures,
  expand(build, p, { mode }) {
    const [a, k] = [build.node("a"), build.node("k")];
    addJunction(build, "forward", a, k, p, mode);
    addJunction(
      build,
      "breakdown",
      k,
      a,
      { ...p, emission: 1 },
      mode === "shorted" ? "open" : mode,
      p.zenerVolts - p.forwardVolts,
    );
  },
});

const BRIDGE = [
  { id: "a1-plus", from: "a1", to: "plus" },
  { id: "a2-plus", from: "a2", to: "plus" },
  { id: "minus-a1", from: "minus", to: "a1" },
  { id: "minus-a2", from: "minus", to: "a2" },
] as const;

/** Bridge of four diodes: AC in on a1 and a2, out on plus and minus. A failure mode names the diode: "a1-plus-open". */
export const bridge = definePart({
  type: "bridge",
  terminals: ["a1", "a2", "plus", "minus"],
  parameters: z.strictObject(junction),
  across: [
    ["a1", "a2"],
    ["plus", "minus"],
  ],
  alternating: [["a1", "a2"]],
  junctions: BRIDGE.map(({ from, to }) => [from, to] as const),
  modes: BRIDGE.flatMap(({ id, from, to }) =>
    failures.map((f) => ({
      id: `${id}-${f.id}`,
      name: `diode from ${from} to ${to} ${f.name}`,
      looks: "open: a rail that ripples and sags; shorted: a blown fuse or a hot transformer",
      weight: f.weight / 3,
    })),
  ),
  expand(build, p, { mode }) {
    for (const { id, from, to } of BRIDGE)
      addJunction(
        build,
        id,
        build.node(from),
        build.node(to),
        p,
        mode?.startsWith(`${id}-`) ? mode.slice(id.length + 1) : undefined,
      );
  },
});

const LEGS = ["u", "v", "w"] as const;
type Leg = (typeof LEGS)[number];

const sixModes = (["p", "n"] as const).flatMap((rail) =>
  LEGS.flatMap((leg) =>
    failures.map((f) => ({
      id: `${rail}-${leg}-${f.id}`,
      name: `diode between ${rail.toUpperCase()} and ${leg.toUpperCase()} ${f.name}`,
      looks: "shorted: the drive trips at once or its fuse is gone; open: a rippling link",
      weight: f.weight / 3,
    })),
  ),
);
const sixJunctions = LEGS.flatMap((leg): [Leg | "n", Leg | "p"][] => [
  [leg, "p"],
  ["n", leg],
]);

/** The failure of one of the six diodes under a mode such as "p-u-shorted". */
function failureOf(mode: string | undefined, rail: "p" | "n", leg: Leg): string | undefined {
  return mode?.startsWith(`${rail}-${leg}-`) ? mode.slice(4) : undefined;
}

function addSix(build: PartBuilder, p: Junction, mode: string | undefined): void {
  for (const leg of LEGS) {
    addJunction(build, `p-${leg}`, build.node(leg), build.node("p"), p, failureOf(mode, "p", leg));
    addJunction(build, `n-${leg}`, build.node("n"), build.node(leg), p, failureOf(mode, "n", leg));
  }
}

/** Six diodes between three legs and a DC link: p above, n below. A failure mode names the device: "p-u-shorted". */
export const sixDiodeBridge = definePart({
  type: "six-diode-bridge",
  terminals: ["u", "v", "w", "p", "n"],
  parameters: z.strictObject({ ...junction, forwardVolts: positive.default(0.45) }),
  across: [["p", "n"]],
  junctions: sixJunctions,
  modes: sixModes,
  expand(build, p, { mode }) {
    addSix(build, p, mode);
  },
});

/**
 * Output stage of a drive seen from outside: the six freewheeling diodes between its legs and the DC link, and the
 * link's capacitor with its bleeder. A shorted switch reads as its diode shorted.
 */
export const inverterBridge = definePart({
  type: "inverter-bridge",
  terminals: ["u", "v", "w", "p", "n"],
  parameters: z.strictObject({
    ...junction,
    forwardVolts: positive.default(0.45),
    linkFarads: positive.default(470e-6),
    bleederOhms: positive.default(1e5),
  }),
  across: [["p", "n"]],
  alternating: [["p", "n"]],
  junctions: sixJunctions,
  modes: [
    ...sixModes,
    {
      id: "link-low",
      name: "link capacitor low",
      looks: "a bulged top; trips on undervoltage as it accelerates",
      weight: 0.8,
      sizes: timesFrom(0.2, 0.8, 2),
    },
    {
      id: "bleeder-open",
      name: "bleeder open",
      looks: "the link stays charged for many minutes: measure before touching",
      weight: 0.2,
    },
  ],
  expand(build, p, { mode, severity }) {
    addSix(build, p, mode);
    const [plus, minus] = [build.node("p"), build.node("n")];
    build.branch("link", plus, minus, {
      ohms: 0.05,
      farads: mode === "link-low" ? p.linkFarads * severity! : p.linkFarads,
    });
    build.branch("bleeder", plus, minus, { ohms: mode === "bleeder-open" ? OPEN_OHMS : p.bleederOhms });
  },
});

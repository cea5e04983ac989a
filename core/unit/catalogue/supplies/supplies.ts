import { z } from "zod";
import { OPEN_OHMS, SHORT_OHMS } from "#core/circuit/index.ts";
import { definePart } from "../partKind.ts";
import { ohmsFrom, timesFrom } from "../sizes.ts";

const ohms = z.number().positive();

/** Single-phase supply, which a state may say is off ("open"), with neutral bonded to earth at the origin (TN system, IEC 60364-1). */
export const mains = definePart({
  type: "mains",
  feeds: true,
  follows: "position",
  terminals: ["l", "n", "pe"],
  parameters: z.strictObject({
    volts: ohms,
    ohms: ohms.default(0.35),
    tolerance: z.number().default(0.06),
    /** The origin's bond of neutral and earth, and whether it is there while the unit is dead: not once it is unplugged. */
    bondOhms: ohms.default(0.2),
    bondWhenDead: z.boolean().default(false),
  }),
  across: [["l", "n"]],
  modes: [
    {
      id: "no-supply",
      name: "no supply at the outlet",
      looks: "nothing works, other outlets may be dead too",
      weight: 1,
    },
  ],
  expand(build, p, { mode, powered, position }) {
    const off = !powered || position === "open" || mode === "no-supply";
    const [l, n, pe] = [build.node("l"), build.node("n"), build.node("pe")];
    build.branch("phase", l, n, { ohms: off ? OPEN_OHMS : p.ohms, acVolts: off ? 0 : p.volts });
    build.branch("bond", n, pe, { ohms: powered || p.bondWhenDead ? p.bondOhms : OPEN_OHMS });
  },
});

/** Iron-core transformer: winding resistances, magnetising inductance, ideal ratio. */
export const transformer = definePart({
  type: "transformer",
  terminals: ["p1", "p2", "s1", "s2"],
  parameters: z.strictObject({
    primaryVolts: ohms,
    secondaryVolts: ohms,
    primaryOhms: ohms,
    secondaryOhms: ohms,
    /** Current the primary draws at no load, A. */
    magnetisingAmps: ohms.default(0.01),
  }),
  fed: ["p1", "p2"],
  secondary: ["s1", "s2"],
  across: [
    ["p1", "p2"],
    ["s1", "s2"],
  ],
  alternating: [
    ["p1", "p2"],
    ["s1", "s2"],
  ],
  modes: [
    { id: "primary-open", name: "primary open", looks: "cold, no hum; no rail behind it", weight: 0.8 },
    { id: "secondary-open", name: "secondary open", looks: "hums faintly; no rail behind it", weight: 0.2 },
    {
      id: "shorted-turns",
      name: "turns of the secondary shorted",
      looks: "very hot, smells of varnish; low output, its fuse goes",
      weight: 0.2,
      sizes: ohmsFrom(0.3, 5, 2),
    },
  ],
  expand(build, p, { mode, severity }) {
    const ratio = p.primaryVolts / p.secondaryVolts;
    const reactance = p.primaryVolts / p.magnetisingAmps;
    const henries = reactance / (2 * Math.PI * build.hertz);
    const [pIn, sIn] = [build.inner("primary"), build.inner("secondary")];
    const [p1, p2, s1, s2] = [build.node("p1"), build.node("p2"), build.node("s1"), build.node("s2")];
    build.branch("primary", p1, pIn, {
      ohms: mode === "primary-open" ? OPEN_OHMS : p.primaryOhms,
      tolerance: 0.1,
    });
    build.branch("secondary", s1, sIn, {
      ohms: mode === "secondary-open" ? OPEN_OHMS : p.secondaryOhms,
      tolerance: 0.1,
    });
    // Half the magnetising current flows on each side, so that both windings conduct DC.
    build.branch("core-p", pIn, p2, { ohms: SHORT_OHMS, henries: 2 * henries });
    build.branch("core-s", sIn, s2, { ohms: SHORT_OHMS, henries: (2 * henries) / ratio ** 2 });
    build.branch("shorted-turns", sIn, s2, { ohms: mode === "shorted-turns" ? severity! : OPEN_OHMS });
    build.constraint("ratio", { kind: "transformer", a: pIn, b: p2, c: sIn, d: s2, ratio });
  },
});

/** Bridge rectifier with its smoothing capacitor: EMF √2·V − 2 diode drops behind an effective source resistance. */
export const rectifier = definePart({
  type: "rectifier",
  terminals: ["a1", "a2", "plus", "minus"],
  parameters: z.strictObject({
    sourceOhms: ohms,
    dropVolts: z.number().nonnegative().default(1.6),
    /** The capacitor's leakage, and what lies across the AC side. */
    leakOhms: ohms.default(2e5),
    filterOhms: ohms.default(1e5),
  }),
  through: [
    ["a1", "plus"],
    ["minus", "a2"],
  ],
  fed: ["a1", "a2"],
  across: [["plus", "minus"]],
  modes: [
    { id: "dead", name: "no DC output", looks: "everything behind it dark", weight: 0.7 },
    {
      id: "weak",
      name: "sags under load",
      looks: "the display dims and resets as relays pull in",
      weight: 0.9,
      sizes: ohmsFrom(30, 160, 3),
    },
  ],
  expand(build, p, { mode, severity }) {
    const [a1, a2, plus, minus] = [
      build.node("a1"),
      build.node("a2"),
      build.node("plus"),
      build.node("minus"),
    ];
    const dead = mode === "dead";
    const sourceOhms = dead ? OPEN_OHMS : mode === "weak" ? severity! : p.sourceOhms;
    const load = build.branch("load", a1, a2, { ohms: OPEN_OHMS });
    const source = build.branch("source", plus, minus, { ohms: OPEN_OHMS });
    // The capacitor's leakage, which a meter on ohms settles to.
    build.branch("leak", plus, minus, { ohms: p.leakOhms });
    // Filter and snubber across the AC side: an input with nothing behind it is 0 V, not what a 10 GΩ leak feeds it.
    build.branch("filter", a1, a2, { ohms: p.filterOhms });
    build.control({ kind: "rectifier", ac: [a1, a2], source, sourceOhms, load, dropVolts: p.dropVolts });
  },
});

/**
 * Linear regulator: holds its output while the input is above volts + dropout; the input carries the output's current,
 * which it limits.
 */
export const regulator = definePart({
  type: "regulator",
  terminals: ["in", "out", "ground"],
  parameters: z.strictObject({
    volts: ohms,
    dropout: ohms.default(1.5),
    limitAmps: ohms.default(1),
    /** What it draws itself, as a resistance across its input. */
    biasOhms: ohms.default(5e4),
  }),
  through: [["in", "out"]],
  fed: ["in", "ground"],
  across: [["out", "ground"]],
  modes: [
    { id: "dead", name: "no output", looks: "everything behind it dark", weight: 0.5 },
    {
      id: "low",
      name: "output low",
      looks: "the controller resets or behaves oddly",
      weight: 0.2,
      sizes: timesFrom(0.45, 0.75, 2),
    },
    {
      id: "shorted",
      name: "shorted through",
      looks: "its rail as high as its input; what hangs on it hot or gone",
      weight: 0.2,
    },
  ],
  expand(build, p, { mode, severity }) {
    const [input, out, ground] = [build.node("in"), build.node("out"), build.node("ground")];
    const inner = build.inner("pass");
    const gone = mode === "dead" || mode === "shorted";
    build.branch("pass", inner, out, { ohms: gone ? OPEN_OHMS : 0.05 });
    build.branch("through", input, out, { ohms: mode === "shorted" ? SHORT_OHMS : 1e12 });
    build.branch("bias", input, ground, { ohms: p.biasOhms });
    const constraint = build.constraint("output", {
      kind: "regulator",
      a: input,
      b: inner,
      c: ground,
      region: "off",
      volts: p.volts,
      amps: p.limitAmps,
    });
    const volts = mode === "low" ? p.volts * severity! : p.volts;
    build.control({ kind: "regulator", constraint, ground, volts, dropout: p.dropout, limit: p.limitAmps });
  },
});

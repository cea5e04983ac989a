import { z } from "zod";
import { OPEN_OHMS, SHORT_OHMS } from "#core/circuit/index.ts";
import { definePart, type PartBuilder } from "../partKind.ts";
import { ohmsFrom } from "../sizes.ts";

const positive = z.number().positive();

/** Adds one winding: its resistance from `from` to a node inside, which it returns. */
function winding(build: PartBuilder, name: string, from: string, ohms: number, open: boolean): number {
  const inner = build.inner(name);
  build.branch(name, build.node(from), inner, { ohms: open ? OPEN_OHMS : ohms, tolerance: 0.1 });
  return inner;
}

/**
 * Power or control transformer with two equal primaries (in parallel or in series, as they are joined outside) and a
 * secondary with a tap in its middle. All windings share one core, whose magnetising current the first primary draws.
 */
export const powerTransformer = definePart({
  type: "power-transformer",
  terminals: ["p1", "p2", "p3", "p4", "s1", "tap", "s2"],
  optional: ["tap"],
  parameters: z.strictObject({
    /** Volts of each primary. */
    primaryVolts: positive,
    /** Volts of the whole secondary at no load. */
    secondaryVolts: positive,
    /** Ohms of each primary, and of the whole secondary. */
    primaryOhms: positive,
    secondaryOhms: positive,
    magnetisingAmps: positive.default(0.01),
  }),
  fed: ["p1", "p2"],
  secondary: ["s1", "tap", "s2"],
  across: [
    ["p1", "p2"],
    ["p3", "p4"],
    ["s1", "s2"],
  ],
  alternating: [
    ["p1", "p2"],
    ["p3", "p4"],
    ["s1", "s2"],
  ],
  modes: [
    {
      id: "primary-1-open",
      name: "first primary open",
      looks: "half its power, or none with the primaries in series; cold",
      weight: 0.5,
    },
    {
      id: "primary-2-open",
      name: "second primary open",
      looks: "half its power, or none with the primaries in series; cold",
      weight: 0.5,
    },
    { id: "secondary-open", name: "secondary open", looks: "hums faintly; nothing behind it", weight: 0.3 },
    {
      id: "shorted-turns",
      name: "turns of the secondary shorted",
      looks: "very hot, smells of varnish; low output, its fuse goes",
      weight: 0.4,
      sizes: ohmsFrom(0.25, 0.65, 2),
    },
  ],
  expand(build, p, { mode, severity }) {
    const one = winding(build, "primary-1", "p1", p.primaryOhms, mode === "primary-1-open");
    const two = winding(build, "primary-2", "p3", p.primaryOhms, mode === "primary-2-open");
    const [p2, p4, s2] = [build.node("p2"), build.node("p4"), build.node("s2")];
    const upper = winding(build, "secondary-1", "s1", p.secondaryOhms / 2, mode === "secondary-open");
    const tap = build.has("tap") ? build.node("tap") : build.inner("tap");
    const lower = build.inner("secondary-2");
    build.branch("secondary-2", tap, lower, { ohms: p.secondaryOhms / 2, tolerance: 0.1 });
    const reactance = p.primaryVolts / p.magnetisingAmps;
    const henries = (4 * reactance) / (2 * Math.PI * build.hertz);
    // A quarter of the magnetising current on each winding, so that all of them conduct DC.
    const ratio = (2 * p.primaryVolts) / p.secondaryVolts;
    for (const [name, a, b, turns] of [
      ["core-p1", one, p2, 1],
      ["core-p2", two, p4, 1],
      ["core-s1", upper, tap, ratio],
      ["core-s2", lower, s2, ratio],
    ] as const)
      build.branch(name, a, b, { ohms: SHORT_OHMS, henries: henries / turns ** 2 });
    build.branch("shorted-turns", upper, tap, {
      ohms: mode === "shorted-turns" ? severity! : OPEN_OHMS,
    });
    const coupled = (name: string, c: number, d: number, turns: number) =>
      build.constraint(name, { kind: "transformer", a: one, b: p2, c, d, ratio: turns });
    coupled("primaries", two, p4, 1);
    coupled("secondary-1", upper, tap, ratio);
    coupled("secondary-2", lower, s2, ratio);
  },
});

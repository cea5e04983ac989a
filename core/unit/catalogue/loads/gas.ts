import { z } from "zod";
import { OPEN_OHMS, SHORT_OHMS } from "#core/circuit/index.ts";
import { coilHenries, definePart, INSULATION_OHMS } from "../partKind.ts";
import { ohmsFrom, timesFrom } from "../sizes.ts";
import { addJunction } from "../semiconductors/semiconductors.ts";

const positive = z.number().positive();

/**
 * Flame-sense electrode: while the state says that there is a flame (position "closed") it conducts one way only, a few
 * microamperes (flame rectification). `flameOhms` is what the flame leaves in series.
 */
export const flameSensor = definePart({
  guards: true,
  type: "flame-sensor",
  terminals: ["electrode", "earth"],
  follows: "position",
  parameters: z.strictObject({ flameOhms: positive.default(1e7) }),
  across: [["electrode", "earth"]],
  modes: [
    {
      id: "dirty",
      name: "coated",
      looks: "lights, burns a few seconds and shuts down; a grey or white crust on the rod: clean it first",
      weight: 2,
      sizes: timesFrom(3, 40, 2),
    },
    {
      id: "cracked",
      name: "insulator cracked, leaks to earth",
      looks: "a dark hairline round the porcelain",
      weight: 0.5,
      sizes: ohmsFrom(1e5, 4e6, 2),
    },
    {
      id: "grounded",
      name: "rod touches metal",
      looks: "the rod bent against the burner",
      weight: 0.5,
    },
  ],
  expand(build, p, { mode, severity, position }) {
    const [electrode, earth] = [build.node("electrode"), build.node("earth")];
    const inner = build.inner("flame");
    const flame = position === "closed" ? p.flameOhms * (mode === "dirty" ? severity! : 1) : OPEN_OHMS;
    build.branch("flame", electrode, inner, { ohms: flame });
    build.branch("insulator", electrode, earth, {
      ohms: mode === "grounded" ? SHORT_OHMS : mode === "cracked" ? severity! : OPEN_OHMS,
    });
    addJunction(build, "rectification", inner, earth, FLAME, undefined);
  },
});

/** A flame has no real junction; one that turns at a few tenths of a volt stands for it. */
const FLAME = { forwardVolts: 0.3, forwardAmps: 1e-6, emission: 2, seriesOhms: 100 };

/** Gas valve: a coil on AC or DC, with its earthed body. */
export const gasValve = definePart({
  guards: true,
  type: "gas-valve",
  terminals: ["1", "2", "pe"],
  optional: ["pe"],
  parameters: z.strictObject({
    volts: positive,
    amps: positive,
    coilOhms: positive,
    supply: z.enum(["ac", "dc"]).default("ac"),
    insulationOhms: positive.default(INSULATION_OHMS),
  }),
  across: [["1", "2"]],
  work: {
    branch: 0,
    // On DC its ohms alone decide.
    amps: (p) => (p.supply === "dc" ? p.volts / p.coilOhms : p.amps),
    from: 0.65,
    fully: 0.8,
    badly: "weak",
    pace: 0,
  },
  modes: [
    {
      id: "coil-open",
      name: "coil open",
      looks: "ignition sparks or glows, no hiss of gas, no click",
      weight: 1,
    },
    {
      id: "stuck",
      name: "stuck shut",
      looks: "clicks, and no gas passes; leave its inside to those licensed for it",
      weight: 0.7,
      works: false,
    },
    {
      id: "shorted-turns",
      name: "coil turns shorted",
      looks: "hot coil, its fuse or its transformer may be gone",
      weight: 0.2,
      sizes: timesFrom(0.3, 0.55, 2),
    },
    {
      id: "leak",
      name: "coil leaks to its body",
      looks: "fuse goes or the controller misreads its flame",
      weight: 0.2,
      onlyWith: "pe",
      sizes: ohmsFrom(30, 1e4, 2),
    },
  ],
  expand(build, p, { mode, severity }) {
    const [one, two] = [build.node("1"), build.node("2")];
    const share = mode === "shorted-turns" ? severity! : 1;
    const henries =
      p.supply === "ac" ? coilHenries(p.volts, p.amps, p.coilOhms, build.hertz) : 0.5 * p.coilOhms * 0.01;
    build.branch("coil", one, two, {
      ohms: mode === "coil-open" ? OPEN_OHMS : share * p.coilOhms,
      henries: share ** 2 * henries,
      tolerance: 0.1,
    });
    if (build.has("pe"))
      build.branch("body", one, build.node("pe"), { ohms: mode === "leak" ? severity! : p.insulationOhms });
  },
});

/** Spark generator: draws from its supply while called; what it sends to the electrode no meter may be put on. */
export const sparkDriver = definePart({
  guards: true,
  type: "spark-driver",
  terminals: ["1", "2"],
  parameters: z.strictObject({ volts: positive, amps: positive.default(0.2) }),
  across: [["1", "2"]],
  work: { branch: 0, amps: (p) => p.amps, from: 0.7, fully: 0.85, badly: "weak", pace: 0 },
  modes: [
    { id: "open", name: "dead", looks: "no ticking and no spark, with supply present", weight: 0.8 },
    {
      id: "shorted",
      name: "shorted",
      looks: "its fuse goes at every trial for ignition",
      weight: 0.2,
      sizes: timesFrom(0.03, 0.1, 2),
    },
  ],
  expand(build, p, { mode, severity }) {
    const ohms = p.volts / p.amps;
    build.branch("input", build.node("1"), build.node("2"), {
      ohms: mode === "open" ? OPEN_OHMS : mode === "shorted" ? severity! * ohms : ohms,
      tolerance: 0.2,
    });
  },
});

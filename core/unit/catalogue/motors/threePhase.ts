import { z } from "zod";
import { OPEN_OHMS } from "#core/circuit/index.ts";
import { definePart } from "../partKind.ts";
import { ohmsFrom, timesFrom } from "../sizes.ts";
import { insulation, mechanics } from "./mechanics.ts";

const positive = z.number().positive();

/** Three-phase motor in star: three equal windings to a point inside, so any two terminals read twice one winding. */
export const threePhaseMotor = definePart({
  type: "three-phase-motor",
  terminals: ["u", "v", "w", "pe"],
  parameters: z.strictObject({ windingOhms: positive, henries: positive.default(0.02), ...insulation }),
  across: [
    ["u", "v"],
    ["v", "w"],
    ["w", "u"],
  ],
  work: { branch: 0, from: 0.65, fully: 0.8, badly: "slow", pace: 1 },
  modes: [
    ...(["u", "v", "w"] as const).map((leg) => ({
      id: `${leg}-open`,
      name: `winding ${leg.toUpperCase()} open`,
      looks: "growls, does not start, the drive reports a lost phase",
      weight: 0.4,
    })),
    {
      id: "shorted-turns",
      name: "winding U shorted turns",
      looks: "the drive trips on overcurrent; smell of varnish",
      weight: 0.4,
      sizes: timesFrom(0.25, 0.6, 2),
    },
    ...mechanics,
    ...(["v", "w"] as const).map((leg) => ({
      id: `${leg}-shorted-turns`,
      name: `winding ${leg.toUpperCase()} shorted turns`,
      looks: "the drive trips on overcurrent; smell of varnish",
      weight: 0.4,
      sizes: timesFrom(0.25, 0.6, 2),
    })),
    {
      id: "leak",
      name: "leaks to its case",
      looks: "the drive trips on earth fault, the residual-current device may too",
      weight: 0.5,
      sizes: ohmsFrom(500, 2e5, 2),
    },
  ],
  expand(build, p, { mode, severity }) {
    const star = build.inner("star");
    for (const leg of ["u", "v", "w"] as const) {
      const share =
        (leg === "u" && mode === "shorted-turns") || mode === `${leg}-shorted-turns` ? severity! : 1;
      build.branch(leg, build.node(leg), star, {
        ohms: mode === `${leg}-open` ? OPEN_OHMS : share * p.windingOhms,
        henries: share * p.henries,
        tolerance: 0.05,
      });
    }
    build.branch("case", star, build.node("pe"), { ohms: mode === "leak" ? severity! : p.insulationOhms });
  },
});

import { z } from "zod";
import { OPEN_OHMS } from "#core/circuit/index.ts";
import { definePart } from "./partKind.ts";

const positive = z.number().positive();

/** DC supply or battery: its EMF behind its internal resistance. A weak one reads right at rest and sags when worked. */
export const dcSupply = definePart({
  type: "dc-supply",
  terminals: ["plus", "minus"],
  parameters: z.strictObject({ volts: positive, ohms: positive.default(0.05) }),
  across: [["plus", "minus"]],
  modes: [
    { id: "dead", name: "no output", weight: 0.6 },
    { id: "weak", name: "sags under load", weight: 0.9, severities: [0.5, 2, 8] },
    { id: "low", name: "voltage low", weight: 0.5, severities: [0.8, 0.9] },
  ],
  expand(build, p, { mode, severity, powered }) {
    const off = !powered || mode === "dead";
    const ohms = off ? OPEN_OHMS : mode === "weak" ? p.ohms + severity! : p.ohms;
    const volts = mode === "low" ? p.volts * severity! : p.volts;
    build.branch("cell", build.node("plus"), build.node("minus"), { ohms, dcVolts: off ? 0 : volts });
  },
});

/** Split-phase supply: two legs of opposite phase about a neutral that is bonded to earth at the origin. */
export const splitPhase = definePart({
  type: "split-phase",
  terminals: ["l1", "l2", "n", "pe"],
  parameters: z.strictObject({
    volts: positive.default(120),
    ohms: positive.default(0.1),
    neutralOhms: positive.default(0.1),
  }),
  across: [
    ["l1", "l2"],
    ["l1", "n"],
    ["l2", "n"],
  ],
  modes: [
    { id: "leg-1-dead", name: "leg 1 dead", weight: 0.5 },
    { id: "leg-2-dead", name: "leg 2 dead", weight: 0.5 },
    { id: "neutral-open", name: "neutral open", weight: 0.4 },
  ],
  expand(build, p, { mode, powered }) {
    const origin = build.inner("origin");
    const leg = (name: string, dead: boolean, sign: 1 | -1) =>
      build.branch(name, build.node(name), origin, {
        ohms: powered && !dead ? p.ohms : OPEN_OHMS,
        acVolts: powered && !dead ? sign * p.volts : 0,
      });
    leg("l1", mode === "leg-1-dead", 1);
    leg("l2", mode === "leg-2-dead", -1);
    build.branch("neutral", build.node("n"), origin, {
      ohms: powered && mode !== "neutral-open" ? p.neutralOhms : OPEN_OHMS,
    });
    build.branch("bond", origin, build.node("pe"), { ohms: powered ? 0.2 : OPEN_OHMS });
  },
});

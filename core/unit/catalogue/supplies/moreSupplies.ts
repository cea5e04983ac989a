import { z } from "zod";
import { OPEN_OHMS } from "#core/circuit/index.ts";
import { definePart } from "../partKind.ts";
import { ohmsFrom, timesFrom } from "../sizes.ts";

const positive = z.number().positive();

/** DC supply: its EMF behind its internal resistance. A weak one reads right at rest and sags when worked. */
export const dcSupply = definePart({
  type: "dc-supply",
  feeds: true,
  terminals: ["plus", "minus"],
  parameters: z.strictObject({ volts: positive, ohms: positive.default(0.05) }),
  across: [["plus", "minus"]],
  modes: [
    { id: "dead", name: "no output", looks: "no lamp on the supply, everything behind it dark", weight: 0.6 },
    {
      id: "weak",
      name: "sags under load",
      looks: "right at rest; lamps dim and relays chatter as soon as something works",
      weight: 0.9,
      sizes: ohmsFrom(0.4, 10, 3),
    },
    {
      id: "low",
      name: "voltage low",
      looks: "all behind it a little slow or dim",
      weight: 0.5,
      sizes: timesFrom(0.75, 0.93, 2),
    },
  ],
  expand(build, p, { mode, severity, powered }) {
    const off = !powered || mode === "dead";
    const ohms = off ? OPEN_OHMS : mode === "weak" ? p.ohms + severity! : p.ohms;
    const volts = mode === "low" ? p.volts * severity! : p.volts;
    build.branch("cell", build.node("plus"), build.node("minus"), { ohms, dcVolts: off ? 0 : volts });
  },
});

/**
 * Battery: its EMF behind its internal resistance. Dead and isolated means that it is disconnected, unless the state
 * says "closed"; "open" disconnects it in a live state.
 */
export const battery = definePart({
  type: "battery",
  terminals: ["plus", "minus"],
  feeds: true,
  follows: "position",
  parameters: z.strictObject({ volts: positive, ohms: positive.default(0.02) }),
  across: [["plus", "minus"]],
  modes: [
    {
      id: "cell-open",
      name: "cell or inner link open",
      looks: "works on the charger alone, dies with the mains",
      weight: 0.6,
    },
    {
      id: "weak",
      name: "worn, sags under load",
      looks: "right at rest, drops as soon as a motor starts; swollen or old by its date",
      weight: 1.5,
      sizes: ohmsFrom(0.2, 2, 2),
    },
    {
      id: "flat",
      name: "discharged",
      looks: "everything slow; recovers on charge, if the charger works",
      weight: 1,
      sizes: timesFrom(0.7, 0.94, 2),
    },
  ],
  expand(build, p, { mode, severity, powered, position }) {
    const connected = position === undefined ? powered : position === "closed";
    const off = !connected || mode === "cell-open";
    build.branch("cell", build.node("plus"), build.node("minus"), {
      ohms: off ? OPEN_OHMS : mode === "weak" ? p.ohms + severity! : p.ohms,
      dcVolts: off ? 0 : mode === "flat" ? p.volts * severity! : p.volts,
    });
  },
});

/** Split-phase supply: two legs of opposite phase about a neutral that is bonded to earth at the origin. */
export const splitPhase = definePart({
  type: "split-phase",
  feeds: true,
  terminals: ["l1", "l2", "n", "pe"],
  parameters: z.strictObject({
    volts: positive.default(120),
    ohms: positive.default(0.1),
    neutralOhms: positive.default(0.1),
    bondOhms: positive.default(0.2),
  }),
  across: [
    ["l1", "l2"],
    ["l1", "n"],
    ["l2", "n"],
  ],
  modes: [
    {
      id: "leg-1-dead",
      name: "leg 1 dead",
      looks: "half of the unit works; nothing that needs both legs",
      weight: 0.5,
    },
    {
      id: "leg-2-dead",
      name: "leg 2 dead",
      looks: "half of the unit works; nothing that needs both legs",
      weight: 0.5,
    },
    {
      id: "neutral-open",
      name: "neutral open",
      looks: "some lamps too bright and others dim, changing as loads come on",
      weight: 0.4,
    },
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
    build.branch("bond", origin, build.node("pe"), { ohms: powered ? p.bondOhms : OPEN_OHMS });
  },
});

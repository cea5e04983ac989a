import { z } from "zod";
import { OPEN_OHMS } from "#core/circuit/index.ts";
import { definePart, type PartBuilder } from "../partKind.ts";
import { JOINT_OHMS, timesFrom } from "../sizes.ts";
import { AC_RELEASE, addWinding, RELEASE, type Coil } from "./coil.ts";
import { addJunction } from "../semiconductors/semiconductors.ts";

/** Current of an AC coil before its armature has moved, over that after. Common practice, no source: 1.5 to 2 in small relays. */
const RELAY_INRUSH = 1.8;

const relayParameters = z.strictObject({
  coilVolts: z.number().positive(),
  coilOhms: z.number().positive(),
  contactOhms: z.number().positive().default(0.02),
  /** A diode across the coil, its cathode on coilA. */
  coilDiode: z.boolean().default(false),
  /** A coil on AC has inductance: give its current while pulled in, and how many times as much it draws before. */
  coilSupply: z.enum(["dc", "ac"]).default("dc"),
  coilAmps: z.number().positive().optional(),
  inrush: z.number().min(1).max(15).default(RELAY_INRUSH),
});
type RelayParameters = z.infer<typeof relayParameters>;

const coilModes = [
  { id: "coil-open", name: "coil open", looks: "no click when it is called", weight: 0.4 },
  {
    id: "coil-shorted",
    name: "coil turns shorted",
    looks: "no click, a hot coil; its driver may have gone with it",
    weight: 0.15,
    sizes: timesFrom(0.07, 0.5, 2),
  },
  {
    id: "diode-shorted",
    name: "coil diode shorted",
    looks: "no click; its driver hot or gone",
    weight: 0.2,
    onlyWith: "coilDiode",
  },
] as const;

/** The coil with its diode, if it has one; returns what moves the armature. */
function addCoil(
  build: PartBuilder,
  p: RelayParameters,
  mode: string | undefined,
  severity: number | undefined,
): Coil {
  const share = mode === "coil-shorted" ? severity! : 1;
  const amps = p.coilAmps ?? p.coilVolts / (1.6 * p.coilOhms);
  const coil = p.coilSupply === "ac" ? { ...p, amps, release: AC_RELEASE } : { ...p, release: RELEASE };
  const made = addWinding(build, coil, mode === "coil-open", share);
  if (p.coilDiode) {
    const [a, b] = [build.node("coilA"), build.node("coilB")];
    addJunction(build, "coil-diode", b, a, COIL_DIODE, mode === "diode-shorted" ? "shorted" : undefined);
  }
  return made;
}

const COIL_DIODE = { forwardVolts: 0.6, forwardAmps: 1e-3, emission: 1.8, seriesOhms: 0.05 };

/** Relay with one make contact. */
export const relay = definePart({
  type: "relay",
  follows: "position",
  terminals: ["coilA", "coilB", "com", "no"],
  parameters: relayParameters,
  across: [
    ["coilA", "coilB"],
    ["com", "no"],
  ],
  modes: [
    ...coilModes,
    {
      id: "contact-open",
      name: "contact does not close",
      looks: "clicks, and nothing comes on",
      weight: 1.4,
    },
    {
      id: "contact-welded",
      name: "contact welded",
      looks: "what it feeds never goes off; no click as it lets go",
      weight: 0.8,
    },
    {
      id: "contact-pitted",
      name: "contact pitted, high resistance",
      looks: "clicks; a browned or bulged cap, black spots on the contacts",
      weight: 0.7,
      sizes: JOINT_OHMS,
    },
    {
      id: "joint-cracked",
      name: "solder joint of the contact cracked",
      looks: "a ring in the solder round a large pin; comes and goes when the board is pressed or warms",
      weight: 0.8,
      intermittent: 0.7,
    },
  ],
  expand(build, p, { mode, severity, position }) {
    const coil = addCoil(build, p, mode, severity);
    const [com, no] = [build.node("com"), build.node("no")];
    const closed = p.contactOhms + (mode === "contact-pitted" ? severity! : 0);
    const neverCloses = mode === "contact-open" || mode === "joint-cracked";
    const workOhms = neverCloses ? OPEN_OHMS : closed;
    // A state may say where the contact stands, for a unit whose coil circuit is not modelled.
    const heldOhms = position === "closed" ? workOhms : OPEN_OHMS;
    const restOhms =
      mode === "contact-welded" ? p.contactOhms : position === undefined ? OPEN_OHMS : heldOhms;
    const branch = build.branch("contact", com, no, { ohms: restOhms });
    if (position !== undefined) return;
    build.control({
      kind: "relay",
      ...coil,
      contacts: [{ branch, restOhms, workOhms }],
    });
  },
});

/** Change-over relay: rests on `nc`, works on `no`. */
export const changeOverRelay = definePart({
  type: "change-over-relay",
  terminals: ["coilA", "coilB", "com", "no", "nc"],
  parameters: relayParameters,
  across: [
    ["coilA", "coilB"],
    ["com", "no"],
    ["com", "nc"],
  ],
  modes: [
    ...coilModes,
    {
      id: "no-open",
      name: "working contact does not close",
      looks: "clicks, the rest side goes off and the working side does not come on",
      weight: 1.2,
    },
    {
      id: "no-welded",
      name: "working contact welded",
      looks: "stays on its working side with no call",
      weight: 0.8,
    },
    {
      id: "nc-open",
      name: "rest contact does not close",
      looks: "dead at rest, right when called",
      weight: 0.7,
    },
    {
      id: "no-pitted",
      name: "working contact pitted, high resistance",
      looks: "clicks; black spots on the working contact",
      weight: 0.6,
      sizes: JOINT_OHMS,
    },
  ],
  expand(build, p, { mode, severity }) {
    const coil = addCoil(build, p, mode, severity);
    const com = build.node("com");
    // Welded on the working side, the armature cannot fall back on the rest side either.
    const welded = mode === "no-welded";
    const working = mode === "no-open" ? OPEN_OHMS : p.contactOhms + (mode === "no-pitted" ? severity! : 0);
    const no = {
      branch: build.branch("no", com, build.node("no"), { ohms: welded ? p.contactOhms : OPEN_OHMS }),
      restOhms: welded ? p.contactOhms : OPEN_OHMS,
      workOhms: working,
    };
    const resting = welded || mode === "nc-open" ? OPEN_OHMS : p.contactOhms;
    const nc = {
      branch: build.branch("nc", com, build.node("nc"), { ohms: resting }),
      restOhms: resting,
      workOhms: OPEN_OHMS,
    };
    build.control({
      kind: "relay",
      ...coil,
      contacts: [no, nc],
    });
  },
});

/** Two change-over contacts on one armature (DPDT). */
export const doubleRelay = definePart({
  type: "double-relay",
  terminals: ["coilA", "coilB", "com1", "no1", "nc1", "com2", "no2", "nc2"],
  optional: ["nc1", "nc2"],
  parameters: relayParameters,
  across: [
    ["coilA", "coilB"],
    ["com1", "no1"],
    ["com2", "no2"],
  ],
  modes: [
    ...coilModes,
    ...([1, 2] as const).flatMap((n) => [
      {
        id: `no-${n}-open`,
        name: `working contact ${n} does not close`,
        looks: "clicks, and one of its two circuits does not come on",
        weight: 0.7,
      },
      {
        id: `no-${n}-welded`,
        name: `working contact ${n} welded`,
        looks: "one of its two circuits stays on",
        weight: 0.4,
      },
      {
        id: `nc-${n}-open`,
        name: `rest contact ${n} does not close`,
        looks: "dead at rest, right when called",
        weight: 0.4,
        onlyWith: `nc${n}`,
      },
    ]),
    {
      id: "no-1-pitted",
      name: "working contact 1 pitted, high resistance",
      looks: "clicks; black spots on the contact",
      weight: 0.5,
      sizes: JOINT_OHMS,
    },
  ],
  expand(build, p, { mode, severity }) {
    const coil = addCoil(build, p, mode, severity);
    const pole = (n: 1 | 2) => {
      const com = build.node(`com${n}`);
      const welded = mode === `no-${n}-welded`;
      const worn = mode === `no-${n}-pitted` ? severity! : 0;
      const working = mode === `no-${n}-open` ? OPEN_OHMS : p.contactOhms + worn;
      const restOhms = welded ? p.contactOhms : OPEN_OHMS;
      const no = {
        branch: build.branch(`no-${n}`, com, build.node(`no${n}`), { ohms: restOhms }),
        restOhms,
        workOhms: working,
      };
      if (!build.has(`nc${n}`)) return [no];
      const resting = welded || mode === `nc-${n}-open` ? OPEN_OHMS : p.contactOhms;
      const nc = {
        branch: build.branch(`nc-${n}`, com, build.node(`nc${n}`), { ohms: resting }),
        restOhms: resting,
        workOhms: OPEN_OHMS,
      };
      return [no, nc];
    };
    build.control({
      kind: "relay",
      ...coil,
      contacts: [...pole(1), ...pole(2)],
    });
  },
});

import { z } from "zod";
import { OPEN_OHMS, SHORT_OHMS } from "#core/circuit/index.ts";
import { definePart, JOINT_OHMS } from "./partKind.ts";

const relayParameters = z.strictObject({
  coilVolts: z.number().positive(),
  coilOhms: z.number().positive(),
  contactOhms: z.number().positive().default(0.02),
});

/** Relay with one make contact; `nc` may be left out. Pulls in at 70 %, lets go at 20 % of its coil voltage (IEC 61810-1 class a, from memory). */
export const relay = definePart({
  type: "relay",
  terminals: ["coilA", "coilB", "com", "no"],
  parameters: relayParameters,
  across: [
    ["coilA", "coilB"],
    ["com", "no"],
  ],
  modes: [
    { id: "coil-open", name: "coil open", weight: 0.4 },
    { id: "contact-open", name: "contact does not close", weight: 1.4 },
    { id: "contact-welded", name: "contact welded", weight: 0.8 },
    { id: "contact-pitted", name: "contact pitted, high resistance", weight: 0.7, severities: JOINT_OHMS },
    { id: "joint-cracked", name: "solder joint of the contact cracked open", weight: 0.8 },
  ],
  expand(build, p, { mode, severity, position }) {
    const [coilA, coilB, com, no] = [
      build.node("coilA"),
      build.node("coilB"),
      build.node("com"),
      build.node("no"),
    ];
    build.branch("coil", coilA, coilB, {
      ohms: mode === "coil-open" ? OPEN_OHMS : p.coilOhms,
      tolerance: 0.1,
    });
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
      coil: [coilA, coilB],
      pullIn: 0.7 * p.coilVolts,
      release: 0.2 * p.coilVolts,
      contacts: [{ branch, restOhms, workOhms }],
    });
  },
});

const driverModes = [
  { id: "dead", name: "driver dead", weight: 0.6 },
  { id: "shorted", name: "driver shorted, always on", weight: 0.4 },
] as const;

/** An output of a board: a switch between two terminals that closes while the state calls for it. */
function outputKind(type: string, terminals: readonly [string, string], onDefault: number, offOhms: number) {
  return definePart({
    type,
    terminals,
    parameters: z.strictObject({ onOhms: z.number().positive().default(onDefault) }),
    across: [terminals],
    modes: driverModes,
    expand(build, p, { mode, called, needs }) {
      const onOhms = mode === "dead" ? OPEN_OHMS : mode === "shorted" ? SHORT_OHMS : p.onOhms;
      const offNow = mode === "shorted" ? SHORT_OHMS : mode === "dead" ? OPEN_OHMS : offOhms;
      const branch = build.branch("channel", build.node(terminals[0]), build.node(terminals[1]), {
        ohms: offNow,
      });
      build.control({ kind: "output", branch, onOhms, offOhms: offNow, called, needs });
    },
  });
}

/** Low-side output: ties the load's far end to ground. */
export const lowSideOutput = outputKind("low-side-output", ["out", "ground"], 2, OPEN_OHMS);
/** High-side output: feeds the load from its supply. */
export const highSideOutput = outputKind("high-side-output", ["supply", "out"], 0.2, OPEN_OHMS);
/** Triac output with its snubber, which leaks a little while off: volts on a meter without a load. */
export const triacOutput = outputKind("triac-output", ["mt1", "mt2"], 0.15, 1e5);

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
    { id: "coil-open", name: "coil open", weight: 0.4 },
    { id: "no-open", name: "working contact does not close", weight: 1.2 },
    { id: "no-welded", name: "working contact welded", weight: 0.8 },
    { id: "nc-open", name: "rest contact does not close", weight: 0.7 },
    { id: "no-pitted", name: "working contact pitted, high resistance", weight: 0.6, severities: JOINT_OHMS },
  ],
  expand(build, p, { mode, severity }) {
    const [coilA, coilB, com] = [build.node("coilA"), build.node("coilB"), build.node("com")];
    build.branch("coil", coilA, coilB, {
      ohms: mode === "coil-open" ? OPEN_OHMS : p.coilOhms,
      tolerance: 0.1,
    });
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
      coil: [coilA, coilB],
      pullIn: 0.7 * p.coilVolts,
      release: 0.2 * p.coilVolts,
      contacts: [no, nc],
    });
  },
});

/** Two-pole contactor with an AC coil, given by its current at its voltage and its ohms. */
export const contactor = definePart({
  type: "contactor",
  terminals: ["coilA", "coilB", "l1", "t1", "l2", "t2"],
  parameters: z.strictObject({
    coilVolts: z.number().positive(),
    coilAmps: z.number().positive(),
    coilOhms: z.number().positive(),
    contactOhms: z.number().positive().default(0.003),
  }),
  across: [
    ["coilA", "coilB"],
    ["l1", "t1"],
    ["l2", "t2"],
  ],
  modes: [
    { id: "coil-open", name: "coil open", weight: 0.8 },
    { id: "coil-shorted-turns", name: "coil turns shorted", weight: 0.2, severities: [0.3] },
    { id: "pole-1-open", name: "pole 1 does not close", weight: 0.7 },
    { id: "pole-2-open", name: "pole 2 does not close", weight: 0.7 },
    { id: "welded", name: "pole 1 welded", weight: 0.6 },
    { id: "pitted", name: "pole 1 pitted, high resistance", weight: 0.8, severities: JOINT_OHMS },
  ],
  expand(build, p, { mode, severity }) {
    const [coilA, coilB] = [build.node("coilA"), build.node("coilB")];
    const share = mode === "coil-shorted-turns" ? severity! : 1;
    const impedance = p.coilVolts / p.coilAmps;
    const reactance = Math.sqrt(Math.max(0, impedance ** 2 - p.coilOhms ** 2));
    build.branch("coil", coilA, coilB, {
      ohms: mode === "coil-open" ? OPEN_OHMS : share * p.coilOhms,
      henries: (share ** 2 * reactance) / (2 * Math.PI * build.hertz),
      tolerance: 0.1,
    });
    const pole = (n: 1 | 2) => {
      const first = n === 1;
      const restOhms = first && mode === "welded" ? p.contactOhms : OPEN_OHMS;
      const worn = first && mode === "pitted" ? severity! : 0;
      const workOhms = mode === `pole-${n}-open` ? OPEN_OHMS : p.contactOhms + worn;
      return {
        branch: build.branch(`pole-${n}`, build.node(`l${n}`), build.node(`t${n}`), { ohms: restOhms }),
        restOhms,
        workOhms,
      };
    };
    build.control({
      kind: "relay",
      coil: [coilA, coilB],
      pullIn: 0.7 * p.coilVolts,
      release: 0.3 * p.coilVolts,
      contacts: [pole(1), pole(2)],
    });
  },
});

/** Residual-current device: trips between half and all of its rated difference (IEC 61008-1); three quarters here. */
export const residualCurrentDevice = definePart({
  type: "rcd",
  terminals: ["lIn", "nIn", "lOut", "nOut"],
  parameters: z.strictObject({
    milliamps: z.number().positive().default(30),
    ohms: z.number().positive().default(0.008),
  }),
  across: [
    ["lIn", "lOut"],
    ["nIn", "nOut"],
  ],
  modes: [
    { id: "open", name: "tripped or open", weight: 1 },
    { id: "neutral-open", name: "neutral pole open", weight: 0.2 },
  ],
  expand(build, p, { mode }) {
    const open = mode === "open";
    const l = build.branch("l", build.node("lIn"), build.node("lOut"), { ohms: open ? OPEN_OHMS : p.ohms });
    // Both from supply to load: when nothing leaks the neutral carries minus what the line does.
    const n = build.branch("n", build.node("nIn"), build.node("nOut"), {
      ohms: open || mode === "neutral-open" ? OPEN_OHMS : p.ohms,
    });
    build.control({ kind: "residual", branches: [l, n], trips: (0.75 * p.milliamps) / 1000 });
  },
});

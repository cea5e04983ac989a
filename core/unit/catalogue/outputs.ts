import { z } from "zod";
import { OPEN_OHMS, SHORT_OHMS } from "#core/circuit/index.ts";
import { definePart, JOINT_OHMS } from "./partKind.ts";

/** Relay with one make contact; `nc` may be left out. Pulls in at 70 %, lets go at 20 % of its coil voltage (IEC 61810-1 class a, from memory). */
export const relay = definePart({
  type: "relay",
  terminals: ["coilA", "coilB", "com", "no"],
  parameters: z.strictObject({
    coilVolts: z.number().positive(),
    coilOhms: z.number().positive(),
    contactOhms: z.number().positive().default(0.02),
  }),
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

/** Low-side output of a board: a transistor that ties the load's far end to ground while the board calls. */
export const lowSideOutput = definePart({
  type: "low-side-output",
  terminals: ["out", "ground"],
  parameters: z.strictObject({ onOhms: z.number().positive().default(2) }),
  across: [["out", "ground"]],
  modes: [
    { id: "dead", name: "driver dead", weight: 0.6 },
    { id: "shorted", name: "driver shorted, always on", weight: 0.4 },
  ],
  expand(build, p, { mode, called, needs }) {
    const onOhms = mode === "dead" ? OPEN_OHMS : mode === "shorted" ? SHORT_OHMS : p.onOhms;
    const offOhms = mode === "shorted" ? SHORT_OHMS : OPEN_OHMS;
    const branch = build.branch("channel", build.node("out"), build.node("ground"), { ohms: offOhms });
    build.control({ kind: "output", branch, onOhms, offOhms, called, needs });
  },
});

/** Change-over relay: rests on `nc`, works on `no`. */
export const changeOverRelay = definePart({
  type: "change-over-relay",
  terminals: ["coilA", "coilB", "com", "no", "nc"],
  parameters: z.strictObject({
    coilVolts: z.number().positive(),
    coilOhms: z.number().positive(),
    contactOhms: z.number().positive().default(0.02),
  }),
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

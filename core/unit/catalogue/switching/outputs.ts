import { z } from "zod";
import { OPEN_OHMS, SHORT_OHMS } from "#core/circuit/index.ts";
import { definePart, type ModeKind } from "../partKind.ts";
import { addJunction } from "../semiconductors/semiconductors.ts";

const driverModes = [
  { id: "dead", name: "driver dead", looks: "the relay behind it never clicks", weight: 0.6 },
  {
    id: "shorted",
    name: "driver shorted, always on",
    looks: "what it drives is on as soon as there is power",
    weight: 0.4,
  },
] as const;

/**
 * An output of a board: a switch between two terminals that closes while the state calls for it. What it drops while on
 * is `spreadVolts` wide (one standard deviation): 0.05 to 1.2 V for an open collector or a Darlington, up to 1.5 V for a
 * triac. Common practice, no source.
 */
function outputKind(
  type: string,
  terminals: readonly [string, string],
  onDefault: number,
  offOhms: number,
  spreadDefault: number,
) {
  return definePart({
    type,
    terminals,
    driven: true,
    parameters: z.strictObject({
      onOhms: z.number().positive().default(onDefault),
      spreadVolts: z.number().nonnegative().default(spreadDefault),
    }),
    across: [terminals],
    modes: driverModes,
    expand(build, p, { mode, called, needs }) {
      const onOhms = mode === "dead" ? OPEN_OHMS : mode === "shorted" ? SHORT_OHMS : p.onOhms;
      const offNow = mode === "shorted" ? SHORT_OHMS : mode === "dead" ? OPEN_OHMS : offOhms;
      const branch = build.branch("channel", build.node(terminals[0]), build.node(terminals[1]), {
        ohms: offNow,
        spreadVolts: p.spreadVolts,
      });
      build.control({ kind: "output", branch, onOhms, offOhms: offNow, called, needs });
    },
  });
}

/** Low-side output: ties the load's far end to ground. */
export const lowSideOutput = outputKind("low-side-output", ["out", "ground"], 2, OPEN_OHMS, 0.35);
/** High-side output: feeds the load from its supply. */
export const highSideOutput = outputKind("high-side-output", ["supply", "out"], 0.2, OPEN_OHMS, 0.3);
/** Triac output with its snubber, which leaks a little while off: volts on a meter without a load. */
export const triacOutput = outputKind("triac-output", ["mt1", "mt2"], 0.15, 1e5, 0.6);

/** Residual-current device: trips between half and all of its rated difference (IEC 61008-1); three quarters here. */
export const residualCurrentDevice = definePart({
  type: "rcd",
  protective: { opensOn: "residual", mode: "open", poles: 2, resets: true },
  guards: true,
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
    {
      id: "open",
      name: "tripped or open",
      looks: "the lever down; trips again at once if the leak is still there",
      weight: 1,
    },
    {
      id: "neutral-open",
      name: "neutral pole open",
      looks: "the lever up and nothing works behind it",
      weight: 0.2,
    },
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

/**
 * Residual breaker with one switched pole: the line passes its contact, the neutral its sensor only. It opens on the
 * difference, and on overcurrent as a breaker does (IEC 61009-1, from memory).
 */
export const residualBreaker = definePart({
  type: "rcbo",
  protective: { opensOn: "residual", mode: "open", poles: 1, resets: true },
  guards: true,
  terminals: ["lIn", "nIn", "lOut", "nOut"],
  parameters: z.strictObject({
    amps: z.number().positive(),
    milliamps: z.number().positive().default(30),
    ohms: z.number().positive().default(0.01),
    carries: z.number().positive().default(1.13),
  }),
  across: [
    ["lIn", "lOut"],
    ["nIn", "nOut"],
  ],
  modes: [
    {
      id: "open",
      name: "tripped or open",
      looks: "the lever down; the neutral behind it is still connected",
      weight: 1,
    },
  ],
  expand(build, p, { mode }) {
    const l = build.branch("l", build.node("lIn"), build.node("lOut"), {
      ohms: mode === "open" ? OPEN_OHMS : p.ohms,
    });
    const n = build.branch("n", build.node("nIn"), build.node("nOut"), { ohms: p.ohms });
    build.control({ kind: "residual", branches: [l, n], trips: (0.75 * p.milliamps) / 1000, opens: [l] });
    build.control({ kind: "fuse", branch: l, carries: p.carries * p.amps });
  },
});

const switchModes: readonly ModeKind[] = [
  { id: "open", name: "does not conduct", looks: "what it drives never comes on", weight: 0.6 },
  {
    id: "shorted",
    name: "shorted through",
    looks: "what it drives is on as soon as there is power; often a crack or a crater in the case",
    weight: 1,
  },
];

/** MOSFET used as a switch: conducts above its gate threshold, with its body diode the other way. */
export const mosfet = definePart({
  type: "mosfet",
  terminals: ["gate", "drain", "source"],
  parameters: z.strictObject({
    channel: z.enum(["n", "p"]).default("n"),
    thresholdVolts: z.number().positive().default(2.5),
    onOhms: z.number().positive().default(0.05),
  }),
  across: [
    ["drain", "source"],
    ["gate", "source"],
  ],
  junctions: [["source", "drain"]],
  modes: [
    ...switchModes,
    {
      id: "gate-shorted",
      name: "gate shorted to source",
      looks: "its driver or gate resistor may be burnt",
      weight: 0.5,
    },
  ],
  expand(build, p, { mode }) {
    const [gate, drain, source] = [build.node("gate"), build.node("drain"), build.node("source")];
    build.branch("gate", gate, source, { ohms: mode === "gate-shorted" ? SHORT_OHMS : 1e8 });
    const restOhms = mode === "shorted" ? SHORT_OHMS : OPEN_OHMS;
    const workOhms = mode === "shorted" ? SHORT_OHMS : mode === "open" ? OPEN_OHMS : p.onOhms;
    const branch = build.branch("channel", drain, source, { ohms: restOhms, spreadVolts: 0.1 });
    const [anode, cathode] = p.channel === "n" ? [source, drain] : [drain, source];
    const [a, b] = p.channel === "n" ? [gate, source] : [source, gate];
    addJunction(build, "body", anode, cathode, BODY_DIODE, mode === "open" ? "open" : undefined);
    build.control({
      kind: "relay",
      senses: { kind: "volts", a, b },
      pullIn: p.thresholdVolts,
      release: 0.9 * p.thresholdVolts,
      contacts: [{ branch, restOhms, workOhms }],
    });
  },
});

const BODY_DIODE = { forwardVolts: 0.5, forwardAmps: 1e-3, emission: 1.5, seriesOhms: 0.05 };

/** Ohms through which a base's or a light-emitting diode's current is sensed inside the part. */
const SENSE_OHMS = 1;

/** NPN transistor used as a switch: a base current of `baseAmps` saturates it. PNP parts: `polarity`. */
export const transistor = definePart({
  type: "transistor",
  terminals: ["base", "collector", "emitter"],
  parameters: z.strictObject({
    polarity: z.enum(["npn", "pnp"]).default("npn"),
    baseAmps: z.number().positive().default(2e-4),
    onOhms: z.number().positive().default(2),
  }),
  across: [
    ["collector", "emitter"],
    ["base", "emitter"],
  ],
  junctions: [
    ["base", "emitter"],
    ["base", "collector"],
  ],
  modes: [
    ...switchModes,
    {
      id: "base-open",
      name: "base junction open",
      looks: "what it drives never comes on, with base drive present",
      weight: 0.4,
    },
    {
      id: "base-shorted",
      name: "base shorted to emitter",
      looks: "what it drives never comes on; no base volts",
      weight: 0.3,
    },
  ],
  expand(build, p, { mode }) {
    const [base, collector, emitter] = [build.node("base"), build.node("collector"), build.node("emitter")];
    const inner = build.inner("base");
    const sense = build.branch("base", base, inner, { ohms: mode === "base-open" ? OPEN_OHMS : SENSE_OHMS });
    const of = (at: number): [number, number] => (p.polarity === "npn" ? [inner, at] : [at, inner]);
    addJunction(
      build,
      "base-emitter",
      ...of(emitter),
      BASE_JUNCTION,
      mode === "base-shorted" ? "shorted" : undefined,
    );
    addJunction(build, "base-collector", ...of(collector), BASE_JUNCTION, undefined);
    const restOhms = mode === "shorted" ? SHORT_OHMS : OPEN_OHMS;
    const workOhms = mode === "shorted" ? SHORT_OHMS : mode === "open" ? OPEN_OHMS : p.onOhms;
    const branch = build.branch("channel", collector, emitter, { ohms: restOhms, spreadVolts: 0.2 });
    build.control({
      kind: "relay",
      senses: { kind: "amps", branch: sense },
      pullIn: p.baseAmps,
      release: 0.5 * p.baseAmps,
      contacts: mode === "base-shorted" ? [] : [{ branch, restOhms, workOhms }],
    });
  },
});

const BASE_JUNCTION = { forwardVolts: 0.65, forwardAmps: 1e-3, emission: 1.2, seriesOhms: 1 };

/** Triac fired by light: conducts while `triggerAmps` flow through its light-emitting diode; its snubber leaks. */
export const optotriac = definePart({
  type: "optotriac",
  terminals: ["anode", "cathode", "mt1", "mt2"],
  parameters: z.strictObject({
    triggerAmps: z.number().positive().default(0.005),
    onOhms: z.number().positive().default(0.15),
    snubberOhms: z.number().positive().default(1e5),
  }),
  across: [
    ["anode", "cathode"],
    ["mt1", "mt2"],
  ],
  junctions: [["anode", "cathode"]],
  modes: [
    ...switchModes,
    {
      id: "led-open",
      name: "its light-emitting diode open",
      looks: "what it drives never comes on; supply volts across its input",
      weight: 0.4,
    },
  ],
  expand(build, p, { mode }) {
    const [anode, mt1, mt2] = [build.node("anode"), build.node("mt1"), build.node("mt2")];
    const inner = build.inner("led");
    const sense = build.branch("sense", anode, inner, { ohms: SENSE_OHMS });
    addJunction(
      build,
      "led",
      inner,
      build.node("cathode"),
      OPTO_LED,
      mode === "led-open" ? "open" : undefined,
    );
    const restOhms = mode === "shorted" ? SHORT_OHMS : p.snubberOhms;
    const workOhms = mode === "shorted" ? SHORT_OHMS : mode === "open" ? p.snubberOhms : p.onOhms;
    const branch = build.branch("channel", mt1, mt2, { ohms: restOhms, spreadVolts: 0.6 });
    build.control({
      kind: "relay",
      senses: { kind: "amps", branch: sense },
      pullIn: p.triggerAmps,
      release: 0.5 * p.triggerAmps,
      contacts: [{ branch, restOhms, workOhms }],
    });
  },
});

const OPTO_LED = { forwardVolts: 1.2, forwardAmps: 0.01, emission: 2, seriesOhms: 2 };

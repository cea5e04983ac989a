import { z } from "zod";
import { OPEN_OHMS } from "#core/circuit/index.ts";
import { definePart } from "../partKind.ts";
import { ohmsFrom, timesFrom } from "../sizes.ts";
import { addJunction } from "../semiconductors/semiconductors.ts";

const positive = z.number().positive();

/** Display of light-emitting diodes: all segments together as one junction behind their resistors. */
export const ledDisplay = definePart({
  type: "led-display",
  terminals: ["plus", "minus"],
  parameters: z.strictObject({
    /** Current of all segments lit at the rail's voltage, A. */
    amps: positive.default(0.06),
    volts: positive.default(5),
    forwardVolts: positive.default(2),
  }),
  across: [["plus", "minus"]],
  work: { branch: 0, amps: (p) => p.amps, from: 0.15, fully: 0.6, badly: "dim", pace: 0 },
  modes: [
    { id: "dark", name: "dark", looks: "no segment lights", weight: 0.8 },
    {
      id: "segments-missing",
      name: "segments missing",
      looks: "figures with strokes missing; its current lower",
      weight: 0.5,
      sizes: timesFrom(0.4, 0.8, 2),
    },
    {
      id: "shorted",
      name: "pulls its rail down",
      looks: "dark, warm; the controller resets with it and runs without it",
      weight: 0.3,
      sizes: ohmsFrom(2, 12, 2),
    },
  ],
  expand(build, p, { mode, severity }) {
    const [plus, minus] = [build.node("plus"), build.node("minus")];
    const inner = build.inner("segments");
    const resistor = Math.max(1, (p.volts - p.forwardVolts) / p.amps);
    build.branch("resistors", plus, inner, {
      ohms: mode === "dark" ? OPEN_OHMS : mode === "segments-missing" ? resistor / severity! : resistor,
      tolerance: 0.2,
    });
    build.branch("short", plus, minus, { ohms: mode === "shorted" ? severity! : OPEN_OHMS });
    // A drop of more than two volts is several in series, and so is their emission.
    const inSeries = Math.max(1, p.forwardVolts / 2);
    const segments = {
      forwardVolts: p.forwardVolts,
      forwardAmps: p.amps,
      emission: 2.2 * inSeries,
      seriesOhms: inSeries,
    };
    addJunction(build, "segments", inner, minus, segments, undefined);
  },
});

/**
 * One end of a serial link between boards, with its supply pins: it draws from its rail and holds the line up to it;
 * `position` "closed" means that it talks, which pulls the line down for its duty, so that a meter reads the mean.
 */
export const serialPort = definePart({
  type: "serial-port",
  terminals: ["plus", "minus", "line"],
  follows: "position",
  parameters: z.strictObject({
    supplyOhms: positive.default(500),
    pullUpOhms: positive.default(4700),
    /** Share of the time the line is low while it talks. */
    duty: z.number().min(0.05).max(0.9).default(0.3),
  }),
  across: [
    ["plus", "minus"],
    ["line", "minus"],
  ],
  modes: [
    {
      id: "dead",
      name: "sends nothing",
      looks: "a communication code on the other board, the line steady",
      weight: 1,
    },
    {
      id: "stuck-low",
      name: "holds the line low",
      looks: "a communication code on both boards; better once it is unplugged",
      weight: 0.4,
    },
    {
      id: "shorted",
      name: "pulls its rail down",
      looks: "the other board is dark too until it is unplugged",
      weight: 0.3,
      sizes: ohmsFrom(1.5, 10, 2),
    },
  ],
  expand(build, p, { mode, severity, position }) {
    const [plus, minus, line] = [build.node("plus"), build.node("minus"), build.node("line")];
    build.branch("supply", plus, minus, {
      ohms: mode === "shorted" ? severity! : p.supplyOhms,
      tolerance: 0.3,
    });
    build.branch("pull-up", plus, line, { ohms: p.pullUpOhms, tolerance: 0.1 });
    const talks = position === "closed" && mode !== "dead";
    const talking = (p.pullUpOhms * (1 - p.duty)) / p.duty;
    build.branch("driver", line, minus, {
      ohms: mode === "stuck-low" ? 20 : talks ? talking : OPEN_OHMS,
      tolerance: 0.2,
    });
  },
});

/** A peripheral on a plug of its own: scanner, drawer, fan tray. It can pull down whatever feeds it. */
export const peripheral = definePart({
  type: "peripheral",
  terminals: ["plus", "minus"],
  parameters: z.strictObject({ volts: positive, amps: positive }),
  across: [["plus", "minus"]],
  work: { branch: 0, amps: (p) => p.amps, polar: true, from: 0.75, fully: 0.86, badly: "resets", pace: 0 },
  modes: [
    { id: "dead", name: "dead", looks: "no lamp, no sound, though it has its volts", weight: 0.8 },
    {
      id: "overloads",
      name: "draws too much",
      looks: "the host resets or refuses to start while it is plugged in",
      weight: 0.6,
      sizes: timesFrom(0.07, 0.4, 2),
    },
    {
      id: "shorted",
      name: "shorted",
      looks: "the host is dark while it is plugged in",
      weight: 0.4,
      sizes: timesFrom(0.01, 0.05, 2),
    },
  ],
  expand(build, p, { mode, severity }) {
    const ohms = p.volts / p.amps;
    build.branch("load", build.node("plus"), build.node("minus"), {
      ohms: mode === "dead" ? OPEN_OHMS : severity !== undefined ? ohms * severity : ohms,
      tolerance: 0.25,
    });
  },
});

import { z } from "zod";
import { OPEN_OHMS } from "#core/circuit/index.ts";
import { type Condition, definePart, type ModeKind, type PartBuilder } from "../partKind.ts";
import { timesFrom } from "../sizes.ts";
import { addJunction } from "../semiconductors/semiconductors.ts";

const positive = z.number().positive();

/** What a switching supply gives: its volts, up to its current, at its efficiency (common practice, no source). */
const output = {
  volts: positive,
  limitAmps: positive.default(2),
  efficiency: z.number().min(0.2).max(1).default(0.85),
  /** What lies across its output and its input when it is off. */
  bleederOhms: positive.default(1e5),
  filterOhms: positive.default(5e5),
  sourceOhms: positive.default(0.02),
};
type Output = {
  volts: number;
  limitAmps: number;
  efficiency: number;
  bleederOhms: number;
  filterOhms: number;
  sourceOhms: number;
};

const modes: readonly ModeKind[] = [
  { id: "dead", name: "no output", looks: "everything behind it dark, no lamp, no hum", weight: 0.8 },
  {
    id: "low",
    name: "output low",
    looks: "everything behind it slow, dim or resetting",
    weight: 0.3,
    sizes: timesFrom(0.4, 0.87, 3),
  },
  {
    id: "weak",
    name: "folds back under load",
    looks: "right at rest, ticks and blinks when loaded",
    weight: 0.6,
    sizes: timesFrom(0.07, 0.5, 3),
  },
];

/** Adds the input's load and the output's source, and the control that couples them. */
function convert(
  build: PartBuilder,
  p: Output,
  { mode, severity }: Condition,
  input: readonly [number, number],
  domain: "ac" | "dc",
  minimum: number,
  out: readonly [number, number],
): void {
  const load = build.branch("input", ...input, { ohms: OPEN_OHMS });
  const source = build.branch("output", ...out, { ohms: OPEN_OHMS });
  build.branch("bleeder", ...out, { ohms: p.bleederOhms });
  build.branch("filter", ...input, { ohms: p.filterOhms });
  build.control({
    kind: "converter",
    input,
    domain,
    minimum: mode === "dead" ? Infinity : minimum,
    source,
    sourceOhms: p.sourceOhms,
    load,
    volts: mode === "low" ? p.volts * severity! : p.volts,
    limit: mode === "weak" ? p.limitAmps * severity! : p.limitAmps,
    efficiency: p.efficiency,
  });
}

/** Switching supply from the mains: runs from `minimumVolts` up. */
export const powerSupply = definePart({
  type: "power-supply",
  terminals: ["l", "n", "plus", "minus"],
  parameters: z.strictObject({ ...output, minimumVolts: positive.default(85) }),
  through: [
    ["l", "plus"],
    ["minus", "n"],
  ],
  fed: ["l", "n"],
  across: [
    ["plus", "minus"],
    ["l", "n"],
  ],
  modes,
  expand(build, p, condition) {
    const [l, n, plus, minus] = [build.node("l"), build.node("n"), build.node("plus"), build.node("minus")];
    convert(build, p, condition, [l, n], "ac", p.minimumVolts, [plus, minus]);
  },
});

/** Buck regulator: a lower DC from a higher one, at constant power. */
export const buckRegulator = definePart({
  type: "buck-regulator",
  terminals: ["in", "out", "ground"],
  parameters: z.strictObject({ ...output, dropout: positive.default(1) }),
  through: [["in", "out"]],
  fed: ["in", "ground"],
  across: [["out", "ground"]],
  modes,
  expand(build, p, condition) {
    const [input, out, ground] = [build.node("in"), build.node("out"), build.node("ground")];
    convert(build, p, condition, [input, ground], "dc", p.volts + p.dropout, [out, ground]);
  },
});

/**
 * Battery charger on the mains: holds the float voltage, up to its current, through a diode that keeps the battery
 * from feeding back.
 */
export const charger = definePart({
  type: "charger",
  terminals: ["l", "n", "plus", "minus"],
  parameters: z.strictObject({ ...output, minimumVolts: positive.default(85) }),
  through: [
    ["l", "plus"],
    ["minus", "n"],
  ],
  fed: ["l", "n"],
  across: [
    ["plus", "minus"],
    ["l", "n"],
  ],
  modes: modes.map((m) =>
    m.id === "dead" ? { ...m, looks: "its lamp is dark; the battery lasts a while and then all stops" } : m,
  ),
  expand(build, p, condition) {
    const [l, n, plus, minus] = [build.node("l"), build.node("n"), build.node("plus"), build.node("minus")];
    const behind = build.inner("behind");
    const blocking = { forwardVolts: 0.5, forwardAmps: 0.1, emission: 1.5, seriesOhms: 0.02 };
    const raised = { ...p, volts: p.volts + blocking.forwardVolts };
    convert(build, raised, condition, [l, n], "ac", p.minimumVolts, [behind, minus]);
    addJunction(build, "blocking", behind, plus, blocking, undefined);
  },
});

import { readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";

type PartFile = {
  readonly id: string;
  readonly type: string;
  readonly terminals: Readonly<Record<string, string>>;
  readonly parameters?: Readonly<Record<string, unknown>>;
};

/** One part of a model file. */
export const part = (
  id: string,
  type: string,
  terminals: Record<string, string>,
  parameters: Record<string, unknown> = {},
): PartFile => ({ id, type, terminals, parameters });

/** A unit that names nothing but its parts, with a live and a dead state. */
export const unitOf = (parts: readonly PartFile[], more: object = {}): UnitModel =>
  readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "bare",
    name: "Bare",
    ground: "G",
    parts: parts.map((p) => ({ name: p.id, ...p })),
    states: [
      { id: "on", name: "On", power: "live" },
      { id: "dead", name: "Dead", power: "dead" },
    ],
    ...more,
  });

/** A mains heater; a transformer whose bridge feeds a lamp; a battery of its own with a buzzer. */
export const THREE_SUPPLIES = [
  part("V1", "mains", { l: "L", n: "N", pe: "G" }, { volts: 230 }),
  part("H1", "heater", { "1": "L", "2": "N", pe: "G" }, { volts: 230, watts: 500 }),
  part(
    "T1",
    "transformer",
    { p1: "L", p2: "N", s1: "S1", s2: "S2" },
    { primaryVolts: 230, secondaryVolts: 12, primaryOhms: 100, secondaryOhms: 1 },
  ),
  part("B1", "bridge", { a1: "S1", a2: "S2", plus: "P", minus: "M" }),
  part("E1", "lamp", { "1": "P", "2": "M" }, { volts: 15, watts: 3 }),
  part("C1", "battery", { plus: "BP", minus: "BM" }, { volts: 9 }),
  part("E2", "lamp", { "1": "BP", "2": "BM" }, { volts: 9, watts: 1 }),
];

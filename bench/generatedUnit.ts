import { readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";

/**
 * A unit of about `parts` parts for the benches: a supply, a fuse, and channels of pin, wire, switch, load and return
 * wire, a seventh of them running in each of seven live states; the eighth state is dead. Every terminal is a point.
 */
export function generatedUnit(parts: number): UnitModel {
  return readUnitOrThrow(generatedUnitFile(parts));
}

/** The same as a model file has it. */
export function generatedUnitFile(parts: number): Record<string, unknown> {
  const channels = Math.max(1, Math.round((parts - 3) / 5));
  const wire = (id: string, a: string, b: string) => ({
    id,
    name: id,
    type: "wire",
    terminals: { a, b },
    parameters: { metres: 1.2, mm2: 1 },
    colour: "grey",
  });
  const channel = (k: number) => [
    { id: `P${k}`, name: `Pin ${k}`, type: "pin", terminals: { a: `BUS${Math.floor(k / 8)}`, b: `A${k}` } },
    wire(`W${k}`, `A${k}`, `B${k}`),
    {
      id: `S${k}`,
      name: `Switch ${k}`,
      type: "switch",
      terminals: { a: `B${k}`, b: `C${k}` },
      parameters: { rest: "open" },
    },
    {
      id: `R${k}`,
      name: `Load ${k}`,
      type: "resistor",
      terminals: { a: `C${k}`, b: `D${k}` },
      parameters: { ohms: 150 + 37 * (k % 11) },
    },
    wire(`V${k}`, `D${k}`, "N"),
  ];
  const buses = Array.from({ length: Math.ceil(channels / 8) }, (_, b) =>
    wire(`BW${b}`, b === 0 ? "F" : `BUS${b - 1}`, `BUS${b}`),
  );
  const all = [
    {
      id: "IN",
      name: "Supply",
      type: "mains",
      terminals: { l: "L", n: "N", pe: "PE" },
      parameters: { volts: 230 },
    },
    { id: "F1", name: "Fuse", type: "fuse", terminals: { a: "L", b: "F" }, parameters: { amps: 63 } },
    { id: "PE", name: "Earth", type: "resistor", terminals: { a: "PE", b: "N" }, parameters: { ohms: 1e6 } },
    ...buses,
    ...Array.from({ length: channels }, (_, k) => channel(k)).flat(),
  ];
  const live = Array.from({ length: 7 }, (_, s) => ({
    id: `run${s}`,
    name: `Run ${s}`,
    power: "live",
    positions: Object.fromEntries(
      Array.from({ length: channels }, (_, k) => k)
        .filter((k) => k % 7 === s)
        .map((k) => [`S${k}`, "closed"]),
    ),
  }));
  const points = all.flatMap((p) =>
    Object.keys(p.terminals).map((t) => ({
      id: `${p.id}.${t}`,
      name: `${p.id} ${t}`,
      side: "mains",
      place: "bench",
      minutes: 0.3,
    })),
  );
  return {
    format: "zygodrome-unit",
    version: 1,
    id: `generated-${parts}`,
    name: `Generated unit of ${all.length} parts`,
    ground: "PE",
    parts: all,
    points,
    references: [{ side: "mains", point: "IN.n", function: "vac" }],
    states: [...live, { id: "dead", name: "Dead", power: "dead" }],
  };
}

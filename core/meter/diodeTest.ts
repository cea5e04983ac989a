import { settle, voltageInto, type Circuit } from "#core/circuit/index.ts";

/** The diode range's source: about 1 mA into a silicon junction, 3 V at most. Common practice, no source. */
const SOURCE_VOLTS = 3;
const SOURCE_OHMS = 2400;
/** Above this the range shows OL, V. */
const CEILING_VOLTS = 2.5;

/**
 * What the diode range shows between nodes p (red) and q (black) of a dead circuit: the drop of whatever conducts,
 * parallel paths included, in V; Infinity for OL. The meter's source is part of the circuit that is solved.
 */
export function predictDiodeTest(circuit: Circuit, p: number, q: number): number {
  const meter = {
    id: "meter",
    a: p,
    b: q,
    ohms: SOURCE_OHMS,
    henries: 0,
    farads: 0,
    acVolts: 0,
    dcVolts: SOURCE_VOLTS,
    tolerance: 0,
  };
  const point = settle({ ...circuit, branches: [...circuit.branches, meter] });
  const out = new Float64Array(2);
  voltageInto(out, point.dc, p, q);
  return out[0]! > CEILING_VOLTS ? Infinity : out[0]!;
}

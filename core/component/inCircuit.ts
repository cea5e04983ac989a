import { settle } from "#core/circuit/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { CATALOGUE, expandUnit, type UnitModel } from "#core/unit/index.ts";

/** What ohms across a healthy part read in a unit, dead, and what of it is the part's own. */
export interface InCircuit {
  readonly part: string;
  readonly pair: string;
  /** Nothing lifted, Ω. */
  readonly asWired: number;
  /** One end lifted, Ω. */
  readonly alone: number;
  /** All that in parallel, with the part gone, Ω; Infinity for nothing. */
  readonly beside: number;
}

/** Ohms across each pair of terminals of a part worth reading, computed on the unit's dead circuit. */
export function inCircuitReading(unit: UnitModel, part: string): InCircuit[] {
  const found = unit.parts.find((p) => p.id === part);
  const dead = unit.states.find((s) => s.power === "dead");
  if (!found || !dead) return [];
  const read = (a: string, b: string, lifts: readonly string[]) => {
    const bench = expandUnit(unit, { state: dead.id, lifts: [...lifts] });
    return predictReading(settle(bench.circuit), "ohm", bench.nodeOf(a), bench.nodeOf(b)).value;
  };
  return CATALOGUE.get(found.type)!.across.flatMap(([a, b]): InCircuit[] => {
    if (found.terminals[a] === undefined || found.terminals[b] === undefined) return [];
    const [red, black] = [`${part}.${a}`, `${part}.${b}`];
    const asWired = read(red, black, []);
    const alone = read(red, black, [red]);
    const siemens = 1 / asWired - 1 / alone;
    return [
      {
        part,
        pair: `${a} to ${b}`,
        asWired,
        alone,
        beside: siemens <= 1e-3 / asWired ? Infinity : 1 / siemens,
      },
    ];
  });
}

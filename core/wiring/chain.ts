import { CATALOGUE, type PartKind, type UnitModel } from "#core/unit/index.ts";

/** One part that a current passes: by which terminal it comes, by which it goes, and the net that it comes out on. */
export interface ChainLink {
  readonly part: string;
  readonly enters: string;
  readonly leaves: string;
  readonly net: string;
}

/**
 * The parts that the current passes from one net to another: the shortest chain through pairs of terminals that conduct,
 * and through supplies from their input to their output.
 * Empty where the nets are one or nothing leads there.
 * @param without terminals, "part.terminal", that it does not pass
 */
export function chainBetween(
  unit: UnitModel,
  from: string,
  isGoal: (net: string) => boolean,
  without: ReadonlySet<string> = new Set(),
): ChainLink[] {
  const chains = new Map<string, readonly ChainLink[]>([[from, []]]);
  const queue = [from];
  for (let net: string | undefined = queue.shift(); net !== undefined; net = queue.shift()) {
    if (isGoal(net)) return [...chains.get(net)!];
    for (const part of unit.parts) {
      const { across, through = across }: PartKind = CATALOGUE.get(part.type)!;
      const ends = (pair: readonly string[]) => pair.some((t) => isGoal(part.terminals[t] ?? ""));
      // From one side of a supply to its other side, and no further: what is asked for is the supply itself.
      const asked: PartKind["across"] = net === from ? across.filter(ends) : [];
      for (const [a, b] of [...through, ...asked])
        for (const [enters, leaves] of [
          [a, b],
          [b, a],
        ] as const) {
          const next = part.terminals[leaves];
          if (without.has(`${part.id}.${enters}`) || without.has(`${part.id}.${leaves}`)) continue;
          if (part.terminals[enters] !== net || next === undefined || chains.has(next)) continue;
          chains.set(next, [...chains.get(net)!, { part: part.id, enters, leaves, net: next }]);
          queue.push(next);
        }
    }
  }
  return [];
}

/** The net that a point touches. */
export function netOfPoint(unit: UnitModel, id: string): string | undefined {
  const terminal = unit.points.find((p) => p.id === id)?.terminal ?? id;
  const dot = terminal.lastIndexOf(".");
  return unit.parts.find((p) => p.id === terminal.slice(0, dot))?.terminals[terminal.slice(dot + 1)];
}

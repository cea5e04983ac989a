import { CATALOGUE } from "../catalogue/index.ts";
import type { UnitModel } from "./model.ts";

/** Why no jumper goes across a part. */
export type BypassRefusal =
  /** It guards people or the unit itself. */
  | "guards"
  /** It is in series with something that does: a burner's, lid's, level's or guard's chain. */
  | "in-chain"
  /** Nobody has said that it may be bridged for a moment. */
  | "not-marked";

/**
 * Whether a jumper may go across a part for a moment: refused unless the unit marks it so, and always where it guards
 * or lies in series with what guards.
 * @returns the reason against it; undefined where it may
 */
export function bypassRefusal(unit: UnitModel, partId: string): BypassRefusal | undefined {
  const part = unit.parts.find((p) => p.id === partId);
  if (!part || CATALOGUE.get(part.type)?.guards) return "guards";
  if (guardedChains(unit).has(partId)) return "in-chain";
  return part.bypass === undefined ? "not-marked" : undefined;
}

const kept = new WeakMap<UnitModel, ReadonlySet<string>>();

/** Parts in series with one that guards: reached from it through nets on which nothing else hangs. */
export function guardedChains(unit: UnitModel): ReadonlySet<string> {
  let chains = kept.get(unit);
  if (!chains) kept.set(unit, (chains = findChains(unit)));
  return chains;
}

function findChains(unit: UnitModel): ReadonlySet<string> {
  const paths = unit.parts.flatMap((part) =>
    (CATALOGUE.get(part.type)?.across ?? []).map(([a, b]) => ({
      part: part.id,
      guards: CATALOGUE.get(part.type)!.guards === true,
      nets: [part.terminals[a], part.terminals[b]].filter((n) => n !== undefined),
    })),
  );
  const ends = new Map<string, number>();
  for (const part of unit.parts)
    for (const net of Object.values(part.terminals)) ends.set(net, (ends.get(net) ?? 0) + 1);
  const chain = new Set<string>();
  const open = paths.filter((p) => p.guards);
  const seen = new Set(open);
  while (open.length > 0) {
    const path = open.pop()!;
    chain.add(path.part);
    for (const net of path.nets)
      if (ends.get(net) === 2)
        for (const other of paths)
          if (!seen.has(other) && other.nets.includes(net)) {
            seen.add(other);
            open.push(other);
          }
  }
  return chain;
}

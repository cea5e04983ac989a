import { buildDictionary, type Dictionary, type Truth } from "#core/diagnosis/index.ts";
import { seeded } from "#core/quantity/index.ts";
import type { Part, UnitModel } from "#core/unit/index.ts";
import { isRight, playOn, type Bench } from "./trial.ts";

/** A play on a model that somebody drew up in a hurry. */
export interface PartialPlay {
  readonly fault: string;
  readonly right: boolean;
  readonly wrong: boolean;
}

/** Share of a unit's parts that such a model lacks. */
const DROPPED = 0.2;

/**
 * Plays the unit's faults on a model without a random fifth of its parts, all of them conductors whose two nets it takes
 * for one, without tolerances and without colours. Only faults that are still in the model count.
 */
export function playPartial(bench: Bench, seed: number, most: number): PartialPlay[] {
  const { unit, droppedParts } = partialOf(bench.unit, seed);
  const dictionary: Dictionary = buildDictionary(unit);
  const partial: Bench = { ...bench, unit, dictionary };
  const left = bench.faults.filter(({ id }) => !droppedParts.has(id.slice(0, id.lastIndexOf(":"))));
  const step = Math.max(1, Math.floor(left.length / most));
  return left
    .filter((_, i) => i % step === 0)
    .slice(0, most)
    .map(({ id, truth }, i) => {
      const play = playOn(partial, known(unit, truth), "information", seed + i);
      const right = isRight(bench, id, play.item);
      return { fault: id, right, wrong: play.ready && !right };
    });
}

/** What can be checked on the whole unit: whatever the partial model asks of parts that it has. */
function known(unit: UnitModel, truth: Truth): Truth {
  return (check) => {
    try {
      return truth(check);
    } catch {
      return undefined;
    }
  };
}

function partialOf(unit: UnitModel, seed: number): { unit: UnitModel; droppedParts: ReadonlySet<string> } {
  const random = seeded(seed);
  const conductors = unit.parts.filter((p) => ["wire", "pin", "screw-terminal", "splice"].includes(p.type));
  const wanted = Math.round(DROPPED * unit.parts.length);
  const named = new Set(unit.lifts.flatMap((l) => l.terminals.map((t) => t.slice(0, t.lastIndexOf(".")))));
  const dropped = conductors
    .filter((p) => !named.has(p.id))
    .map((part) => ({ part, at: random() }))
    .sort((x, y) => x.at - y.at)
    .slice(0, wanted)
    .map(({ part }) => part);
  const gone = new Set(dropped.map((p) => p.id));
  const parent = new Map<string, string>();
  const root = (net: string): string => (parent.has(net) ? root(parent.get(net)!) : net);
  for (const { terminals } of dropped) {
    const [a, b] = Object.values(terminals).map(root) as [string, string];
    // The ground's name stays.
    if (a !== b) parent.set(a === unit.ground ? b : a, a === unit.ground ? a : b);
  }
  const bare = (part: Part): Part => {
    const rest = { ...part };
    delete rest.colour;
    return {
      ...rest,
      parameters:
        typeof part.parameters["tolerance"] === "number"
          ? { ...part.parameters, tolerance: 0.05 }
          : part.parameters,
      terminals: Object.fromEntries(Object.entries(part.terminals).map(([t, n]) => [t, root(n)])),
    };
  };
  const parts = unit.parts.filter((p) => !gone.has(p.id)).map(bare);
  const netOf = (terminal: string) => {
    const dot = terminal.lastIndexOf(".");
    return unit.parts.find((p) => p.id === terminal.slice(0, dot))!.terminals[terminal.slice(dot + 1)]!;
  };
  const terminalOn = (net: string) => {
    for (const part of parts)
      for (const [t, n] of Object.entries(part.terminals)) if (n === net) return `${part.id}.${t}`;
    return undefined;
  };
  const points = unit.points.flatMap((point) => {
    const rest = { ...point };
    delete rest.colour;
    const terminal = point.terminal ?? point.id;
    if (!gone.has(terminal.slice(0, terminal.lastIndexOf(".")))) return [rest];
    const moved = terminalOn(root(netOf(terminal)));
    return moved === undefined ? [] : [{ ...rest, terminal: moved }];
  });
  // Wherever the board looks between two nets, it looks between what they are now.
  const renamed = <T>(value: T): T =>
    JSON.parse(
      JSON.stringify(value, (key, v: unknown) =>
        (key === "from" || key === "to") && typeof v === "string" ? root(v) : v,
      ),
    ) as T;
  return {
    unit: {
      ...unit,
      parts,
      points,
      needs: renamed(unit.needs),
      ...(unit.sequence ? { sequence: renamed(unit.sequence) } : {}),
    },
    droppedParts: gone,
  };
}

import { buildDictionary, fromScale, toScale, type Truth } from "#core/diagnosis/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { modesOf, type UnitModel } from "#core/unit/index.ts";
import { isNoticed, playOn, type Bench } from "./trial.ts";

export interface UnknownPlay {
  readonly what: string;
  /** "Not in the model" leads at the end. */
  readonly leads: boolean;
  /** Some item was called all the same. */
  readonly called: boolean;
}

/**
 * Faults that the model does not have: a path of some ohms between two nets that have nothing to do with each other, or
 * two wires of the unit changed over. Those that look like one of the model's own faults are left out, and those that
 * nobody would notice.
 */
export function playUnknown(bench: Bench, seed: number, most: number): UnknownPlay[] {
  const random = seeded(seed);
  const plays: UnknownPlay[] = [];
  for (let tries = 0; tries < 6 * most && plays.length < most; tries++) {
    const { what, unit } = tries % 2 === 0 ? bridged(bench.unit, random) : crossed(bench.unit, random);
    const truth = truthOf(unit);
    if (!truth || !isNoticed(bench.dictionary, bench.complaint, truth) || looksKnown(bench, truth)) continue;
    const play = playOn(bench, truth, "information", seed + tries);
    plays.push({ what, leads: play.item === "not-in-model", called: play.ready });
  }
  return plays;
}

interface Changed {
  readonly what: string;
  readonly unit: UnitModel;
}

function bridged(unit: UnitModel, random: () => number): Changed {
  const nets = [...new Set(unit.parts.flatMap((p) => Object.values(p.terminals)))];
  const [a, b] = [nets[Math.floor(random() * nets.length)]!, nets[Math.floor(random() * nets.length)]!];
  const ohms = 10 ** (0.5 + 2 * random());
  const leak = {
    id: "X_UNKNOWN",
    name: "Unknown path",
    type: "resistor",
    terminals: { a, b },
    parameters: { ohms, watts: 1000 },
    item: unit.items[0]!.id,
    weights: {},
  };
  return {
    what: `${ohms.toFixed(0)} ohm from ${a} to ${b}`,
    unit: { ...unit, parts: [...unit.parts, leak] },
  };
}

function crossed(unit: UnitModel, random: () => number): Changed {
  const wires = unit.parts.filter((p) => p.type === "wire");
  const [a, b] = [wires[Math.floor(random() * wires.length)]!, wires[Math.floor(random() * wires.length)]!];
  const parts = unit.parts.map((p) =>
    p === a || p === b ? { ...p, terminals: { ...p.terminals, b: (p === a ? b : a).terminals.b! } } : p,
  );
  return { what: `${a.id} and ${b.id} changed over`, unit: { ...unit, parts } };
}

/** Readings of the changed unit with no fault of its own; undefined where its circuit cannot be solved. */
function truthOf(unit: UnitModel): Truth | undefined {
  const sound = {
    ...unit,
    parts: unit.parts.map((p) => ({ ...p, weights: Object.fromEntries(modesOf(p).map((m) => [m.id, 0])) })),
  };
  try {
    const dictionary = buildDictionary(sound);
    const truth: Truth = (check) => {
      const row = dictionary.row(check);
      return "chance" in row ? row.chance[0]! > 0.5 : fromScale(row.check.fn, row.mean[0]!);
    };
    return truth;
  } catch {
    return undefined;
  }
}

/** Some case of the model, the healthy one among them, reads within its spread at every check. */
function looksKnown({ dictionary }: Bench, truth: Truth): boolean {
  const rows = dictionary.rows.flatMap((row) => {
    if ("chance" in row) return [];
    const shown = truth(row.check);
    return typeof shown === "number" ? [{ row, y: toScale(row.check.fn, shown) }] : [];
  });
  return dictionary.cases.some((_, i) =>
    rows.every(({ row, y }) => Math.abs(y - row.mean[i]!) < 3 * row.sd[i]!),
  );
}

import { seeded } from "#core/quantity/index.ts";
import type { Play, Truth } from "#core/diagnosis/index.ts";
import type { Part, UnitModel } from "#core/unit/index.ts";
import { freshTruth } from "#core/practice/index.ts";
import { isNoticed, playOn, type Bench } from "./trial.ts";

/** A fault that no part's list of failures has. */
export interface UnknownPlay {
  readonly what: string;
  /** Such as lie in the unit's own geometry, or such as nothing foretells. */
  readonly kind: "unlisted" | "outside";
  /** The place was named: the likeliest suspect, or the item called, is where the fault is. */
  readonly named: boolean;
  /** “Not in the model” leads at the end. */
  readonly leads: boolean;
  /** Some item was called that has nothing to do with it. */
  readonly wrong: boolean;
  readonly play: Play;
}

/** A unit changed in its wiring, and the items at the place. */
interface Changed {
  readonly what: string;
  readonly unit: UnitModel;
  readonly items: readonly string[];
}

/**
 * Faults of the unit's geometry, made here by changing the model file's own wiring: neighbouring pins bridged, two wires of
 * one plug changed over, a wire chafed through, a part of another value. Those that nobody would notice are left out.
 */
export function playUnlisted(bench: Bench, seed: number, most: number): UnknownPlay[] {
  return playChanged(bench, "unlisted", seed, most, [bridgedPins, changedOver, chafed, otherPart]);
}

/** Faults that nothing foretells: a path between two places that have nothing to do with each other, two far wires crossed. */
export function playOutside(bench: Bench, seed: number, most: number): UnknownPlay[] {
  return playChanged(bench, "outside", seed, most, [farPath, crossed]);
}

function playChanged(
  bench: Bench,
  kind: UnknownPlay["kind"],
  seed: number,
  most: number,
  makers: readonly ((unit: UnitModel, random: () => number) => Changed | undefined)[],
): UnknownPlay[] {
  const random = seeded(seed);
  const plays: UnknownPlay[] = [];
  for (let tries = 0; tries < 8 * most && plays.length < most; tries++) {
    const changed = makers[tries % makers.length]!(bench.unit, random);
    const truth = changed && truthOf(changed.unit, bench.unit);
    if (!truth || !isNoticed(bench.dictionary, bench.complaint, truth)) continue;
    const play = playOn(bench, truth, "information", seed + tries);
    const atPlace = play.item.split("+").some((item) => changed.items.includes(item));
    plays.push({
      what: changed.what,
      kind,
      named: atPlace,
      leads: play.item === "not-in-model",
      wrong: play.ready && !atPlace,
      play,
    });
  }
  return plays;
}

/** The changed unit as it stands, asked for what the unit was meant to do; undefined where its circuit has no answer. */
function truthOf(unit: UnitModel, meant: UnitModel): Truth | undefined {
  const truth = freshTruth(unit, [], meant);
  return (check) => {
    try {
      return truth(check);
    } catch {
      return undefined;
    }
  };
}

function pick<T>(list: readonly T[], random: () => number): T | undefined {
  return list[Math.floor(random() * list.length)];
}

const wiresOf = (unit: UnitModel) => unit.parts.filter((p) => p.type === "wire");

function withPath(unit: UnitModel, a: string, b: string, ohms: number): UnitModel {
  const path: Part = {
    id: "X_UNKNOWN",
    name: "Unknown path",
    type: "resistor",
    terminals: { a, b },
    parameters: { ohms, watts: 1000, tolerance: 0.05 },
    item: unit.items[0]!.id,
    weights: {},
  };
  return { ...unit, parts: [...unit.parts, path] };
}

function bridgedPins(unit: UnitModel, random: () => number): Changed | undefined {
  const pins = unit.parts.filter((p) => p.type === "pin" && /\.\d+$/.test(p.id));
  const one = pick(pins, random);
  if (!one) return undefined;
  const next = one.id.replace(/\d+$/, (n) => String(Number(n) + 1));
  const other = pins.find((p) => p.id === next);
  if (!other) return undefined;
  const ohms = 10 ** (-1 + 4 * random());
  return {
    what: `${one.id} bridged to ${other.id}, ${ohms.toPrecision(2)} ohm`,
    unit: withPath(unit, one.terminals["b"]!, other.terminals["b"]!, ohms),
    items: [...itemsAt(unit, one.terminals["b"]!), ...itemsAt(unit, other.terminals["b"]!)],
  };
}

/** Items of the conductors on a net: what is looked at when the place is named. */
function itemsAt(unit: UnitModel, net: string): string[] {
  return unit.parts
    .filter(
      (p) => ["wire", "pin", "screw-terminal"].includes(p.type) && Object.values(p.terminals).includes(net),
    )
    .map((p) => p.item);
}

function changedOver(unit: UnitModel, random: () => number): Changed | undefined {
  const pins = unit.parts.filter((p) => p.type === "pin" && /\.\d+$/.test(p.id));
  const one = pick(pins, random);
  if (!one) return undefined;
  const stem = one.id.replace(/\.\d+$/, ".");
  const other = pick(
    pins.filter((p) => p !== one && p.id.startsWith(stem)),
    random,
  );
  if (!other) return undefined;
  const [a, b] = [one.terminals["b"]!, other.terminals["b"]!];
  if (a === b) return undefined;
  const parts = unit.parts.map((p) =>
    p === one || p === other ? { ...p, terminals: { ...p.terminals, b: p === one ? b : a } } : p,
  );
  return {
    what: `${one.id} and ${other.id} changed over`,
    unit: { ...unit, parts },
    items: [...itemsAt(unit, a), ...itemsAt(unit, b)],
  };
}

function chafed(unit: UnitModel, random: () => number): Changed | undefined {
  const chassis = unit.parts.map((p) => p.terminals["pe"]).find((n) => n !== undefined);
  const wire = pick(wiresOf(unit), random);
  if (!wire || chassis === undefined) return undefined;
  const net = wire.terminals["b"]!;
  if (net === chassis) return undefined;
  const ohms = 10 ** (3 * random());
  return {
    what: `${wire.id} chafed to the chassis, ${ohms.toPrecision(2)} ohm`,
    unit: withPath(unit, net, chassis, ohms),
    items: [
      ...itemsAt(unit, net),
      ...unit.parts.filter((p) => Object.values(p.terminals).includes(net)).map((p) => p.item),
    ],
  };
}

const RATINGS = ["ohms", "ohms25", "watts", "coilOhms", "amps", "farads"];

function otherPart(unit: UnitModel, random: () => number): Changed | undefined {
  const rated = unit.parts.filter(
    (p) =>
      !["wire", "pin", "mains", "fuse", "breaker", "rcd"].includes(p.type) &&
      RATINGS.some((r) => typeof p.parameters[r] === "number"),
  );
  const part = pick(rated, random);
  if (!part) return undefined;
  const factor = random() < 0.5 ? 0.2 + 0.3 * random() : 2 + 8 * random();
  const parameters = Object.fromEntries(
    Object.entries(part.parameters).map(([k, v]) => [
      k,
      RATINGS.includes(k) && typeof v === "number" ? v * factor : v,
    ]),
  );
  return {
    what: `${part.id} fitted with ${factor.toFixed(2)} times its value`,
    unit: { ...unit, parts: unit.parts.map((p) => (p === part ? { ...p, parameters } : p)) },
    items: [part.item],
  };
}

function farPath(unit: UnitModel, random: () => number): Changed | undefined {
  const nets = [...new Set(unit.parts.flatMap((p) => Object.values(p.terminals)))];
  const [a, b] = [pick(nets, random)!, pick(nets, random)!];
  if (a === b) return undefined;
  const ohms = 10 ** (0.5 + 2 * random());
  return {
    what: `${ohms.toFixed(0)} ohm from ${a} to ${b}`,
    unit: withPath(unit, a, b, ohms),
    items: [...itemsAt(unit, a), ...itemsAt(unit, b)],
  };
}

function crossed(unit: UnitModel, random: () => number): Changed | undefined {
  const wires = wiresOf(unit);
  const [a, b] = [pick(wires, random)!, pick(wires, random)!];
  if (a === b) return undefined;
  const parts = unit.parts.map((p) =>
    p === a || p === b ? { ...p, terminals: { ...p.terminals, b: (p === a ? b : a).terminals["b"]! } } : p,
  );
  return { what: `${a.id} and ${b.id} changed over`, unit: { ...unit, parts }, items: [a.item, b.item] };
}

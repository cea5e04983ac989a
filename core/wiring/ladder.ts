import { CATALOGUE, type Course, type Part, type UnitModel } from "#core/unit/index.ts";
import { chainBetween, netOfPoint, type ChainLink } from "./chain.ts";
import { symbolBetween, type SymbolName } from "./symbols.ts";

/** A part of the loop, in the order in which the current passes it. */
export interface LadderPart {
  readonly id: string;
  readonly label: string;
  readonly name: string;
  readonly symbol: SymbolName;
  readonly enters: string;
  readonly leaves: string;
  /** What it is replaced with. */
  readonly item: string;
  /** Courses of other circuits that this part is on: what pulls a relay in. */
  readonly alsoOn: readonly string[];
}

/** What joins two parts of the loop: one net, or several with the wires between them. */
export interface LadderLine {
  readonly nets: readonly string[];
  readonly wires: readonly { readonly id: string; readonly colour?: string }[];
}

/** A run of neighbours on the loop that belong to one thing: a board. */
export interface LadderBox {
  readonly item: string;
  readonly name: string;
  /** First and last part of the run. */
  readonly from: number;
  readonly to: number;
}

/** One circuit as its loop: parts, and one more line than there are parts, before, between and after them. */
export interface Ladder {
  readonly course: string;
  readonly parts: readonly LadderPart[];
  readonly lines: readonly LadderLine[];
  readonly boxes: readonly LadderBox[];
  /** What it comes from and goes back to: a supply's part, or the net where none is known. */
  readonly ends: readonly [from: string, to: string];
}

/** Parts between a course's end and the supply that it comes from; a rail that lies further off stands for itself. */
const MOST_TO_SUPPLY = 6;

/**
 * The loop of a course: from its supply through everything in the way to the load and back to the supply. Wires are lines,
 * everything else a part. Undefined where no chain of conducting parts joins the course's points.
 */
export function ladderOf(unit: UnitModel, course: Course): Ladder | undefined {
  const nets = course.points.flatMap((id) => netOfPoint(unit, id) ?? []);
  const first = nets[0];
  if (first === undefined) return undefined;
  const along: ChainLink[] = [];
  for (const [i, net] of nets.slice(1).entries()) {
    if (net === (along.at(-1)?.net ?? first)) continue;
    const isThere = (n: string) => n === net;
    const passed = terminalsOf(along);
    // What was passed already is not passed again where there is another way: from a rail through its load, not back.
    const fresh = chainBetween(unit, nets[i]!, isThere, passed);
    const links = fresh.length > 0 ? fresh : chainBetween(unit, nets[i]!, isThere);
    if (links.length === 0) return undefined;
    along.push(...links);
  }
  const loop = withoutDetours(first, along);
  if (loop.length === 0) return undefined;
  const used = terminalsOf(loop);
  const before = toSupply(unit, first, used).map(turned);
  before.reverse();
  const after = toSupply(unit, loop.at(-1)!.net, new Set([...used, ...terminalsOf(before)]));
  const start = before[0] ? partNet(unit, before[0].part, before[0].enters) : first;
  return folded(
    unit,
    course,
    start,
    [...before, ...loop, ...after].map((link, i, all) => ({
      ...link,
      // A link that was turned comes out where the next one goes in.
      net: partNet(unit, link.part, link.leaves) ?? all[i]!.net,
    })),
  );
}

/** A chain that comes back to a net where it was goes on from there. */
function withoutDetours(first: string, links: readonly ChainLink[]): ChainLink[] {
  const kept: ChainLink[] = [];
  for (const link of links) {
    kept.push(link);
    const before = link.net === first ? -1 : kept.findIndex((l) => l.net === link.net);
    if (before < kept.length - 1) kept.length = before + 1;
  }
  return kept;
}

const partNet = (unit: UnitModel, part: string, terminal: string) =>
  unit.parts.find((p) => p.id === part)!.terminals[terminal];

const turned = ({ part, enters, leaves, net }: ChainLink): ChainLink => ({
  part,
  enters: leaves,
  leaves: enters,
  net,
});

/** The terminals that a chain passes. A part of two poles can be passed once by each. */
const terminalsOf = (links: readonly ChainLink[]) =>
  new Set(links.flatMap(({ part, enters, leaves }) => [`${part}.${enters}`, `${part}.${leaves}`]));

/** Whether a terminal feeds a circuit: a supply's, or a transformer's secondary. */
function isSource(part: Part, terminal: string): boolean {
  const { feeds, secondary } = CATALOGUE.get(part.type)!;
  return feeds ?? secondary?.includes(terminal) ?? false;
}

/** From a net to the nearest thing that feeds it, not back through the circuit itself. */
function toSupply(unit: UnitModel, from: string, without: ReadonlySet<string>): ChainLink[] {
  const ends = unit.parts.flatMap((p) =>
    Object.entries(p.terminals).flatMap(([t, net]) =>
      isSource(p, t) ? [{ net, terminal: `${p.id}.${t}` }] : [],
    ),
  );
  // Earth is no way for the current.
  const fed = new Set(ends.map((e) => e.net).filter((net) => net !== unit.ground));
  const passed = new Set([...without, ...ends.map((e) => e.terminal)]);
  const links = chainBetween(unit, from, (net) => fed.has(net), passed);
  return links.length <= MOST_TO_SUPPLY ? links : [];
}

/** The chain with its wires folded into the lines between the other parts. */
function folded(
  unit: UnitModel,
  course: Course,
  start: string | undefined,
  links: readonly ChainLink[],
): Ladder {
  const parts: LadderPart[] = [];
  const lines: { nets: string[]; wires: LadderLine["wires"][number][] }[] = [
    { nets: start === undefined ? [] : [start], wires: [] },
  ];
  for (const { part: id, enters, leaves, net } of links) {
    const part = unit.parts.find((p) => p.id === id)!;
    const line = lines.at(-1)!;
    if (part.type === "wire") {
      line.wires.push({ id, ...(part.colour === undefined ? {} : { colour: part.colour }) });
      line.nets.push(net);
      continue;
    }
    parts.push({
      id,
      label: id.replaceAll(".", "·"),
      name: part.name,
      symbol: symbolBetween(part.type, enters, leaves),
      enters,
      leaves,
      item: part.item,
      alsoOn: unit.courses.filter((c) => c.id !== course.id && passes(unit, c, id)).map((c) => c.id),
    });
    lines.push({ nets: [net], wires: [] });
  }
  return {
    course: course.id,
    parts,
    lines,
    boxes: boxesOf(unit, parts),
    ends: [sourceOn(unit, lines[0]!.nets[0]), sourceOn(unit, lines.at(-1)!.nets.at(-1))],
  };
}

/** What a net is fed by: a supply, a transformer's winding, or else the net itself. */
function sourceOn(unit: UnitModel, net: string | undefined): string {
  const source = unit.parts.find((p) =>
    Object.entries(p.terminals).some(([t, n]) => n === net && isSource(p, t)),
  );
  return source?.id ?? net ?? "";
}

/** Whether a course has a point at a terminal of the part. */
function passes(unit: UnitModel, course: Course, part: string): boolean {
  return course.points.some((id) => {
    const terminal = unit.points.find((p) => p.id === id)?.terminal ?? id;
    return terminal.slice(0, terminal.lastIndexOf(".")) === part;
  });
}

/** Parts of an item from which on it is drawn as a box round those that stand beside each other. */
const LEAST_IN_BOX = 2;

function boxesOf(unit: UnitModel, parts: readonly LadderPart[]): LadderBox[] {
  const boxes: LadderBox[] = [];
  for (let from = 0; from < parts.length;) {
    let to = from;
    while (parts[to + 1]?.item === parts[from]!.item) to += 1;
    const { item } = parts[from]!;
    if (to - from + 1 >= LEAST_IN_BOX)
      boxes.push({ item, name: unit.items.find((i) => i.id === item)?.name ?? item, from, to });
    from = to + 1;
  }
  return boxes;
}

import { TRACE_KINDS } from "../kinds.ts";
import type { SupplyLine } from "../line.ts";
import type { Feed } from "../makers.ts";
import { feedTo, SUPPLY, type Placed, type Walk, type WalkedCircuit } from "../walk.ts";
import { WireGraph, type Edge, type Ways } from "./graph.ts";
import type { ListPart } from "./parts.ts";
import { endText } from "./readRows.ts";
import type { ListProblem, Wire, WireEnd } from "./row.ts";

/** A thing of the list before its feed and its direction are known. */
interface Loose extends Edge {
  readonly make: (feed: Feed, near: string, far: string, circuit: number, behindLoad: boolean) => Placed;
  /** Its output is wired. */
  readonly gives?: true;
}

export interface LaidOut {
  readonly walk: Walk;
  /** By circuit, the keys of all that its current passes, shared things too. */
  readonly ways: readonly (readonly string[])[];
}

/**
 * Lays a wiring list out as circuits: for every load the shortest way from its supply and back. What lies on two ways is
 * laid in the first; what lies on none (a sensor's lead, a spare) comes last.
 */
export function layOut(
  supply: SupplyLine,
  wires: readonly Wire[],
  parts: readonly ListPart[],
): { laid: LaidOut | undefined; problems: ListProblem[] } {
  const problems: ListProblem[] = [];
  const nets = joinedNets(wires, parts);
  const loose = [
    ...parts.flatMap((part) => looseParts(part, nets, problems)),
    ...wires.filter((w) => !w.joined).map((w) => looseWire(w, nets)),
  ];
  if (problems.length > 0) return { laid: undefined, problems };
  const graph = new WireGraph(loose);
  const circuits: WalkedCircuit[] = [];
  const ways: string[][] = [];
  const laid = new Set<string>();
  const feeds: Feed[] = [feedOf(supply)];
  for (let k = 0; k < feeds.length; k++) {
    const feed = feeds[k]!;
    const starts = startsOf(feed, supply);
    const island = graph.island([...starts, feed.back]);
    const own = loose.filter((l) => island.has(l.a) || island.has(l.b));
    const ground: Ground = {
      feed,
      starts: starts.map((net) => ({ net, ways: graph.waysFrom(net) })),
      back: graph.waysFrom(feed.back),
      own: new Map(own.map((l) => [l.key, l])),
    };
    for (const load of own.filter((l) => l.load)) {
      const circuit = circuitOf(load, ground, laid, circuits.length);
      if ("code" in circuit) problems.push(circuit);
      else {
        circuits.push(circuit.walked);
        ways.push(circuit.way);
        const { made, id } = circuit.walked.load!;
        // A converter on DC shares its minus with what feeds it.
        if (load.gives && made.type === "buck-regulator") problems.push({ code: "own-minus", part: id });
        else if (load.gives && made.gives) feeds.push({ ...made.gives, back: `${id}-MINUS`, from: id });
      }
    }
    const rest = own.filter((l) => !laid.has(l.key));
    if (rest.length > 0) {
      for (const l of rest) laid.add(l.key);
      circuits.push({
        number: circuits.length,
        feed,
        start: starts[0]!,
        things: rest.map((l) => l.make(feed, l.a, l.b, circuits.length, false)),
        load: undefined,
        closed: true,
      });
      ways.push([]);
    }
  }
  if (!loose.some((l) => l.load)) problems.push({ code: "no-load" });
  if (problems.length > 0) return { laid: undefined, problems };
  return { laid: { walk: { lines: [], supply, circuits, open: false }, ways }, problems };
}

function feedOf({ volts, current }: SupplyLine): Feed {
  return { volts, current, from: SUPPLY, back: current === "dc" ? "MINUS" : "N" };
}

function startsOf(feed: Feed, supply: SupplyLine): string[] {
  if (feed.from !== SUPPLY) return [`${feed.from}-PLUS`];
  return supply.current === "dc" ? ["PLUS"] : supply.split ? ["L1", "L2"] : ["L"];
}

/** A bar of terminals: with two ends it is a joint like any other, with one or many a place where wires meet. */
function isBar({ line, terminals }: ListPart): boolean {
  return (line.kind.id === "terminal" || line.kind.id === "splice") && terminals.length !== 2;
}

/** Nets by the ends that they join: what a board or a bar joins inside is one net. */
function joinedNets(
  wires: readonly Wire[],
  parts: readonly ListPart[],
): (end: WireEnd, inside?: boolean) => string {
  const pins = new Set(parts.filter((p) => p.line.kind.role === "pin").map((p) => p.id));
  const outputs = new Map(parts.flatMap(outputNets));
  const root = new Map<string, string>();
  const find = (net: string): string => {
    const above = root.get(net) ?? net;
    return above === net ? net : find(above);
  };
  // A pin has the wire on its outer side and the board on its inner one.
  const name = (end: WireEnd, inside = false) =>
    inside && end.part !== undefined && pins.has(end.part)
      ? `${endText(end)}-board`
      : (outputs.get(endText(end)) ?? endText(end));
  for (const wire of wires) if (wire.joined) root.set(find(name(wire.from, true)), find(name(wire.to, true)));
  for (const { id, terminals } of parts.filter(isBar))
    for (const terminal of terminals) root.set(find(`${id}.${terminal}`), find(`${id}.${terminals[0]!}`));
  // The supply's own conductors keep their names whatever they are joined to.
  for (const conductor of ["L", "L1", "L2", "N", "PE", "PLUS", "MINUS", ...outputs.values()]) {
    const top = find(conductor);
    if (top !== conductor) {
      root.set(top, conductor);
      root.set(conductor, conductor);
    }
  }
  return (end, inside) => find(name(end, inside));
}

type Nets = ReturnType<typeof joinedNets>;

function looseWire(wire: Wire, nets: Nets): Loose {
  const [a, b] = [nets(wire.from), nets(wire.to)];
  const id = `W.${wire.row + 1}`;
  const kind = TRACE_KINDS.get("wire")!;
  const { mm2, awg, metres, colour } = wire;
  const values = {
    ...(awg === undefined ? {} : { awg }),
    ...(mm2 === undefined ? {} : { mm2 }),
    ...(metres === undefined ? {} : { metres }),
  };
  const make: Loose["make"] = (feed, near, far, circuit, behindLoad) => ({
    id,
    kind,
    word: "wire",
    made: kind.make(values, feed),
    line: undefined,
    near,
    far,
    feed,
    circuit,
    behindLoad,
    ...(colour === undefined ? {} : { colour }),
  });
  return { key: id, a, b, load: false, make };
}

/** Nets of the supply that a part gives, by the ends that they are at. */
function outputNets({ id, line, terminals }: ListPart): [string, string][] {
  if (!GIVERS.has(line.kind.id)) return [];
  const [plus, minus] = terminals.filter((t) => OUT.test(t));
  return plus === undefined || minus === undefined
    ? []
    : [
        [`${id}.${plus}`, `${id}-PLUS`],
        [`${id}.${minus}`, `${id}-MINUS`],
      ];
}

const GIVERS: ReadonlySet<string> = new Set(["transformer", "power-supply", "board"]);
const OUT = /^(?:S\d|PLUS|MINUS|3|4|OUT|V)$/u;
const COIL = /^(?:A\d|B|COIL\d?|COILA|COILB)$/u;

/** The two-ended things that a part is: a plug's pins one by one, a relay's contact and its coil apart. */
function looseParts(part: ListPart, nets: Nets, problems: ListProblem[]): Loose[] {
  const { id, line, terminals } = part;
  const { kind } = line;
  if (kind.role === "pin") return terminals.map((terminal) => loosePin(part, terminal, nets));
  const ends = terminals.filter((t) => t !== "PE");
  const wrong = (wanted: number) => {
    problems.push({ code: "ends", part: id, kind: kind.names[0]!, wanted, terminals });
    return [];
  };
  if (isBar(part)) return [];
  if (kind.role === "contact") {
    const coil = ends.filter((t) => COIL.test(t));
    const contact = ends.filter((t) => !COIL.test(t));
    if (contact.length !== 2 || (coil.length !== 0 && coil.length !== 2)) return wrong(2);
    const made = [looseEnds(part, contact, nets)];
    if (coil.length === 2)
      made.push(looseEnds({ ...part, line: { ...line, kind: TRACE_KINDS.get("coil")! } }, coil, nets));
    return made;
  }
  const gives = GIVERS.has(kind.id);
  const out = gives ? ends.filter((t) => OUT.test(t)) : [];
  const own = ends.filter((t) => !out.includes(t));
  if (own.length !== 2 || ![0, 2].includes(out.length)) return wrong(gives ? 4 : 2);
  const main = looseEnds(part, own, nets);
  if (out.length === 0) return [main];
  return [{ ...main, gives: true }];
}

function looseEnds({ id, line }: ListPart, ends: readonly string[], nets: Nets): Loose {
  const [one, two] = ends as [string, string];
  const [a, b] = [nets({ part: id, terminal: one }), nets({ part: id, terminal: two })];
  const isCoil = line.kind.id === "coil";
  const make: Loose["make"] = (feed, near, far, circuit, behindLoad) => ({
    id,
    kind: line.kind,
    word: isCoil ? "coil" : line.word,
    made: line.kind.make(line.values, feed),
    line: 0,
    near,
    far,
    feed,
    circuit,
    behindLoad,
    ends: near === a ? [one, two] : [two, one],
  });
  return { key: isCoil ? `${id}-coil` : id, a, b, load: line.kind.role === "load", make };
}

function loosePin({ id, line }: ListPart, terminal: string, nets: Nets): Loose {
  const [wire, board] = [nets({ part: id, terminal }), nets({ part: id, terminal }, true)];
  const pin = `${id}.${terminal}`;
  const make: Loose["make"] = (feed, near, far, circuit, behindLoad) => ({
    id: pin,
    kind: line.kind,
    word: line.word,
    made: line.kind.make({}, feed),
    line: 0,
    near,
    far,
    feed,
    circuit,
    behindLoad,
    boardNear: near === board,
  });
  return { key: pin, a: wire, b: board, load: false, make };
}

/** A feed with the shortest ways from where it sets out, and from what it comes back to. */
interface Ground {
  readonly feed: Feed;
  readonly starts: readonly { readonly net: string; readonly ways: Ways }[];
  readonly back: Ways;
  readonly own: ReadonlyMap<string, Loose>;
}

/** A load's circuit: its near end is the one that the supply reaches first, and its other end must lead back. */
function circuitOf(
  load: Loose,
  { feed: given, starts, back, own }: Ground,
  laid: Set<string>,
  number: number,
): { walked: WalkedCircuit; way: string[] } | ListProblem {
  const leadsTo = ({ ways }: Ground["starts"][number]) =>
    Math.min(ways.steps(load.a), ways.steps(load.b)) < Infinity;
  // Between two legs it sets out at the first of them.
  const start = starts.find(leadsTo);
  if (!start) return { code: "no-way-there", part: load.key, from: starts.map((s) => s.net).join(" or ") };
  const near = start.ways.steps(load.a) <= start.ways.steps(load.b) ? load.a : load.b;
  const far = near === load.a ? load.b : load.a;
  // Between two legs the way back is the other leg.
  const home =
    back.steps(far) < Infinity
      ? { net: given.back, ways: back }
      : starts.find((s) => s !== start && s.ways.steps(far) < Infinity);
  if (!home) return { code: "no-way-back", part: load.key, to: given.back };
  const feed = feedTo(given, home.net);
  const up = start.ways.to(near);
  const down = home.ways.to(far).reverse();
  const things: Placed[] = [];
  const lay = (keys: readonly string[], from: string, behindLoad: boolean) => {
    let at = from;
    for (const key of keys) {
      const thing = own.get(key)!;
      const next = thing.a === at ? thing.b : thing.a;
      if (!laid.has(key)) things.push(thing.make(feed, at, next, number, behindLoad));
      laid.add(key);
      at = next;
    }
  };
  lay(up, start.net, false);
  laid.add(load.key);
  const placed = load.make(feed, near, far, number, false);
  things.push(placed);
  lay(down, far, true);
  return {
    walked: {
      number,
      feed,
      start: start.net,
      things,
      load: placed,
      closed: true,
    },
    way: [...up, load.key, ...down],
  };
}

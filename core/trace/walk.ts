import type { TraceKind } from "./kinds.ts";
import type { Feed, Made } from "./makers.ts";
import { TRACE_KINDS } from "./kinds.ts";
import type { EndLine, SupplyLine, ThingLine, TraceLine, TraceProblem } from "./line.ts";
import { boardSides } from "./boardSides.ts";
import { readLine } from "./readLine.ts";

/** A thing of the unit, with the nets at its two ends in the order in which the circuit was walked. */
export interface Placed {
  readonly id: string;
  readonly kind: TraceKind;
  readonly word: string;
  readonly made: Made;
  /** Index of the line that named it; undefined for a wire that nobody named. */
  readonly line: number | undefined;
  readonly near: string;
  readonly far: string;
  readonly feed: Feed;
  readonly colour?: string;
  /** Its circuit's, by number. */
  readonly circuit: number;
  /** Names of its two ends as they are printed, near and far; "1" and "2" where nobody said. */
  readonly ends?: readonly [near: string, far: string];
  /** Of a board's pin: whether its near end is the board's side; undefined for a plug within the harness. */
  readonly boardNear?: boolean;
  /** It sits on a board, between two of its pins. */
  readonly onBoard?: boolean;
  /** Behind the circuit's load, on the way back. */
  readonly behindLoad: boolean;
}

/** One circuit as walked: from a supply or from behind a part, to its way back. */
export interface WalkedCircuit {
  readonly number: number;
  readonly feed: Feed;
  readonly start: string;
  readonly things: readonly Placed[];
  readonly load: Placed | undefined;
  /** Whether a line said where it goes back to; otherwise it is taken to go straight back. */
  readonly closed: boolean;
}

/** What a line came to: what it was read as, or what is wrong with it. */
export type Walked =
  | { readonly ok: true; readonly line: TraceLine; readonly id?: string }
  | { readonly ok: false; readonly problem: TraceProblem };

export interface Walk {
  readonly lines: readonly Walked[];
  readonly supply: SupplyLine | undefined;
  readonly circuits: readonly WalkedCircuit[];
  /** Whether something of the last circuit stands and its load does not. */
  readonly open: boolean;
}

interface Step {
  readonly index: number;
  readonly line: ThingLine;
  readonly id: string;
}
interface Begun {
  readonly feed: Feed;
  readonly start: string;
  /** It sets out on a board: at the board's own supply, or behind what sits on it. */
  readonly onBoard?: boolean;
  readonly steps: Step[];
}

/** Designator of the supply that the first line names. */
export const SUPPLY = "SUP";

/** Longest list that is a traced circuit and not a pasted book. */
export const MOST_LINES = 400;

/**
 * Walks the lines in order and lays every thing between two nets. A line that cannot be read, or that says what cannot be
 * where it stands, is a problem of its own and the walk goes on without it.
 */
export function walk(texts: readonly string[]): Walk {
  return new Walker().walk(texts.slice(0, MOST_LINES));
}

class Walker {
  private readonly lines: Walked[] = [];
  private readonly circuits: WalkedCircuit[] = [];
  private readonly placed = new Map<string, Placed>();
  private readonly letters = new Map<string, number>();
  private readonly taken = new Set<string>();
  private supply: SupplyLine | undefined;
  private begun: Begun | undefined;
  private wires = 0;

  walk(texts: readonly string[]): Walk {
    const read = texts.map(readLine);
    for (const r of read)
      if (r.ok && r.line.is === "thing" && r.line.id !== undefined) this.taken.add(r.line.id);
    read.forEach((r, index) => this.lines.push(r.ok ? this.take(r.line, index) : r));
    const open = this.begun !== undefined && this.begun.steps.length > 0 && !hasLoad(this.begun);
    this.close(undefined, undefined);
    return { lines: this.lines, supply: this.supply, circuits: this.circuits, open };
  }

  private take(line: TraceLine, index: number): Walked {
    if (line.is === "supply") return this.takeSupply(line);
    if (!this.supply) return { ok: false, problem: { code: "supply-first" } };
    if (line.is === "thing") return this.takeThing(line, index);
    return line.is === "from" ? this.begin(line) : this.end(line);
  }

  private takeSupply(line: SupplyLine): Walked {
    if (this.supply) return { ok: false, problem: { code: "second-supply" } };
    this.supply = line;
    this.begun = this.atSupply();
    return { ok: true, line };
  }

  /** A circuit that sets out at the supply. */
  private atSupply(): Begun {
    const { current, split } = this.supply!;
    return { ...this.conductor(current === "dc" ? "PLUS" : split ? "L1" : "L")!, steps: [] };
  }

  /** A conductor of the supply as a start: the net, and what comes from it. */
  private conductor(name: string): { feed: Feed; start: string } | undefined {
    const { volts, current, split } = this.supply!;
    const feed = { volts, current, from: SUPPLY };
    if (current === "dc")
      return name === "PLUS" ? { feed: { ...feed, back: "MINUS" }, start: "PLUS" } : undefined;
    if (!split) return name === "L" ? { feed: { ...feed, back: "N" }, start: "L" } : undefined;
    const leg = name === "L" ? "L1" : name;
    return leg === "L1" || leg === "L2" ? { feed: { ...feed, back: "N" }, start: leg } : undefined;
  }

  private begin(line: EndLine): Walked {
    const from = this.startAt(line.at);
    if (!from)
      return { ok: false, problem: { code: "no-such-part", at: line.at, known: [...this.placed.keys()] } };
    this.close(undefined, undefined);
    this.begun = { ...from, steps: [] };
    return { ok: true, line };
  }

  /** From behind a part; from the secondary of a transformer or the output of a supply; from a conductor. */
  private startAt(at: string): Omit<Begun, "steps"> | undefined {
    const conductor = this.conductor(at);
    if (conductor) return conductor;
    const thing = this.placed.get(at) ?? this.stepOf(at);
    if (!thing) return undefined;
    const { gives, type } = thing.made;
    if (!gives) return { feed: thing.feed, start: thing.far, onBoard: thing.onBoard === true };
    // A converter on DC shares its minus with what feeds it.
    const back = type === "buck-regulator" ? "MINUS" : `${thing.id}-MINUS`;
    return {
      feed: { ...gives, back, from: thing.id },
      start: `${thing.id}-PLUS`,
      onBoard: thing.kind.id === "board",
    };
  }

  /** A part of the circuit that is being walked: it is laid first. */
  private stepOf(at: string): Placed | undefined {
    if (!this.begun?.steps.some((s) => s.id === at)) return undefined;
    this.close(undefined, undefined);
    return this.placed.get(at);
  }

  private end(line: EndLine): Walked {
    const { begun } = this;
    if (!begun || begun.steps.length === 0) return { ok: false, problem: { code: "nothing-between" } };
    if (!hasLoad(begun)) return { ok: false, problem: { code: "no-load" } };
    if (begun.steps.some((s) => s.id === line.at))
      return { ok: false, problem: { code: "own-end", at: line.at } };
    const net = this.backAt(line.at, begun.feed);
    if (net === undefined)
      return { ok: false, problem: { code: "no-such-part", at: line.at, known: [...this.placed.keys()] } };
    this.close(net, line.colour);
    return { ok: true, line };
  }

  private backAt(at: string, feed: Feed): string | undefined {
    const { current, split } = this.supply!;
    const own = feed.from !== SUPPLY && (at === "N" || at === "MINUS" || at === feed.from);
    if (own) return feed.back;
    if (current === "dc") return at === "MINUS" || at === "N" ? "MINUS" : this.placed.get(at)?.near;
    if (at === "N" || (split && (at === "L1" || at === "L2"))) return at;
    return this.placed.get(at)?.near;
  }

  private takeThing(line: ThingLine, index: number): Walked {
    if (line.kind.id === "coil" && line.id === undefined)
      return { ok: false, problem: { code: "coil-of-what", id: undefined } };
    const id = line.id ?? this.designator(line.kind);
    if (line.id !== undefined && this.isTaken(id, line.kind))
      return { ok: false, problem: { code: "used-twice", id } };
    // After a circuit that was closed, the next begins where the supply does.
    this.begun ??= this.atSupply();
    this.begun.steps.push({ index, line, id });
    return { ok: true, line, id };
  }

  /** A relay's coil and its contact share a designator; nothing else does. */
  private isTaken(id: string, kind: TraceKind): boolean {
    const others = [
      ...[this.placed.get(id), this.placed.get(`${id}-coil`)].flatMap((t) => t?.kind ?? []),
      ...(this.begun?.steps ?? []).filter((s) => s.id === id).map((s) => s.line.kind),
    ];
    const mayShare = (other: TraceKind) =>
      (kind.id === "coil" && other.role === "contact") || (kind.role === "contact" && other.id === "coil");
    return others.some((other) => !mayShare(other));
  }

  /** The next free designator of a kind: F1, then F2. */
  private designator(kind: TraceKind): string {
    for (;;) {
      const number = (this.letters.get(kind.letter) ?? 0) + 1;
      this.letters.set(kind.letter, number);
      const id = `${kind.letter}${number}`;
      if (!this.taken.has(id)) {
        this.taken.add(id);
        return id;
      }
    }
  }

  /** Lays what was begun between its nets, with a wire wherever two things outside a board follow each other. */
  private close(end: string | undefined, colour: string | undefined): void {
    const begun = this.begun;
    this.begun = undefined;
    if (!begun || begun.steps.length === 0) return;
    const { steps } = begun;
    const feed = feedTo(begun.feed, end);
    const circuit = this.circuits.length;
    const sides = boardSides(
      steps.map((s) => s.line.kind),
      begun.onBoard === true,
    );
    const load = steps.findIndex((s) => s.line.kind.role === "load");
    const things: Placed[] = [];
    let at = begun.start;
    const lay = (placed: Omit<Placed, "feed" | "circuit">) => {
      const whole = { ...placed, feed, circuit };
      things.push(whole);
      this.placed.set(placedName(whole), whole);
      at = placed.far;
    };
    steps.forEach((step, i) => {
      const { id, line, index } = step;
      const before = steps[i - 1];
      const behindLoad = load >= 0 && i > load;
      const { inside, joined, boardNear } = sides[i]!;
      const name = line.kind.id === "coil" ? `${id}-coil` : id;
      const wired = line.kind.role === "wire" || before?.line.kind.role === "wire" || joined;
      if (!wired) {
        const found =
          colourInto(line, boardNear) ?? (before && colourOutOf(before.line, sides[i - 1]!.boardNear));
        lay({ ...this.wire(at, `${name}-1`, found), behindLoad });
      }
      lay({
        id,
        kind: line.kind,
        word: line.word,
        made: line.kind.make(line.values, feed),
        line: index,
        near: at,
        far: `${name}-2`,
        ...(line.colour === undefined ? {} : { colour: line.colour }),
        ...(boardNear === undefined ? {} : { boardNear }),
        ...(inside ? { onBoard: true } : {}),
        behindLoad,
      });
    });
    if (load >= 0) {
      const last = steps.at(-1)!.line;
      const back = end ?? feed.back;
      const { boardNear } = sides.at(-1)!;
      if (last.kind.role === "wire" || boardNear === false) this.rejoin(things, back);
      else lay({ ...this.wire(at, back, colour ?? colourOutOf(last, boardNear)), behindLoad: true });
    }
    this.circuits.push({
      number: circuit,
      feed,
      start: begun.start,
      things,
      load: things.find((t) => t.kind.role === "load"),
      closed: end !== undefined,
    });
  }

  /** The last thing ends on the net that the circuit goes back to. */
  private rejoin(things: Placed[], back: string): void {
    const last = { ...things.at(-1)!, far: back };
    things[things.length - 1] = last;
    this.placed.set(last.id, last);
  }

  private wire(
    near: string,
    far: string,
    colour: string | undefined,
  ): Omit<Placed, "feed" | "circuit" | "behindLoad"> {
    const kind = TRACE_KINDS.get("wire")!;
    const made = kind.make({}, { volts: 0, current: "ac", back: "", from: "" });
    const id = `W.${++this.wires}`;
    return {
      id,
      kind,
      word: "wire",
      made,
      line: undefined,
      near,
      far,
      ...(colour === undefined ? {} : { colour }),
    };
  }
}

/** A feed that comes back to another conductor than its own: between two legs of opposite phase stands twice a leg's volts. */
export function feedTo(feed: Feed, back: string | undefined): Feed {
  const isLeg = back === "L1" || back === "L2";
  return isLeg && back !== feed.back ? { ...feed, back, volts: 2 * feed.volts } : feed;
}

const hasLoad = (begun: Begun) => begun.steps.some((s) => s.line.kind.role === "load");

/** A relay's coil and its contact are two things of one designator. */
export const placedName = ({ id, kind }: Pick<Placed, "id" | "kind">) =>
  kind.id === "coil" ? `${id}-coil` : id;

/** Colour of the wire that leads to a thing: as said with it, but for a pin whose wire is on its other side. */
function colourInto(line: ThingLine, boardNear: boolean | undefined): string | undefined {
  return line.kind.role === "pin" && boardNear === true ? undefined : line.colour;
}

/** Colour of the wire that leads away from a thing: as said with a pin whose outer side that is. */
function colourOutOf(line: ThingLine, boardNear: boolean | undefined): string | undefined {
  return line.kind.role === "pin" && boardNear !== false ? line.colour : undefined;
}

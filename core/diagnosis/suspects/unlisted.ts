import {
  hasRating,
  modesOf,
  OTHER_VALUE,
  referencesOf,
  type Fault,
  type Part,
  type UnitModel,
} from "#core/unit/index.ts";
import { placeRows, type Place } from "./places.ts";
import type { Suspect, UnlistedKind } from "./suspects.ts";

/** A fault that no part's modes hold, with the faults that make it in the wider unit: one list for each size. */
export interface Unlisted {
  readonly suspect: Suspect;
  readonly sizes: readonly (readonly Fault[])[];
}

/**
 * Of the sizes of an unlisted fault, those that every other one does less than: where they change nothing, none does. A bridge's is
 * its lowest ohms, a joint's its highest; another value lies on both sides of the right one.
 */
export function strongestSizes<T>(kind: UnlistedKind, sizes: readonly T[]): readonly T[] {
  if (kind === "other-value") return sizes;
  return kind === "poor-joint" ? sizes.slice(-1) : sizes.slice(0, 1);
}

/** A unit with a sound gap wherever something may be bridged, and a sound joint at every terminal that may go poor. */
export interface WideUnit {
  readonly unit: UnitModel;
  readonly list: readonly Unlisted[];
}

/** Starting weights, against 1 of an average failure mode. Common practice, no source. */
const WEIGHT: Readonly<Record<UnlistedKind, number>> = {
  bridge: 0.08,
  chafed: 0.06,
  "changed-over": 0.05,
  "wrong-pin": 0.03,
  "poor-joint": 0.06,
  "other-value": 0.05,
  "other-load": 0.05,
};
/** Conductors of one loom that are no neighbours at a plug, against those that are. */
const LOOM_SHARE = 0.2;
/** Wires of one plug that are no neighbours, against those that are. */
const FAR_SHARE = 0.4;

const BRIDGE_OHMS = [0.05, 30, 2e3, 1e5];
const CHAFE_OHMS = [0.5, 300, 2e5];
const POOR_OHMS = [1, 40, 1.5e3, 1e9];
const LOAD_OHMS = [2, 40, 800];
const OTHER_FACTORS = [0.25, 2.5, 25];
/** Parts whose joints crack: common practice, no source. */
const SHAKEN_TYPES: readonly string[] = [
  "relay",
  "change-over-relay",
  "double-relay",
  "contactor",
  "regulator",
];
/** What an item consists of that only holds wires. */
const PLACED: readonly string[] = ["wire", "pin", "screw-terminal", "splice"];
/** Mode of a gap that is none: a wire goes there. */
export const JOINED = "joined";
/** A joint as it should be, Ω: as low as a floating circuit can still be solved with. */
const SOUND_OHMS = 5e-3;

const kept = new WeakMap<UnitModel, WideUnit>();

/** The faults that lie in a unit's geometry: kept, since finding them means drawing up another unit. */
export function unlistedFaults(unit: UnitModel): WideUnit {
  let wide = kept.get(unit);
  if (!wide) kept.set(unit, (wide = new Geometry(unit).widened()));
  return wide;
}

class Geometry {
  private readonly unit: UnitModel;
  private readonly added = new Map<string, Part>();
  private readonly moved = new Map<string, string>();
  private readonly list: Unlisted[] = [];
  private readonly ends: ReadonlyMap<string, readonly { part: Part; terminal: string }[]>;
  /** Weight of one average failure mode as a chance. */
  private readonly unitWeight: number;

  constructor(unit: UnitModel) {
    this.unit = unit;
    const ends = new Map<string, { part: Part; terminal: string }[]>();
    for (const part of unit.parts)
      for (const [terminal, net] of Object.entries(part.terminals))
        ends.set(net, [...(ends.get(net) ?? []), { part, terminal }]);
    this.ends = ends;
    const weights = unit.parts.flatMap((p) => modesOf(p).map((m) => p.weights[m.id] ?? m.weight));
    this.unitWeight = 1 / weights.reduce((sum, w) => sum + w, 0);
  }

  widened(): WideUnit {
    this.alongRows();
    this.alongLooms();
    this.toChassis();
    this.atTerminals();
    this.otherParts();
    this.otherLoads();
    const parts = this.unit.parts.map((part) => ({
      ...part,
      terminals: Object.fromEntries(
        Object.entries(part.terminals).map(([t, net]) => [t, this.moved.get(`${part.id}.${t}`) ?? net]),
      ),
    }));
    // A probe touches the conductor, not what lies behind its joint.
    const points = this.unit.points.map((point) => {
      const joint = `joint:${point.terminal ?? point.id}`;
      return this.added.has(joint) ? { ...point, terminal: `${joint}.a` } : point;
    });
    return { unit: { ...this.unit, parts: [...parts, ...this.added.values()], points }, list: this.list };
  }

  /** Neighbours bridged; wires changed over in one plug; a wire on its neighbour's pin. */
  private alongRows(): void {
    for (const { id: row, places } of placeRows(this.unit))
      places.forEach((one, i) =>
        places.slice(i + 1).forEach((other, k) => {
          if (one.net === other.net) return;
          const near = k === 0;
          if (near) this.bridged(one, other, 1);
          const [a, b] = [this.farEnd(one), this.farEnd(other)];
          // The two ends of one wire in each other's place are the same wire.
          if (a && b && one.wire !== other.wire && a.net !== b.net)
            this.add("changed-over", `${row}:${one.wire!.id}/${other.wire!.id}`, {
              name: `${one.wire!.id} and ${other.wire!.id} at ${row}`,
              modeName: "changed over",
              looks: "two wires in each other's place; compare with the drawing and with the other unit",
              item: this.misplaced(one),
              weight: near ? 1 : FAR_SHARE,
              sizes: [
                [
                  open(one.wire!),
                  open(other.wire!),
                  this.joined(a.net, other.net),
                  this.joined(b.net, one.net),
                ],
              ],
            });
          if (!near) return;
          for (const [from, to, end] of [
            [one, other, a],
            [other, one, b],
          ] as const)
            if (end && end.net !== to.net)
              this.add("wrong-pin", `${from.wire!.id}@${to.label}`, {
                name: `${from.wire!.id} at ${to.label}`,
                modeName: `in the wrong place, belongs at ${from.label}`,
                looks: "a wire beside the place it belongs in",
                item: this.misplaced(from),
                weight: 1,
                sizes: [[open(from.wire!), this.joined(end.net, to.net)]],
              });
        }),
      );
  }

  /** What is put right where a wire sits in another's place: the plug, or the wire where its place is part of a board, which is sound. */
  private misplaced({ item, wire }: Place): string {
    const isPlug = this.unit.parts.every((p) => p.item !== item || PLACED.includes(p.type));
    return isPlug ? item : wire!.item;
  }

  /** Where the wire of a place comes from, if it is the only thing on its net there but the place itself. */
  private farEnd({ wire, net, part }: Place): { net: string } | undefined {
    if (!wire) return undefined;
    const others = this.ends.get(net)!.filter((e) => e.part !== wire && e.part !== part);
    if (part && others.length > 0) return undefined;
    const far = Object.values(wire.terminals).find((n) => n !== net);
    return far === undefined ? undefined : { net: far };
  }

  /** Conductors of one loom, chafed through to each other. */
  private alongLooms(): void {
    const looms = new Map<string, Part[]>();
    for (const part of this.unit.parts)
      if (part.type === "wire" && part.item) looms.set(part.item, [...(looms.get(part.item) ?? []), part]);
    for (const wires of looms.values())
      wires.forEach((one, i) =>
        wires.slice(i + 1).forEach((other) => {
          const [a, b] = [one.terminals["b"]!, other.terminals["b"]!];
          const nets = new Set([...Object.values(one.terminals), ...Object.values(other.terminals)]);
          if (nets.size < 4) return;
          this.bridged({ label: one.id, net: a, item: one.item }, { label: other.id, net: b }, LOOM_SHARE);
        }),
      );
  }

  private bridged(
    one: Pick<Place, "label" | "net" | "item">,
    other: Pick<Place, "label" | "net">,
    weight: number,
  ): void {
    const gap = this.gap(one.net, other.net);
    if (this.list.some(({ sizes }) => sizes.length > 1 && sizes[0]![0]!.part === gap)) return;
    this.add("bridge", gap, {
      name: `${one.label} and ${other.label}`,
      modeName: "bridged",
      looks: "solder, a whisker, damp, carbon or chafed insulation between the two",
      item: one.item,
      weight,
      sizes: BRIDGE_OHMS.map((ohms) => [{ part: gap, mode: "bridged", severity: ohms }]),
    });
  }

  /** Every wire that cannot leak to the chassis by its own modes. */
  private toChassis(): void {
    const chassis = this.unit.parts.map((p) => p.terminals["pe"]).find((n) => n !== undefined);
    if (chassis === undefined) return;
    for (const wire of this.unit.parts) {
      if (wire.type !== "wire" || wire.terminals["pe"] !== undefined || !wire.item) continue;
      const net = wire.terminals["b"]!;
      if (net === chassis || this.added.has(gapId(net, chassis))) continue;
      const gap = this.gap(net, chassis);
      this.add("chafed", gap, {
        name: wire.name,
        modeName: "chafed through to the chassis",
        looks: "bare copper or a dark mark where the wire crosses an edge",
        item: wire.item,
        weight: 1,
        sizes: CHAFE_OHMS.map((ohms) => [{ part: gap, mode: "bridged", severity: ohms }]),
      });
    }
  }

  /** The terminals of what is heavy or warm on a board: a poor joint at one of them is no failure of the whole part. */
  private atTerminals(): void {
    for (const part of this.unit.parts) {
      const terminals = Object.entries(part.terminals).filter(([t]) => t !== "pe");
      if (!SHAKEN_TYPES.includes(part.type) || !part.item) continue;
      for (const [terminal, net] of terminals) {
        const place = `${part.id}.${terminal}`;
        const id = `joint:${place}`;
        const inner = `${net}~${place}`;
        this.moved.set(place, inner);
        this.added.set(id, made(id, `Joint at ${place}`, "pin", { a: net, b: inner }, { ohms: SOUND_OHMS }));
        this.add("poor-joint", place, {
          name: `${part.name}, terminal ${terminal}`,
          modeName: "poor joint",
          looks: "a ring round the pin, a dull or cracked joint; changes when it is pressed",
          item: part.item,
          weight: 1,
          sizes: POOR_OHMS.map((ohms) => [{ part: id, mode: "high-resistance", severity: ohms }]),
        });
      }
    }
  }

  /** A sound part that is another than belongs there. */
  private otherParts(): void {
    for (const part of this.unit.parts) {
      if (!part.item || !hasRating(part) || ["wire", "pin", "mains"].includes(part.type)) continue;
      this.add("other-value", part.id, {
        name: part.name,
        modeName: "another value than belongs there",
        looks: "another number or rating than the parts list says",
        item: part.item,
        weight: 1,
        sizes: OTHER_FACTORS.map((factor) => [{ part: part.id, mode: OTHER_VALUE, severity: factor }]),
      });
    }
  }

  /** Something that was never there, between a side's reference and what feeds three or more parts. */
  private otherLoads(): void {
    for (const reference of this.unit.references) {
      const ground = this.netAt(reference.point);
      if (ground === undefined) continue;
      for (const [net, ends] of this.ends) {
        if (net === ground || ends.length < 4) continue;
        const conductor = ends.find((e) => e.part.type === "wire" && e.part.item);
        const sameSide = this.unit.points.some(
          (p) => this.netAt(p.id) === net && referencesOf(this.unit, p).includes(reference),
        );
        if (!conductor || !sameSide || this.added.has(gapId(net, ground))) continue;
        const gap = this.gap(net, ground);
        this.add("other-load", gap, {
          name: `${net} to ${ground}`,
          modeName: "something else draws from this supply",
          looks: "an added lead or part that the drawing does not have",
          item: conductor.part.item,
          weight: 1,
          sizes: LOAD_OHMS.map((ohms) => [{ part: gap, mode: "bridged", severity: ohms }]),
        });
      }
    }
  }

  private netAt(pointId: string): string | undefined {
    const point = this.unit.points.find((p) => p.id === pointId)!;
    const terminal = point.terminal ?? point.id;
    const dot = terminal.lastIndexOf(".");
    return this.unit.parts.find((p) => p.id === terminal.slice(0, dot))?.terminals[terminal.slice(dot + 1)];
  }

  private gap(a: string, b: string): string {
    const id = gapId(a, b);
    if (!this.added.has(id))
      this.added.set(id, made(id, `${a} to ${b}`, "gap", { a, b }, { insulationOhms: 1e13 }));
    return id;
  }

  private joined(a: string, b: string): Fault {
    return { part: this.gap(a, b), mode: JOINED };
  }

  private add(
    kind: UnlistedKind,
    id: string,
    more: Pick<Suspect, "name" | "modeName" | "looks"> & {
      readonly item: string;
      readonly weight: number;
      readonly sizes: readonly (readonly Fault[])[];
    },
  ): void {
    const { name, modeName, looks, item, weight, sizes } = more;
    const prior = WEIGHT[kind] * weight * this.unitWeight;
    this.list.push({
      suspect: { id: `${kind}:${id}`, name, modeName, looks, item, prior, works: true, unlisted: kind },
      sizes,
    });
  }
}

function gapId(a: string, b: string): string {
  return `gap:${[a, b].sort().join("|")}`;
}

function open(wire: Part): Fault {
  return { part: wire.id, mode: "open" };
}

function made(
  id: string,
  name: string,
  type: string,
  terminals: Record<string, string>,
  parameters: Record<string, unknown>,
): Part {
  return { id, name, type, terminals, parameters, item: "", weights: {} };
}

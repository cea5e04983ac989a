import { netOf } from "#core/diagnosis/index.ts";
import { shown, type MeterFunction } from "#core/meter/index.ts";
import { bypassRefusal, CATALOGUE, type Fault, type UnitModel } from "#core/unit/index.ts";

export const isPoint = (unit: UnitModel, id: string) => unit.points.some((p) => p.id === id);

export const priceOf = (unit: UnitModel, item: string) => unit.items.find((i) => i.id === item)?.price ?? 0;

/** What has opened, as the fault it is from then on. */
export function openFault(unit: UnitModel, part: string): Fault {
  const { type } = unit.parts.find((p) => p.id === part)!;
  return { part, mode: CATALOGUE.get(type)!.protective!.mode };
}

/** A part across which no jumper goes, with its two sides at these points; undefined where there is none. */
export function guardedBetween(unit: UnitModel, from: string, to: string): string | undefined {
  const net = (id: string) => {
    const point = unit.points.find((p) => p.id === id)!;
    return point.net ?? netOf(unit, point.terminal ?? id);
  };
  const ends = [net(from), net(to)];
  return unit.parts.find((part) => {
    const nets = Object.values(part.terminals);
    if (!ends.every((n) => n !== undefined && nets.includes(n))) return false;
    const refusal = bypassRefusal(unit, part.id);
    return (
      refusal === "guards" || refusal === "in-chain" || CATALOGUE.get(part.type)!.protective !== undefined
    );
  })?.id;
}

/** The next pin of the same connector, where it has enough of them to be crowded. */
export function neighbourOf(unit: UnitModel, point: string): string | undefined {
  const stem = point.slice(0, point.lastIndexOf(".") + 1);
  if (stem === "") return undefined;
  const pins = unit.points.filter((p) => p.id.startsWith(stem)).map((p) => p.id);
  if (pins.length < CROWDED) return undefined;
  const at = pins.indexOf(point);
  return pins[at + 1] ?? pins[at - 1];
}
const CROWDED = 4;

/** What the display shows until it rests: a meter creeps up on its reading. */
export function framesOf(fn: MeterFunction, value: number): number[] {
  const rests = shown(fn, value);
  if (!Number.isFinite(rests) || rests === 0) return [rests];
  return [shown(fn, 0.58 * value), shown(fn, 0.94 * value), rests];
}

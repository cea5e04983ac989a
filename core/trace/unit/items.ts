import type { UnitFile } from "#core/unit/index.ts";
import type { Placed } from "../walk.ts";
import { coilVolts, itemId, nameOf, plugOf } from "./naming.ts";
import { boardFor, CONTROL_BOARD, type PartFile } from "./parts.ts";

export type ItemFile = NonNullable<UnitFile["items"]>[number];

export function itemsOf(things: readonly Placed[], coils: ReadonlyMap<string, Placed>): ItemFile[] {
  const items = new Map<string, ItemFile>();
  const add = (item: ItemFile) => void items.set(item.id, item);
  add({ id: "supply", name: "Supply outside the unit", remedy: "call supply", price: 0, minutes: 20 });
  for (const thing of things) {
    // The relay's own item stands for its coil too.
    if (thing.kind.id === "coil" && things.some((t) => t.id === thing.id && t.kind.role === "contact"))
      continue;
    const { role, minutes, id: kind } = thing.kind;
    const name = role === "pin" ? `Plug ${plugOf(thing)}` : nameOf(thing);
    const mends = role === "pin" || role === "wire" || kind === "terminal" || kind === "splice";
    const remedy = mends ? "mend" : kind === "breaker" ? "reset" : "replace";
    add({ id: itemId(thing), name, remedy, price: 0, minutes });
    if (thing.kind.role === "contact" && !coils.has(thing.id) && !boardFor(coilVolts(thing), things))
      add({ id: CONTROL_BOARD, name: "Control board", remedy: "replace", price: 0, minutes: 30 });
  }
  return [...items.values()];
}

/** Leads of a load, and plugs, that come off for a reading. */
export function liftsOf(
  things: readonly Placed[],
  parts: readonly PartFile[],
): NonNullable<UnitFile["lifts"]> {
  const loads = things.filter((t) => t.kind.role === "load" && t.kind.id !== "coil");
  const plugs = new Map<string, Placed[]>();
  for (const thing of things)
    if (thing.kind.role === "pin") plugs.set(plugOf(thing), [...(plugs.get(plugOf(thing)) ?? []), thing]);
  const byId = new Map(parts.map((p) => [p.id, p]));
  const feedEnd = (thing: Placed) =>
    Object.entries(byId.get(thing.id)!.terminals).find(([, net]) => net === thing.near)![0];
  return [
    ...loads.map((t) => ({
      id: `lead-${t.id}`,
      name: `lead off ${t.id}`,
      terminals: [`${t.id}.${feedEnd(t)}`],
      minutes: 0.5,
    })),
    ...[...plugs].map(([plug, pins]) => ({
      id: plug,
      name: `plug ${plug} off`,
      terminals: pins.map((p) => `${p.id}.b`),
      minutes: 0.4,
    })),
  ];
}

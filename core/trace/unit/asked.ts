import type { UnitFile } from "#core/unit/index.ts";
import { SUPPLY, type Placed, type WalkedCircuit } from "../walk.ts";
import { endPoints, loadName, title } from "./naming.ts";
import type { PointFile } from "./points.ts";
import { RUNNING } from "./states.ts";

export function observationsOf(things: readonly Placed[]): NonNullable<UnitFile["observations"]> {
  return things.flatMap((thing): NonNullable<UnitFile["observations"]> => {
    const { kind, id } = thing;
    const name = `${thing.word} ${id}`;
    const clicks = kind.role === "contact";
    if (clicks)
      return [
        {
          id: `click-${id}`,
          kind: "listen" as const,
          question: `Is ${id} heard to click when it is called?`,
          yes: `${id} clicks`,
          no: `${id} silent`,
          state: RUNNING,
          part: id,
          minutes: 0.3,
        },
      ];
    // A relay's click is asked about once, at its contact.
    if (!kind.work || (kind.id === "coil" && things.some((t) => t.id === id && t.kind.role === "contact")))
      return [];
    return [
      {
        id: `work-${id}`,
        kind: "works" as const,
        question: `Does ${name} ${kind.work.verb}?`,
        yes: `${name} ${kind.work.yes}`,
        no: `${name} ${kind.work.no}`,
        state: RUNNING,
        part: kind.id === "board" ? `${id}-logic` : id,
        minutes: 0.3,
      },
    ];
  });
}

/** The course of a circuit: from its supply, along everything that can be touched, to its way back. */
export function courseOf(
  { load, feed, number }: WalkedCircuit,
  { start, things }: Way,
  points: readonly PointFile[],
): NonNullable<UnitFile["courses"]> {
  if (!load) return [];
  const known = new Set(points.map((p) => p.id));
  const own = feed.from !== SUPPLY;
  const back = own && known.has(`${feed.from}.return`) ? `${feed.from}.return` : feed.back;
  const first = own && start === `${feed.from}-PLUS` ? `${feed.from}.out` : start;
  const all = [first, ...things.flatMap(endPoints), back].filter((p) => known.has(p));
  if (all.length < 3) return [];
  return [
    {
      id: `circuit-${number + 1}`,
      name: title(loadName(load)),
      load: load.kind.id === "board" ? `${load.id}-logic` : load.id,
      state: RUNNING,
      function: feed.current === "ac" ? "vac" : "vdc",
      reference: back,
      points: all,
    },
  ];
}

/** Everything that a circuit's current passes, from the net of its supply on. */
export interface Way {
  readonly start: string;
  readonly things: readonly Placed[];
}

/** The way of a circuit as it was walked: along the circuits that it branches from. */
export function wayOf(circuit: WalkedCircuit, circuits: readonly WalkedCircuit[]): Way {
  const before = branchedFrom(circuit, circuits);
  return { start: before?.start ?? circuit.start, things: [...(before?.things ?? []), ...circuit.things] };
}

function branchedFrom({ start }: WalkedCircuit, circuits: readonly WalkedCircuit[]): Way | undefined {
  for (const circuit of circuits) {
    const at = circuit.things.findIndex((t) => t.far === start && t.line !== undefined);
    if (at < 0) continue;
    const before = branchedFrom(circuit, circuits);
    return {
      start: before?.start ?? circuit.start,
      things: [...(before?.things ?? []), ...circuit.things.slice(0, at + 1)],
    };
  }
  return undefined;
}

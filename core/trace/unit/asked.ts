import type { UnitFile } from "#core/unit/index.ts";
import { SUPPLY, type Placed, type WalkedCircuit } from "../walk.ts";
import { loadName, title } from "./naming.ts";
import { farSide, type PointFile } from "./points.ts";
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

/** The course of a circuit: from the supply, along everything that can be touched, to its way back. */
export function courseOf(
  circuit: WalkedCircuit,
  circuits: readonly WalkedCircuit[],
  points: readonly PointFile[],
): NonNullable<UnitFile["courses"]> {
  const { load, feed, number } = circuit;
  if (!load) return [];
  const known = new Set(points.map((p) => p.id));
  const own = feed.from !== SUPPLY;
  const back = own && known.has(`${feed.from}.return`) ? `${feed.from}.return` : feed.back;
  const all = [...wayTo(circuit, circuits), ...circuit.things.flatMap(endsOf), back].filter((p) =>
    known.has(p),
  );
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

/** Points from the supply to where a circuit sets out, along the circuits that it branches from. */
function wayTo({ start, feed }: WalkedCircuit, circuits: readonly WalkedCircuit[]): string[] {
  if (start === `${feed.from}-PLUS`) return [`${feed.from}.out`];
  for (const circuit of circuits) {
    const at = circuit.things.findIndex((t) => t.far === start && t.line !== undefined);
    if (at >= 0) return [...wayTo(circuit, circuits), ...circuit.things.slice(0, at + 1).flatMap(endsOf)];
  }
  return [start];
}

/** Points of a thing in the order in which the circuit passes them. */
function endsOf({ id, kind }: Placed): string[] {
  if (kind.role === "wire") return [];
  if (kind.role === "pin") return [id, farSide(id)];
  return kind.id === "coil" ? [`${id}.A`, `${id}.B`] : [`${id}.1`, `${id}.2`];
}

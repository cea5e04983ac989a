import type { UnitFile } from "#core/unit/index.ts";
import type { Placed, Walk } from "../walk.ts";
import { courseOf, observationsOf, wayOf, type Way } from "./asked.ts";
import { hazardsOf } from "./hazards.ts";
import { itemsOf, liftsOf } from "./items.ts";
import { loadName } from "./naming.ts";
import { drivenBy, partsOf, supplyPart, type PartFile } from "./parts.ts";
import { pointsOf } from "./points.ts";
import { referencesOf } from "./references.ts";
import { CALL_SECONDS, DEAD, RUNNING, STANDBY } from "./states.ts";

/** What the unit is called, as its plate has it. */
export interface UnitHeader {
  readonly id: string;
  readonly name: string;
  readonly maker: string;
}

/** What a unit was made from: the lines of a trace, or a wiring list, which has its circuits' ways. */
export interface Source extends Pick<UnitFile, "traced" | "wired"> {
  readonly ways?: readonly Way[];
}

/**
 * Makes a unit model of what was walked: every thing a part between its two nets, a wire where one thing leads to the
 * next, a point at every end that a probe can touch, a course for every circuit, and three states: called for, at rest,
 * dead. A relay's coil that nobody traced is driven by its board from a supply of its own.
 * @param source what it was made from, which stays with the unit so that more can be added to it
 */
export function buildUnit(walk: Walk, header: UnitHeader, { ways, ...source }: Source): UnitFile {
  const things = walk.circuits.flatMap((c) => c.things);
  const coils = new Map(things.filter((t) => t.kind.id === "coil").map((t) => [t.id, t]));
  const supply = walk.supply!;
  const split = supply.split;
  const parts: PartFile[] = [supplyPart(walk), ...things.flatMap((t) => partsOf(t, coils, walk, things))];
  const points = pointsOf(walk, parts);
  const driven = things.flatMap((t) => drivenBy(t, coils));
  const contacts = things.filter((t) => t.made.parameters["rest"] !== undefined);
  const positionsOf = (list: readonly Placed[]) =>
    Object.fromEntries(list.map((t): [string, "closed"] => [t.id, "closed"]));
  const running = positionsOf(contacts);
  const resting = positionsOf(contacts.filter((t) => t.made.parameters["rest"] === "closed"));
  const drives = driven.map((output) => ({ output }));
  return {
    format: "zygodrome-unit",
    version: 1,
    ...header,
    description: describe(walk),
    hertz: supply.hertz ?? (split || supply.volts < 150 ? 60 : 50),
    ground: supply.current === "dc" ? "MINUS" : "PE",
    parts,
    items: itemsOf(things, coils),
    points,
    references: referencesOf(walk, parts, points),
    states: [
      {
        id: RUNNING,
        name: "Running",
        power: "live",
        waitSeconds: CALL_SECONDS,
        description: `Supply on, everything closed that must be, and ${walk.circuits.length === 1 ? "the circuit" : "every circuit"} called for.`,
        positions: running,
        drives,
      },
      ...(drives.length === 0
        ? []
        : [
            {
              id: STANDBY,
              name: "Standby",
              power: "live" as const,
              waitSeconds: 3,
              description: "Supply on, nothing called for by the board.",
              positions: resting,
            },
          ]),
      {
        id: DEAD,
        name: "Dead and isolated",
        power: "dead",
        description: "Isolated, locked and proven dead; switches left as they are while it runs.",
        positions: resting,
      },
    ],
    lifts: liftsOf(things, parts),
    courses: walk.circuits.flatMap((c) => courseOf(c, ways?.[c.number] ?? wayOf(c, walk.circuits), points)),
    observations: observationsOf(things),
    hazards: hazardsOf(walk, things),
    ...source,
  };
}

export function describe(walk: Walk): string {
  const { volts, current, split } = walk.supply!;
  const supply = split ? `${2 * volts}/${volts} V` : `${volts} V ${current.toUpperCase()}`;
  const loads = walk.circuits.flatMap((c) => (c.load ? [loadName(c.load)] : []));
  return `Traced: ${supply} to ${loads.join(", ")}.`.slice(0, 300);
}

import { trialCheck, TrialError } from "#core/diagnosis/index.ts";
import { needsLive } from "#core/meter/index.ts";
import { liftOf, type UnitModel } from "#core/unit/index.ts";
import type { EventBody, FindingBody } from "./events.ts";

/** A name in an entry that the unit does not have. */
export interface UnknownName {
  readonly code: "unknown";
  readonly what:
    | "part"
    | "point"
    | "state"
    | "lift"
    | "observation"
    | "item"
    | "suspect"
    | "finding"
    | "jumper"
    | "setting"
    | "wire"
    | "test"
    | "order";
  readonly id: string;
}

/** Why an entry says nothing about a unit, or about this revision of it. */
export type Misfit =
  | UnknownName
  /** A live reading in what is a dead state by now, or the other way round. */
  | { readonly code: "state-power"; readonly state: string }
  | { readonly code: "trial"; readonly message: string };

/** Everything in an entry that this unit does not have; empty where it can be weighed, or needs nothing of the unit. */
export function misfits(unit: UnitModel, body: EventBody): Misfit[] {
  switch (body.type) {
    case "finding":
      return findingMisfits(unit, body.check);
    case "twin":
      return readingMisfits(unit, body.check);
    case "strip":
      return unknown(
        "part",
        [...body.connected, ...body.off, ...(body.device && body.device !== "rail" ? [body.device] : [])],
        unit.parts,
      );
    case "claim":
      return unknown("item", body.item === undefined ? [] : [body.item], unit.items);
    case "setting":
      return unit.settings.some((s) => s.name === body.name)
        ? []
        : [{ code: "unknown", what: "setting", id: body.name }];
    case "ordered":
    case "call":
    case "repaired":
      // A call of two faults names two items.
      return unknown("item", body.item.split("+"), unit.items);
    default:
      return [];
  }
}

function findingMisfits(unit: UnitModel, check: FindingBody["check"]): Misfit[] {
  switch (check.kind) {
    case "observation":
      return unknown("observation", [check.observation], unit.observations);
    case "trial":
      try {
        trialCheck(unit, check.trial, check.subject);
        return [];
      } catch (error) {
        if (error instanceof TrialError) return [{ code: "trial", message: error.message }];
        throw error;
      }
    case "reading":
      return readingMisfits(unit, check);
  }
}

function readingMisfits(
  unit: UnitModel,
  { red, black, fn, setup }: Extract<FindingBody["check"], { kind: "reading" }>,
): Misfit[] {
  const state = unit.states.find((s) => s.id === setup.state);
  return [
    ...unknown("point", [red, black], unit.points),
    ...unknown("state", [setup.state], unit.states),
    ...setup.lifts
      .filter((lift) => !liftOf(unit, lift))
      .map((id): UnknownName => ({ code: "unknown", what: "lift", id })),
    ...(state && (state.power === "live") !== needsLive(fn)
      ? [{ code: "state-power" as const, state: state.name }]
      : []),
  ];
}

function unknown(
  what: UnknownName["what"],
  ids: readonly string[],
  among: readonly { readonly id: string }[],
): UnknownName[] {
  return ids.filter((id) => !among.some((a) => a.id === id)).map((id) => ({ code: "unknown", what, id }));
}

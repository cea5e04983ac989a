import { needsLive } from "#core/meter/index.ts";
import type { Hazard, UnitModel } from "#core/unit/index.ts";
import type { Check } from "./checks.ts";
import { coversFor, type Situation } from "./cost.ts";

/** What a check does with the hands, as far as danger goes. */
interface Exposure {
  /** Probes, a jumper or hands are in the unit. */
  readonly inside: boolean;
  /** The unit is live while it is made, if only to watch. */
  readonly live: boolean;
  readonly covers: readonly string[];
  readonly parts: readonly string[];
}

function exposureOf(unit: UnitModel, situation: Situation, check: Check): Exposure {
  const covers = coversFor(unit, check);
  const open = [...new Set([...covers, ...situation.coversOff])];
  switch (check.kind) {
    case "reading":
      return { inside: true, live: needsLive(check.fn), covers: open, parts: partsAt(unit, check) };
    case "trial":
      return {
        inside: true,
        live: check.trial !== "bench" && check.trial !== "feed",
        covers: open,
        parts: partsAt(unit, check),
      };
    case "observation": {
      const { kind, part, state } = unit.observations.find((o) => o.id === check.observation)!;
      return {
        inside: covers.length > 0 || kind === "look" || kind === "smell",
        live: unit.states.find((s) => s.id === state)!.power === "live",
        covers,
        parts: part === undefined ? [] : [part],
      };
    }
  }
}

/** Parts that are taken off, bridged or measured at their own terminals. */
function partsAt(unit: UnitModel, check: Exclude<Check, { kind: "observation" }>): string[] {
  const partOf = (terminal: string) => terminal.replace(/\.[^.]*$/u, "");
  const lifted = check.setup.lifts.flatMap(
    (id) => unit.lifts.find((l) => l.id === id)?.terminals.map(partOf) ?? [partOf(id)],
  );
  if (check.kind === "reading")
    return [
      ...lifted,
      ...[check.red, check.black].map((id) => partOf(unit.points.find((p) => p.id === id)?.terminal ?? id)),
    ];
  const subject =
    check.trial === "swap"
      ? unit.parts.filter((p) => p.item === check.subject).map((p) => p.id)
      : [check.subject];
  return [...lifted, ...subject];
}

/**
 * Hazards that a check meets from here, the most dangerous first: live parts where probes or hands are in a live unit, stored
 * charge where they are in it dead, gas and moving parts where the unit runs, hot parts where hands go, water where something
 * is taken off. A hazard that names where it is counts there, whatever the check.
 */
export function hazardsMet(unit: UnitModel, situation: Situation, check: Check): Hazard[] {
  const at = exposureOf(unit, situation, check);
  const takesOff = check.setup.lifts.length > 0 || check.kind === "trial";
  const meets = (hazard: Hazard): boolean => {
    // Named places tell where a hazard is; a reading at mains volts is one wherever it is taken.
    const named = namesPlaces(hazard);
    const here = !named || isHere(hazard, at, check);
    switch (hazard.kind) {
      case "mains":
        return at.live && at.inside && (here || touchesMains(unit, check));
      case "stored-energy":
        return at.inside && here && (!at.live || check.kind !== "observation");
      case "gas":
        return named ? here : at.live || at.inside;
      case "moving":
        return named ? here && (at.live || at.inside) : at.live;
      case "hot":
        return here && (at.inside || named);
      case "water":
        return here && takesOff;
    }
  };
  const rank = (h: Hazard) => ORDER.indexOf(h.kind);
  return unit.hazards.filter(meets).sort((a, b) => rank(a) - rank(b));
}

const ORDER: readonly Hazard["kind"][] = ["stored-energy", "mains", "gas", "moving", "hot", "water"];

function namesPlaces({ covers, states, parts, observations }: Hazard): boolean {
  return (covers ?? states ?? parts ?? observations) !== undefined;
}

function isHere({ covers, states, parts, observations }: Hazard, at: Exposure, check: Check): boolean {
  return (
    (at.inside && (covers?.some((c) => at.covers.includes(c)) ?? false)) ||
    (at.live && (states?.includes(check.setup.state) ?? false)) ||
    (at.inside && (parts?.some((p) => at.parts.includes(p)) ?? false)) ||
    (check.kind === "observation" && (observations?.includes(check.observation) ?? false))
  );
}

function touchesMains(unit: UnitModel, check: Check): boolean {
  return (
    check.kind === "reading" &&
    unit.points.some((p) => p.side === "mains" && (p.id === check.red || p.id === check.black))
  );
}

/**
 * Whether a check may not be proposed: with the cover of a burner off nothing is looked at or measured live while gas is
 * called for, and a look inside is never live. Field practice; the maker's instructions and licensed trades go first.
 */
export function isForbidden(unit: UnitModel, check: Check): boolean {
  const live = unit.states.find((s) => s.id === check.setup.state)?.power === "live";
  if (!live) return false;
  const covers = coversFor(unit, check);
  return unit.hazards.some(
    (h) =>
      h.kind === "gas" &&
      (h.covers ?? []).some((c) => covers.includes(c)) &&
      (h.states === undefined || h.states.includes(check.setup.state)),
  );
}

import { CATALOGUE, type UnitModel } from "#core/unit/index.ts";
import type { Suspect } from "./suspects.ts";

/** The part that protects, where a suspect is that it has opened; undefined for any other. */
export function openedDevice(unit: UnitModel, { part, id }: Suspect): string | undefined {
  if (part === undefined) return undefined;
  const protective = CATALOGUE.get(unit.parts.find((p) => p.id === part)?.type ?? "")?.protective;
  return protective && id === `${part}:${protective.mode}` ? part : undefined;
}

import type { UnitModel } from "#core/unit/index.ts";
import { findLift } from "./pointNames.ts";
import type { EntryProblem } from "./problems.ts";

/** What the meter held: "lowest 198", "min 11.2", "highest 240". */
export function takeHeld(line: string): { line: string; held?: "lowest" | "highest" } {
  const named = /(?:^|\s)(lowest|min|minimum|highest|max|maximum|peak)\s+(?=\S+(?:\s+\S+)?$)/iu.exec(line);
  if (!named) return { line };
  const held = /^(?:lowest|min)/iu.test(named[1]!) ? "lowest" : "highest";
  return { line: line.replace(named[0], " ").trim(), held };
}

/** Plugs said to be off or back on: "with P4 off", "P4 back". The rest of the line is what was read. */
export function takeLifts(
  unit: UnitModel,
  line: string,
): { line: string; off: string[]; back: string[] } | Extract<EntryProblem, { code: "unknown-lift" }> {
  const off: string[] = [];
  const back: string[] = [];
  let rest = line;
  for (const said of line.matchAll(
    /(?:\bwith\s+)?(?:\bplug\s+)?(\S+)\s+(off|lifted|unplugged|back)(?=\s|$)/giu,
  )) {
    const [whole, name, how] = said as unknown as [string, string, string];
    const lift = findLift(unit, name);
    if (lift === undefined) return { code: "unknown-lift", at: name, known: unit.lifts.map((l) => l.id) };
    (how.toLowerCase() === "back" ? back : off).push(lift);
    rest = rest.replace(whole, " ");
  }
  return { line: rest.replaceAll(/\s+/gu, " ").trim(), off, back };
}

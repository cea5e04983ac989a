import { readUnit, type UnitFile, type UnitModel } from "#core/unit/index.ts";
import type { TraceProblem } from "./line.ts";
import { buildUnit, type UnitHeader } from "./unit/buildUnit.ts";
import { walk, type Walk } from "./walk.ts";

export interface Trace {
  readonly walk: Walk;
  /** The unit, as soon as a circuit has its load and no line has a problem. */
  readonly unit: { readonly file: UnitFile; readonly model: UnitModel } | undefined;
  /** Why there is none, where no line of its own is to blame. */
  readonly problem?: TraceProblem;
}

/**
 * Reads a circuit as it was walked, a line a thing, and makes a unit of it.
 * @example traceUnit({ id: "u", name: "Urn", maker: "" }, ["mains 230V", "fuse 10A", "element 2kW", "to N"])
 */
export function traceUnit(header: UnitHeader, lines: readonly string[]): Trace {
  const walked = walk(lines);
  if (walked.lines.some((l) => !l.ok) || walked.open || walked.circuits.length === 0)
    return { walk: walked, unit: undefined };
  const file = buildUnit(walked, header, { traced: [...lines] });
  const read = readUnit(file);
  return read.ok
    ? { walk: walked, unit: { file, model: read.unit } }
    : {
        walk: walked,
        unit: undefined,
        problem: { code: "model", message: read.problems.map((p) => `${p.path}: ${p.message}`).join("; ") },
      };
}

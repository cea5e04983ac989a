import { findPoint, pairAcross } from "#core/entry/index.ts";
import { ModelError, readUnitOrThrow, type Fault, type UnitModel } from "#core/unit/index.ts";
import { modesOf } from "#core/unit/index.ts";
import { readJson } from "./jsonFile.ts";
import { UsageError } from "./usage.ts";

/** Reads and validates a model file; every fault in it is listed with its path. */
export function readUnitFile(file: string): UnitModel {
  try {
    return readUnitOrThrow(readJson(file));
  } catch (error) {
    if (error instanceof ModelError) throw new UsageError(`${file}: ${error.message}`);
    throw error;
  }
}

/** "A,B" as two terminals: each a point of the unit, a terminal part.terminal, or the name of a net. One part: across it. */
export function readPair(
  unit: UnitModel,
  text: string,
  lifts: readonly string[] = [],
): { red: string; black: string } {
  const names = text.split(",").map((n) => n.trim());
  if (names.length === 1) {
    const across = pairAcross(unit, names[0]!);
    if (across)
      return { red: terminalOf(unit, across.red, lifts), black: terminalOf(unit, across.black, lifts) };
  }
  if (names.length !== 2)
    throw new UsageError(`“${text}” is no pair. Write two points with a comma between them.`);
  return { red: terminalOf(unit, names[0]!, lifts), black: terminalOf(unit, names[1]!, lifts) };
}

function terminalOf(unit: UnitModel, name: string, lifts: readonly string[]): string {
  const dot = name.lastIndexOf(".");
  if (unit.parts.find((p) => p.id === name.slice(0, dot))?.terminals[name.slice(dot + 1)] !== undefined)
    return name;
  const point = unit.points.find((p) => p.id === name) ?? findPoint(unit, name);
  if (point) return point.terminal ?? point.id;
  for (const part of unit.parts)
    for (const [terminal, net] of Object.entries(part.terminals))
      if (net === name && !lifts.includes(`${part.id}.${terminal}`)) return `${part.id}.${terminal}`;
  throw new UsageError(`“${name}” is no point, terminal or net of ${unit.id}.`);
}

/** "PART:MODE" or "PART:MODE:SIZE". */
export function readFault(unit: UnitModel, text: string): Fault {
  const [id = "", modeId = "", size] = text.split(":");
  const part = unit.parts.find((p) => p.id === id);
  if (!part) throw new UsageError(`There is no part “${id}” in ${unit.id}.`);
  const modes = modesOf(part);
  const mode = modes.find((m) => m.id === modeId);
  if (!mode)
    throw new UsageError(
      `${id} has no failure mode “${modeId}”; it has ${modes.map((m) => m.id).join(", ")}.`,
    );
  if (size !== undefined && !Number.isFinite(Number(size)))
    throw new UsageError(`“${size}” is no size for ${id}:${modeId}.`);
  return { part: id, mode: modeId, ...(size === undefined ? {} : { severity: Number(size) }) };
}

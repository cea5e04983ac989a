import { CircuitError, settle } from "#core/circuit/index.ts";
import { CATALOGUE, type PartKind } from "../catalogue/index.ts";
import { expandUnit } from "../expand/expand.ts";
import type { Part, UnitModel } from "./model.ts";
import type { ModelProblem } from "./readUnit.ts";

/** Something in a model that reads well and is probably not meant. `error`: no sound prediction; `warning`: a gap. */
export interface LintFinding extends ModelProblem {
  readonly rule: LintRule;
  readonly level: "error" | "warning";
}

export type LintRule =
  | "floating-net"
  | "one-terminal"
  | "shorted-source"
  | "sources-in-conflict"
  | "state-without-effect"
  | "unused-need"
  | "pin-used-twice"
  | "wire-without-colour"
  | "cover-without-minutes"
  | "unreachable-cover"
  | "no-reference"
  | "fed-when-dead"
  | "does-not-settle"
  | "unreachable-step"
  | "never-fails"
  | "timeless-loop"
  | "unused-input"
  | "bad-end";

/**
 * Looks through a model that `readUnit` has accepted for what is probably a mistake: each with its path and a sentence.
 * Ends with solving every state, so that a circuit without an answer, or one that chatters when healthy, is found here.
 */
export function lintUnit(unit: UnitModel): LintFinding[] {
  const findings: LintFinding[] = [];
  const add = (level: LintFinding["level"], rule: LintRule, path: string, message: string) =>
    findings.push({ level, rule, path, message });
  lintNets(unit, add);
  lintParts(unit, add);
  lintStates(unit, add);
  lintAccess(unit, add);
  lintSolutions(unit, add);
  return findings;
}

function kindOf(part: Part): PartKind {
  return CATALOGUE.get(part.type)!;
}

type Add = (level: LintFinding["level"], rule: LintRule, path: string, message: string) => void;

/** Nets that only one terminal reaches: a wire that goes nowhere, or a name typed two ways. */
function lintNets(unit: UnitModel, add: Add): void {
  const reached = new Map<string, string[]>();
  unit.parts.forEach((part, i) => {
    for (const [terminal, net] of Object.entries(part.terminals))
      reached.set(net, [...(reached.get(net) ?? []), `parts[${i}].terminals.${terminal}`]);
  });
  for (const [net, at] of reached)
    if (at.length === 1 && net !== unit.ground)
      add("warning", "floating-net", at[0]!, `net “${net}” is reached by this terminal only`);
}

function lintParts(unit: UnitModel, add: Add): void {
  const pinsAt = new Map<string, string>();
  unit.parts.forEach((part, i) => {
    const nets = Object.values(part.terminals);
    if (nets.length > 1 && new Set(nets).size === 1) {
      const rule = kindOf(part).feeds ? "shorted-source" : "one-terminal";
      add("error", rule, `parts[${i}].terminals`, `all terminals of ${part.id} are on net “${nets[0]}”`);
    }
    if (part.type === "mains" && part.terminals["l"] === part.terminals["n"])
      add("error", "shorted-source", `parts[${i}].terminals`, `${part.id} has live and neutral on one net`);
    if (part.type === "wire" && part.colour === undefined)
      add("warning", "wire-without-colour", `parts[${i}].colour`, `wire ${part.id} has no colour`);
    if (part.type === "pin") {
      const board = part.terminals["a"]!;
      const twin = pinsAt.get(`${board}>${part.terminals["b"]}`);
      if (twin !== undefined)
        add("warning", "pin-used-twice", `parts[${i}]`, `pin ${part.id} joins the same two nets as ${twin}`);
      pinsAt.set(`${board}>${part.terminals["b"]}`, part.id);
    }
  });
  const feeds = new Map<string, number>();
  unit.parts.forEach((part, i) => {
    if (!kindOf(part).feeds) return;
    const pair = Object.values(part.terminals).slice(0, 2).sort().join("–");
    const other = feeds.get(pair);
    if (other !== undefined && unit.parts[other]!.parameters["volts"] !== part.parameters["volts"])
      add(
        "error",
        "sources-in-conflict",
        `parts[${i}]`,
        `${part.id} and ${unit.parts[other]!.id} feed the same nets with different voltages`,
      );
    feeds.set(pair, i);
  });
}

function lintStates(unit: UnitModel, add: Add): void {
  const used = new Set(unit.states.flatMap((s) => s.drives.flatMap((d) => d.needs)));
  for (const need of Object.keys(unit.needs))
    if (!used.has(need))
      add("warning", "unused-need", `needs.${need}`, `no state's drive asks for “${need}”`);
  unit.states.forEach((state, i) => {
    const partOf = (id: string) => unit.parts.find((p) => p.id === id)!;
    for (const [id, position] of Object.entries(state.positions)) {
      const part = partOf(id);
      const path = `states[${i}].positions.${id}`;
      if (kindOf(part).follows !== "position")
        add(
          "warning",
          "state-without-effect",
          path,
          `${id} is a ${part.type} and has no position; “${position}” changes nothing`,
        );
      if (kindOf(part).feeds && state.power === "dead" && position === "closed")
        add(
          "error",
          "fed-when-dead",
          path,
          `“${state.name}” is a dead state and ${id} is connected in it; say “open”, or make the state live`,
        );
    }
    for (const id of Object.keys(state.celsius)) {
      const part = partOf(id);
      if (kindOf(part).follows !== "celsius")
        add(
          "warning",
          "state-without-effect",
          `states[${i}].celsius.${id}`,
          `${id} is a ${part.type} and does not depend on temperature`,
        );
    }
  });
}

function lintAccess(unit: UnitModel, add: Add): void {
  unit.covers.forEach((cover, i) => {
    if (cover.minutes === 0)
      add(
        "warning",
        "cover-without-minutes",
        `covers[${i}].minutes`,
        `${cover.name} takes no time; say how long it takes to get off`,
      );
    const hides =
      unit.points.some((p) => p.cover === cover.id) ||
      unit.lifts.some((l) => l.cover === cover.id) ||
      unit.observations.some((o) => o.cover === cover.id);
    if (!hides) add("warning", "unreachable-cover", `covers[${i}]`, `nothing lies behind ${cover.name}`);
  });
  for (const side of new Set(unit.points.map((p) => p.side)))
    if (!unit.references.some((r) => r.side === side))
      add(
        "warning",
        "no-reference",
        "references",
        `points on the ${side} side have no reference: no volts against one will be proposed`,
      );
}

function lintSolutions(unit: UnitModel, add: Add): void {
  unit.states.forEach((state, i) => {
    try {
      const point = settle(expandUnit(unit, { state: state.id, lifts: [] }).circuit);
      if (point.status === "chatter")
        add(
          "error",
          "does-not-settle",
          `states[${i}]`,
          `in “${state.name}” these never settle: ${point.unsettled.join(", ")}`,
        );
    } catch (error) {
      if (!(error instanceof CircuitError)) throw error;
      add("error", "does-not-settle", `states[${i}]`, error.message);
    }
  });
}

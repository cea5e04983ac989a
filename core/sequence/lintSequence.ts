import type { Board, BoardStep, LintFinding, UnitModel } from "#core/unit/index.ts";
import { runSequence } from "./run.ts";
import { World } from "./world.ts";

/**
 * What is probably a mistake in a sequence that reads well: steps that nothing leads to, rounds that take no time,
 * inputs that nothing looks at, expectations without an end, and a healthy unit that does not come to a good end.
 */
export function lintSequence(unit: UnitModel): LintFinding[] {
  const board = unit.sequence;
  if (!board) return [];
  const findings: LintFinding[] = [];
  const add = (level: LintFinding["level"], rule: LintFinding["rule"], path: string, message: string) =>
    findings.push({ level, rule, path: `sequence.${path}`, message });

  const reachable = stepsFrom(board);
  board.steps.forEach((step, i) => {
    if (!reachable.has(step.id))
      add("warning", "unreachable-step", `steps[${i}]`, `nothing leads to step “${step.name}”`);
    if (step.expects.length > 0 && step.within === undefined && step.failure)
      add(
        "warning",
        "never-fails",
        `steps[${i}].within`,
        `“${step.name}” says what happens when its proof stays away, and no time within which it must come`,
      );
  });
  const round = timelessRound(board);
  if (round)
    add(
      "error",
      "timeless-loop",
      `steps[${board.steps.findIndex((s) => s.id === round[0])}]`,
      `${round.map((id) => `“${id}”`).join(" → ")} goes round without taking any time`,
    );
  const used = new Set([
    ...board.steps.flatMap((s) => [
      ...s.expects.map((e) => e.input),
      ...s.leaves.flatMap((l) => l.when.map((c) => c.input)),
    ]),
    ...board.watches.map((w) => w.input),
    ...board.effects.flatMap((e) => e.when.map((c) => c.input)),
  ]);
  board.inputs.forEach((input, i) => {
    if (!used.has(input.id))
      add("warning", "unused-input", `inputs[${i}]`, `no step or watch looks at “${input.name}”`);
  });

  const run = runSequence(new World(unit), []);
  if (run.end.kind === "bound")
    add("error", "bad-end", "steps", "the healthy unit's run hits the bound on events and never ends");
  else if (run.end.kind === "dead" || run.end.kind === "lock-out" || run.code !== undefined)
    add(
      "error",
      "bad-end",
      "steps",
      `the healthy unit stops at “${run.failedAt ?? run.stalledAt ?? board.start}”${run.code === undefined ? "" : ` with ${run.code}`}`,
    );
  return findings;
}

function exits(step: BoardStep, board: Board): string[] {
  const watches = board.watches.filter((w) => w.to !== undefined && (w.steps?.includes(step.id) ?? true));
  const protections = board.protections.filter((p) => step.drives.includes(p.output));
  return [
    step.next,
    step.failure?.to,
    step.failure?.retryFrom,
    ...step.leaves.map((l) => l.to),
    ...[...watches, ...protections].map((w) => w.to),
  ].filter((id) => id !== undefined);
}

function stepsFrom(board: Board): ReadonlySet<string> {
  const seen = new Set<string>();
  const open = [board.start, ...board.modes.map((m) => m.start)];
  while (open.length > 0) {
    const id = open.pop()!;
    if (seen.has(id)) continue;
    seen.add(id);
    open.push(
      ...exits(
        board.steps.find((s) => s.id === id)!,
        board,
      ),
    );
  }
  return seen;
}

/** Steps that lead to one another by `next` alone, none of which waits or expects anything. */
function timelessRound({ steps }: Board): string[] | undefined {
  const instant = (step: BoardStep) =>
    step.waits === 0 && step.expects.length === 0 && step.next !== undefined;
  for (const first of steps) {
    const path: string[] = [];
    let at: BoardStep | undefined = first;
    while (at && instant(at) && !path.includes(at.id)) {
      path.push(at.id);
      at = steps.find((s) => s.id === at!.next);
    }
    if (at && path[0] === at.id) return [...path, at.id];
  }
  return undefined;
}

import type { Board, BoardCondition } from "./board.ts";
import type { UnitModel } from "./model.ts";

type Add = (path: string, message: string) => void;

/** References within the board's sequence, and from it to the unit; each fault with its path. */
export function checkBoard(unit: UnitModel, board: Board, outputs: ReadonlySet<string>, add: Add): void {
  const known = (list: readonly { id: string }[]) => new Set(list.map((e) => e.id));
  const [inputs, steps, codes, effects] = [board.inputs, board.steps, board.codes, board.effects].map(
    known,
  ) as [Set<string>, Set<string>, Set<string>, Set<string>];
  const parts = known(unit.parts);
  const states = known(unit.states);
  const nets = new Set(unit.parts.flatMap((p) => Object.values(p.terminals)));
  const need = (set: ReadonlySet<string>, name: string | undefined, path: string, what: string) => {
    if (name !== undefined && !set.has(name)) add(`sequence.${path}`, `there is no ${what} “${name}”`);
  };
  const conditions = (list: readonly BoardCondition[], path: string) =>
    list.forEach((c, i) => checkCondition(board, c, `sequence.${path}[${i}]`, add));
  const moved = (section: { positions: object; celsius: object }, path: string) => {
    for (const part of [...Object.keys(section.positions), ...Object.keys(section.celsius)])
      need(parts, part, path, "part");
  };

  checkNames(board, add);
  need(steps, board.start, "start", "step");
  need(parts, board.shownBy, "shownBy", "part");
  need(parts, board.runBy, "runBy", "part");
  board.alive.forEach((n, i) => {
    if (!(n in unit.needs)) add(`sequence.alive[${i}]`, `there is no need “${n}”`);
  });
  board.modes.forEach((m, i) => need(steps, m.start, `modes[${i}].start`, "step"));
  board.inputs.forEach((input, i) => {
    need(nets, input.from, `inputs[${i}].from`, "net");
    need(nets, input.to, `inputs[${i}].to`, "net");
    if (input.above === undefined && input.below === undefined)
      add(`sequence.inputs[${i}]`, `input “${input.id}” has no threshold; give above, below or both`);
  });
  board.environment.forEach((e, i) => {
    const settings = known(e.settings);
    need(settings, e.rest, `environment[${i}].rest`, "setting");
    need(settings, e.run, `environment[${i}].run`, "setting");
    e.settings.forEach((s, j) => moved(s, `environment[${i}].settings[${j}]`));
  });
  board.effects.forEach((e, i) => {
    e.works.forEach((p, j) => need(parts, p, `effects[${i}].works[${j}]`, "part"));
    e.effects.forEach((other, j) => need(effects, other, `effects[${i}].effects[${j}]`, "effect"));
    for (const section of ["paths", "volts"] as const)
      e[section].forEach((p, j) => {
        need(nets, p.from, `effects[${i}].${section}[${j}].from`, "net");
        need(nets, p.to, `effects[${i}].${section}[${j}].to`, "net");
      });
    conditions(e.when, `effects[${i}].when`);
    moved(e, `effects[${i}]`);
  });
  board.steps.forEach((s, i) => {
    need(states, s.state, `steps[${i}].state`, "state");
    need(steps, s.next, `steps[${i}].next`, "step");
    s.drives.forEach((d, j) => need(outputs, d, `steps[${i}].drives[${j}]`, "output of a board"));
    s.expects.forEach((e, j) => need(inputs, e.input, `steps[${i}].expects[${j}].input`, "input"));
    s.leaves.forEach((l, j) => {
      need(steps, l.to, `steps[${i}].leaves[${j}].to`, "step");
      conditions(l.when, `steps[${i}].leaves[${j}].when`);
    });
    need(steps, s.failure?.to, `steps[${i}].failure.to`, "step");
    need(steps, s.failure?.retryFrom, `steps[${i}].failure.retryFrom`, "step");
    need(codes, s.failure?.code, `steps[${i}].failure.code`, "code");
  });
  board.watches.forEach((w, i) => {
    need(inputs, w.input, `watches[${i}].input`, "input");
    w.steps?.forEach((s, j) => need(steps, s, `watches[${i}].steps[${j}]`, "step"));
    need(steps, w.to, `watches[${i}].to`, "step");
    need(codes, w.code, `watches[${i}].code`, "code");
  });
  board.protections.forEach((p, i) => {
    need(outputs, p.output, `protections[${i}].output`, "output of a board");
    need(codes, p.code, `protections[${i}].code`, "code");
    need(steps, p.to, `protections[${i}].to`, "step");
  });
}

/** Every name once in its list. */
function checkNames(board: Board, add: Add): void {
  for (const name of ["inputs", "steps", "effects", "environment", "codes", "watches"] as const) {
    const seen = new Set<string>();
    board[name].forEach(({ id }, i) => {
      if (seen.has(id)) add(`sequence.${name}[${i}].id`, `“${id}” is used twice`);
      seen.add(id);
    });
  }
}

function checkCondition(board: Board, c: BoardCondition, path: string, add: Add): void {
  if ((c.input === undefined) === (c.environment === undefined)) {
    add(path, "a condition names either an input or an environment");
    return;
  }
  if (c.input !== undefined) {
    if (!board.inputs.some((i) => i.id === c.input)) add(`${path}.input`, `there is no input “${c.input}”`);
    if (typeof c.is !== "boolean") add(`${path}.is`, "an input is true or false");
    return;
  }
  const environment = board.environment.find((e) => e.id === c.environment);
  if (!environment) add(`${path}.environment`, `there is no environment “${c.environment!}”`);
  else if (!environment.settings.some((s) => s.id === c.is))
    add(
      `${path}.is`,
      `${environment.id} has no setting “${String(c.is)}”; it has ${environment.settings.map((s) => s.id).join(", ")}`,
    );
}

import { CATALOGUE } from "../catalogue/index.ts";
import type { z } from "zod";
import { upgradeUnit } from "./versions.ts";
import { issueText } from "./issueText.ts";
import { checkBoard } from "./checkBoard.ts";
import { openingObservations } from "./openingObservations.ts";
import { sequenceObservations } from "./sequenceObservations.ts";
import { usualReferences, usualSides } from "./usualReferences.ts";
import { unitSchema, type Part, type UnitModel } from "./model.ts";

/** One fault found in a model file: where, as a JSON path, and what. */
export interface ModelProblem {
  readonly path: string;
  readonly message: string;
}

export type ReadUnitResult =
  | { readonly ok: true; readonly unit: UnitModel }
  | { readonly ok: false; readonly problems: readonly ModelProblem[] };

/** Thrown by `readUnitOrThrow`: the message lists every fault with its path. */
export class ModelError extends Error {
  readonly problems: readonly ModelProblem[];
  constructor(problems: readonly ModelProblem[]) {
    super(
      `The unit model has ${problems.length} fault${problems.length === 1 ? "" : "s"}:\n` +
        problems.map((p) => `  ${p.path}: ${p.message}`).join("\n"),
    );
    this.name = "ModelError";
    this.problems = problems;
  }
}

/**
 * Validates a unit model as read from JSON, of this version or an older one: its shape, each part's parameters against the catalogue, and every
 * reference between its sections. Reports all faults, not only the first.
 */
export function readUnit(json: unknown): ReadUnitResult {
  const upgraded = upgradeUnit(json);
  if (!upgraded.ok) return { ok: false, problems: [{ path: "version", message: upgraded.message }] };
  const shape = unitSchema.safeParse(upgraded.file);
  if (!shape.success)
    return {
      ok: false,
      problems: shape.error.issues.map((i) => ({ path: pathText(i.path), message: issueText(i) })),
    };
  const problems: ModelProblem[] = [];
  const unit = withDefaults({
    ...shape.data,
    parts: shape.data.parts.map((part, i) => readPart(part, i, problems)),
  });
  checkReferences(unit, (path, message) => problems.push({ path, message }));
  return problems.length === 0 ? { ok: true, unit } : { ok: false, problems };
}

export function readUnitOrThrow(json: unknown): UnitModel {
  const result = readUnit(json);
  if (!result.ok) throw new ModelError(result.problems);
  return result.unit;
}

function pathText(path: readonly PropertyKey[]): string {
  return (
    path.reduce<string>(
      (text, key) =>
        typeof key === "number" ? `${text}[${key}]` : text === "" ? String(key) : `${text}.${String(key)}`,
      "",
    ) || "(file)"
  );
}

/** Effort of replacing a part of which the file says nothing: minutes. */
const PLAIN_ITEM_MINUTES = 15;
const PLAIN_POINT_MINUTES = 0.3;

/**
 * A part without an item is one itself; a unit without points can be touched at every terminal; one without references is read
 * against what its supplies return to.
 */
function withDefaults(unit: UnitModel): UnitModel {
  const named = new Set(unit.items.map((i) => i.id));
  const own = unit.parts
    .filter((p) => p.item === p.id && !named.has(p.id))
    .map((p) => ({
      id: p.id,
      name: p.name,
      remedy: "replace" as const,
      price: 0,
      minutes: PLAIN_ITEM_MINUTES,
      spare: false,
    }));
  const sideOf = usualSides(unit);
  const everywhere = unit.parts.flatMap((p) =>
    Object.entries(p.terminals).map(([t, net]) => ({
      id: `${p.id}.${t}`,
      name: `${p.name}, ${t}`,
      side: sideOf(net),
      place: "at the part",
      minutes: PLAIN_POINT_MINUTES,
    })),
  );
  const whole = {
    ...unit,
    items: [...unit.items, ...own],
    observations: [...unit.observations, ...sequenceObservations(unit), ...openingObservations(unit)],
    points: unit.points.length > 0 ? unit.points.map((p) => onNet(unit, p)) : everywhere,
  };
  return unit.references.length > 0 ? whole : { ...whole, references: usualReferences(whole) };
}

/** A point that names a net touches one of its terminals, one that nothing lifts where there is one. */
function onNet(unit: UnitModel, point: UnitModel["points"][number]): UnitModel["points"][number] {
  if (point.net === undefined || point.terminal !== undefined) return point;
  const lifted = new Set(unit.lifts.flatMap((l) => l.terminals));
  const there = unit.parts.flatMap((p) =>
    Object.entries(p.terminals).flatMap(([t, net]) => (net === point.net ? [`${p.id}.${t}`] : [])),
  );
  const terminal = there.find((t) => !lifted.has(t)) ?? there[0];
  return terminal === undefined ? point : { ...point, terminal };
}

function readPart(
  read: z.infer<typeof unitSchema>["parts"][number],
  index: number,
  problems: ModelProblem[],
): Part {
  const part: Part = { ...read, item: read.item ?? read.id };
  const at = `parts[${index}]`;
  const add = (path: string, message: string) => problems.push({ path: `${at}${path}`, message });
  const kind = CATALOGUE.get(part.type);
  if (!kind) {
    add(".type", `“${part.type}” is no part type; known are ${[...CATALOGUE.keys()].join(", ")}`);
    return part;
  }
  for (const terminal of kind.terminals)
    if (!(terminal in part.terminals) && !kind.optional?.includes(terminal))
      add(".terminals", `a ${part.type} needs terminal “${terminal}”`);
  for (const terminal of Object.keys(part.terminals))
    if (!kind.terminals.includes(terminal))
      add(
        `.terminals.${terminal}`,
        `a ${part.type} has no such terminal; it has ${kind.terminals.join(", ")}`,
      );
  for (const mode of Object.keys(part.weights))
    if (!kind.modes.some((m) => m.id === mode))
      add(
        `.weights.${mode}`,
        `a ${part.type} has no such failure mode; it has ${kind.modes.map((m) => m.id).join(", ")}`,
      );
  for (const [mode, { from, to }] of Object.entries(part.sizes ?? {})) {
    const sized = kind.modes.filter((m) => m.sizes).map((m) => m.id);
    if (!sized.includes(mode))
      add(
        `.sizes.${mode}`,
        sized.length > 0
          ? `a ${part.type} has no size of “${mode}”; it has one of ${sized.join(", ")}`
          : `no failure of a ${part.type} has a size`,
      );
    else if (from >= to)
      add(
        `.sizes.${mode}`,
        `a size reaches from a smaller number to a larger one, not from ${from} to ${to}`,
      );
  }
  const parameters = kind.parameters.safeParse(part.parameters);
  if (!parameters.success) {
    for (const issue of parameters.error.issues)
      add(`.${pathText(["parameters", ...issue.path])}`, issueText(issue));
    return part;
  }
  return { ...part, parameters: parameters.data as Record<string, unknown> };
}

function checkReferences(unit: UnitModel, add: (path: string, message: string) => void): void {
  const ids = (list: readonly { id: string }[], name: string): Set<string> => {
    const seen = new Set<string>();
    list.forEach(({ id }, i) => {
      if (seen.has(id)) add(`${name}[${i}].id`, `“${id}” is used twice`);
      seen.add(id);
    });
    return seen;
  };
  const parts = new Map(unit.parts.map((p) => [p.id, p]));
  ids(unit.parts, "parts");
  const items = ids(unit.items, "items");
  const covers = ids(unit.covers, "covers");
  const points = ids(unit.points, "points");
  const states = ids(unit.states, "states");
  ids(unit.lifts, "lifts");
  ids(unit.courses, "courses");
  const observations = ids(unit.observations, "observations");
  const nets = new Set(unit.parts.flatMap((p) => Object.values(p.terminals)));
  const need: Need = (known, id, path, what) => {
    if (id !== undefined && !known.has(id)) add(path, `there is no ${what} “${id}”`);
  };
  const terminal = (name: string, path: string) => {
    const dot = name.lastIndexOf(".");
    if (!parts.get(name.slice(0, dot))?.terminals[name.slice(dot + 1)])
      add(path, `there is no terminal “${name}”; write part.terminal`);
  };

  need(nets, unit.ground, "ground", "net");
  unit.parts.forEach((p, i) => need(items, p.item, `parts[${i}].item`, "item"));
  unit.points.forEach((p, i) => {
    if (p.net !== undefined && p.terminal === undefined) return need(nets, p.net, `points[${i}].net`, "net");
    terminal(p.terminal ?? p.id, p.terminal ? `points[${i}].terminal` : `points[${i}].id`);
    need(covers, p.cover, `points[${i}].cover`, "cover");
  });
  unit.references.forEach((r, i) => {
    need(points, r.point, `references[${i}].point`, "point");
    r.points?.forEach((p, j) => need(points, p, `references[${i}].points[${j}]`, "point"));
  });
  for (const [name, n] of Object.entries(unit.needs)) {
    need(nets, n.from, `needs.${name}.from`, "net");
    need(nets, n.to, `needs.${name}.to`, "net");
  }
  const outputs = new Set(unit.parts.flatMap((p) => (CATALOGUE.get(p.type)?.driven ? [p.id] : [])));
  unit.hazards.forEach((h, i) => {
    h.covers?.forEach((c, j) => need(covers, c, `hazards[${i}].covers[${j}]`, "cover"));
    h.states?.forEach((s, j) => need(states, s, `hazards[${i}].states[${j}]`, "state"));
    h.parts?.forEach((p, j) => need(parts, p, `hazards[${i}].parts[${j}]`, "part"));
    h.observations?.forEach((o, j) =>
      need(observations, o, `hazards[${i}].observations[${j}]`, "observation"),
    );
  });
  unit.settings.forEach((s, i) => need(items, s.item, `settings[${i}].item`, "item"));
  unit.variants.forEach((v, i) => {
    for (const part of Object.keys(v.parts)) need(parts, part, `variants[${i}].parts`, "part");
    for (const point of Object.keys(v.points)) need(points, point, `variants[${i}].points`, "point");
    for (const [point, to] of Object.entries(v.points)) terminal(to, `variants[${i}].points.${point}`);
  });
  unit.states.forEach((s, i) => checkState(unit, s, `states[${i}]`, parts, outputs, add));
  if (unit.sequence) checkBoard(unit, unit.sequence, outputs, add);
  unit.lifts.forEach((l, i) => {
    l.terminals.forEach((t, j) => terminal(t, `lifts[${i}].terminals[${j}]`));
    need(covers, l.cover, `lifts[${i}].cover`, "cover");
  });
  unit.courses.forEach((c, i) => {
    need(parts, c.load, `courses[${i}].load`, "part");
    need(states, c.state, `courses[${i}].state`, "state");
    need(points, c.reference, `courses[${i}].reference`, "point");
    c.points.forEach((p, j) => need(points, p, `courses[${i}].points[${j}]`, "point"));
  });
  unit.checks?.forEach((c, i) => {
    need(states, c.state, `checks[${i}].state`, "state");
    need(points, c.red, `checks[${i}].red`, "point");
    need(points, c.black, `checks[${i}].black`, "point");
    if (c.red === c.black) add(`checks[${i}].black`, "the two probes need two points");
    c.lifts.forEach((l, j) => {
      if (!unit.lifts.some((lift) => lift.id === l)) terminal(l, `checks[${i}].lifts[${j}]`);
    });
  });
  checkObservations(unit, parts, need, add);
}

type Need = (known: { has(id: string): boolean }, id: string | undefined, path: string, what: string) => void;

/** What can be seen names what there is, and its signs are suspects. */
function checkObservations(
  unit: UnitModel,
  parts: ReadonlyMap<string, UnitModel["parts"][number]>,
  need: Need,
  add: (path: string, message: string) => void,
): void {
  const states = new Set(unit.states.map((s) => s.id));
  const covers = new Set(unit.covers.map((c) => c.id));
  unit.observations.forEach((o, i) => {
    need(parts, o.part, `observations[${i}].part`, "part");
    if (o.effect !== undefined && !unit.sequence?.effects.some((e) => e.id === o.effect))
      add(`observations[${i}].effect`, `there is no effect “${o.effect}” in the sequence`);
    need(states, o.state, `observations[${i}].state`, "state");
    need(covers, o.cover, `observations[${i}].cover`, "cover");
    if ((o.kind === "works" || o.kind === "listen") && o.part === undefined)
      add(`observations[${i}].part`, `a “${o.kind}” observation names the part it is about`);
    for (const sign of Object.keys(o.signs)) {
      const [partId = "", mode] = sign.split(":");
      const kind = CATALOGUE.get(parts.get(partId)?.type ?? "");
      if (!kind?.modes.some((m) => m.id === mode))
        add(`observations[${i}].signs.${sign}`, `there is no suspect “${sign}”; write part:mode`);
    }
  });
}

function checkState(
  unit: UnitModel,
  s: UnitModel["states"][number],
  at: string,
  parts: ReadonlyMap<string, { type: string }>,
  outputs: ReadonlySet<string>,
  add: (path: string, message: string) => void,
): void {
  for (const section of ["positions", "celsius"] as const)
    for (const id of Object.keys(s[section]))
      if (!parts.has(id)) add(`${at}.${section}.${id}`, `there is no part “${id}”`);
  s.drives.forEach((d, j) => {
    if (!outputs.has(d.output)) add(`${at}.drives[${j}].output`, `“${d.output}” is no output of a board`);
    d.needs.forEach((n, k) => {
      if (!(n in unit.needs)) add(`${at}.drives[${j}].needs[${k}]`, `there is no need “${n}”`);
    });
  });
}

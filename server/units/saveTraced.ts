import { randomBytes } from "node:crypto";
import { z } from "zod";
import {
  describeListProblem,
  describeRowProblem,
  describeTraceProblem,
  MOST_LINES,
  MOST_ROWS,
  traceUnit,
  wiredUnit,
} from "#core/trace/index.ts";
import { withMeasured } from "#core/unit/index.ts";
import { transaction } from "../database/query.ts";
import { keepRevision } from "./keepRevision.ts";
import { newestModel } from "./models.ts";
import { slug } from "./slug.ts";

const text = z.string().max(100);

/**
 * A unit as it was traced, or by its wiring list. `unit`: the unit of this shop that it goes on with, which was made the
 * same way.
 */
export const tracedUnit = z.strictObject({
  unit: z.string().max(100).optional(),
  name: z.string().trim().min(1, "Give the unit a name.").max(100, "Keep the name under 100 characters."),
  maker: z.string().trim().max(100, "Keep the maker under 100 characters."),
  lines: z.array(z.string().max(200)).min(1).max(MOST_LINES).optional(),
  list: z
    .strictObject({
      supply: z.string().max(200),
      rows: z
        .array(z.strictObject({ from: text, to: text, colour: text, size: text, length: text }))
        .max(MOST_ROWS),
      parts: z.record(z.string().max(20), z.string().max(200)),
    })
    .optional(),
});

export type TracedUnit = z.infer<typeof tracedUnit>;

export type Saved =
  { readonly ok: true; readonly unit: string } | { readonly ok: false; readonly message: string };

/** Makes a model of what was traced or listed and stores it: a new unit, or a new revision of the one it goes on with. */
export async function saveTraced({ unit, name, maker, lines, list }: TracedUnit): Promise<Saved> {
  const known = unit === undefined ? undefined : await newestModel(unit);
  if (unit !== undefined && !(lines ? known?.unit.traced : known?.unit.wired))
    return { ok: false, message: `This shop has no unit “${unit}” that was made so.` };
  const header = { id: unit ?? `${slug(name)}-${randomBytes(3).toString("hex")}`, name, maker };
  const made = lines ? fromLines(header, lines) : list ? fromList(header, list) : "Send lines or a list.";
  if (typeof made === "string") return { ok: false, message: made };
  // What was measured since stays known, unless a line says it by now.
  const measured = (known?.unit.measured ?? []).reduce<object>(withMeasured, made);
  await transaction((on) => keepRevision(on, header.id, measured));
  return { ok: true, unit: header.id };
}

type Header = Parameters<typeof traceUnit>[0];

/** The model of a trace, or what is wrong with it, in a sentence. */
function fromLines(header: Header, lines: readonly string[]): object | string {
  const { walk, unit, problem } = traceUnit(header, lines);
  if (unit) return unit.file;
  const at = walk.lines.findIndex((l) => !l.ok);
  const wrong = walk.lines[at];
  return wrong && !wrong.ok
    ? `Line ${at + 1}, “${lines[at] ?? ""}”: ${describeTraceProblem(wrong.problem)}`
    : describeTraceProblem(problem ?? { code: "no-load" });
}

function fromList(header: Header, list: Parameters<typeof wiredUnit>[1]): object | string {
  const { unit, rowProblems, problems } = wiredUnit(header, list);
  if (unit) return unit.file;
  const said = [
    ...rowProblems.map((p) => `Row ${p.row + 1}: ${describeRowProblem(p)}`),
    ...problems.map(describeListProblem),
  ];
  return said.slice(0, 5).join(" ");
}

import { randomBytes } from "node:crypto";
import { z } from "zod";
import { describeTraceProblem, MOST_LINES, traceUnit } from "#core/trace/index.ts";
import { pool } from "../database/pool.ts";
import { newestModel, storeModel } from "./models.ts";

/** A unit as it was traced. `unit`: the unit of this shop that it goes on with. */
export const tracedUnit = z.strictObject({
  unit: z.string().max(100).optional(),
  name: z.string().trim().min(1, "Give the unit a name.").max(100, "Keep the name under 100 characters."),
  maker: z.string().trim().max(100, "Keep the maker under 100 characters."),
  lines: z.array(z.string().max(200)).min(1).max(MOST_LINES),
});

export type TracedUnit = z.infer<typeof tracedUnit>;

export type Saved =
  { readonly ok: true; readonly unit: string } | { readonly ok: false; readonly message: string };

/** Makes a model of what was traced and stores it: a new unit, or a new revision of the one it goes on with. */
export async function saveTraced({ unit, name, maker, lines }: TracedUnit): Promise<Saved> {
  const known = unit === undefined ? undefined : await newestModel(unit);
  if (unit !== undefined && !known?.unit.traced)
    return { ok: false, message: `This shop has no traced unit “${unit}”.` };
  const id = unit ?? `${slug(name)}-${randomBytes(3).toString("hex")}`;
  const { walk, unit: traced, problem } = traceUnit({ id, name, maker }, lines);
  if (traced) {
    await storeModel(pool(), traced.file);
    return { ok: true, unit: id };
  }
  const at = walk.lines.findIndex((l) => !l.ok);
  const wrong = walk.lines[at];
  return {
    ok: false,
    message:
      wrong && !wrong.ok
        ? `Line ${at + 1}, “${lines[at] ?? ""}”: ${describeTraceProblem(wrong.problem)}`
        : describeTraceProblem(problem ?? { code: "no-load" }),
  };
}

/** A name as part of an address: small Latin letters and figures, "unit" where there are none. */
function slug(name: string): string {
  const plain = name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/gu, "-")
    .replace(/^-+|-+$/gu, "")
    .slice(0, 40);
  return plain === "" ? "unit" : plain;
}

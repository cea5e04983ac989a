import { z } from "zod";
import { CATALOGUE } from "../catalogue/index.ts";
import { unitSchema } from "./model.ts";

/**
 * The unit model's JSON Schema (draft 2020-12), made from the schema that validates, with the parameters of every part
 * type under `$defs`. Fields with a default may be left out of a file.
 */
export function unitJsonSchema(): Record<string, unknown> {
  const schema = z.toJSONSchema(unitSchema, { io: "input" }) as Record<string, unknown>;
  const parameters = [...CATALOGUE.values()].map((kind) => [
    `parameters of ${kind.type}`,
    {
      ...(z.toJSONSchema(kind.parameters, { io: "input" }) as Record<string, unknown>),
      description: `Part type “${kind.type}”: terminals ${kind.terminals.join(", ")}; failure modes ${kind.modes.map((m) => m.id).join(", ")}.`,
    },
  ]);
  return {
    title: "Zygodrome unit model, version 1",
    ...schema,
    $defs: Object.fromEntries(parameters) as Record<string, unknown>,
  };
}

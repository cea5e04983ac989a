import { writeFileSync } from "node:fs";
import { unitJsonSchema } from "#core/unit/index.ts";

/** Writes docs/unit-model.schema.json from the schema that validates: `npm run schema`. A test keeps the two in step. */
writeFileSync("docs/unit-model.schema.json", `${JSON.stringify(unitJsonSchema(), null, 1)}\n`);

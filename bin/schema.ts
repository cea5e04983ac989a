import { writeFileSync } from "node:fs";
import { unitJsonSchema } from "#core/unit/index.ts";
import { partsPage } from "./partsPage.ts";

/** Writes docs/unit-model.schema.json and docs/parts.md from the code: `npm run schema`. A test keeps them in step. */
writeFileSync("docs/unit-model.schema.json", `${JSON.stringify(unitJsonSchema(), null, 1)}\n`);
writeFileSync("docs/parts.md", partsPage());

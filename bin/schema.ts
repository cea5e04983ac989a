import { writeFileSync } from "node:fs";
import { z } from "zod";
import { findingsSchema } from "#core/diagnosis/index.ts";
import { jobFileSchema } from "#core/formats/index.ts";
import { unitJsonSchema } from "#core/unit/index.ts";
import { truthSchema } from "./cli/play.ts";
import { componentTestsPage } from "./componentTestsPage.ts";
import { partsPage } from "./partsPage.ts";

/** Writes the JSON Schemas and the pages below from the code: `npm run schema`. A test keeps them in step. */
export const SCHEMAS: Readonly<Record<string, () => unknown>> = {
  "docs/unit-model.schema.json": unitJsonSchema,
  "docs/job.schema.json": () => z.toJSONSchema(jobFileSchema, { io: "input", unrepresentable: "any" }),
  "docs/findings.schema.json": () => z.toJSONSchema(findingsSchema, { io: "input" }),
  "docs/readings.schema.json": () => z.toJSONSchema(truthSchema, { io: "input" }),
};

/** Pages written from the code, beside the schemas. */
export const PAGES: Readonly<Record<string, () => string>> = {
  "docs/parts.md": partsPage,
  "docs/component-tests.md": componentTestsPage,
};

if (process.argv[1]?.endsWith("schema.ts")) {
  for (const [file, schema] of Object.entries(SCHEMAS))
    writeFileSync(file, `${JSON.stringify(schema(), null, 1)}\n`);
  for (const [file, page] of Object.entries(PAGES)) writeFileSync(file, page());
}

import { lintSequence } from "#core/sequence/index.ts";
import { lintUnit } from "#core/unit/index.ts";
import { readUnitFile } from "./unitFile.ts";

/** What is probably a mistake in a model. `failed` when one of them is an error. */
export function lint(file: string, { json }: { json?: boolean }): { output: string; failed: boolean } {
  const unit = readUnitFile(file);
  const findings = [...lintUnit(unit), ...lintSequence(unit)];
  const failed = findings.some((f) => f.level === "error");
  if (json) return { output: JSON.stringify({ unit: unit.id, findings }), failed };
  const lines = findings.map((f) => `${f.level}  ${f.path}  ${f.message}  [${f.rule}]`);
  return {
    output: [
      ...lines,
      `${unit.name}: ${findings.length === 0 ? "nothing to say" : `${findings.length} finding${findings.length === 1 ? "" : "s"}`}`,
    ].join("\n"),
    failed,
  };
}

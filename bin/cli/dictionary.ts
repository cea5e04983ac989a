import { buildDictionary, fromScale } from "#core/diagnosis/index.ts";
import { readUnitFile } from "./unitFile.ts";

/** Every check under every suspect. */
export function dictionary(file: string, { json }: { json?: boolean }): string {
  const built = buildDictionary(readUnitFile(file));
  const cases = built.cases.map((c) => ({
    suspect: built.suspects[c.suspect]!.id,
    ...(c.faults[0]?.severity === undefined ? {} : { size: c.faults[0].severity }),
  }));
  if (!json)
    return `${built.unit.name}: ${built.suspects.length - 2} suspects in ${cases.length} cases, ${built.rows.length} checks.\nWith --json every check is listed with its reading in every case.`;
  const shown = (y: number) => (Number.isFinite(y) ? Number(y.toPrecision(6)) : "OL");
  const checks = built.rows.map((row) =>
    "chance" in row
      ? {
          id: row.check.id,
          ...(row.check.kind === "trial"
            ? { trial: row.check.trial, subject: row.check.subject }
            : { observation: row.check.observation }),
          chance: [...row.chance],
        }
      : {
          id: row.check.id,
          setup: row.check.setup,
          function: row.check.fn,
          red: row.check.red,
          black: row.check.black,
          readings: [...row.mean].map((y) => shown(fromScale(row.check.fn, y))),
        },
  );
  return JSON.stringify({ unit: built.unit.id, cases, checks, chattering: built.chattering });
}

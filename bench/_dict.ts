import { readFileSync } from "node:fs";
import { readUnitOrThrow } from "#core/unit/index.ts";
import { buildDictionary } from "#core/diagnosis/index.ts";
const unit = readUnitOrThrow(JSON.parse(readFileSync(process.argv[2]!, "utf8")));
const t0 = performance.now();
const d = buildDictionary(unit);
console.log(
  unit.id,
  d.rows.length,
  d.cases.length,
  (performance.now() - t0).toFixed(0),
  "unsettled",
  d.chattering.length,
  d.chattering.slice(0, 12).join(" | "),
);
const [fault, obs] = process.argv.slice(3);
if (fault)
  for (const row of d.rows)
    if ("chance" in row && row.check.kind === "observation") {
      const i = d.cases.findIndex((c) => d.suspects[c.suspect]!.id === fault);
      console.log(
        row.check.observation,
        row.chance[0]!.toFixed(3),
        row.chance[i]!.toFixed(3),
        row.badly?.[i],
      );
    }

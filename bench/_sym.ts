import { readFileSync } from "node:fs";
import { readUnitOrThrow } from "#core/unit/index.ts";
import { symptomTable, stateRuns } from "#core/sequence/index.ts";
import { listSuspects } from "../core/diagnosis/suspects/suspects.ts";
for (const file of process.argv.slice(2)) {
  const unit = readUnitOrThrow(JSON.parse(readFileSync(file, "utf8")));
  const { cases } = listSuspects(unit);
  const t0 = performance.now();
  const t = symptomTable(
    unit,
    cases.map((c) => c.fault),
  );
  const t1 = performance.now();
  const r = stateRuns(unit);
  for (const s of unit.states)
    for (const c of cases) r.stand({ state: s.id, lifts: [] }, c.fault ? [c.fault] : []);
  const t2 = performance.now();
  const keys = new Set(
    unit.states.flatMap((s) =>
      cases.map((c) => r.stand({ state: s.id, lifts: [] }, c.fault ? [c.fault] : []).key),
    ),
  );
  console.log(
    unit.id,
    cases.length,
    "cases",
    (t1 - t0).toFixed(0),
    "stands",
    (t2 - t1).toFixed(0),
    keys.size,
    "chatter",
    cases
      .filter((c) => c.fault && r.run([c.fault]).chattered)
      .map((c) => c.fault!.part + ":" + c.fault!.mode + ":" + (c.fault!.severity ?? ""))
      .join(" "),
  );
}

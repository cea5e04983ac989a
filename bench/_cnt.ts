import { readFileSync } from "node:fs";
import { readUnitOrThrow } from "#core/unit/index.ts";
import { stateRuns } from "#core/sequence/index.ts";
import { listSuspects } from "../core/diagnosis/suspects/suspects.ts";
const unit = readUnitOrThrow(JSON.parse(readFileSync(process.argv[2]!, "utf8")));
const { cases } = listSuspects(unit);
const r = stateRuns(unit);
let settles = 0;
for (const c of cases)
  if (c.fault) {
    (globalThis as any).CUR = `${c.fault.part}:${c.fault.mode}:${c.fault.severity ?? ""}`;
    const run = r.run([c.fault]);
    settles += run.moments.length;
  }
const cnt = (globalThis as any).CNT as Record<string, number>;
console.log(
  "settles",
  settles,
  Object.entries(cnt).filter(([k]) => !k.startsWith("f:")),
);
console.log(
  Object.entries(cnt)
    .filter(([k]) => k.startsWith("f:"))
    .sort((a, b) => b[1] - a[1])
    .slice(0, 40)
    .map(([k, v]) => k.slice(2) + "=" + v)
    .join(" "),
);
console.log("faults with own cycles", Object.keys(cnt).filter((k) => k.startsWith("f:")).length);

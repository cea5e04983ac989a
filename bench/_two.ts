import { readFileSync } from "node:fs";
import { expandUnit, readUnitOrThrow } from "#core/unit/index.ts";
import { reduce, couplingsOf } from "../core/circuit/periodic/network.ts";
import { runCycleInPlace, cycleRecord, stateSize } from "../core/circuit/periodic/cycle.ts";
const unit = readUnitOrThrow(JSON.parse(readFileSync(process.argv[2]!, "utf8")));
const e = expandUnit(unit, { state: process.argv[3]!, lifts: [] });
const c = couplingsOf(e.circuit);
console.log(
  "neg",
  [...c.negligible],
  "held",
  [...c.held],
  [...c.groupOf].map(([i, g]) => `${e.circuit.controls[i]!.id}${i}:${g}`).join(" "),
);
const n = reduce(e.circuit, c);
console.log(
  "reactive",
  n.reactive.map((r) => r.id),
  "slow",
  n.slow,
  n.groups.map((g) => [...g.at].join()),
);
const y = new Float64Array(stateSize(n));
const r = cycleRecord(n);
for (let k = 0; k < 6; k++) {
  const t = performance.now();
  const ok = runCycleInPlace(n, y, r);
  console.log(k, ok, (performance.now() - t).toFixed(1), [...y].map((v) => v.toPrecision(3)).join(" "));
  if (!ok) break;
}

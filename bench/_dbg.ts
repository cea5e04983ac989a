import { readFileSync } from "node:fs";
import { expandUnit, readUnitOrThrow } from "#core/unit/index.ts";
import { reduce, negligibleReactances } from "../core/circuit/periodic/network.ts";
import { runCycleInPlace, cycleRecord, stateSize } from "../core/circuit/periodic/cycle.ts";
const unit = readUnitOrThrow(JSON.parse(readFileSync(process.argv[2]!, "utf8")));
const e = expandUnit(unit, { state: "run", lifts: [] });
const [part, mode, sev] = (process.argv[3] ?? "").split(":");
const c = part ? e.withFault({ part, mode: mode!, ...(sev ? { severity: Number(sev) } : {}) }) : e.circuit;
const n = reduce(c, negligibleReactances(c));
console.log("reactive", n.reactive.map((r) => r.id), "slow", n.slow, "neg", [...n.negligible]);
const y = new Float64Array(stateSize(n));
const r = cycleRecord(n);
for (let c = 0; c < 12; c++) { const ok = runCycleInPlace(n, y, r); console.log(c, ok, [...y].map((v) => v.toPrecision(4)).join(" ")); if (!ok) break; }

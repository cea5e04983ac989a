import { readFileSync } from "node:fs";
import { settle } from "#core/circuit/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { expandUnit, readUnitOrThrow } from "#core/unit/index.ts";
const [file, state, fault, fn, a, b] = process.argv.slice(2);
const unit = readUnitOrThrow(JSON.parse(readFileSync(file!, "utf8")));
const e = expandUnit(unit, { state: state!, lifts: [] });
const healthy = settle(e.circuit);
const f =
  fault === "-"
    ? []
    : fault!.split("+").map((x) => {
        const [part, mode, sev] = x.split(":");
        return { part: part!, mode: mode!, ...(sev ? { severity: Number(sev) } : {}) };
      });
const c = e.withFaults(f);
const t0 = performance.now();
const fresh = settle(c);
const t1 = performance.now();
const low = settle(c, healthy);
const t2 = performance.now();
for (const [name, p] of [
  ["fresh", fresh],
  ["low", low],
] as const)
  console.log(
    name,
    p.status,
    p.unsettled.join(),
    predictReading(p, fn as never, e.nodeOfNet(a!), e.nodeOfNet(b!)),
  );
console.log((t1 - t0).toFixed(1), (t2 - t1).toFixed(1));

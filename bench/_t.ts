import { readFileSync } from "node:fs";
import { readUnitOrThrow } from "#core/unit/index.ts";
import { stateRuns } from "#core/sequence/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { Simulated } from "./truth/simulate.ts";
const [file, state, fault, ...pairs] = process.argv.slice(2);
const unit = readUnitOrThrow(JSON.parse(readFileSync(file!, "utf8")));
const faults =
  fault === "-"
    ? []
    : fault!.split("+").map((x) => {
        const [part, mode, s] = x.split(":");
        return { part: part!, mode: mode!, ...(s ? { severity: Number(s) } : {}) };
      });
const r = stateRuns(unit);
const { stand, expanded, point } = r.point({ state: state!, lifts: [] }, faults);
const list = pairs.map((x) => {
  const [fn, red, black] = x.split(",");
  return { fn: fn as "vdc", red: red!, black: black! };
});
const t0 = performance.now();
const got = new Simulated(
  unit,
  stand.state,
  faults,
  stand.opened.map((o) => o.part),
).read(list);
console.log(
  (performance.now() - t0).toFixed(0),
  "ms",
  point.status,
  "truth settled",
  got.settled,
  got.opened.join(),
);
list.forEach((p, i) =>
  console.log(
    p.fn,
    p.red,
    p.black,
    "ours",
    predictReading(point, p.fn, expanded.nodeOf(p.red), expanded.nodeOf(p.black)).value,
    "theirs",
    got.values[i],
  ),
);

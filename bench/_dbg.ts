import { readFileSync } from "node:fs";
import { readUnitOrThrow } from "#core/unit/index.ts";
import { World } from "../core/sequence/world.ts";
import { runSequence } from "#core/sequence/index.ts";
import { voltageInto } from "#core/circuit/index.ts";
const unit = readUnitOrThrow(JSON.parse(readFileSync(process.argv[2]!, "utf8")));
const w = new World(unit);
const f = process.argv[3]
  ? process.argv[3].split("+").map((x) => {
      const [part, mode, s] = x.split(":");
      return { part: part!, mode: mode!, ...(s ? { severity: Number(s) } : {}) };
    })
  : [];
const t0 = performance.now();
const healthy = runSequence(w, []);
const t1 = performance.now();
const run = runSequence(w, f);
const t2 = performance.now();
const nets = process.argv.slice(4);
for (const m of run.moments) {
  const s = w.solve(m.situation, f);
  const o = new Float64Array(2);
  console.log(
    m.at,
    m.step,
    [...m.situation.drives].join(),
    [...m.situation.effects].join(),
    "|",
    [...m.working].map(([k, v]) => k + ":" + v.how).join(),
    "|",
    [...m.relays].join(),
    "|",
    [...m.inputs].map(([k, v]) => k + "=" + v).join(" "),
    s.point.status,
    s.point.unsettled.join(),
    nets
      .map((n) => {
        const [d, x, y] = n.split(",");
        voltageInto(o, s.point[d as "ac"], s.expanded.nodeOfNet(x!), s.expanded.nodeOfNet(y!));
        return n + "=" + Math.hypot(o[0]!, o[1]!).toFixed(3);
      })
      .join(" "),
  );
}
console.log(
  run.end,
  run.failedAt,
  run.code,
  run.opened,
  (t1 - t0).toFixed(0),
  (t2 - t1).toFixed(0),
  healthy.end,
);

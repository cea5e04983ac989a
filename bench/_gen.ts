import { seeded } from "#core/quantity/index.ts";
import { stateRuns } from "#core/sequence/index.ts";
import { generateUnit } from "./truth/generate.ts";
const n = Number(process.argv[2]);
const u = generateUnit(seeded(1000 + n), n);
const [state, fault] = process.argv.slice(3);
const f = !fault
  ? []
  : fault.split("+").map((x) => {
      const [part, mode, s] = x.split(":");
      return { part: part!, mode: mode!, ...(s ? { severity: Number(s) } : {}) };
    });
if (process.env.SHOW)
  for (const p of u.parts)
    console.log(p.id, p.type, JSON.stringify(p.terminals), JSON.stringify(p.parameters));
const { point } = stateRuns(u).point({ state: state!, lifts: [] }, f);
console.log(
  point.status,
  point.unsettled.join(),
  point.settings.map((s, i) => point.circuit.controls[i]!.id + (s.region ?? s.on)).join(" "),
);

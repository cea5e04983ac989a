import { readFileSync } from "node:fs";
import { readUnitOrThrow } from "#core/unit/index.ts";
import { stateRuns } from "#core/sequence/index.ts";
const unit = readUnitOrThrow(JSON.parse(readFileSync(process.argv[2]!, "utf8")));
const [part, mode, sev] = process.argv[4]!.split(":");
const { point, stand } = stateRuns(unit).point({ state: process.argv[3]!, lifts: [] }, [
  { part: part!, mode: mode!, ...(sev ? { severity: Number(sev) } : {}) },
]);
console.log(
  stand.reached,
  point.status,
  point.unsettled.join(),
  point.settings
    .map((s, i) =>
      point.circuit.controls[i]!.kind === "regulator" || point.circuit.controls[i]!.kind === "relay"
        ? `${point.circuit.controls[i]!.id}:${s.on}${s.region ?? ""}`
        : "",
    )
    .filter(Boolean)
    .join(" "),
);
point.circuit.controls.forEach((c, i) => {
  if (c.kind === "regulator") console.log(c.id, JSON.stringify(point.settings[i]));
});

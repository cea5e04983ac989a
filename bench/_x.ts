import { readFileSync } from "node:fs";
import { settle } from "#core/circuit/index.ts";
import { expandUnit, readUnitOrThrow } from "#core/unit/index.ts";
const unit = readUnitOrThrow(JSON.parse(readFileSync("demo/units/extractor-sx4.json", "utf8")));
const p = settle(expandUnit(unit, { state: "standby", lifts: [] }).circuit);
console.log(p.status);

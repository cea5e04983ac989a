import { readTable, wiredUnit } from "#core/trace/index.ts";
import { buildDictionary, buildReadings } from "#core/diagnosis/index.ts";
import { tracedView, viewJob } from "#core/view/index.ts";
import { GOOD_LIST, WASHER_PARTS } from "../tests/support/washerList.ts";
const t = (n: string, f: () => unknown) => { const a = performance.now(); const r = f(); console.log(n, (performance.now() - a).toFixed(0)); return r as any; };
const rows = readTable(GOOD_LIST.split(/\r?\n/u).map((l) => l.split(";"))).rows;
const w = t("wired", () => wiredUnit({ id: "w", name: "W", maker: "" }, { supply: "mains 230V", rows, parts: WASHER_PARTS }));
t("wired2", () => wiredUnit({ id: "w", name: "W", maker: "" }, { supply: "mains 230V", rows, parts: WASHER_PARTS }));
console.log(w.unit.model.parts.length, w.unit.model.points.length);
t("readings", () => buildReadings(w.unit.model));
const d = t("dictionary", () => buildDictionary(w.unit.model));
console.log(d.cases.length, d.rows.length);



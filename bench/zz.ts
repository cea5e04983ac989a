import { wiredUnit, type WireRow } from "#core/trace/index.ts";
import { buildReadings } from "#core/diagnosis/index.ts";
const row = (from: string, to: string): WireRow => ({ from, to, colour: "brown", size: "0.75", length: "1" });
for (const n of [1000]) {
  const rows: WireRow[] = [];
  for (let i = 1; rows.length < n; i++) rows.push(row("L", `F${i}.1`), row(`F${i}.2`, `K${i}.11`), row(`K${i}.14`, `TH${i}.1`), row(`TH${i}.2`, `HT${i}.1`), row(`HT${i}.2`, "N"));
  let a = performance.now();
  const u = wiredUnit({ id: "b", name: "b", maker: "" }, { supply: "mains 230V", rows, parts: {} });
  console.log(n, "wired", Math.round(performance.now() - a), u.unit!.model.parts.length);
  a = performance.now();


}

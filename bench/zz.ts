import { traceUnit, describeTraceProblem, traceOffers } from "#core/trace/index.ts";
import { lintUnit } from "#core/unit/index.ts";
const lines = process.argv.slice(2);
const t = traceUnit({ id: "urn", name: "Tea urn", maker: "" }, lines);
t.walk.lines.forEach((l, i) => console.log(lines[i], "→", l.ok ? (l.line.is === "thing" ? `${l.id} ${l.line.kind.id} ${JSON.stringify(l.line.values)} ${l.line.colour ?? ""}` : JSON.stringify(l.line)) : describeTraceProblem(l.problem)));
if (t.problem) console.log("PROBLEM", describeTraceProblem(t.problem));
if (t.unit) {
  for (const p of t.unit.file.parts) console.log(p.id, "|", p.name, "|", p.type, JSON.stringify(p.terminals), JSON.stringify(p.parameters), p.item);
  console.log(t.unit.file.points!.map((p) => `${p.id}(${p.side[0]}) `).join(""));
  console.log(JSON.stringify(t.unit.file.references));
  console.log(JSON.stringify(t.unit.file.courses));
  console.log(lintUnit(t.unit.model).map((f) => `${f.level} ${f.path} ${f.message}`).join("\n"));
}
console.log(traceOffers(t.walk).map((o) => o.label).join(" · "));

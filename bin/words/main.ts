import { german } from "#core/german/index.ts";
import { gather } from "./gather.ts";
import notRead from "./notRead.json" with { type: "json" };

/**
 * `npm run words`: every text that the interface can show, by file, to be read through as a whole; of some rooms only, where they
 * are named. `npm run words -- --missing`: those without a German one.
 */
const rooms = process.argv.slice(2).filter((a) => !a.startsWith("--"));
const missingOnly = process.argv.includes("--missing");
let file = "";
for (const g of gather()) {
  if (rooms.length > 0 && !rooms.some((r) => g.file.startsWith(r))) continue;
  if (missingOnly && (g.text in german || notRead.includes(g.text))) continue;
  if (g.file !== file) process.stdout.write(`\n# ${(file = g.file)}\n`);
  process.stdout.write(`${String(g.line).padStart(5)}  ${g.text}\n`);
}

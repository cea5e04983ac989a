import { gather } from "./gather.ts";
let file = "";
for (const g of gather()) {
  if (g.file !== file) process.stdout.write(`\n# ${(file = g.file)}\n`);
  process.stdout.write(`${g.text}\n`);
}

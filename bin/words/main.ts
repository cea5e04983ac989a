import { AREAS, sentencesIn } from "./sentences.ts";

/** `npm run words`: every sentence that the interface can show, by area and place, to be read through as a whole. */
const only = process.argv.slice(2);
for (const area of only.length > 0 ? only : AREAS) {
  process.stdout.write(`\n# ${area}\n`);
  let file = "";
  for (const s of sentencesIn(area)) {
    if (s.file !== file) process.stdout.write(`\n${(file = s.file)}\n`);
    process.stdout.write(`${String(s.line).padStart(5)}  ${s.text}\n`);
  }
}

import { parseArgs } from "node:util";
import { checkList, readRows, readTable, traceUnit, wiredUnit, type WireRow } from "#core/trace/index.ts";
import { buildReadings } from "#core/diagnosis/index.ts";
import { viewJob } from "#core/view/index.ts";
import { diagramOf, toElk } from "#core/wiring/index.ts";
import { checkFile, namesOf, recordsOf, SECTIONS, withField, type Json } from "#core/workshop/index.ts";
import Elk from "elkjs/lib/elk.bundled.js";
import { generatedUnit } from "./generatedUnit.ts";
import { WARMER } from "../tests/support/foodWarmer.ts";

/**
 * How long it takes to make units: `npm run bench:units`, with `--json` as one line.
 *
 * editRedrawMs1000       a cell of a list of a thousand wires changed: rows, parts and circuits read anew on the page's thread, median of nine
 * workshopEditMs1000     the same in the workshop: a field of the model changed, its chapter and the names to choose from anew
 * workshopCheckMs1000    and that model read as a whole, which a worker does
 * layoutMs150, layoutMs600  a whole unit of so many parts laid out, which a worker does; one circuit alone takes no time worth telling
 * import10000RowsMs      a list of ten thousand rows read and looked through, as the preview does
 * readingsMs100          what the unit of a hundred wires should read, along every circuit, off the page's thread
 * traceEntriesToFirstCheck  lines of a food warmer until its first check can be told
 */
const { values } = parseArgs({ options: { json: { type: "boolean", default: false } } });

const HEADER = { id: "bench", name: "Bench", maker: "" };

/** A machine of `wires` wires: heaters, each behind a fuse and a relay of its own, five wires a heater. */
function rowsOf(wires: number): WireRow[] {
  const row = (from: string, to: string, colour = "brown"): WireRow => ({
    from,
    to,
    colour,
    size: "0.75",
    length: "1",
  });
  const rows: WireRow[] = [];
  for (let i = 1; rows.length < wires; i++)
    rows.push(
      row("L", `F${i}.1`),
      row(`F${i}.2`, `K${i}.11`),
      row(`K${i}.14`, `TH${i}.1`),
      row(`TH${i}.2`, `HT${i}.1`, "grey"),
      row(`HT${i}.2`, "N", "blue"),
    );
  return rows.slice(0, wires - (wires % 5));
}

function median(times: number[]): number {
  return times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
}

function timed(work: () => void): number {
  const from = performance.now();
  work();
  return performance.now() - from;
}

const thousand = rowsOf(1000);
const made = (rows: readonly WireRow[]) => wiredUnit(HEADER, { supply: "mains 230V", rows, parts: {} });
made(thousand);
const edits = Array.from({ length: 9 }, (_, i) =>
  timed(() => {
    const rows = thousand.map((row, k) => (k === i * 100 ? { ...row, colour: "red" } : row));
    checkList({ supply: "mains 230V", rows, parts: {} });
  }),
);
/** The file of a unit of a thousand wires, as the workshop has it. */
const file = JSON.parse(JSON.stringify(made(thousand).unit!.file)) as Json;
const parts = SECTIONS.find((s) => s.id === "parts")!;
const workshopEdits = Array.from({ length: 9 }, (_, i) =>
  timed(() => {
    const next = withField(file, parts, i * 100, ["name"], `Changed ${i}`);
    recordsOf(next, parts);
    for (const kind of ["net", "item", "part"] as const) namesOf(next, kind);
  }),
);
const workshopChecks = Array.from({ length: 5 }, () => timed(() => void checkFile(file).problems.length));
const layout = async (size: number): Promise<number> => {
  const graph = toElk(diagramOf(generatedUnit(size)));
  const from = performance.now();
  await new Elk().layout(graph as never);
  return performance.now() - from;
};
const layouts = { small: await layout(150), large: await layout(600) };
const text = [
  ["From", "To", "Colour", "Size", "Length"],
  ...rowsOf(10_000).map((r) => [r.from, r.to, r.colour, r.size, r.length]),
];
const imported = timed(() => void readRows(readTable(text).rows).problems.length);
const unit = made(rowsOf(100)).unit!.model;
const readings = timed(() => void viewJob(buildReadings(unit), []).courses.length);
let entries = 0;
while (entries < WARMER.length && !traceUnit(HEADER, WARMER.slice(0, entries)).unit) entries++;

const result = {
  editRedrawMs1000: Math.round(median(edits)),
  workshopEditMs1000: Math.round(median(workshopEdits)),
  workshopCheckMs1000: Math.round(median(workshopChecks)),
  layoutMs150: Math.round(layouts.small),
  layoutMs600: Math.round(layouts.large),
  import10000RowsMs: Math.round(imported),
  readingsMs100: Math.round(readings),
  traceEntriesToFirstCheck: entries,
};
process.stdout.write(`${values.json ? JSON.stringify(result) : JSON.stringify(result, null, 2)}\n`);

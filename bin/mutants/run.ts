import { spawnSync } from "node:child_process";
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { seeded } from "#core/quantity/index.ts";

/**
 * `npm run test:mutants [-- --area component --lines 150 --seed 1 --write]`: changes a seeded sample of lines of an area one
 * at a time and runs the area's tests against each change; `--within core/job` keeps to one room of it. Prints the share that
 * is caught and what is not; `--write` puts both into docs/testing.md. A whole run takes hours, and a sample of some hundred
 * changes tells the share within a few points.
 */
const COMPONENT = ["core/component", "core/standards", "core/loads", "core/meter"];
const AREAS = {
  component: {
    folders: COMPONENT,
    // What a room's own tests let through is held against the whole area's: half a minute.
    // The meter is held against the circuit simulator's decks too, which nothing else of the area needs.
    beyond: {
      ...Object.fromEntries(COMPONENT.map((room) => [room, [...COMPONENT, "tests/docs"]])),
      "core/meter": [...COMPONENT, "tests/truth", "tests/simulator"],
    },
    wanted: 0.85,
    seconds: 600,
  },
  engine: {
    folders: ["core/diagnosis", "core/circuit", "core/sequence", "core/job", "core/entry", "core/view"],
    // Here all of the area's would be five minutes for every change: it is held against those that a room is used by most.
    beyond: {
      "core/circuit": ["core/meter", "tests/truth", "tests/simulator"],
      "core/sequence": ["tests/sequence", "tests/truth"],
      "core/diagnosis": ["tests/play/glasswasher.test.ts"],
      "core/job": ["core/view"],
      "core/entry": ["core/view"],
    },
    wanted: 0.75,
    seconds: 900,
  },
} as const;
type Area = keyof typeof AREAS;

const { values } = parseArgs({
  options: {
    area: { type: "string", default: "component" },
    lines: { type: "string", default: "150" },
    seed: { type: "string", default: "1" },
    within: { type: "string", default: "" },
    write: { type: "boolean", default: false },
  },
});
if (!(values.area in AREAS))
  throw new Error(`There is no area “${values.area}”: ${Object.keys(AREAS).join(", ")}.`);
const area = values.area as Area;
const { folders, beyond, wanted, seconds } = AREAS[area];

interface Mutant {
  readonly status: string;
  readonly mutatorName: string;
  readonly replacement: string;
  readonly location: { readonly start: { readonly line: number } };
}
interface Report {
  readonly files: Readonly<Record<string, { readonly source: string; readonly mutants: readonly Mutant[] }>>;
}

/** Lines of code, as file and number: no tests, no imports, no comments, nothing without an operator or a call. */
function linesOf(folder: string): string[] {
  return readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((f) => f.endsWith(".ts") && !f.endsWith(".test.ts") && !f.endsWith("index.ts"))
    .flatMap((f) => {
      const path = join(folder, f);
      return readFileSync(path, "utf8")
        .split("\n")
        .flatMap((line, i) =>
          /^\s*(?:\/?\*|\/\/|import|export (?:type|interface)|$)/u.test(line) ||
          !/[=<>&|?!+*/-]|\.\w+\(/u.test(line)
            ? []
            : [`${path}:${i + 1}-${i + 1}`],
        );
    });
}

const random = seeded(Number(values.seed));
const all = folders.flatMap(linesOf).filter((line) => line.startsWith(values.within));
const chosen = all
  .map((line) => [random(), line] as const)
  .sort(([a], [b]) => a - b)
  .slice(0, Number(values.lines))
  .map(([, line]) => line);

const run = spawnSync("npx", ["stryker", "run", "--mutate", chosen.join(",")], {
  stdio: "inherit",
  env: {
    ...process.env,
    MUTANTS_BEYOND: JSON.stringify(beyond),
    MUTANTS_SECONDS: String(seconds),
    MUTANTS_FILES: [...new Set(chosen.map((line) => line.split(":")[0]!))].join(","),
  },
});
if (run.status !== 0) process.exit(run.status ?? 1);

const report = JSON.parse(readFileSync(".zygodrome/mutants.json", "utf8")) as Report;
const CAUGHT = ["Killed", "Timeout"];
const MISSED = ["Survived", "NoCoverage"];
const mutants = Object.entries(report.files).flatMap(([file, { source, mutants: list }]) =>
  list.map((m) => ({ ...m, file, text: source.split("\n")[m.location.start.line - 1]!.trim() })),
);
const caught = mutants.filter((m) => CAUGHT.includes(m.status)).length;
const missed = mutants.filter((m) => MISSED.includes(m.status));
const share = caught / (caught + missed.length);
const percent = `${(100 * share).toFixed(1)} %`;
process.stdout.write(
  `${area}: ${caught} of ${caught + missed.length} changes caught, ${percent} (wanted ${100 * wanted} %)\n`,
);
for (const m of missed)
  process.stdout.write(
    `${m.file}:${m.location.start.line} ${m.mutatorName} → ${m.replacement}
    ${m.text}
`,
  );

if (values.write) {
  const page = readFileSync("docs/testing.md", "utf8");
  const [begin, end] = [`<!-- ${area} -->`, `<!-- /${area} -->`];
  const rows = missed.map(
    (m) =>
      `| ${m.file.replace("core/", "")}:${m.location.start.line} | \`${cell(m.text)}\` | \`${cell(m.replacement)}\` |`,
  );
  const text = [
    begin,
    `${caught} of ${caught + missed.length} changes caught, **${percent}** (wanted ${100 * wanted} %), on ${chosen.length} of ` +
      `${all.length} lines, seed ${values.seed}. Not caught:`,
    "",
    "| where | line | changed to |",
    "| --- | --- | --- |",
    ...rows,
    end,
  ].join("\n");
  writeFileSync(
    "docs/testing.md",
    page.replace(new RegExp(`${begin}[\\s\\S]*${end}`, "u"), () => text),
  );
}

function cell(text: string): string {
  const flat = text.replaceAll("|", "\\|").replaceAll("`", "ˋ").replaceAll(/\s+/gu, " ");
  return flat.length > 70 ? `${flat.slice(0, 67)}…` : flat;
}

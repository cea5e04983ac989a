import { spawnSync } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname, join } from "node:path";

/**
 * Runs the tests against one change, in plain Node as `npm test` runs them, and ends with 1 at the first that fails: the tests
 * beside the changed file first, then those of its room, then those that MUTANTS_BEYOND names for the room (files or folders by
 * room, as JSON). Most changes are found by the first, in seconds. MUTANTS_FILES names the files that are changed, and the
 * tool says by its own variable which change is in force; without one (its first run) the tests beside all files that are
 * changed are run, to see them pass.
 */
const changed = process.env.__STRYKER_ACTIVE_MUTANT__;
const beyond = JSON.parse(process.env.MUTANTS_BEYOND ?? "{}");
const all = ["core", "tests"].flatMap((folder) =>
  readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((name) => name.endsWith(".test.ts"))
    .map((name) => join(folder, name)),
);

const files = (process.env.MUTANTS_FILES ?? "").split(",");
/** Those that hold the change: the tool marks every change in the source by its number. */
const touched =
  changed === undefined
    ? files
    : files.filter((path) => readFileSync(path, "utf8").includes(`stryMutAct_9fa48("${changed}")`));
/** Rooms whose changes a unit's dictionary may show: the tests compute it anew for each. */
const computes = touched.some((path) => /^core\/(?:circuit|sequence|diagnosis|meter|standards)\//.test(path));
const roomOf = (path) => path.split("/").slice(0, 2).join("/");

/** Started itself, so that what ends it leaves nothing behind. */
const JEST = createRequire(import.meta.url).resolve("jest/bin/jest");
const NEAR_SECONDS = 240;
const nearFirst = [
  (test) => touched.some((path) => dirname(test) === dirname(path)),
  ...(changed === undefined ? [] : [(test) => touched.some((path) => roomOf(test) === roomOf(path))]),
  ...(changed === undefined
    ? []
    : [
        (test) =>
          touched.some((path) => (beyond[roomOf(path)] ?? []).some((place) => test.startsWith(place))),
      ]),
];
const done = new Set();
for (const near of nearFirst) {
  const tests = all.filter((test) => near(test) && !done.has(test));
  if (tests.length === 0) continue;
  for (const test of tests) done.add(test);
  const { status } = spawnSync(
    process.execPath,
    [JEST, "--selectProjects", "program", "--silent", "--bail", "--runTestsByPath", ...tests],
    {
      stdio: changed === undefined ? "inherit" : "ignore",
      // What is beside the file takes seconds: a change that has not come through it by then goes on for ever.
      ...(near === nearFirst[0] && changed !== undefined
        ? { timeout: 1000 * NEAR_SECONDS, killSignal: "SIGKILL" }
        : {}),
      env: {
        ...process.env,
        ENGINE_CHANGE: computes ? (changed ?? "") : "",
        NODE_OPTIONS:
          "--no-warnings --experimental-vm-modules --import tsx --import ./tests/support/bare/register.mjs",
      },
    },
  );
  if (status !== 0) process.exit(1);
}

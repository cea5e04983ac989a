#!/usr/bin/env node
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { ensureBuild } from "./steps/build.mjs";
import { awaitDictionaries, passDictionaries, writeDictionaries } from "./steps/dictionaries.mjs";
import { ensureModules, ensurePackages } from "./steps/packages.mjs";
import { throwAwayCluster } from "./steps/postgres.mjs";
import { cleanEnvironment, run } from "./steps/run.mjs";
import { explain, say, step } from "./steps/say.mjs";
import { prepareDatabase, startServer, stopServer } from "./steps/serve.mjs";

/**
 * Every check of the project: format, lint, types, boundaries, Jest, Playwright, against a database of its own that is
 * gone afterwards. Ends with one line that counts the tests.
 */
const root = path.dirname(path.dirname(fileURLToPath(import.meta.url)));
const bin = (name) => path.join(root, "node_modules/.bin", name);
const results = mkdtempSync(path.join(os.tmpdir(), "zygodrome-results-"));
/** Tests in plain Node have no limit of their own: a loop without end is ended here. */
const JEST_MINUTES = 40;
const SOURCES = ["core", "app", "server", "demo"];
const counts = { passed: 0, failed: 0 };
/** Jest's database. */
let cluster;
/** What the browser tests use: a demo shop of its own. */
let site;
/** What its server has computed of its units: no test computes that again. */
const dictionaries = path.join(results, "dictionaries");
let server;
let ended = false;

async function cleanUp() {
  if (ended) return;
  ended = true;
  if (server) await stopServer(server.child);
  for (const each of [site, cluster]) await each?.destroy();
  rmSync(results, { recursive: true, force: true });
}

/** A check that is one test: it passes or fails as a whole. */
async function check(name, command, args) {
  await step(name, async () => {
    const { code, output } = await run(command, args, { cwd: root, allowFailure: true });
    if (code === 0) return void counts.passed++;
    counts.failed++;
    say(output.trim());
    say(`✗ ${name} failed`);
  });
}

/** Checks one after the other, that others may run beside. */
async function inOrder(...checks) {
  for (const each of checks) await each();
}

/**
 * Two beside each other, whichever is next: the tests in plain Node in quarters, since halves are never equally long, and then those
 * of a server, which wait for processes more than they compute.
 */
async function jest() {
  const quarters = ["1/4", "2/4", "3/4", "4/4"];
  const waiting = [
    ...quarters.map((shard) => () => jestOf("program", [`--shard=${shard}`, "--forceExit"])),
    () => jestOf("server", ["--maxWorkers=2"]),
  ];
  const inTurn = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await next();
  };
  await Promise.all([inTurn(), inTurn()]);
}

async function jestOf(project, args) {
  const file = path.join(results, `jest-${project}-${args[0].replace(/\W/g, "-")}.json`);
  const env = cleanEnvironment({
    DATABASE_URL: cluster.appUrl,
    OWNER_DATABASE_URL: cluster.url,
    DICTIONARIES: dictionaries,
    // The last two are for tests in plain Node (jest.config.mjs).
    NODE_OPTIONS:
      "--no-warnings --experimental-vm-modules --import tsx --import ./tests/support/bare/register.mjs",
  });
  await run(
    process.execPath,
    [
      "node_modules/jest/bin/jest.js",
      "--selectProjects",
      project,
      "--json",
      `--outputFile=${file}`,
      "--silent",
      ...args,
    ],
    { cwd: root, env, inherit: true, allowFailure: true, mostMinutes: JEST_MINUTES },
  );
  const report = readReport(file);
  counts.passed += report?.numPassedTests ?? 0;
  // A suite that cannot even be loaded has no tests of its own to count.
  counts.failed += report ? report.numFailedTests + report.numRuntimeErrorTestSuites : 1;
}

async function playwright() {
  const file = path.join(results, "playwright.json");
  const env = cleanEnvironment({
    DATABASE_URL: site.url,
    ZYGODROME_URL: server.address,
    DICTIONARIES: dictionaries,
    PLAYWRIGHT_RESULTS: file,
  });
  await run(bin("playwright"), ["test"], { cwd: root, env, inherit: true, allowFailure: true });
  const stats = readReport(file)?.stats;
  counts.passed += stats ? stats.expected + stats.flaky : 0;
  counts.failed += stats ? stats.unexpected : 1;
}

function readReport(file) {
  try {
    return JSON.parse(readFileSync(file, "utf8"));
  } catch {
    return undefined;
  }
}

for (const signal of ["SIGINT", "SIGTERM"])
  process.on(signal, () => void cleanUp().then(() => process.exit(1)));

try {
  await ensurePackages({ browser: true, simulator: true });
  await ensureModules(root);
  await ensureBuild(root);
  // A new shop's dictionaries take minutes. They are built beside the checks, which leave a core to them: a browser test would
  // wait for them, and measure little but how busy the machine is.
  await step("starting the web server of the browser tests", async () => {
    site = throwAwayCluster();
    await site.start();
    await prepareDatabase(root, site);
    server = await startServer(root, site.appUrl, 0);
  });
  await check("route types", bin("react-router"), ["typegen"]);
  await Promise.all([
    inOrder(
      () => check("lint", bin("eslint"), ["."]),
      () => check("boundaries", bin("depcruise"), [...SOURCES, "--config", ".dependency-cruiser.cjs"]),
    ),
    inOrder(
      () => check("types", bin("tsc"), ["--noEmit", "-p", "."]),
      () => check("types of core, without DOM or Node", bin("tsc"), ["--noEmit", "-p", "core"]),
      () => check("types of the service worker", bin("tsc"), ["--noEmit", "-p", "app/offline/worker"]),
      () => check("format", bin("prettier"), ["--check", ".", "--log-level", "warn"]),
    ),
  ]);
  cluster = throwAwayCluster();
  await step("starting a throw-away database", () => cluster.start());
  await step("preparing it", () => prepareDatabase(root, cluster));
  await step("waiting for the dictionaries of the demo shop", () => awaitDictionaries(site.url));
  await passDictionaries(site.url, cluster.url);
  await writeDictionaries(site.url, dictionaries);
  await step("Jest", jest);
  await step("Playwright", playwright);
} catch (error) {
  explain(error);
  counts.failed++;
} finally {
  await cleanUp();
}
say(`${counts.passed} passed, ${counts.failed} failed`);
process.exitCode = counts.failed === 0 && counts.passed > 0 ? 0 : 1;

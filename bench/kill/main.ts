import { parseArgs } from "node:util";
import type { BrowserContext } from "@playwright/test";
import pg from "pg";
import { ensureBuild } from "../../bin/steps/build.mjs";
import { freePort } from "../../bin/steps/port.mjs";
import { throwAwayCluster } from "../../bin/steps/postgres.mjs";
import { prepareDatabase } from "../../bin/steps/serve.mjs";
import { Supervisor } from "../../bin/steps/supervise.mjs";
import { launchBrowser } from "../ownServer.ts";
import { startWriting, type Written } from "./writers.ts";

/**
 * Kills the web process, the database and a browser tab with -9 at random moments, while four programs and two browser tabs
 * write: `npm run bench:kill`, with `--json` as one line, `--kills N` for fewer, `--seed N` for other moments.
 *
 * lost              entries that were acknowledged, or kept in a browser, and are not in the database in the end
 * doubled           entries that are there more than once
 * webDied           ends of the web process that this did not bring about
 * recoverSeconds95  from a kill of web process or database to the next entry saved, 95th of a hundred
 */
const { values } = parseArgs({
  options: {
    json: { type: "boolean", default: false },
    kills: { type: "string", default: "300" },
    seed: { type: "string", default: "1" },
  },
});
const KILLS = Number(values.kills);
/** Between two kills: shorter than a recovery at times, so that some fall into one. */
const PAUSE_MS = [200, 5000] as const;
let ending = false;
const say = (text: string) => process.stderr.write(`${text}\n`);

let state = Number(values.seed) >>> 0 || 1;
/** Mulberry32. */
function random(): number {
  state = (state + 0x6d2b79f5) >>> 0;
  let t = state;
  t = Math.imul(t ^ (t >>> 15), t | 1);
  t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
}
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

const root = process.cwd();
await ensureBuild(root);
const cluster = throwAwayCluster({ durable: true });
await cluster.start();
await prepareDatabase(root, cluster);
const supervisor = new Supervisor(
  root,
  cluster,
  await freePort(),
  (message) => say(`gave up: ${message}`),
  1e6,
);
const address = await supervisor.start();
const browser = await launchBrowser();
browser.on("disconnected", () => !ending && say("the browser ended"));
const context: BrowserContext = await browser.newContext({ baseURL: address });
const writing = await startWriting(address, context, { programs: 4, tabs: 2 });

const killedWebs = new Set<number>();
let webDied = 0;
const seenWebs = new Set<number>();
const watch = setInterval(() => {
  const { child } = supervisor.server;
  if (!child.pid || seenWebs.has(child.pid)) return;
  seenWebs.add(child.pid);
  child.once("exit", () => {
    if (!killedWebs.has(child.pid!) && !ending) webDied++;
  });
}, 20);

const recoveries: number[] = [];
const kills = { web: 0, database: 0, tab: 0 };
for (let i = 0; i < KILLS; i++) {
  await pause(PAUSE_MS[0] + random() * (PAUSE_MS[1] - PAUSE_MS[0]));
  const what = (["web", "database", "tab"] as const)[Math.floor(random() * 3)]!;
  kills[what]++;
  const at = performance.now();
  if (what === "tab") {
    await writing.killTab(Math.floor(random() * 2));
    continue;
  }
  if (what === "web") {
    const { child } = supervisor.server;
    if (child.pid) killedWebs.add(child.pid);
    child.kill("SIGKILL");
  } else await cluster.kill();
  void writing.nextSaved().then((saved) => recoveries.push((saved - at) / 1000));
  if ((i + 1) % 20 === 0) say(`${i + 1} kills, ${writing.count()} entries`);
}
// Everything gets its chance to arrive.
const written: Written = await writing.finish();
ending = true;
clearInterval(watch);

const client = new pg.Client({ connectionString: cluster.url });
await client.connect();
// The demo shop has notes of its own, and some of them say the same.
const { rows } = await client.query<{ text: string; n: number }>(
  `SELECT body ->> 'text' AS text, count(*)::int AS n FROM job_events
    WHERE body ->> 'type' = 'note' AND body ->> 'text' ~ '^(program|tab) [0-9]+, [0-9]+$' GROUP BY 1`,
);
await client.end();
const there = new Map(rows.map((r) => [r.text, r.n]));
const must = [...written.acknowledged, ...written.kept];
const sorted = recoveries.sort((a, b) => a - b);
const result = {
  kills: KILLS,
  ...kills,
  entries: must.length,
  lost: must.filter((text) => !there.has(text)).length,
  doubled: [...there.values()].filter((n) => n > 1).length,
  webDied,
  recoverSeconds95: Number((sorted[Math.ceil(0.95 * sorted.length) - 1] ?? 0).toFixed(2)),
};
await browser.close();
await supervisor.stop();
await cluster.destroy();
process.stdout.write(`${values.json ? JSON.stringify(result) : JSON.stringify(result, null, 2)}\n`);
process.exit(0);

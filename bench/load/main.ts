import { readFileSync } from "node:fs";
import { parseArgs } from "node:util";
import pg from "pg";
import { DEMO_SHOP } from "#demo/loadShop.ts";
import { worksFor } from "#server/database/shopOfWork.ts";
import { storeModel } from "#server/units/models.ts";
import { awaitDictionaries } from "../../bin/steps/dictionaries.mjs";
import { startServer, stopServer } from "../../bin/steps/serve.mjs";
import { generatedUnitFile } from "../generatedUnit.ts";
import { processTreeSeconds } from "./processTree.ts";
import { startOwnServer } from "../ownServer.ts";

/**
 * Two hundred people on a hundred jobs, at two web processes of one database: `npm run bench:load`, with `--json` as one line,
 * `--seconds N` for a shorter run. The people are programs: each keeps the live stream of its job open, enters something every
 * ten seconds (`--every N`), and loads its page every minute; the two on one job are at different processes. Server and
 * database are its own, on a disk that is written to, and share this machine with the people.
 *
 * p99FindingMs      from sending an entry to the server's word that it is kept, 99th of a hundred
 * lost, doubled     entries that were said to be kept and are not in the database, or are there twice
 * unheard           entries that the other person's stream did not bring
 * memoryGrowthMB    what the web process that grew most holds at the end, less what it held after the first third
 * heavyUnitDelayMs  how much longer a page of an ordinary unit takes while pages of a 600-part unit are asked for; median
 * boardMs           the board with 20,000 jobs, median
 * …CpuMsPerEntry    processor time of both web processes, and of the database, over the entries: pages and streams are in it
 * bytesPerEntry     by how much the log and its indexes grew, over the entries
 */
const { values } = parseArgs({
  options: {
    json: { type: "boolean", default: false },
    seconds: { type: "string", default: "300" },
    every: { type: "string", default: "10" },
  },
});
const PEOPLE = 200;
const JOBS_AT_WORK = 100;
const SECONDS = Number(values.seconds);
const ENTER_MS = 1000 * Number(values.every);
const RELOAD_MS = 6 * ENTER_MS;
const JOBS = 20_000;
/** A server gives up a dictionary after five minutes (server/workers/analysis.ts). */
const LONGEST_BUILD_MS = 310_000;
/** Looks as they are recorded from the card, at a glasswasher whose cut-out is open; a note now and then. */
const SEEN = [
  ["display-lit", true],
  ["fills", true],
  ["washes", true],
  ["doses", true],
  ["rinse-hot", false],
] as const;
const say = (text: string) => process.stderr.write(`${text}\n`);
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const sorted = (list: readonly number[]) => [...list].sort((a, b) => a - b);
const median = (list: readonly number[]) => sorted(list)[list.length >> 1] ?? NaN;
const percentile = (list: readonly number[], share: number) =>
  sorted(list)[Math.min(list.length - 1, Math.ceil(share * list.length) - 1)] ?? NaN;

worksFor(DEMO_SHOP.id);
const server = await startOwnServer({ durable: true });
const owner = new pg.Pool({ connectionString: server.cluster.url, max: 1 });
const second = await startServer(process.cwd(), server.cluster.appUrl, 0);
const processes = [server.process, second.child];
const addresses = [server.address, second.address];
const { address } = server;

async function openJob(unit: string): Promise<string> {
  const id = crypto.randomUUID();
  const body = new URLSearchParams({ id, unit, person: "ansa", label: "", complaint: "Load." });
  const answer = await fetch(`${address}/jobs/new`, { method: "POST", body, redirect: "manual" });
  if (answer.status >= 400) throw new Error(`Start a job: ${answer.status} ${await answer.text()}`);
  return id;
}

async function timed(path: string): Promise<number> {
  const start = performance.now();
  const answer = await fetch(`${address}${path}`);
  await answer.text();
  if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
  return performance.now() - start;
}

/** Memory of each web process, MB: what is resident. */
function residentMB(): number[] {
  return processes.map(({ pid }) => {
    const kB = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))![1]!;
    return Number(kB) / 1024;
  });
}

const webSeconds = () => processes.reduce((sum, { pid }) => sum + processTreeSeconds(pid!), 0);
const databaseSeconds = () =>
  processTreeSeconds(Number(readFileSync(`${server.cluster.data}/postmaster.pid`, "utf8").split("\n")[0]));
const bytesOfLog = async () =>
  Number(
    (
      await owner.query<{ bytes: string }>(
        "SELECT sum(pg_total_relation_size(relid)) AS bytes FROM pg_partition_tree('job_events')",
      )
    ).rows[0]!.bytes,
  );

const hasDictionaryOf = async (unit: string) =>
  (
    await owner.query(
      "SELECT FROM dictionaries JOIN unit_revisions USING (shop_id, model_hash) WHERE unit_id = $1",
      [unit],
    )
  ).rows.length > 0;

const findings: number[] = [];
/** Entries that the server has taken, and those that streams have brought, by id. */
const kept = new Set<string>();
const heard = new Set<string>();
let failed = 0;
const until = { at: 0 };

/** @param n the two on one job are n and n + JOBS_AT_WORK, at different processes */
async function person(n: number, job: string): Promise<void> {
  const half = Math.floor(n / JOBS_AT_WORK);
  const address = addresses[(n + half) % addresses.length]!;
  const own = new Set<string>();
  const stop = new AbortController();
  void fetch(`${address}/stream?jobs=${job}:0`, { signal: stop.signal })
    .then(async ({ body }) => {
      let pending = "";
      for await (const chunk of body as unknown as AsyncIterable<Uint8Array>) {
        pending += Buffer.from(chunk).toString();
        for (const [id] of pending.matchAll(/[0-9a-f]{8}-[0-9a-f-]{27}/gu)) if (!own.has(id)) heard.add(id);
        pending = pending.slice(-40);
      }
    })
    .catch(() => undefined);
  // Spread over the minute as the golden ratio spreads them, so that no two ask at once.
  let reload = performance.now() + RELOAD_MS * ((n * 0.618) % 1);
  await pause((ENTER_MS * n) / PEOPLE);
  for (let i = 0; performance.now() < until.at; i++) {
    const event = {
      id: crypto.randomUUID(),
      person: n % 2 ? "ansa" : "teo",
      at: new Date().toISOString(),
      // A look as it is recorded from the card, and a note now and then.
      body:
        i % 5 === 4
          ? { type: "note", text: `note ${i}` }
          : {
              type: "finding",
              check: { kind: "observation", observation: SEEN[i % SEEN.length]![0] },
              result: { kind: "seen", seen: SEEN[i % SEEN.length]![1] },
            },
    };
    own.add(event.id);
    const start = performance.now();
    const answer = await fetch(`${address}/jobs/${job}/events`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(event),
    });
    if (answer.ok) {
      findings.push(performance.now() - start);
      kept.add(event.id);
    } else failed++;
    if (performance.now() > reload) {
      await timed(`/jobs/${job}`);
      reload += RELOAD_MS;
    }
    await pause(Math.max(0, ENTER_MS - (performance.now() - start)));
  }
  // What was entered last is still on its way to the others.
  await pause(3000);
  stop.abort();
}

try {
  say("dictionaries of the library");
  await awaitDictionaries(server.cluster.url);
  await storeModel(owner, generatedUnitFile(600));
  const jobs = await Promise.all(Array.from({ length: JOBS_AT_WORK }, () => openJob("glasswasher-gw4")));
  await timed(`/jobs/${jobs[0]}`);

  say("one page, alone and beside a heavy unit");
  const alone: number[] = [];
  for (let i = 0; i < 12; i++) alone.push(await timed(`/jobs/${jobs[0]}`));
  const heavy = await openJob("generated-600");
  const beside: number[] = [];
  let asking = true;
  const heavyPages = Array.from({ length: 3 }, async () => {
    while (asking) await timed(`/jobs/${heavy}`).catch((error: unknown) => say(String(error)));
  });
  for (let i = 0; i < 12; i++) beside.push(await timed(`/jobs/${jobs[0]}`));
  asking = false;
  await Promise.all(heavyPages);
  // Its dictionary, which those pages had begun to be built, would take a core from the people.
  say("the heavy unit's dictionary, if it can be built");
  const givenUp = performance.now() + LONGEST_BUILD_MS;
  while (performance.now() < givenUp && !(await hasDictionaryOf("generated-600"))) await pause(1000);

  say(`${PEOPLE} people for ${SECONDS} s`);
  until.at = performance.now() + SECONDS * 1000;
  const webBefore = webSeconds();
  const databaseBefore = databaseSeconds();
  const bytesBefore = await bytesOfLog();
  const working = Promise.all(Array.from({ length: PEOPLE }, (_, n) => person(n, jobs[n % JOBS_AT_WORK]!)));
  await pause((SECONDS / 3) * 1000);
  const warm = residentMB();
  await working;
  const perEntry = (seconds: number) => Number(((1000 * seconds) / findings.length).toFixed(1));
  const costs = {
    webCpuMsPerEntry: perEntry(webSeconds() - webBefore),
    databaseCpuMsPerEntry: perEntry(databaseSeconds() - databaseBefore),
    bytesPerEntry: Math.round(((await bytesOfLog()) - bytesBefore) / findings.length),
  };
  const grown = Math.max(...residentMB().map((mb, i) => mb - warm[i]!));
  await owner.query("SET zygodrome.shop = 'pellwick'");
  const { rows: there } = await owner.query<{ id: string; n: number }>(
    "SELECT id, count(*)::int AS n FROM job_events WHERE job_id = ANY ($1) GROUP BY id",
    [jobs],
  );
  const stored = new Map(there.map(({ id, n }) => [id, n]));

  say(`${JOBS} jobs`);
  await owner.query(
    `WITH made AS (
       INSERT INTO jobs (id, number, model_hash, label, opened_at)
       SELECT gen_random_uuid(), 1000000 + i, (SELECT hash FROM unit_models WHERE unit_id = 'glasswasher-gw4' LIMIT 1), 'bench ' || i, now()
         FROM generate_series(1, $1::int) i RETURNING id, number, label, opened_at, opened_month
     ), opened AS (
       INSERT INTO job_events (id, job_id, opened_month, person_id, at, body)
       SELECT gen_random_uuid(), id, opened_month, 'ansa', opened_at, jsonb_build_object('type', 'opened', 'complaint', 'Cold ' || number)
         FROM made
     )
     INSERT INTO job_summaries (job_id, number, unit_name, label, complaint, opened_at, last_at, findings, status, band, people, words)
     SELECT id, number, 'Glasswasher', label, 'Cold ' || number, opened_at, opened_at, 0,
            CASE WHEN number % 10 = 0 THEN 'open' ELSE 'closed' END, 'unproven', ARRAY['ansa'],
            lower(number || ' glasswasher ' || label || ' cold ' || number) FROM made`,
    [JOBS],
  );
  await owner.query("ANALYZE");
  const board: number[] = [];
  for (let i = 0; i < 7; i++)
    for (const path of ["/", "/?closed=900", "/?find=cold+19"]) board.push(await timed(path));

  const result = {
    p99FindingMs: Math.round(percentile(findings, 0.99)),
    medianFindingMs: Math.round(median(findings)),
    entries: findings.length,
    failed,
    lost: [...kept].filter((id) => !stored.has(id)).length,
    doubled: [...stored.values()].filter((n) => n > 1).length,
    unheard: [...kept].filter((id) => !heard.has(id)).length,
    memoryGrowthMB: Math.round(grown),
    heavyUnitDelayMs: Math.round(median(beside) - median(alone)),
    pageMs: Math.round(median(alone)),
    boardMs: Math.round(median(board)),
    ...costs,
  };
  process.stdout.write(`${values.json ? JSON.stringify(result) : JSON.stringify(result, null, 2)}\n`);
} finally {
  await owner.end();
  await stopServer(second.child);
  await server.end();
}
process.exit(0);

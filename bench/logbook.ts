import { parseArgs } from "node:util";
import pg from "pg";
import type { Cluster } from "../bin/steps/postgres.mjs";
import { startOwnServer } from "./ownServer.ts";

/**
 * `npm run bench:logbook`, with `--json` as one line: the logbook's page over 50,000 generated jobs with 1,000,000 entries, each
 * question and search asked over HTTP nine times, the median of each; the slowest of these, and the board. With `--explain` it
 * prints which indexes the searches use.
 */
const { values } = parseArgs({
  options: {
    json: { type: "boolean" },
    explain: { type: "boolean" },
    jobs: { type: "string", default: "50000" },
  },
});
const JOBS = Number(values.jobs);
const EVENTS_EACH = 20;
const REPEATS = 9;
const say = (text: string) => process.stderr.write(`${text}\n`);

/**
 * Jobs as a shop of many years has them: seven units, forty items, a few hundred places, one job in fifty come back. Their
 * entries are notes, for the logbook reads none of them.
 */
async function fill(cluster: Cluster): Promise<void> {
  const client = new pg.Client({ connectionString: cluster.url });
  await client.connect();
  const run = (sql: string, values: unknown[] = []) => client.query(sql, values);
  await run("SET zygodrome.shop = 'pellwick'");
  await run("SELECT setseed(0.5)");
  await run(
    `CREATE TEMP TABLE made AS
       SELECT gen_random_uuid() AS id, n, now() - (n * interval '3650 days' / $1) AS at,
              (ARRAY(SELECT hash FROM unit_models ORDER BY hash))[1 + floor(random() * 7)::int] AS hash,
              floor(random() ^ 2 * 40)::int AS item, floor(random() * 300)::int AS place, random() AS luck
         FROM generate_series(1, $1::int) n`,
    [JOBS],
  );
  await run(
    "SELECT log_month_ready(m) FROM (SELECT DISTINCT date_trunc('month', at AT TIME ZONE 'UTC')::date AS m FROM made) AS months",
  );
  await run(
    // Numbered here: the shop's own counter would be written 50,000 times in one statement.
    "INSERT INTO jobs (id, number, model_hash, label, opened_at) SELECT id, 1000000 - n, hash, 'place ' || place, at FROM made",
  );
  say("jobs");
  await run(
    `INSERT INTO job_events (id, job_id, opened_month, person_id, at, body)
       SELECT gen_random_uuid(), id, date_trunc('month', at AT TIME ZONE 'UTC')::date, 'ansa', at + k * interval '3 min',
              CASE k WHEN 0 THEN '{"type":"opened","complaint":"generated"}'::jsonb
                     ELSE jsonb_build_object('type', 'note', 'text', 'entry ' || k) END
         FROM made, generate_series(0, $1::int - 1) k`,
    [EVENTS_EACH],
  );
  say("entries");
  const common = `j.id, j.number, m.name, j.label, 'does not run, code E' || (made.item % 9), j.opened_at`;
  await run(
    `INSERT INTO job_records (job_id, number, unit_name, label, complaint, opened_at, unit_id, closed_at, outcome, proven, waived,
         come_back_of, item, item_name, suspect, wrong_repairs, parts_price, checks, diagnosing, waiting, repairing, proving,
         people, claimed, words, model_hash)
       SELECT ${common}, m.unit_id, j.opened_at + interval '1 day', 'repaired', luck > 0.1, luck <= 0.1,
              CASE WHEN luck > 0.98 THEN lag(made.id) OVER (PARTITION BY made.place ORDER BY made.n DESC) END,
              'item' || made.item, 'Item ' || made.item, 'P' || made.item || ':open', (luck * 1.1)::int, made.item * 7,
              3 + (luck * 12)::int, 5 + luck * 60, luck * 3000, 10 + luck * 30, 5, '{ansa}', '{}',
              lower(concat_ws(' ', j.number, m.name, j.label, 'does not run code e' || (made.item % 9), 'item ' || made.item,
                'ansa vell', repeat('measured and noted what was read ', 6))), j.model_hash
         FROM made JOIN jobs j USING (id) JOIN unit_models m ON m.hash = j.model_hash`,
  );
  await run(
    `INSERT INTO job_repairs (job_id, place, item, item_name, suspect, replaced, price, held, waited)
       SELECT job_id, 1, item, item_name, suspect, true, parts_price, true, waiting FROM job_records WHERE item LIKE 'item%'`,
  );
  await run(
    `INSERT INTO job_checks (job_id, kind, made, proof)
       SELECT job_id, kind, 1 + (checks / 3), kind = 'ohm' FROM job_records, unnest(ARRAY['ohm', 'vac', 'seen']) kind
        WHERE item LIKE 'item%'`,
  );
  await run(
    `INSERT INTO job_summaries (job_id, number, unit_name, label, complaint, opened_at, last_at, findings, status, stage, band,
         people, words)
       SELECT ${common}, j.opened_at, 5, CASE WHEN made.n <= 200 THEN 'open' ELSE 'closed' END,
              CASE WHEN made.n <= 200 THEN 'measure' ELSE 'closed' END, 'dead', '{ansa}', lower(m.name || ' ' || j.label)
         FROM made JOIN jobs j USING (id) JOIN unit_models m ON m.hash = j.model_hash`,
  );
  await run("VACUUM ANALYZE");
  say("rows of the logbook");
  if (values.explain) await explain(client);
  await client.end();
}

async function explain(client: pg.Client): Promise<void> {
  // As the application asks: row-level security is part of the plan.
  await client.query("SET ROLE zygodrome_app");
  for (const [what, where] of [
    ["a rare word", "words LIKE '%place 217%'"],
    ["a unit", "unit_id = 'kiln-pk9' ORDER BY opened_at DESC LIMIT 20"],
    ["the latest", "true ORDER BY opened_at DESC, number DESC LIMIT 20"],
  ] as const) {
    const { rows } = await client.query<{ "QUERY PLAN": string }>(
      `EXPLAIN SELECT * FROM shop_records WHERE ${where}`,
    );
    say(`${what}:\n${rows.map((r) => `  ${r["QUERY PLAN"]}`).join("\n")}`);
  }
}

const server = await startOwnServer({ before: fill });
/** The library's dictionaries are built beside the first pages; they are measured after that. */
async function prepared(): Promise<void> {
  const client = new pg.Client({ connectionString: server.cluster.url });
  await client.connect();
  for (let before = -1; ;) {
    const { rows } = await client.query<{ n: number }>("SELECT count(*)::int AS n FROM dictionaries");
    const { n } = rows[0]!;
    if (n > 0 && n === before) break;
    before = n;
    await new Promise((resolve) => setTimeout(resolve, 60_000));
  }
  await client.end();
}
await prepared();

async function median(path: string): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i <= REPEATS; i++) {
    const start = performance.now();
    const answer = await fetch(`${server.address}${path}`);
    await answer.text();
    if (!answer.ok) throw new Error(`${path}: ${answer.status}`);
    // The first one warms up.
    if (i > 0) times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[times.length >> 1]!;
}

const searches = [
  "",
  "&find=place+217",
  "&find=item+7+ansa",
  "&find=nosuchword",
  "&unit=kiln-pk9",
  "&days=365",
];
const questions = ["fails", "isolate", "checks", "van", "trouble", "time"];
let slowest = { path: "", ms: 0 };
for (const question of questions)
  for (const search of searches) {
    const path = `/logbook?ask=${question}${search}`;
    const ms = await median(path);
    say(`${path} ${ms.toFixed(0)} ms`);
    if (ms > slowest.ms) slowest = { path, ms };
  }
const boardMs = await median("/");
const figures = {
  jobs: JOBS,
  events: JOBS * EVENTS_EACH,
  slowestMs: Math.round(slowest.ms),
  slowest: slowest.path,
  boardMs: Math.round(boardMs),
};
await server.end();
process.stdout.write(values.json ? `${JSON.stringify(figures)}\n` : `${JSON.stringify(figures, null, 2)}\n`);
process.exit(0);

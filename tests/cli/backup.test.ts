import { randomUUID } from "node:crypto";
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import pg from "pg";
import sharp from "sharp";
import { main } from "../../bin/cli/main.ts";
import { lockFolder } from "../../bin/steps/lock.mjs";
import { Cluster } from "../../bin/steps/postgres.mjs";
import { prepareDatabase } from "../../bin/steps/serve.mjs";

/** A shop is backed up, lost, and restored into an empty cluster; every table and file is then what it was. */
const parent = existsSync("/var/tmp") ? "/var/tmp" : os.tmpdir();
const old = path.join(parent, `zygodrome-backup-${randomUUID()}`);
const fresh = path.join(parent, `zygodrome-restore-${randomUUID()}`);
const file = path.join(mkdtempSync(path.join(parent, "zygodrome-backup-")), "shop.backup");
const FILE_ID = randomUUID();

async function run(...argv: string[]): Promise<{ code: number; out: string; err: string }> {
  let out = "";
  let err = "";
  const code = await main(
    argv,
    (t) => (out += `${t}\n`),
    (t) => (err += `${t}\n`),
  );
  return { code, out, err };
}

async function withCluster<T>(folder: string, work: (client: pg.Client) => Promise<T>): Promise<T> {
  const cluster = await new Cluster(path.join(folder, "postgres"), { durable: false }).start();
  const client = new pg.Client({ connectionString: cluster.url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
    await cluster.stop();
  }
}

/** Every table there is but the dictionaries, which are computed again. */
async function everything(client: pg.Client): Promise<Record<string, string[]>> {
  const tables: Record<string, string[]> = {};
  const { rows: names } = await client.query<{ name: string }>(
    "SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public' AND tablename <> 'dictionaries' ORDER BY 1",
  );
  for (const { name: table } of names) {
    const { rows } = await client.query<{ row: string }>(`SELECT t::text AS row FROM ${table} t ORDER BY 1`);
    tables[table] = rows.map((r) => r.row);
  }
  return tables;
}

let before: Record<string, string[]>;
beforeAll(async () => {
  const cluster = await new Cluster(path.join(old, "postgres"), { durable: false }).start();
  await prepareDatabase(process.cwd(), cluster);
  await cluster.stop();
  const picture = await sharp({ create: { width: 8, height: 8, channels: 3, background: "red" } })
    .jpeg()
    .toBuffer();
  before = await withCluster(old, async (client) => {
    await client.query(
      `INSERT INTO files (shop_id, id, job_id, name, media, content, thumbnail)
       SELECT shop_id, $1, id, 'plug.jpg', 'image/jpeg', $2, $2 FROM jobs LIMIT 1`,
      [FILE_ID, picture],
    );
    return everything(client);
  });
}, 60_000);
afterAll(() => {
  for (const folder of [old, fresh, path.dirname(file)]) rmSync(folder, { recursive: true, force: true });
});

describe("backup and restore", () => {
  test("a backup is one file, and never written over another", async () => {
    const { code, out } = await run("backup", file, "--data", old);
    expect(code).toBe(0);
    expect(out).toMatch(
      /3 people, \d+ unit models, 309 jobs, \d+ entries, 1 files, 0 letters, 0 exercises; \d+ kB/,
    );
    const bytes = readFileSync(file);
    const kept = await withCluster(
      old,
      async (client) => (await client.query<{ bytes: string }>("SELECT bytes FROM backups")).rows,
    );
    expect(kept.map((k) => Number(k.bytes))).toEqual([bytes.length]);
    const again = await run("backup", file, "--data", old);
    expect(again).toMatchObject({ code: 2, err: expect.stringContaining("is there already") as unknown });
    expect(readFileSync(file).equals(bytes)).toBe(true);
  }, 60_000);

  test("restored into an empty cluster, every table and file is what it was", async () => {
    const { code, out } = await run("restore", file, "--data", fresh);
    expect({ code, out }).toMatchObject({ code: 0, out: expect.stringContaining("309 jobs") as unknown });
    expect(await withCluster(fresh, everything)).toEqual(before);
    expect(await run("check", "--data", fresh)).toMatchObject({
      code: 0,
      out: expect.stringContaining("all as it should be") as unknown,
    });
  }, 60_000);

  test("restored over another shop, that one is kept aside", async () => {
    await withCluster(fresh, (client) =>
      client.query("INSERT INTO people (shop_id, id, name) VALUES ('pellwick', 'late', 'Late')"),
    );
    const { out } = await run("restore", file, "--data", fresh);
    const aside = /kept in the database (zygodrome_before_\d{14})/.exec(out)![1]!;
    expect(await withCluster(fresh, everything)).toEqual(before);
    await withCluster(fresh, async (client) => {
      const { rows } = await client.query<{ datname: string }>("SELECT datname FROM pg_database");
      expect(rows.map((r) => r.datname)).toEqual(expect.arrayContaining(["zygodrome", aside]));
      expect(rows.map((r) => r.datname)).not.toContain("zygodrome_restored");
    });
  }, 60_000);

  test.each([
    ["no backup", () => Buffer.from("junk")],
    ["one cut short", () => readFileSync(file).subarray(0, 20_000)],
  ])(
    "from %s nothing is changed",
    async (_name, bytes) => {
      const bad = path.join(path.dirname(file), "bad.backup");
      writeFileSync(bad, bytes());
      const { code, err } = await run("restore", bad, "--data", fresh);
      expect(code).toBe(2);
      expect(err).toMatch(/no backup of Zygodrome, or not whole; what was there is untouched/);
      expect(await withCluster(fresh, everything)).toEqual(before);
    },
    60_000,
  );

  test("while Zygodrome runs nothing is restored; where there is none, nothing is made", async () => {
    const lock = await lockFolder(fresh);
    lock.tell("http://127.0.0.1:4127");
    const refused = await run("restore", file, "--data", fresh);
    lock.release();
    expect(refused.err).toMatch(/already running at http:\/\/127.0.0.1:4127/);
    expect(await run("restore", `${file}.none`, "--data", fresh)).toMatchObject({ code: 2 });
    const nowhere = path.join(parent, `zygodrome-${randomUUID()}`);
    expect((await run("check", "--data", nowhere)).err).toMatch(/There is no Zygodrome in/);
    expect(existsSync(nowhere)).toBe(false);
  });
});

describe("shop", () => {
  const add = (id: string, ...more: string[]) =>
    run("shop", id, "--name", "Weir Lane", "--lead", "Mo Tarn", "--data", old, ...more);
  test("adds another one with its lead, once; both are as they should be", async () => {
    const { code, out } = await add("weir-lane", "--demo-units");
    expect(code).toBe(0);
    expect(out).toMatch(/signs in to “weir-lane” as “mo-tarn”[\s\S]*\/sign-in\/weir-lane\.[\w-]{43}/u);
    const again = await add("weir-lane");
    expect(again).toMatchObject({ code: 2, err: expect.stringContaining("already") as unknown });
    const rows = await withCluster(
      old,
      async (client) =>
        (
          await client.query<{ shop_id: string; units: number }>(
            "SELECT shop_id, count(*)::int AS units FROM unit_revisions GROUP BY 1 ORDER BY 1",
          )
        ).rows,
    );
    expect(rows.map((r) => r.shop_id)).toEqual(["pellwick", "weir-lane"]);
    expect(rows[1]!.units).toBe(7);
    expect((await run("check", "--data", old)).out).toMatch(/4 people, .*all as it should be/u);
  }, 60_000);

  test.each([
    ["Weir", /short name/u],
    ["w", /short name/u],
  ])("%s is no short name", async (id, said) => {
    expect(await add(id)).toMatchObject({ code: 2, err: expect.stringMatching(said) as unknown });
  });
});

describe("check", () => {
  test("says what is not as it should be", async () => {
    await withCluster(old, async (client) => {
      await client.query("ALTER TABLE files DISABLE TRIGGER ALL; ALTER TABLE job_events DISABLE TRIGGER ALL");
      await client.query("UPDATE files SET content = 'x'");
      await client.query("UPDATE job_summaries SET findings = 99 WHERE number = 147");
      await client.query("UPDATE job_records SET checks = 99 WHERE number = 148");
      await client.query(
        `UPDATE job_events SET body = '{"type": "note"}' WHERE seq = (SELECT max(seq) FROM job_events)`,
      );
      await client.query("ALTER TABLE unit_models DISABLE TRIGGER ALL");
      await client.query(
        `UPDATE unit_models SET model = jsonb_set(model, '{name}', '"Other"') WHERE unit_id = 'kiln-pk9'`,
      );
    });
    const { code, out } = await run("check", "--data", old);
    expect(code).toBe(1);
    expect(out).toMatch(/The file “plug\.jpg” .* is not the image\/jpeg/);
    expect(out).toMatch(/Job 0147: its line on the board/);
    expect(out).toMatch(/Job 0148: its row of the logbook/);
    expect(out).toMatch(/1 entries cannot be read/);
    expect(out).toMatch(/Model [0-9a-f]{12}: its content is not that of its hash/);
  }, 60_000);
});

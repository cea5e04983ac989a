import { execFileSync } from "node:child_process";
import { existsSync, readFileSync, writeFileSync } from "node:fs";
import net from "node:net";
import path from "node:path";
import { afterEach, describe, expect, test } from "@jest/globals";
import pg from "pg";
import { freePort } from "../../bin/steps/port.mjs";
import { throwAwayCluster, type Cluster } from "../../bin/steps/postgres.mjs";

/** The private PostgreSQL: what it is made with, and what it survives. */
let cluster: Cluster | undefined;
afterEach(async () => {
  await cluster?.destroy();
  cluster = undefined;
});

async function ask<T extends object>(url: string, sql: string): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query(sql)).rows[0] as T;
  } finally {
    await client.end();
  }
}

const folderOf = (c: Cluster) => (c as unknown as { folder: string }).folder;

describe("the private cluster", () => {
  test("UTF-8, data checksums, a password, loopback only, never root", async () => {
    cluster = await throwAwayCluster().start();
    expect(await ask(cluster.url, "SHOW server_encoding")).toEqual({ server_encoding: "UTF8" });
    expect(await ask(cluster.url, "SHOW data_checksums")).toEqual({ data_checksums: "on" });
    expect(await ask(cluster.url, "SHOW listen_addresses")).toEqual({ listen_addresses: "127.0.0.1" });
    const wrong = new URL(cluster.url);
    wrong.password = "guess";
    await expect(ask(wrong.href, "SELECT 1")).rejects.toThrow(/password authentication failed/);
    const pid = readFileSync(path.join(folderOf(cluster), "data/postmaster.pid"), "utf8").split("\n")[0]!;
    expect(execFileSync("ps", ["-o", "user=", "-p", pid], { encoding: "utf8" }).trim()).not.toBe("root");
  });

  test("starts again after kill -9, with its data", async () => {
    cluster = await throwAwayCluster({ durable: true }).start();
    await ask(cluster.url, "CREATE TABLE kept AS SELECT 42 AS answer");
    await cluster.kill();
    expect(existsSync(path.join(folderOf(cluster), "data/postmaster.pid"))).toBe(true);
    await cluster.start();
    expect(await ask(cluster.url, "SELECT answer FROM kept")).toEqual({ answer: 42 });
  });

  test("a stale pid file that names another living process does not fool it", async () => {
    cluster = await throwAwayCluster({ durable: true }).start();
    await cluster.kill();
    const file = path.join(folderOf(cluster), "data/postmaster.pid");
    writeFileSync(file, readFileSync(file, "utf8").replace(/^\d+/, String(process.pid)));
    await cluster.start();
    expect(await ask(cluster.url, "SELECT 1 AS up")).toEqual({ up: 1 });
  });

  test("moves to another port when its own is taken", async () => {
    cluster = await throwAwayCluster().start();
    const before = Number(new URL(cluster.url).port);
    await cluster.stop();
    const squatter = net.createServer();
    await new Promise<void>((resolve) => squatter.listen(before, "127.0.0.1", resolve));
    try {
      await cluster.start();
      expect(Number(new URL(cluster.url).port)).not.toBe(before);
      expect(await ask(cluster.url, "SELECT 1 AS up")).toEqual({ up: 1 });
    } finally {
      squatter.close();
    }
  });

  test("a second start of a running cluster finds it", async () => {
    cluster = await throwAwayCluster().start();
    const url = cluster.url;
    await cluster.start();
    expect(cluster.url).toBe(url);
  });

  test("a free port is the wanted one if nobody has it", async () => {
    const wanted = await freePort();
    expect(await freePort(wanted)).toBe(wanted);
  });
});

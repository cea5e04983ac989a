import { readdirSync, readFileSync } from "node:fs";
import http from "node:http";
import os from "node:os";
import { gunzipSync } from "node:zlib";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import type { ChildProcess } from "node:child_process";
import { throwAwayCluster, type Cluster } from "../../bin/steps/postgres.mjs";
import { prepareDatabase, startServer, stopServer } from "../../bin/steps/serve.mjs";
import { NICENESS } from "#server/workers/threadPriority.ts";

/** A web process on a database of its own, which has no dictionary yet: it builds the library's from its start on. */
let cluster: Cluster;
let server: { child: ChildProcess; address: string };

beforeAll(async () => {
  cluster = throwAwayCluster();
  await cluster.start();
  await prepareDatabase(process.cwd(), cluster);
  server = await startServer(process.cwd(), cluster.appUrl, 0);
}, 180_000);
afterAll(async () => {
  await stopServer(server.child);
  await cluster.destroy();
}, 60_000);

/** By thread, its niceness: proc(5), stat, field 19, the second field being a name in brackets. */
function nicenessOfThreads(pid: number): Map<number, number> {
  return new Map(
    readdirSync(`/proc/${pid}/task`).flatMap((thread) => {
      try {
        const stat = readFileSync(`/proc/${pid}/task/${thread}/stat`, "utf8");
        return [[Number(thread), Number(stat.slice(stat.lastIndexOf(")") + 2).split(" ")[16])] as const];
      } catch {
        // It has ended since it was listed.
        return [];
      }
    }),
  );
}

async function threadsOf(niceness: number, count: number): Promise<void> {
  const { pid } = server.child;
  while ([...nicenessOfThreads(pid!).values()].filter((n) => n === niceness).length < count)
    await new Promise((resolve) => setTimeout(resolve, 50));
}

describe("what a web process computes", () => {
  test("gives way to entries, and where it is a dictionary to pages too", async () => {
    // As many as build at once: one a core, three at most.
    const builders = Math.min(3, os.availableParallelism());
    await threadsOf(NICENESS.dictionary, builders);
    const board = await (await fetch(`${server.address}/`)).text();
    const job = /\/jobs\/[0-9a-f-]{36}/u.exec(board)![0];
    expect((await fetch(`${server.address}${job}`)).status).toBe(200);
    const { pid } = server.child;
    const threads = nicenessOfThreads(pid!);
    expect(threads.get(pid!)).toBe(0);
    const giving = (niceness: number) => [...threads.values()].filter((n) => n === niceness);
    expect(giving(8)).toHaveLength(builders);
    expect(giving(3).length).toBeGreaterThanOrEqual(1);
    expect(giving(0).length + giving(3).length + giving(8).length).toBe(threads.size);
  }, 120_000);
});

/** A page as it comes over the wire. */
function packed(path: string): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    http
      .get(new URL(path, server.address), { headers: { "Accept-Encoding": "gzip" } }, (response) => {
        const chunks: Buffer[] = [];
        response.on("data", (chunk: Buffer) => chunks.push(chunk));
        response.on("end", () => resolve(Buffer.concat(chunks)));
      })
      .on("error", reject);
  });
}

describe("a page", () => {
  test("is packed as a whole: a piece that is finished by itself ends with an empty block (RFC 1951, 3.2.4)", async () => {
    const page = await packed("/guide");
    expect(gunzipSync(page).length).toBeGreaterThan(20_000);
    const ends = page.toString("latin1").split("\0\0\u00ff\u00ff").length - 1;
    expect(ends).toBeLessThan(3);
  });
});

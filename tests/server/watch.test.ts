import type { Server } from "node:http";
import type { AddressInfo } from "node:net";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import express from "express";
import { pino } from "pino";
import { closePool } from "#server/database/pool.ts";
import { actingAs } from "#server/people/acting.ts";
import { atThisMachine } from "#server/requests/signedIn.ts";
import { machineNow } from "#server/watch/machine.ts";
import { TASK_NAMES } from "#server/queue/tasks.ts";
import { counted, metrics } from "#server/watch/metrics.ts";
import { readiness } from "#server/watch/ready.ts";
import { logged } from "#server/watch/requestLog.ts";

/** What whoever watches the machine is told, and what not. */
const JOB = "0d6d1a52-5a55-4f5e-9a06-3f0f5ab6a2a1";
const lines: string[] = [];
let server: Server;
let address: string;
beforeAll(async () => {
  const app = express();
  const log = pino({ level: "info" }, { write: (line: string) => void lines.push(line) });
  app.use(logged(log), counted);
  app.get("/metrics", atThisMachine, metrics);
  app.use((request, response) => void response.status(Number(request.query["status"] ?? 200)).send("said"));
  server = app.listen(0, "127.0.0.1");
  await new Promise((resolve) => server.once("listening", resolve));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(async () => {
  await new Promise((resolve) => server.close(resolve));
  await closePool();
});

describe("metrics", () => {
  test("are OpenMetrics text, by route and without what it was filled with", async () => {
    await fetch(`${address}/jobs/${JOB}/report?find=Ansa`);
    await fetch(`${address}/jobs/${JOB}/report?status=403`);
    await fetch(`${address}/no/such/${JOB}`);
    const answer = await fetch(`${address}/metrics`);
    const text = await answer.text();
    expect(answer.headers.get("Content-Type")).toMatch(/^application\/openmetrics-text; version=1\.0\.0/u);
    expect(text.trimEnd().endsWith("# EOF")).toBe(true);
    expect(text).toMatch(
      /zygodrome_request_seconds_count\{[^}]*route="\/jobs\/:job\/report"[^}]*status="2xx"[^}]*\} 1/u,
    );
    expect(text).toMatch(/zygodrome_request_seconds_count\{[^}]*route="other"[^}]*\} 1/u);
    expect(text).toMatch(/zygodrome_refused_total\{status="403"\} 1/u);
    expect(text).toMatch(/zygodrome_database_connections\{state="waited for"\} 0/u);
    for (const task of TASK_NAMES)
      expect(text).toMatch(new RegExp(`zygodrome_tasks_waiting\\{task="${task}"\\} \\d+\n`, "u"));
    expect(text).not.toContain(JOB);
    expect(text).not.toContain("Ansa");
  });

  test("are told on this machine only", async () => {
    const answer = await fetch(`${address}/metrics`, { headers: { "X-Forwarded-For": "192.0.2.7" } });
    expect(answer.status).toBe(404);
  });
});

describe("the request log", () => {
  test("has a line a request with its route, and no job, query or name", async () => {
    lines.length = 0;
    await fetch(`${address}/jobs/${JOB}?find=Ansa%20Vell`, { method: "POST", body: "a customer's words" });
    await fetch(`${address}/units/kiln-pk9?status=503`);
    expect(lines.map((l) => JSON.parse(l) as object)).toMatchObject([
      { level: 30, route: "/jobs/:job", method: "POST", status: 200, msg: "request" },
      { level: 40, route: "/units/:unit", method: "GET", status: 503, msg: "request" },
    ]);
    expect(lines.join()).not.toMatch(new RegExp(`${JOB}|Ansa|customer|kiln`, "u"));
  });
});

describe("readiness, and the lead's page", () => {
  test("the database answers and has this version's schema", async () => {
    expect(await readiness()).toEqual({ ready: true, database: "ok", schema: "ok" });
  });

  test("says what is kept of this shop, how large all of it is, and what runs", async () => {
    const now = await actingAs({ shop: "pellwick" }, machineNow);
    expect(now.jobs).toBeGreaterThan(300);
    expect(now.entries).toBeGreaterThan(now.jobs);
    expect(now.bytes).toBeGreaterThan(1e6);
    expect(now.node).toBe(process.version);
    expect(now.postgres).toMatch(/^\d+\.\d+/u);
    const nowhere = await actingAs({ shop: "no-such-shop" }, machineNow);
    expect([nowhere.jobs, nowhere.entries, nowhere.files]).toEqual([0, 0, 0]);
  });
});

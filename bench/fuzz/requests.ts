import http from "node:http";
import { seeded } from "#core/quantity/index.ts";
import { mutated, randomText } from "./texts.ts";

export interface RequestFuzz {
  readonly tried: number;
  /** Answers by their hundred. */
  readonly statuses: Readonly<Record<string, number>>;
  /** Requests that were answered with 500 or more, or not at all. */
  readonly failures: readonly string[];
}

const ANSWER_MS = 20_000;

/**
 * Requests as no page of ours sends them, one after the other: changed paths, methods, headers, bodies.
 * @param job a job that exists
 */
export async function fuzzRequests(
  address: string,
  job: string,
  count: number,
  seed: number,
): Promise<RequestFuzz> {
  const random = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const statuses: Record<string, number> = {};
  const failures: string[] = [];
  for (let i = 0; i < count; i++) {
    const { method, path, headers, body } = madeUp(job, random, pick);
    const status = await ask(address, method, path, headers, body);
    const hundred = status === 0 ? "none" : `${Math.floor(status / 100)}xx`;
    statuses[hundred] = (statuses[hundred] ?? 0) + 1;
    if (status === 0 || status >= 500)
      failures.push(`${status} ${method} ${path.slice(0, 200)} ${body.toString("utf8").slice(0, 200)}`);
  }
  return { tried: count, statuses, failures };
}

function madeUp(job: string, random: () => number, pick: <T>(list: readonly T[]) => T) {
  const id = () => pick([job, crypto.randomUUID(), "x", "%00", "..", "a".repeat(3000), randomText(random)]);
  const encoded = (text: string) =>
    random() < 0.5 ? encodeURIComponent(text.replace(/\p{Surrogate}/gu, "")) : text;
  const path = `/${pick([
    () => `jobs/${encoded(id())}/events`,
    () => `jobs/${encoded(id())}/files?id=${encoded(id())}&name=${encoded(randomText(random))}`,
    () => `jobs/${encoded(id())}`,
    () => `jobs/${encoded(id())}/report`,
    () => `jobs/new?unit=${encoded(id())}`,
    () => `units/${encoded(id())}`,
    () => `units/${encoded(id())}/wiring`,
    () => `files/${encoded(id())}?thumbnail`,
    () => `stream?jobs=${encoded(id())}:${encoded(randomText(random, 3))}`,
    () => `dictionaries/${encoded(id())}/${encoded(id())}`,
    () => `?find=${encoded(randomText(random))}&open=${encoded(randomText(random, 3))}&closed=999999`,
    () => `tests/${encoded(id())}?job=${encoded(id())}`,
    () => `strip?job=${encoded(id())}`,
    () => "settings/choices",
    () => encoded(randomText(random)),
  ])()}`;
  const event = {
    id: crypto.randomUUID(),
    person: "ansa",
    at: "2026-03-02T09:00:00.000Z",
    body: pick<object>([
      { type: "note", text: "x" },
      { type: "band", band: "live", confirmed: ["a"] },
      { type: "retraction", of: crypto.randomUUID(), why: "" },
      {
        type: "finding",
        check: {
          kind: "reading",
          setup: { state: "fill", lifts: [] },
          fn: "vac",
          red: "P4.3",
          black: "P1.2",
        },
        result: { kind: "value", value: 5 },
      },
      { type: "strip", connected: ["HT1"], off: [], tripped: true, spent: "fuse" },
      { type: "call", item: "heater", suspect: "HT1:open", chance: 0.5, note: "" },
    ]),
  };
  const body = pick([
    () => JSON.stringify(mutated(event, random, 1)),
    () => JSON.stringify(mutated(event, random)),
    () => JSON.stringify(event).slice(0, Math.floor(random() * 200)),
    () => randomText(random),
    () => new URLSearchParams({ person: randomText(random), theme: randomText(random), id: id() }).toString(),
    () => "",
  ])();
  const type = pick([
    "application/json",
    "application/json",
    "application/x-www-form-urlencoded",
    "multipart/form-data; boundary=x",
    "application/octet-stream",
    "text/html",
    "",
  ]);
  const headers: Record<string, string> = {
    ...(type ? { "Content-Type": type } : {}),
    ...(random() < 0.2
      ? { Cookie: `person=${encodeURIComponent(randomText(random).replace(/\p{Surrogate}/gu, ""))}; theme=x` }
      : {}),
    ...(random() < 0.1 ? { "Last-Event-ID": "x", Range: "bytes=5-1", "Accept-Encoding": "x" } : {}),
  };
  return {
    method: pick(["GET", "GET", "POST", "POST", "POST", "HEAD", "PUT", "DELETE", "OPTIONS"]),
    path,
    headers,
    body: Buffer.from(body, "utf8"),
  };
}

/** The status; 0 where there was no answer. A stream counts once it has begun. */
function ask(
  address: string,
  method: string,
  path: string,
  headers: Record<string, string>,
  body: Buffer,
): Promise<number> {
  const { hostname, port } = new URL(address);
  return new Promise((resolve) => {
    // What Node itself will not send as a path is sent as a browser would.
    const safe = path.replace(/[^\x21-\x7e]/gu, (c) => encodeURIComponent(c.replace(/\p{Surrogate}/gu, "?")));
    const carries = method !== "GET" && method !== "HEAD";
    const request = http.request(
      {
        hostname,
        port,
        method,
        path: safe,
        agent: false,
        timeout: ANSWER_MS,
        headers: { ...headers, ...(carries ? { "Content-Length": String(body.length) } : {}) },
      },
      (response) => {
        resolve(response.statusCode!);
        response.destroy();
      },
    );
    request.on("timeout", () => request.destroy());
    request.on("error", () => resolve(0));
    request.end(carries ? body : undefined);
  });
}

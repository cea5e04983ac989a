import http from "node:http";
import type { AddressInfo } from "node:net";
import { afterAll, beforeAll, describe, expect, test } from "@jest/globals";
import express from "express";
import { pino } from "pino";
import { uncleanText } from "#server/requests/cleanText.ts";
import { pageHeaders } from "#server/requests/headers.ts";
import { bodyWithin, countWithin } from "#server/requests/limits.ts";
import { lastWord } from "#server/requests/lastWord.ts";
import { readableAddress } from "#server/requests/readableAddress.ts";
import { onlyOwnPagesChange, onlyThisHost } from "#server/requests/sameOrigin.ts";

/** What stands before every route, in front of one that tells what reached it. */
let server: http.Server;
let port: number;
/** What was told to whoever runs it. */
const told: string[] = [];
beforeAll(async () => {
  const app = express();
  const log = pino({ level: "warn" }, { write: (line: string) => void told.push(line) });
  app.use(readableAddress);
  app.get("/broken{/*rest}", () => {
    throw new TypeError("secret of the program");
  });
  app.get("/half", (_request, response) => {
    response.set("Content-Length", "100").write("half");
    throw new TypeError("secret of the program");
  });
  app.get("/named/:name", (request, response) => void response.json(request.params));
  app.use(onlyThisHost, ...pageHeaders, onlyOwnPagesChange, bodyWithin, ...countWithin);
  app.use((request, response) => void response.json({ nonce: request.headers["x-page-nonce"] }));
  app.use(lastWord(log));
  server = app.listen(0, "127.0.0.1");
  await new Promise((resolve) => server.once("listening", resolve));
  port = (server.address() as AddressInfo).port;
});
afterAll(() => new Promise((resolve) => server.close(resolve)));

interface Answer {
  readonly status: number;
  readonly headers: http.IncomingHttpHeaders;
  readonly text: string;
}
function ask(
  method: string,
  path: string,
  headers: http.OutgoingHttpHeaders = {},
  body?: string,
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    const request = http.request(
      { port, host: "127.0.0.1", method, path, headers, agent: false },
      (response) => {
        let text = "";
        response.on("data", (chunk) => (text += String(chunk)));
        response.on("error", reject);
        response.on("end", () => resolve({ status: response.statusCode!, headers: response.headers, text }));
      },
    );
    request.on("error", reject);
    request.end(body);
  });
}
const post = (headers: http.OutgoingHttpHeaders, path = "/x") =>
  ask("POST", path, { "Content-Length": 2, ...headers }, "ab");

describe("who may ask", () => {
  test.each([
    ["127.0.0.1", 200],
    ["localhost", 200],
    ["[::1]", 200],
    ["evil.example", 421],
    ["127.0.0.1.evil.example", 421],
  ])("under the name %s: %d", async (host, status) => {
    expect((await ask("GET", "/", { Host: `${host}:${port}` })).status).toBe(status);
  });
});

describe("who may change something", () => {
  test.each<[http.OutgoingHttpHeaders, number]>([
    [{}, 200],
    [{ "Sec-Fetch-Site": "same-origin", Origin: "OWN" }, 200],
    [{ Origin: "OWN" }, 200],
    [{ "Sec-Fetch-Site": "cross-site" }, 403],
    [{ "Sec-Fetch-Site": "same-site" }, 403],
    [{ "Sec-Fetch-Site": "none" }, 403],
    [{ Origin: "http://evil.example" }, 403],
    [{ Origin: "null" }, 403],
    [{ Origin: "http://localhost:1" }, 403],
    [{ "Sec-Fetch-Site": "same-origin", Origin: "http://evil.example" }, 403],
  ])("%j: %d", async (headers, status) => {
    const own = {
      ...headers,
      ...(headers["Origin"] === "OWN" ? { Origin: `http://127.0.0.1:${port}` } : {}),
    };
    expect((await post(own)).status).toBe(status);
  });

  test("reading is for every page: a link leads here from anywhere", async () => {
    expect((await ask("GET", "/", { "Sec-Fetch-Site": "cross-site" })).status).toBe(200);
  });

  test.each(["PUT", "PATCH", "DELETE"])("%s is a change too", async (method) => {
    expect((await ask(method, "/", { "Sec-Fetch-Site": "cross-site", "Content-Length": 0 })).status).toBe(
      403,
    );
  });
});

describe("headers of every answer", () => {
  test("scripts by the nonce that the page was written with, new each time, and not the asker's", async () => {
    const first = await ask("GET", "/", { "X-Page-Nonce": "mine" });
    const second = await ask("GET", "/");
    const nonceOf = ({ text }: Answer) => (JSON.parse(text) as { nonce: string }).nonce;
    expect(nonceOf(first)).not.toBe("mine");
    expect(nonceOf(first)).not.toBe(nonceOf(second));
    const policy = String(first.headers["content-security-policy"]);
    expect(policy).toContain(`script-src 'self' 'nonce-${nonceOf(first)}'`);
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
    for (const part of [
      "default-src 'self'",
      "object-src 'none'",
      "frame-ancestors 'none'",
      "base-uri 'none'",
    ])
      expect(policy).toContain(part);
    expect(first.headers).toMatchObject({
      "x-content-type-options": "nosniff",
      "x-frame-options": "DENY",
      "referrer-policy": "same-origin",
    });
    expect(first.headers["x-powered-by"]).toBeUndefined();
  });
});

describe("how large", () => {
  const KB = 1024;
  test.each([
    ["/jobs/new", 256 * KB, 200],
    ["/jobs/new", 256 * KB + 1, 413],
    ["/jobs/1/events", 256 * KB + 1, 413],
    ["/jobs/1/files?name=a.jpg", 12 * KB * KB, 200],
    ["/jobs/1/files?name=a.jpg", 12 * KB * KB + 1, 413],
    ["/jobs/1/files/x", 256 * KB + 1, 413],
  ])("%s with %d bytes: %d", async (path, bytes, status) => {
    const answer = await ask(
      "POST",
      path,
      { "Content-Length": bytes },
      status === 200 ? "x".repeat(bytes) : "",
    );
    expect(answer.status).toBe(status);
    if (path.includes("a.jpg") && status === 413) expect(answer.text).toMatch(/“a\.jpg” has 13 MB/);
  });

  test("a body that does not say how long it is", async () => {
    expect((await ask("POST", "/x", { "Transfer-Encoding": "chunked" }, "abc")).status).toBe(411);
  });
});

describe("how often", () => {
  test("the 241st file of a minute waits; entries still pass", async () => {
    let last = 200;
    let sent = 0;
    for (; last === 200 && sent < 400; sent++) last = (await post({}, "/jobs/1/files?name=n")).status;
    expect(last).toBe(429);
    expect(sent).toBeGreaterThan(230);
    expect(sent).toBeLessThanOrEqual(241);
    expect((await post({})).status).toBe(200);
  });
});

describe("text that cannot be kept", () => {
  test.each([
    ["a\0b", "text"],
    [{ body: { text: "a\0" } }, "body.text"],
    [["x", "\ud800"], "1"],
    [{ a: { b: "\udc00x" } }, "a.b"],
    [{ "\0": 1 }, "a name"],
  ])("%j: %s", (value, path) => expect(uncleanText(value)).toBe(path));
  test.each(["plain", "Ω ° “x” 🜚", "\n\t", 5, null, undefined, { a: ["b", { c: "d" }] }])(
    "%j is kept",
    (value) => expect(uncleanText(value)).toBeUndefined(),
  );
});

describe("addresses that cannot be decoded", () => {
  test.each([
    ["/named/a%20b?x=%", "a b"],
    ["/named/%%200x", "%%200x"],
    ["/named/%ff?y=1", "%ff"],
    ["/named/%E0%A4%A", "%E0%A4%A"],
  ])("%s is read as “%s”", async (path, name) => {
    const { status, text } = await ask("GET", path);
    expect([status, JSON.parse(text)]).toEqual([200, { name }]);
    expect(told).toEqual([]);
  });
});

describe("a mistake before any page", () => {
  test("is answered in words, and told without what was asked for", async () => {
    const { status, headers, text } = await ask("GET", "/broken/mrs-miller?find=miller");
    expect([status, headers["content-type"]]).toEqual([500, "text/plain; charset=utf-8"]);
    expect(text).toBe("Something went wrong here. Look whether it was done before you try it again.");
    const [line, ...more] = told.splice(0);
    expect(more).toEqual([]);
    expect(line).toContain("secret of the program");
    expect(line).not.toContain("miller");
  });

  test("after half of an answer breaks it off, so that nobody takes it for the whole", async () => {
    await expect(ask("GET", "/half")).rejects.toThrow(/aborted|socket hang up/);
    expect(told.splice(0)).toHaveLength(1);
  });
});

import { afterEach, beforeEach, describe, expect, test } from "@jest/globals";
import type { JobEvent } from "#core/job/index.ts";
import { loadOutbox, saveOutbox, send, type Pending } from "./outbox.ts";

const event: JobEvent = {
  id: "00000000-0000-4000-8000-000000000001",
  person: "ansa",
  at: "2026-03-02T09:00:00.000Z",
  body: { type: "note", text: "Panel off." },
};
const realFetch = globalThis.fetch;
let kept: Map<string, string>;
beforeEach(() => {
  kept = new Map();
  Object.defineProperty(globalThis, "localStorage", {
    configurable: true,
    value: {
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => void kept.set(k, v),
      removeItem: (k: string) => void kept.delete(k),
    },
  });
});
afterEach(() => {
  globalThis.fetch = realFetch;
  Reflect.deleteProperty(globalThis, "localStorage");
});

/** A server that answers with this status and text; or none at all. */
function answering(status?: number, body = ""): { readonly asked: Request[] } {
  const asked: Request[] = [];
  globalThis.fetch = (async (url: string, init: RequestInit) => {
    asked.push(new Request(`http://here${url}`, init));
    if (status === undefined) throw new TypeError("fetch failed");
    return new Response(body, { status });
  }) as typeof fetch;
  return { asked };
}

describe("sending one event", () => {
  test("goes to its job as JSON, and is saved by the server's word only", async () => {
    const { asked } = answering(200);
    expect(await send("job-1", event)).toBe("saved");
    expect(asked[0]!.url).toBe("http://here/jobs/job-1/events");
    expect(asked[0]!.method).toBe("POST");
    expect(await asked[0]!.json()).toEqual(event);
  });

  test.each([
    [undefined, "", { waiting: "The server does not answer." }],
    [500, "boom", { waiting: "The server could not save it." }],
    [503, "", { waiting: "The server could not save it." }],
    [422, "Point P9.9 is unknown.", { refused: "Point P9.9 is unknown." }],
    [404, "", { refused: "The server refused it (404)." }],
  ])("with the answer %p %j it is %j", async (status, body, wanted) => {
    answering(status, body);
    expect(await send("job-1", event)).toEqual(wanted);
  });
});

describe("what waits in the browser", () => {
  const pending = (status: Pending["status"]): Pending => ({ event, status });

  test("is there again; what was being sent when the page went is sent anew", () => {
    saveOutbox("job-1", [pending("sending"), pending("refused")]);
    expect(loadOutbox("job-1").map((p) => p.status)).toEqual(["waiting", "refused"]);
    expect(loadOutbox("job-2")).toEqual([]);
  });

  test("an empty outbox leaves nothing behind", () => {
    saveOutbox("job-1", [pending("waiting")]);
    expect(kept.size).toBe(1);
    saveOutbox("job-1", []);
    expect(kept.size).toBe(0);
  });

  test("what is stored and is no outbox counts as none; a full storage does not stop the page", () => {
    kept.set("zygodrome.outbox.job-1", "{");
    expect(loadOutbox("job-1")).toEqual([]);
    localStorage.setItem = () => {
      throw new Error("full");
    };
    expect(() => saveOutbox("job-1", [pending("waiting")])).not.toThrow();
  });
});

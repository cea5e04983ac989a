import { describe, expect, test } from "@jest/globals";
import type { JobEvent } from "#core/job/index.ts";
import { standIns } from "../../../tests/support/standIns.ts";
import { sendEntry, sendFile } from "./send.ts";

const event: JobEvent = {
  id: "00000000-0000-4000-8000-000000000001",
  person: "ansa",
  at: "2026-03-02T09:00:00.000Z",
  body: { type: "note", text: "Panel off." },
};
const standIn = standIns();

/** A server that answers with this status and text; or none at all. */
function answering(status?: number, body = ""): { readonly asked: Request[] } {
  const asked: Request[] = [];
  standIn({
    fetch: async (url: string, init: RequestInit) => {
      asked.push(new Request(`http://here${url}`, init));
      if (status === undefined) throw new TypeError("fetch failed");
      return new Response(body, { status });
    },
  });
  return { asked };
}

describe("sending one event", () => {
  test("goes to its job as JSON, and is saved by the server's word only", async () => {
    const { asked } = answering(200);
    expect(await sendEntry("job-1", event)).toEqual({ saved: true });
    expect(asked[0]!.url).toBe("http://here/jobs/job-1/events");
    expect(asked[0]!.method).toBe("POST");
    expect(await asked[0]!.json()).toEqual(event);
  });

  const away = (waiting: string) => ({ waiting, away: true });
  test.each([
    [undefined, "", away("The server does not answer.")],
    [503, "The database does not answer.", away("The database does not answer.")],
    [503, "", away("The server cannot save anything now.")],
    [429, "", away("The server is busy.")],
    [408, "Too slow.", away("Too slow.")],
    [500, "boom", { waiting: "The server could not save it.", away: false }],
    [502, "", { waiting: "The server could not save it.", away: false }],
    [422, "Point P9.9 is unknown.", { refused: "Point P9.9 is unknown." }],
    [404, "", { refused: "The server refused it (404)." }],
    [409, "Another one.", { refused: "Another one." }],
  ])("with the answer %p %j it is %j", async (status, body, wanted) => {
    answering(status, body);
    expect(await sendEntry("job-1", event)).toEqual(wanted);
  });
});

test("a file goes with its id and name in the address, and comes back with what it is", async () => {
  const { asked } = answering(200, JSON.stringify({ media: "image/png" }));
  const file = { id: event.id, finding: "f", name: "a&b.png", person: "ansa", content: new Blob(["xy"]) };
  expect(await sendFile("job-1", file)).toEqual({ saved: "image/png" });
  const url = new URL(asked[0]!.url);
  expect(url.pathname).toBe("/jobs/job-1/files");
  expect(Object.fromEntries(url.searchParams)).toEqual({ id: event.id, name: "a&b.png" });
  expect(await asked[0]!.text()).toBe("xy");
});

test("an answer that breaks off is no answer", async () => {
  answering(200, "{");
  expect(
    await sendFile("job-1", { id: "i", finding: "f", name: "n", person: "p", content: new Blob(["x"]) }),
  ).toEqual({ waiting: "The server does not answer.", away: true });
});

import "fake-indexeddb/auto";
import { beforeAll, beforeEach, describe, expect, test } from "@jest/globals";
import { set } from "idb-keyval";
import type { EventBody, JobEvent } from "#core/job/index.ts";
import { standIns } from "../../../tests/support/standIns.ts";
import {
  discard,
  drain,
  isHeldByPageOnly,
  onSaved,
  put,
  takeOverOld,
  tryAgain,
  waitingNow,
} from "./outbox.ts";
import { change, drop, keep, readWaiting, type Waiting } from "./store.ts";

/** The outbox against a browser database in memory, and a server that answers by the text of each note. */
let answers: (text: string) => number | undefined = () => 200;
const taken: string[] = [];
const stored = new Map<string, string>();
const standIn = standIns();

beforeAll(() => {
  const nothing = () => undefined;
  standIn({
    window: { addEventListener: nothing },
    navigator: {},
    // No timer, no other tab: each test says when to send.
    BroadcastChannel: undefined,
    localStorage: new Proxy(
      {
        getItem: (k: string) => stored.get(k) ?? null,
        removeItem: (k: string) => void stored.delete(k),
      },
      {
        ownKeys: () => [...stored.keys()],
        getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
      },
    ),
    fetch: async (url: string, init: RequestInit) => {
      if (url.includes("/files?")) return Response.json({ media: "image/jpeg" });
      const { body } = JSON.parse(init.body as string) as JobEvent;
      const text = body.type === "note" ? body.text : body.type;
      const status = answers(text);
      if (status === undefined) throw new TypeError("fetch failed");
      if (status === 200) taken.push(text);
      return new Response("", { status });
    },
  });
});
beforeEach(async () => {
  answers = () => 200;
  for (const { id } of await readWaiting()) await discard(id);
  taken.length = 0;
});

const entry = (text: string, job = "job-1", body: EventBody = { type: "note", text }): Waiting => {
  const id = crypto.randomUUID();
  return {
    kind: "entry",
    id,
    job,
    jobName: job,
    title: text,
    since: 0,
    status: "waiting",
    event: { id, person: "ansa", at: "2026-03-02T09:00:00.000Z", body },
  };
};
const left = async () => (await readWaiting()).map((w) => [w.title, w.status]);

describe("the outbox", () => {
  test("counts an entry at once, and lets it go only when the server has it", async () => {
    const saved: string[] = [];
    const stop = onSaved((job, event) => saved.push(`${job} ${event.id}`));
    const one = entry("one");
    const sending = put(one);
    expect(waitingNow().map((w) => w.id)).toEqual([one.id]);
    await sending;
    stop();
    expect(taken).toEqual(["one"]);
    expect(saved).toEqual([`job-1 ${one.id}`]);
    expect(await readWaiting()).toEqual([]);
    expect(waitingNow()).toEqual([]);
  });

  test("while the server is away everything is kept, and goes in its order when it is back", async () => {
    answers = () => undefined;
    for (const text of ["a", "b", "c"]) await put(entry(text));
    expect(await left()).toEqual([
      ["a", "waiting"],
      ["b", "waiting"],
      ["c", "waiting"],
    ]);
    expect(waitingNow()[0]!.message).toBe("The server does not answer.");
    answers = () => 200;
    await drain();
    expect(taken).toEqual(["a", "b", "c"]);
    expect(await left()).toEqual([]);
  });

  test("a refused entry steps aside for those behind it, stays, and can be tried again", async () => {
    answers = () => undefined;
    await put(entry("bad"));
    await put(entry("good"));
    answers = (text) => (text === "bad" ? 422 : 200);
    await drain();
    expect(taken).toEqual(["good"]);
    expect(await left()).toEqual([["bad", "refused"]]);
    await drain();
    expect(taken).toEqual(["good"]);
    answers = () => 200;
    await tryAgain(waitingNow()[0]!.id);
    expect(taken).toEqual(["good", "bad"]);
  });

  test("an entry the server stumbles over holds its own job back, not the others, and steps aside the third time", async () => {
    answers = () => undefined;
    for (const one of [entry("poison"), entry("behind"), entry("elsewhere", "job-2")]) await put(one);
    answers = (text) => (text === "poison" ? 500 : 200);
    await drain();
    expect(taken).toEqual(["elsewhere"]);
    await drain();
    expect(await left()).toEqual([
      ["poison", "waiting"],
      ["behind", "waiting"],
    ]);
    await drain();
    expect(taken).toEqual(["elsewhere", "behind"]);
    expect(await left()).toEqual([["poison", "refused"]]);
  });

  test("a photograph that arrived becomes an entry in the name of who took it, and is sent", async () => {
    const id = crypto.randomUUID();
    await put({
      kind: "file",
      id,
      job: "job-1",
      jobName: "",
      title: "photo",
      since: 0,
      status: "waiting",
      file: { id, finding: crypto.randomUUID(), name: "p.jpg", person: "teo", content: new Blob(["x"]) },
    });
    await drain();
    expect(taken).toEqual(["attachment"]);
    expect(await left()).toEqual([]);
  });

  test("discarded is gone for good", async () => {
    answers = () => undefined;
    const one = entry("one");
    await put(one);
    await discard(one.id);
    answers = () => 200;
    await drain();
    expect(taken).toEqual([]);
  });

  test("what the browser will not keep is held by the page, said, and sent", async () => {
    answers = () => undefined;
    // A record with a function in it cannot be kept, as none can be where storage is full.
    const one = { ...entry("one"), since: (() => 1) as unknown as number };
    await put(one);
    expect(isHeldByPageOnly(one.id)).toBe(true);
    expect(await readWaiting()).toEqual([]);
    answers = () => 200;
    await drain();
    expect(taken).toEqual(["one"]);
    expect(isHeldByPageOnly(one.id)).toBe(false);
    expect(waitingNow()).toEqual([]);
  });

  test("what an earlier version kept is taken over, and what cannot be read stays where it is", async () => {
    const old = entry("from before");
    stored.set("zygodrome.outbox.job-9", JSON.stringify([{ event: (old as { event: unknown }).event }]));
    stored.set("zygodrome.outbox.job-8", "{");
    stored.set("other", "1");
    const id = crypto.randomUUID();
    await set("photos.job-9", [
      { id, finding: crypto.randomUUID(), name: "old.jpg", content: new Blob(["x"]) },
    ]);
    await takeOverOld("ansa");
    await drain();
    expect(taken).toEqual(["from before", "attachment"]);
    expect([...stored.keys()]).toEqual(["zygodrome.outbox.job-8", "other"]);
  });
});

describe("the browser's database", () => {
  test("keeps one record an entry, in order, and each once", async () => {
    const [a, b] = [entry("a"), entry("b")];
    await keep(b);
    await keep(a);
    await keep(b);
    expect((await readWaiting()).map((w) => w.title)).toEqual(["b", "a"]);
  });

  test("a change to what is gone changes nothing; what follows takes the place of what went", async () => {
    const [a, b] = [entry("a"), entry("b")];
    await keep(a);
    await change(a.id, { message: "later" });
    await change(b.id, { message: "never" });
    expect((await readWaiting()).map((w) => [w.title, w.message])).toEqual([["a", "later"]]);
    await drop(a.id, b);
    expect((await readWaiting()).map((w) => w.title)).toEqual(["b"]);
  });
});

import { randomUUID } from "node:crypto";
import { afterAll, describe, expect, test } from "@jest/globals";
import { zipSync, strToU8 } from "fflate";
import sharp from "sharp";
import type { JobFile } from "#core/formats/index.ts";
import type { EventBody, FindingBody, JobEvent } from "#core/job/index.ts";
import { closePool, pool } from "#server/database/pool.ts";
import { readFile } from "#server/files/files.ts";
import { jobFile } from "#server/jobs/file/jobFile.ts";
import { MOST_JSON_BYTES, readJobArchive } from "#server/jobs/file/readJobArchive.ts";
import { takeJobFile } from "#server/jobs/file/takeJobFile.ts";
import { readJob } from "#server/jobs/readJob.ts";
import { modelHash, newestFile } from "#server/units/models.ts";
import { rinseReading } from "../support/rinseReading.ts";

/** Jobs that come as files: from another shop, or from an earlier installation. */
afterAll(closePool);

const reading = rinseReading(229) as FindingBody;
const event = (body: EventBody, person = "bo"): JobEvent => ({
  id: randomUUID(),
  person,
  at: "2026-03-02T09:00:00.000Z",
  body,
});

/** A job of another shop, on a unit that is known here, with an entry of each kind that matters. */
async function foreignJob(over: Partial<JobFile> = {}): Promise<JobFile> {
  const unit = (await newestFile("glasswasher-gw4"))!.file;
  const read = event(reading);
  const photograph = randomUUID();
  return {
    format: "zygodrome-job",
    version: 1,
    job: {
      id: randomUUID(),
      number: 12,
      label: "back bar",
      openedAt: "2026-03-02T09:00:00.000Z",
      modelHash: modelHash(unit),
    },
    unit,
    people: [{ id: "bo", name: "Bo Elsewhere" }],
    events: [
      event({ type: "opened", complaint: "cold" }),
      event({ type: "band", band: "live", confirmed: ["all"] }),
      read,
      event({ type: "attachment", of: read.id, file: photograph, name: "plug.jpg", media: "image/jpeg" }),
      event({ type: "retraction", of: read.id, why: "wrong pin" }),
    ],
    files: [{ id: photograph, name: "plug.jpg", media: "image/jpeg" }],
    ...over,
  };
}
const picture = () =>
  sharp({ create: { width: 40, height: 30, channels: 3, background: "#a06030" } })
    .jpeg()
    .toBuffer();
const problemsOf = async (file: unknown) => {
  const taken = await takeJobFile(file, new Map());
  return taken.status === "refused" ? taken.problems : [taken.status];
};

describe("a job from a file", () => {
  test("is here with every entry, its photograph and whoever wrote in it; its own file says the same again", async () => {
    const file = await foreignJob();
    const files = new Map([[file.files[0]!.id, await picture()]]);
    expect(await takeJobFile(file, files)).toEqual({ status: "taken", job: file.job.id, without: [] });
    const job = (await readJob(file.job.id))!;
    expect(job).toMatchObject({ label: "back bar", modelHash: file.job.modelHash, unreadable: 0 });
    expect(job.events.map(({ id, at, body }) => ({ id, at, body }))).toEqual(
      file.events.map(({ id, at, body }) => ({ id, at, body })),
    );
    expect(await readFile(file.files[0]!.id, false)).toMatchObject({ media: "image/jpeg" });
    const again = await jobFile(job);
    expect(again.people).toEqual([{ id: job.events[0]!.person, name: "Bo Elsewhere" }]);
    expect(again.people[0]!.id).not.toBe("bo");
    expect({ ...again, events: [], people: [], job: { ...again.job, number: 12 } }).toEqual({
      ...file,
      events: [],
      people: [],
    });
  });

  test("is taken once, and comes with another of the same shop without a second Bo", async () => {
    const [first, second] = [await foreignJob({ files: [] }), await foreignJob()];
    expect(await takeJobFile(first, new Map())).toMatchObject({ status: "taken" });
    expect(await takeJobFile(first, new Map())).toEqual({ status: "there", job: first.job.id });
    const taken = await takeJobFile(second, new Map());
    expect(taken).toEqual({ status: "taken", job: second.job.id, without: ["plug.jpg"] });
    // The entry of a photograph that was not brought is left out.
    expect((await readJob(second.job.id))!.events).toHaveLength(second.events.length - 1);
    const { rows } = await pool().query("SELECT elsewhere FROM people WHERE name = 'Bo Elsewhere'");
    expect(rows).toEqual([{ elsewhere: true }]);
  });

  test("counts somebody who works here as themselves, and another of that id as another", async () => {
    const { rows } = await pool().query<{ name: string }>("SELECT name FROM people WHERE id = 'ansa'");
    const of = async (name: string) => {
      const file = await foreignJob({
        people: [{ id: "ansa", name }],
        events: [event({ type: "opened", complaint: "x" }, "ansa")],
        files: [],
      });
      await takeJobFile(file, new Map());
      return (await readJob(file.job.id))!.events[0]!.person;
    };
    expect(await of(rows[0]!.name)).toBe("ansa");
    expect(await of("Ansa Other")).not.toBe("ansa");
  });

  test("brings a unit that is not here into the library, and changes none that is", async () => {
    const unit = {
      ...(await newestFile("glasswasher-gw4"))!.file,
      id: `foreign-${randomUUID().slice(0, 6)}`,
    };
    const before = (await newestFile("glasswasher-gw4"))!.hash;
    const changed = { ...(await newestFile("glasswasher-gw4"))!.file, revision: "their own" };
    for (const model of [unit, changed]) {
      const file = await foreignJob({ unit: model });
      const taken = await takeJobFile(
        { ...file, job: { ...file.job, modelHash: modelHash(model) } },
        new Map(),
      );
      expect(taken).toMatchObject({ status: "taken" });
    }
    expect((await newestFile(unit.id))!.hash).toBe(modelHash(unit));
    expect((await newestFile("glasswasher-gw4"))!.hash).toBe(before);
  });

  test("goes through both models where it was moved from one to the other", async () => {
    const unit = (await newestFile("glasswasher-gw4"))!.file;
    const older = { ...unit, revision: "older still" };
    const [from, to] = [modelHash(older), modelHash(unit)];
    const opened = event({ type: "opened", complaint: "cold" });
    const file = await foreignJob({
      earlier: [older],
      events: [opened, event({ type: "moved", from, to })],
      files: [],
    });
    expect(await takeJobFile(file, new Map())).toMatchObject({ status: "taken" });
    expect(await readJob(file.job.id)).toMatchObject({ modelHash: to });
    const { rows } = await pool().query("SELECT model_hash FROM jobs WHERE id = $1", [file.job.id]);
    expect(rows).toEqual([{ model_hash: from }]);
  });
});

describe("a file that is no job, or not whole, is refused and leaves nothing", () => {
  const cases: [string, (file: JobFile) => unknown, RegExp][] = [
    ["another format", () => ({ format: "zygodrome-unit" }), /^format: must be zygodrome-job/u],
    [
      "a unit that was changed since",
      (f) => ({ ...f, unit: { ...f.unit, name: "Other" } }),
      /^unit: this is not the model/u,
    ],
    [
      "a unit that is none",
      (f) => ({ ...f, unit: { ...f.unit, parts: [] } }),
      /^unit\.parts: needs 1 at least/u,
    ],
    [
      "no opening",
      (f) => ({ ...f, events: f.events.slice(1) }),
      /^events\.0: a job begins with its opening/u,
    ],
    [
      "two openings",
      (f) => ({ ...f, events: [...f.events, event({ type: "opened", complaint: "" })] }),
      /^events\.5: a job begins/u,
    ],
    ["somebody unknown", (f) => ({ ...f, people: [{ id: "x", name: "X" }] }), /^events\.0: nobody “bo”/u],
    [
      "an entry twice",
      (f) => ({ ...f, events: [...f.events, f.events[1]] }),
      /^events\.5: another entry has this id/u,
    ],
    [
      "a finding retracted twice",
      (f) => ({ ...f, events: [...f.events, event({ type: "retraction", of: f.events[2]!.id, why: "" })] }),
      /^events\.5: the job has a second “retraction/u,
    ],
    [
      "a retraction of nothing",
      (f) => ({ ...f, events: [...f.events, event({ type: "retraction", of: randomUUID(), why: "" })] }),
      /^events\.5: it is about an entry that does not/u,
    ],
    [
      "a point that is not in the unit",
      (f) => ({
        ...f,
        events: [
          ...f.events,
          event({ ...reading, check: { ...reading.check, red: "P99.9" } as FindingBody["check"] }),
        ],
      }),
      /^events\.5: the unit has no point “P99\.9”/u,
    ],
    [
      "a move to a model that it did not bring",
      (f) => ({
        ...f,
        events: [...f.events, event({ type: "moved", from: f.job.modelHash, to: "0".repeat(64) })],
      }),
      /^events\.5: the file has no model 0{12}/u,
    ],
    ["a NUL", (f) => ({ ...f, job: { ...f.job, label: "a\0b" } }), /^job\.label: this has characters/u],
  ];
  test.each(cases)("%s", async (_, change, wanted) => {
    const file = await foreignJob();
    expect((await problemsOf(change(file)))[0]).toMatch(wanted);
    expect(await readJob(file.job.id)).toBeUndefined();
  });

  test("entries of another job, under another name", async () => {
    const file = await foreignJob();
    await takeJobFile(file, new Map());
    const copy = { ...file, job: { ...file.job, id: randomUUID() } };
    expect((await problemsOf(copy))[0]).toMatch(/^Some of its entries are in job \d+ already/u);
    expect(await readJob(copy.job.id)).toBeUndefined();
  });

  test("a photograph that is none", async () => {
    const file = await foreignJob();
    const taken = await takeJobFile(file, new Map([[file.files[0]!.id, Buffer.from("<script>")]]));
    expect(taken).toMatchObject({
      status: "refused",
      problems: [expect.stringMatching(/“plug\.jpg” is not a photograph/u)],
    });
    expect(await readJob(file.job.id)).toBeUndefined();
  });
});

describe("an archive", () => {
  const id = randomUUID();
  const problem = (bytes: Uint8Array) => {
    const read = readJobArchive(bytes);
    return read.ok ? "" : read.problem;
  };

  test("gives job.json and what lies under files/ by an id; other names are passed over", () => {
    const read = readJobArchive(
      zipSync({
        "job.json": strToU8("{}"),
        [`files/${id}.jpg`]: new Uint8Array([1, 2, 3]),
        [`files/../${id}.jpg`]: new Uint8Array([4]),
        "/etc/passwd": strToU8("x"),
        "index.html": strToU8("<p>"),
      }),
    );
    expect(read.ok && read.archive.json).toBe("{}");
    expect(read.ok && [...read.archive.files]).toEqual([[id, Buffer.from([1, 2, 3])]]);
  });

  test("that unpacks to more than a job is stopped on the way", () => {
    const bomb = zipSync({ "job.json": new Uint8Array(MOST_JSON_BYTES + 1) }, { level: 9 });
    expect(bomb.length).toBeLessThan(100_000);
    expect(problem(bomb)).toMatch(/^job\.json unpacks to more than the 32 MB/u);
    expect(problem(zipSync({ "job.json": new Uint8Array(MOST_JSON_BYTES) }, { level: 9 }))).toBe("");
    const pictures = Object.fromEntries(
      Array.from(
        { length: 22 },
        () => [`files/${randomUUID()}.jpg`, new Uint8Array(12 * 1024 * 1024)] as const,
      ),
    );
    expect(problem(zipSync(pictures, { level: 9 }))).toMatch(/^It unpacks to more than the 256 MB/u);
  });

  test("of thousands of names, cut short, or of something else is refused", () => {
    const names = (n: number) =>
      zipSync(
        Object.fromEntries([
          ["job.json", strToU8("{}")],
          ...Array.from({ length: n }, (_, i) => [`a${i}`, new Uint8Array(0)] as const),
        ]),
      );
    expect(problem(names(3999))).toBe("");
    expect(problem(names(4000))).toMatch(/more than 4000 files/u);
    const whole = zipSync({ "job.json": strToU8("x".repeat(5000)) }, { level: 0 });
    expect(problem(whole.subarray(0, 2000))).not.toBe("");
    expect(problem(zipSync({ "unit.json": strToU8("{}") }))).toMatch(/^It has no job\.json/u);
  });
});

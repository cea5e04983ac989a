import { randomUUID } from "node:crypto";
import { afterAll, describe, expect, test } from "@jest/globals";
import sharp from "sharp";
import { MOST_FILE_BYTES, type EventBody, type JobEvent } from "#core/job/index.ts";
import { closePool } from "#server/database/pool.ts";
import { checkFile } from "#server/files/checkFile.ts";
import { readFile, storeFile } from "#server/files/files.ts";
import { onNewEvents } from "#server/jobs/feed.ts";
import { readEventsAfter, readJob } from "#server/jobs/readJob.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import { newJob } from "../support/newJob.ts";

afterAll(closePool);

/** A photograph of one colour, 640 by 480 lying, with a place and a turned camera in its Exif. */
const photograph = () =>
  sharp({ create: { width: 640, height: 480, channels: 3, background: "#a06030" } })
    .jpeg()
    .withExif({
      IFD0: { Copyright: "nobody" },
      IFD3: { GPSLatitudeRef: "N", GPSLatitude: "51/1 30/1 0/1" },
    })
    .withMetadata({ orientation: 6 })
    .toBuffer();

describe("what is kept of a photograph", () => {
  test("is upright, and no longer says where, when and with what it was taken", async () => {
    const original = await photograph();
    expect((await sharp(original).metadata()).exif).toBeDefined();
    const checked = await checkFile(original, "plug.jpg");
    expect(checked.ok).toBe(true);
    if (!checked.ok) return;
    const kept = await sharp(checked.file.content).metadata();
    expect(kept.exif).toBeUndefined();
    expect([kept.width, kept.height]).toEqual([480, 640]);
    expect(checked.file.content.includes("GPS")).toBe(false);
    const small = await sharp(checked.file.thumbnail).metadata();
    expect([small.width, small.height]).toEqual([240, 240]);
  });

  test("is not larger than needed", async () => {
    const large = await sharp({ create: { width: 5000, height: 3000, channels: 3, background: "#fff" } })
      .png()
      .toBuffer();
    const checked = await checkFile(large, "board.png");
    expect(checked).toMatchObject({ ok: true, file: { media: "image/png" } });
    if (checked.ok) expect((await sharp(checked.file.content).metadata()).width).toBe(2400);
  });
});

describe("what is refused, and the sentence", () => {
  test.each([
    ["a text called .jpg", Buffer.from("just words, not a picture"), /not a photograph that can be read/],
    ["half a photograph", undefined, /not a photograph that can be read/],
    ["nothing", Buffer.alloc(0), /is empty/],
    ["40 MB", Buffer.alloc(40_000_000), /has 40 MB; 12 MB is the most/],
    [
      "a drawing that can run scripts",
      Buffer.from("<svg xmlns='http://www.w3.org/2000/svg'/>"),
      /not a photograph/,
    ],
  ])("%s", async (_what, bytes, sentence) => {
    const given = bytes ?? (await photograph()).subarray(0, 200);
    const result = await checkFile(given, "plug.jpg");
    expect(result.ok ? "taken" : result.message).toMatch(sentence);
  });

  test.each([
    [8000, 8000, true],
    [8001, 8000, false],
  ])("a picture of %d × %d pixels is taken: %s", async (width, height, taken) => {
    const plain = { create: { width, height, channels: 3 as const, background: "navy" } };
    const png = await sharp(plain).png({ compressionLevel: 9 }).toBuffer();
    expect(png.length).toBeLessThan(1_500_000);
    const result = await checkFile(png, "wall.png");
    expect(result.ok).toBe(taken);
    if (!result.ok)
      expect(result.message).toMatch(/“wall\.png” has 65 million pixels; 64 million are the most/);
  });

  test("pictures are unpacked one at a time, and too many at once are put off", async () => {
    const png = await sharp({ create: { width: 600, height: 600, channels: 3, background: "red" } })
      .png()
      .toBuffer();
    const all = await Promise.allSettled(Array.from({ length: 40 }, () => checkFile(png, "a.png")));
    const off = all.flatMap((r) => (r.status === "rejected" ? [r.reason as Response] : []));
    // One is under way and 24 wait.
    expect(off).toHaveLength(15);
    expect(off[0]!.status).toBe(503);
    expect(all.filter((r) => r.status === "fulfilled" && r.value.ok)).toHaveLength(25);
  });

  test("a PDF is known by its beginning, whatever it is called", async () => {
    const result = await checkFile(Buffer.from("%PDF-1.7\nsome manual"), "manual.jpg");
    expect(result).toMatchObject({ ok: true, file: { media: "application/pdf" } });
  });

  test("the limit is above what a telephone's camera makes", () => {
    expect(MOST_FILE_BYTES).toBeGreaterThan(10e6);
  });
});

describe("files of a job", () => {
  test("are kept once, come back whole, and belong to a job that exists", async () => {
    const job = await newJob();
    const checked = await checkFile(await photograph(), "plug.jpg");
    if (!checked.ok) throw new Error(checked.message);
    const id = randomUUID();
    expect(await storeFile(id, job, "plug.jpg", checked.file)).toBe(true);
    expect(await storeFile(id, job, "plug.jpg", checked.file)).toBe(true);
    expect(await storeFile(randomUUID(), randomUUID(), "plug.jpg", checked.file)).toBe(false);
    const whole = await readFile(id, false);
    expect(whole).toMatchObject({ name: "plug.jpg", media: "image/jpeg" });
    expect(whole!.content.equals(checked.file.content)).toBe(true);
    expect((await readFile(id, true))!.content.equals(checked.file.thumbnail!)).toBe(true);
    expect(await readFile("no-id", false)).toBeUndefined();
  });
});

describe("the job as it is recorded", () => {
  const event = (body: EventBody): JobEvent => ({
    id: randomUUID(),
    person: "ansa",
    at: new Date().toISOString(),
    body,
  });

  test("whoever listens hears of an entry of this job, not of another's, and reads it from where they were", async () => {
    const [job, other] = [await newJob(), await newJob()];
    const { seq } = (await readJob(job))!;
    expect(await readEventsAfter(job, seq)).toEqual([]);
    const heard = await new Promise<JobEvent>((resolve) => {
      const note = event({ type: "note", text: "for the other screen" });
      const forget = onNewEvents(job, () => {
        void readEventsAfter(job, seq).then((events) => {
          const [first] = events ?? [];
          if (!first) return;
          forget();
          expect(first.seq).toBeGreaterThan(seq);
          resolve(first.event);
        });
      });
      void recordEvent(other, event({ type: "note", text: "not for this one" })).then(() =>
        recordEvent(job, note),
      );
    });
    expect(heard.body).toEqual({ type: "note", text: "for the other screen" });
    expect(await readEventsAfter(randomUUID(), 0)).toBeUndefined();
  });
});

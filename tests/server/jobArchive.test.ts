import { randomUUID } from "node:crypto";
import { afterAll, describe, expect, test } from "@jest/globals";
import { strFromU8, unzipSync } from "fflate";
import Papa from "papaparse";
import sharp from "sharp";
import { buildReadings } from "#core/diagnosis/index.ts";
import { jobFileSchema } from "#core/formats/index.ts";
import type { EventBody } from "#core/job/index.ts";
import { viewJob } from "#core/view/index.ts";
import { closePool } from "#server/database/pool.ts";
import { checkFile } from "#server/files/checkFile.ts";
import { storeFile } from "#server/files/files.ts";
import { sayOnPaper } from "#server/reports/inLanguage.ts";
import { findingsCsv, jobArchive } from "#server/jobs/file/jobArchive.ts";
import { jobFile } from "#server/jobs/file/jobFile.ts";
import { openJob } from "#server/jobs/openJob.ts";
import { readJob, type Job } from "#server/jobs/readJob.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import { modelHash } from "#server/units/models.ts";
import { rinseReading } from "../support/rinseReading.ts";

afterAll(closePool);

/** A job with a look, two readings of which one was retracted, a photograph, and words that look like markup. */
async function workedJob(): Promise<{ job: Job; photograph: Buffer; reading: string; retracted: string }> {
  const id = randomUUID();
  await openJob({
    id,
    unit: "glasswasher-gw4",
    person: "ansa",
    label: "",
    complaint: `Rinse <b>cold</b> & "slow"`,
    seen: { fills: "yes" },
    claims: [{ text: "=HYPERLINK(1)" }],
  });
  const record = async (body: EventBody): Promise<string> => {
    const event = { id: randomUUID(), person: "ansa", at: new Date().toISOString(), body };
    expect(await recordEvent(id, event)).toMatchObject({ ok: true });
    return event.id;
  };
  await record({ type: "band", band: "live", confirmed: ["all"] });
  const reading = await record(rinseReading(229.5));
  const retracted = await record(rinseReading(0.4));
  await record({ type: "retraction", of: retracted, why: "=wrong pin" });
  const original = await sharp({ create: { width: 64, height: 48, channels: 3, background: "#a06030" } })
    .jpeg()
    .toBuffer();
  const checked = await checkFile(original, "plug.jpg");
  if (!checked.ok) throw new Error(checked.message);
  const file = randomUUID();
  await storeFile(file, id, "plug.jpg", checked.file);
  await record({ type: "attachment", of: reading, file, name: "plug.jpg", media: "image/jpeg" });
  return { job: (await readJob(id))!, photograph: checked.file.content, reading, retracted };
}

const viewOf = (job: Job) => viewJob(buildReadings(job.unit), job.events, "information", undefined, "listed");

async function unzipped(job: Job): Promise<Record<string, Uint8Array>> {
  const bytes = new Uint8Array(await new Response(jobArchive(job, viewOf(job))).arrayBuffer());
  return unzipSync(bytes);
}

describe("a job as a file", () => {
  test("has all that was recorded, in order, with the model that it was recorded on", async () => {
    const { job } = await workedJob();
    const file = jobFileSchema.parse(JSON.parse(JSON.stringify(await jobFile(job))));
    expect(file.events).toEqual(job.events);
    expect(modelHash(file.unit)).toBe(job.modelHash);
    expect(file.people.map((p) => p.id)).toEqual(["ansa"]);
    expect(file.files).toMatchObject([{ name: "plug.jpg", media: "image/jpeg" }]);
    expect(file.job).toMatchObject({ id: job.id, number: job.number, openedAt: job.openedAt });
  });

  test("as an archive lets each of its files be read, the photograph byte for byte", async () => {
    const { job, photograph } = await workedJob();
    const found = await unzipped(job);
    const [picture] = Object.keys(found).filter((name) => name.startsWith("files/"));
    expect(Object.keys(found).sort()).toEqual([picture, "findings.csv", "index.html", "job.json"].sort());
    expect(picture).toMatch(/^files\/[0-9a-f-]{36}\.jpg$/u);
    expect(Buffer.from(found[picture!]!).equals(photograph)).toBe(true);
    expect(jobFileSchema.parse(JSON.parse(strFromU8(found["job.json"]!))).events).toEqual(job.events);
    const page = strFromU8(found["index.html"]!);
    expect(page).toContain("<th>No.</th><th>At</th>");
    expect(page).toContain("Rinse &lt;b&gt;cold&lt;/b&gt; &amp; &quot;slow&quot;");
    expect(page).toContain(`<img src="${picture!}"`);
    expect(page).toContain("229.5 V");
    expect(page).not.toMatch(/<script|https?:\/\//u);
  });
});

test("the archive's page is in the language and with the marks of who asked, its title too", async () => {
  const { job } = await workedJob();
  const say = sayOnPaper("de", { decimal: "comma", temperature: "C", sizes: "metric" }, job.unit)!;
  const archive = jobArchive(job, viewOf(job), { language: "de", say });
  const found = unzipSync(new Uint8Array(await new Response(archive).arrayBuffer()));
  const page = strFromU8(found["index.html"]!);
  expect(page).toContain('<html lang="de">');
  expect(page).toMatch(/<h1>Auftrag \d{4}, /u);
  expect(page).toContain("229,5 V");
  expect(page).not.toContain("229.5 V");
  // What is read back by programs stays as it is.
  expect(jobFileSchema.parse(JSON.parse(strFromU8(found["job.json"]!))).events).toEqual(job.events);
});

test("findings as CSV have their numbers in base units, and nothing that a spreadsheet would run", async () => {
  const { job } = await workedJob();
  const csv = findingsCsv(job, viewOf(job), [{ id: "ansa", name: "Ansa, the @second" }]);
  const { data, errors } = Papa.parse<Record<string, string>>(csv, { header: true });
  expect(errors).toEqual([]);
  expect(data).toHaveLength(3);
  const body = rinseReading(1);
  if (body.type !== "finding" || body.check.kind !== "reading") throw new Error("A reading was wanted.");
  const { fn, red, black } = body.check;
  expect(data[1]).toMatchObject({
    No: "2",
    Who: "Ansa, the @second",
    Function: fn,
    Red: red,
    Black: black,
    Value: "229.5",
    Unit: "V",
    Retracted: "",
  });
  expect(data[2]).toMatchObject({ Value: "0.4", Retracted: "'=wrong pin" });
  expect(data[0]).toMatchObject({ Function: "", Value: "", Result: "yes" });
});

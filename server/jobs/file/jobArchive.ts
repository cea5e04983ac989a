import { Zip, ZipDeflate, ZipPassThrough } from "fflate";
import Papa from "papaparse";
import type { Language, Translator } from "#core/language/index.ts";
import { findingsTable, jobPage, type JobFile } from "#core/formats/index.ts";
import { likelyItems, type JobView } from "#core/view/index.ts";
import type { ShopSettings } from "../../shop/settings.ts";
import { readFile } from "../../files/files.ts";
import type { Job } from "../readJob.ts";
import { jobFile } from "./jobFile.ts";

/** A job's findings as CSV (RFC 4180); a cell that a spreadsheet would run as a formula has a quote before it. */
export function findingsCsv(
  job: Job,
  view: JobView,
  people: JobFile["people"],
  decimal: ShopSettings["decimal"] = "point",
): string {
  const [heads = [], ...rows] = findingsTable(view, job.events, nameIn(people));
  const value = heads.indexOf("Value");
  const written =
    decimal === "comma" ? rows.map((row) => row.with(value, row[value]!.replace(".", ","))) : rows;
  return Papa.unparse([heads, ...written], {
    escapeFormulae: true,
    delimiter: decimal === "comma" ? ";" : ",",
  });
}

const nameIn = (people: JobFile["people"]) => (id: string) => people.find((p) => p.id === id)?.name ?? id;

const EXTENSION: Readonly<Record<JobFile["files"][number]["media"], string>> = {
  "image/jpeg": "jpg",
  "image/png": "png",
  "image/webp": "webp",
  "application/pdf": "pdf",
};

/**
 * The whole job as a ZIP that is written as it is sent: job.json, findings.csv, the photographs and papers under files/, and
 * index.html, which shows all of it without the application, in the language of who asked. One file at a time is in memory.
 */
export function jobArchive(
  job: Job,
  view: JobView,
  spoken?: { readonly language: Language; readonly say: Translator },
): ReadableStream<Uint8Array> {
  let stopped = false;
  return new ReadableStream<Uint8Array>({
    async start(controller) {
      const zip = new Zip((error, chunk, last) => {
        if (error) return controller.error(error);
        if (chunk.length > 0) controller.enqueue(chunk);
        if (last) controller.close();
      });
      const text = (name: string, content: string) => {
        const entry = new ZipDeflate(name);
        zip.add(entry);
        entry.push(new TextEncoder().encode(content), true);
      };
      const file = await jobFile(job);
      const paths = file.files.map((f) => ({ ...f, path: `files/${f.id}.${EXTENSION[f.media]}` }));
      text("job.json", `${JSON.stringify(file, null, 2)}\n`);
      text("findings.csv", findingsCsv(job, view, file.people));
      text("index.html", jobPage(pageOf(job, view, file, paths), spoken));
      for (const { id, path } of paths) {
        if (stopped) return zip.terminate();
        const stored = await readFile(id, false);
        if (!stored) continue;
        // Pictures and papers are packed as they are.
        const entry = new ZipPassThrough(path);
        zip.add(entry);
        entry.push(new Uint8Array(stored.content), true);
      }
      zip.end();
    },
    cancel() {
      stopped = true;
    },
  });
}

function pageOf(
  job: Job,
  view: JobView,
  file: JobFile,
  paths: readonly (JobFile["files"][number] & { path: string })[],
): Parameters<typeof jobPage>[0] {
  const nameOf = nameIn(file.people);
  const call = view.state.call;
  const item = job.unit.items.find((i) => i.id === call?.body.item);
  const proof = view.ledger.find((row) => row.id === call?.body.proof);
  const of = new Map(
    job.events.flatMap((e) => (e.body.type === "attachment" ? [[e.body.file, e.body.of] as const] : [])),
  );
  const left = likelyItems(view).map((i) => i.name);
  const [[, ...heads] = [], ...rows] = findingsTable(view, job.events, nameOf);
  return {
    title: [`Job ${String(job.number).padStart(4, "0")}`, job.unit.name, job.label].filter((p) => p !== ""),
    complaint: view.state.complaint,
    said: [
      call && item
        ? `Called: ${item.name}, by ${nameOf(call.event.person)}, ${call.event.at}. ${proof ? `Proved by: ${proof.check}, ${proof.setup}, ${proof.result}.` : "Called without a proving reading."}`
        : view.readingsOnly
          ? "No call has been made. This unit is too large to weigh what the findings leave."
          : `No call has been made. Still possible: ${left.join(", ")}.`,
      ...(call?.body.note ? [call.body.note] : []),
      ...(view.state.closed ? [`Closed: ${view.state.closed.body.outcome}.`] : []),
      ...view.state.claims.map((c) => `Claimed by others, not measured: ${c.text}`),
    ],
    // A table to be read, not read back: “No” would be an answer.
    table: [["No.", ...heads], ...rows],
    files: paths.map(({ id, name, path, media }) => {
      const row = view.ledger.find((r) => r.id === of.get(id));
      return {
        path,
        isPicture: media !== "application/pdf",
        text: row ? `${name}: ${row.check}, ${row.setup}` : name,
      };
    }),
  };
}

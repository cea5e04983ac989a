import { Unzip, UnzipInflate } from "fflate";
import { MOST_FILE_BYTES } from "#core/job/index.ts";

/** What an archive of a job holds: job.json, and its photographs and papers by their ids. */
export interface JobArchive {
  readonly json: string;
  readonly files: ReadonlyMap<string, Buffer>;
}

export type ReadArchive =
  { readonly ok: true; readonly archive: JobArchive } | { readonly ok: false; readonly problem: string };

/** The longest job.json, bytes unpacked: twenty thousand entries are some 10 MB, a model of ten thousand parts 3 MB. */
export const MOST_JSON_BYTES = 32 * 1024 * 1024;
/** All of an archive, bytes unpacked: one that unpacks to more is no job. */
const MOST_BYTES = 256 * 1024 * 1024;
const MOST_ENTRIES = 4000;
/** Bytes unpacked between looks at how much it has become. */
const STEP = 64 * 1024;

/** An entry of an archive as it is unpacked. */
interface Entry {
  readonly name: string;
  readonly chunks: Uint8Array[];
  bytes: number;
}

/**
 * Unpacks a job's archive, step by step, and no further than a job can be. Only job.json and what lies under files/, by an
 * id, is read: other names mean nothing here, whatever they point at.
 */
export function readJobArchive(bytes: Uint8Array): ReadArchive {
  const wanted: Entry[] = [];
  let entries = 0;
  let all = 0;
  let problem: string | undefined;
  const unzip = new Unzip((file) => {
    if (++entries > MOST_ENTRIES) problem ??= `It has more than ${MOST_ENTRIES} files.`;
    const isJson = file.name === "job.json";
    if (problem !== undefined || (!isJson && idOf(file.name) === undefined)) return;
    const entry: Entry = { name: file.name, chunks: [], bytes: 0 };
    wanted.push(entry);
    const most = isJson ? MOST_JSON_BYTES : MOST_FILE_BYTES;
    file.ondata = (error, chunk) => {
      if (error) problem ??= `${file.name} cannot be unpacked.`;
      if (problem !== undefined) return;
      entry.bytes += chunk.length;
      all += chunk.length;
      if (entry.bytes > most)
        problem = `${file.name} unpacks to more than the ${most / 1024 / 1024} MB that are taken.`;
      else if (all > MOST_BYTES)
        problem = `It unpacks to more than the ${MOST_BYTES / 1024 / 1024} MB that are taken.`;
      else entry.chunks.push(chunk);
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length && problem === undefined; at += STEP)
      unzip.push(bytes.subarray(at, at + STEP), at + STEP >= bytes.length);
  } catch {
    problem ??= "The archive is damaged, or cut short.";
  }
  if (problem !== undefined) return { ok: false, problem };
  const json = wanted.find((e) => e.name === "job.json");
  if (!json) return { ok: false, problem: "It has no job.json: this is no archive of a job." };
  return {
    ok: true,
    archive: {
      json: Buffer.concat(json.chunks).toString("utf8"),
      files: new Map(
        wanted.filter((e) => e !== json).map((e) => [idOf(e.name)!, Buffer.concat(e.chunks)] as const),
      ),
    },
  };
}

/** "files/ID.jpg" */
function idOf(name: string): string | undefined {
  return /^files\/([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})\.(?:jpg|png|webp|pdf)$/u.exec(name)?.[1];
}

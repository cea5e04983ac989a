import type { JobFile } from "#core/formats/index.ts";
import { pool } from "../../database/pool.ts";
import { many } from "../../database/query.ts";
import { listPeople } from "../../people/people.ts";
import { modelFile } from "../../units/models.ts";
import type { Job } from "../readJob.ts";

/** A job as a file: all that was recorded, with the model that it was recorded on. */
export async function jobFile(job: Job): Promise<JobFile> {
  const [unit, people, files] = await Promise.all([
    modelFile(job.modelHash),
    listPeople(),
    many<JobFile["files"][number]>(
      pool(),
      "SELECT id, name, media FROM files WHERE job_id = $1 ORDER BY added_at, id",
      [job.id],
    ),
  ]);
  const before = job.events.flatMap(({ body }) => (body.type === "moved" ? [body.from] : []));
  const earlier = await Promise.all([...new Set(before)].filter((h) => h !== job.modelHash).map(modelFile));
  const wrote = new Set(job.events.map((e) => e.person));
  return {
    format: "zygodrome-job",
    version: 1,
    job: {
      id: job.id,
      number: job.number,
      label: job.label,
      openedAt: job.openedAt,
      modelHash: job.modelHash,
    },
    unit,
    ...(earlier.length > 0 ? { earlier } : {}),
    people: people.filter((p) => wrote.has(p.id)).map(({ id, name }) => ({ id, name })),
    events: [...job.events],
    files,
  };
}

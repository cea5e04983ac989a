import { randomUUID } from "node:crypto";
import { jobFileSchema, type JobFile } from "#core/formats/index.ts";
import { misfits, revisionAt, type JobEvent } from "#core/job/index.ts";
import { issueText, readUnit, type UnitModel } from "#core/unit/index.ts";
import { pool } from "../../database/pool.ts";
import { execute, maybeOne, transaction, type Connection } from "../../database/query.ts";
import { checkFile, type CheckedFile } from "../../files/checkFile.ts";
import { addFromElsewhere, listPeople } from "../../people/people.ts";
import { askFor } from "../../queue/queue.ts";
import { uncleanText } from "../../requests/cleanText.ts";
import { modelHash } from "../../units/models.ts";
import { slug } from "../../units/slug.ts";
import { insertEvent, insertJob, logMonthReady, selectJob } from "../statements.ts";
import { keepSummary } from "../summary.ts";

/** What became of a job's file: taken, here already, or refused with its problems. `without`: photographs it did not bring. */
export type TakenJob =
  | { readonly status: "taken"; readonly job: string; readonly without: readonly string[] }
  | { readonly status: "there"; readonly job: string }
  | { readonly status: "refused"; readonly problems: readonly string[] };

/** Problems of a file that are told. */
const MOST_TOLD = 20;
const refused = (...problems: string[]): TakenJob => ({
  status: "refused",
  problems:
    problems.length > MOST_TOLD
      ? [...problems.slice(0, MOST_TOLD), `and ${problems.length - MOST_TOLD} more`]
      : problems,
});

/**
 * Takes a whole job in, as another shop or an earlier installation wrote it: all of it or nothing. Its entries keep their
 * ids, so the same job is taken once. Who wrote in it and does not work here stands as somebody from elsewhere. Its unit's
 * models are stored for it; the library's own newest revision stays.
 * @param files what the archive brought of its photographs and papers, by id
 */
export async function takeJobFile(json: unknown, files: ReadonlyMap<string, Buffer>): Promise<TakenJob> {
  const parsed = jobFileSchema.safeParse(json);
  if (!parsed.success)
    return refused(...parsed.error.issues.map((i) => `${i.path.join(".") || "file"}: ${issueText(i)}`));
  const unclean = uncleanText(json);
  if (unclean) return refused(`${unclean}: this has characters that cannot be kept.`);
  const file = parsed.data;
  const models = readModels(file);
  if (Array.isArray(models)) return refused(...models);
  const problems = [...logProblems(file), ...entryProblems(file, models)];
  if (problems.length > 0) return refused(...problems);
  if (await selectJob(pool(), file.job.id)) return { status: "there", job: file.job.id };
  const checked = await checkedFiles(file, files);
  if (Array.isArray(checked)) return refused(...checked);
  await logMonthReady(pool(), new Date(file.job.openedAt));
  return transaction(async (on) => storeJob(on, file, models, checked));
}

/** The models of the file by their hashes, or what is wrong with them. */
function readModels({ unit, earlier = [], job }: JobFile): Map<string, UnitModel> | string[] {
  const models = new Map<string, UnitModel>();
  const problems: string[] = [];
  [unit, ...earlier].forEach((model, i) => {
    const read = readUnit(model);
    const where = i === 0 ? "unit" : `earlier.${i - 1}`;
    if (read.ok) models.set(modelHash(model), read.unit);
    else problems.push(...read.problems.map((p) => `${where}.${p.path}: ${p.message}`));
  });
  if (problems.length > 0) return problems;
  if (!models.has(job.modelHash))
    return [
      "unit: this is not the model that the job was worked on: the file was changed since it was written.",
    ];
  const ids = new Set([...models.values()].map((u) => u.id));
  return ids.size === 1 ? models : [`unit: the models are of several units: ${[...ids].join(", ")}.`];
}

/** What cannot be in one log. */
function logProblems({ events, people }: JobFile): string[] {
  const problems: string[] = [];
  const known = new Set(people.map((p) => p.id));
  const ids = new Set<string>();
  const once = new Set<string>();
  events.forEach(({ id, person, body }, i) => {
    const say = (text: string) => void problems.push(`events.${i}: ${text}`);
    if ((body.type === "opened") !== (i === 0)) say("a job begins with its opening, and has one.");
    if (!known.has(person)) say(`nobody “${person}” is among the file's people.`);
    if (ids.has(id)) say("another entry has this id.");
    const single =
      body.type === "closed" ? "closed" : body.type === "retraction" ? `retraction of ${body.of}` : undefined;
    if (single !== undefined && once.has(single)) say(`the job has a second “${single}”.`);
    if ((body.type === "retraction" || body.type === "attachment") && !ids.has(body.of))
      say("it is about an entry that does not come before it.");
    ids.add(id);
    if (single !== undefined) once.add(single);
  });
  return problems;
}

/** Entries that name what the unit, as it was when they were made, does not have; and moves to models that are not there. */
function entryProblems({ events, job }: JobFile, models: ReadonlyMap<string, UnitModel>): string[] {
  return events.flatMap((event, i) => {
    const { body } = event;
    if (body.type === "moved")
      return [body.from, body.to]
        .filter((hash) => !models.has(hash))
        .map((hash) => `events.${i}: the file has no model ${hash.slice(0, 12)}.`);
    // An entry that came late was made on an earlier revision.
    const stood = models.get(revisionAt(job.modelHash, events, events.slice(0, i)));
    const units = [...(stood ? [stood] : []), ...models.values()];
    if (units.some((unit) => misfits(unit, body).length === 0)) return [];
    const [first] = misfits(units[0]!, body);
    return [
      `events.${i}: ${first?.code === "unknown" ? `the unit has no ${first.what} “${first.id}”.` : "it does not fit the unit."}`,
    ];
  });
}

/** The photographs and papers that were brought, looked through as any that come in; or why they are not taken. */
async function checkedFiles(
  { files }: JobFile,
  brought: ReadonlyMap<string, Buffer>,
): Promise<Map<string, CheckedFile> | string[]> {
  const checked = new Map<string, CheckedFile>();
  const problems: string[] = [];
  for (const { id, name } of files) {
    const bytes = brought.get(id);
    if (!bytes) continue;
    const found = await checkFile(bytes, name);
    if (found.ok) checked.set(id, found.file);
    else problems.push(found.message);
  }
  return problems.length > 0 ? problems : checked;
}

async function storeJob(
  on: Connection,
  file: JobFile,
  models: ReadonlyMap<string, UnitModel>,
  checked: ReadonlyMap<string, CheckedFile>,
): Promise<TakenJob> {
  const { job, events } = file;
  const strange = await maybeOne<{ number: number }>(
    on,
    "SELECT j.number FROM job_events e JOIN jobs j ON j.id = e.job_id WHERE e.id = ANY($1::uuid[]) LIMIT 1",
    [events.map((e) => e.id)],
  );
  if (strange) return refused(`Some of its entries are in job ${strange.number} already.`);
  const here = await hereOf(on, file.people);
  for (const model of [file.unit, ...(file.earlier ?? [])]) {
    const { id, name } = models.get(modelHash(model))!;
    await execute(
      on,
      "INSERT INTO unit_models (hash, unit_id, name, model) VALUES ($1, $2, $3, $4) ON CONFLICT (shop_id, hash) DO NOTHING",
      [modelHash(model), id, name, JSON.stringify(model)],
    );
  }
  // A unit that this shop does not have comes into its library with the job.
  await execute(
    on,
    `INSERT INTO unit_revisions (unit_id, model_hash)
       SELECT $1, $2 WHERE NOT EXISTS (SELECT FROM unit_revisions WHERE unit_id = $1)`,
    [models.get(job.modelHash)!.id, job.modelHash],
  );
  const opened = revisionAt(job.modelHash, events, []);
  if (!(await insertJob(on, job.id, opened, job.label, new Date(job.openedAt))))
    return { status: "there", job: job.id };
  // A photograph that was not brought cannot be shown: the entry that names it is left out, and that is said.
  const local: JobEvent[] = events
    .filter(({ body }) => body.type !== "attachment" || checked.has(body.file))
    .map((e) => ({ ...e, person: here.get(e.person)! }));
  for (const event of local) await insertEvent(on, job.id, event);
  for (const { id, name } of file.files) {
    const kept = checked.get(id);
    if (!kept) continue;
    await execute(
      on,
      "INSERT INTO files (id, job_id, name, media, content, thumbnail) VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT (shop_id, id) DO NOTHING",
      [id, job.id, name, kept.media, kept.content, kept.thumbnail ?? null],
    );
  }
  const unit = models.get(job.modelHash)!;
  await keepSummary(on, (await selectJob(on, job.id))!, unit, local);
  await askFor(on, "dictionary", { unit: unit.id });
  if (local.some((e) => e.body.type === "closed")) await askFor(on, "best-course", { job: job.id });
  return {
    status: "taken",
    job: job.id,
    without: file.files.filter((f) => !checked.has(f.id)).map((f) => f.name),
  };
}

/**
 * Who in this shop's log stands for each of a file's people: the same one where id and name are the same, else somebody from
 * elsewhere, under an id that nobody has.
 */
async function hereOf(on: Connection, people: JobFile["people"]): Promise<Map<string, string>> {
  const known = await listPeople(on);
  const here = new Map<string, string>();
  for (const { id, name } of people) {
    const same = known.find((p) => p.name === name && (p.id === id || p.elsewhere));
    if (!same) {
      const free = `${slug(name).slice(0, 24)}-${randomUUID().slice(0, 8)}`;
      await addFromElsewhere(on, { id: free, name });
      here.set(id, free);
    } else here.set(id, same.id);
  }
  return here;
}

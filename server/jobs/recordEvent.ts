import { isDeepStrictEqual } from "node:util";
import { z } from "zod";
import { admissionProblems, replay, type JobEvent } from "#core/job/index.ts";
import { describeAdmissionProblem } from "#core/view/index.ts";
import { transaction } from "../database/query.ts";
import { personExists } from "../people/people.ts";
import { modelByHash } from "../units/models.ts";
import { insertEvent, lockJob, selectEvent, selectEvents } from "./statements.ts";

export type RecordResult =
  /** `repeated`: the event was there already, from an earlier send. */
  | { readonly ok: true; readonly repeated: boolean }
  | { readonly ok: false; readonly status: 404 | 409 | 422; readonly message: string };

/**
 * Takes an event into a job's log, or says why not. Sending the same event again is harmless.
 * Once this has returned ok, the event is on disk: PostgreSQL has committed it.
 */
export async function recordEvent(jobId: string, event: JobEvent): Promise<RecordResult> {
  if (!isId(jobId)) return { ok: false, status: 404, message: "There is no such job." };
  return transaction(async (client): Promise<RecordResult> => {
    const job = await lockJob(client, jobId);
    if (!job) return { ok: false, status: 404, message: "There is no such job." };
    const existing = await selectEvent(client, event.id);
    if (existing) {
      const same = existing.jobId === jobId && isDeepStrictEqual(existing.body, event.body);
      return same
        ? { ok: true, repeated: true }
        : {
            ok: false,
            status: 409,
            message: "Another entry was recorded under the same id. Enter this one again.",
          };
    }
    if (!(await personExists(client, event.person)))
      return {
        ok: false,
        status: 422,
        message: `Nobody “${event.person}” works in this shop. Choose who is working at the top of the page.`,
      };
    const model = await modelByHash(client, job.modelHash);
    const events = await selectEvents(client, jobId);
    const problems = admissionProblems(model!.unit, replay(model!.unit, events), event);
    if (problems.length > 0)
      return { ok: false, status: 422, message: problems.map(describeAdmissionProblem).join(" ") };
    await insertEvent(client, jobId, event);
    return { ok: true, repeated: false };
  });
}

const isId = (text: string) => z.uuid().safeParse(text).success;

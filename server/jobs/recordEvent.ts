import { isDeepStrictEqual } from "node:util";
import { z } from "zod";
import {
  admissionProblems,
  logAtDevice,
  replay,
  revisionAt,
  type AdmissionProblem,
  type JobEvent,
} from "#core/job/index.ts";
import { describeAdmissionProblem } from "#core/view/index.ts";
import { transaction, type Connection } from "../database/query.ts";
import { jobRefusal } from "../people/people.ts";
import { askFor } from "../queue/queue.ts";
import { simulatedParts } from "../stock/offers.ts";
import { modelByHash } from "../units/models.ts";
import { insertEvent, lockJob, wholeLog } from "./statements.ts";
import { keepSummary } from "./summary.ts";

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
    const locked = await lockJob(client, jobId, event.id);
    if (!locked) return { ok: false, status: 404, message: "There is no such job." };
    const { job, recorded } = locked;
    if (recorded) {
      const same = recorded.jobId === jobId && isDeepStrictEqual(recorded.body, event.body);
      return same
        ? { ok: true, repeated: true }
        : {
            ok: false,
            status: 409,
            message: "Another entry was recorded under the same id. Enter this one again.",
          };
    }
    const refusal = await jobRefusal(client, event.person);
    if (refusal !== undefined) return { ok: false, status: 422, message: refusal };
    const model = await modelByHash(client, job.modelHash);
    const { placed, unreadable } = await wholeLog(client, jobId);
    const events = placed.map((p) => p.event);
    const { unit } = model!;
    const now = replay(unit, events);
    if (event.body.type === "moved") {
      const said = await moveProblem(client, event.body, job.modelHash, unit.id);
      if (said !== undefined) return { ok: false, status: 409, message: said };
    }
    const known = logAtDevice(events, event);
    const atDevice = await modelByHash(client, revisionAt(job.modelHash, events, known));
    // What was done at the unit is judged by what was known there when it was done; only what would stand twice is judged now.
    const problems = [
      ...admissionProblems(atDevice!.unit, replay(atDevice!.unit, known), event),
      ...(event.body.type === "retraction" || event.body.type === "closed"
        ? admissionProblems(unit, now, event).filter(standsTwice)
        : []),
    ];
    if (problems.length > 0)
      return { ok: false, status: 422, message: problems.map(describeAdmissionProblem).join(" ") };
    await insertEvent(client, jobId, event);
    if (event.body.type === "ordered") await simulatedParts.ordered(client, unit.id, event.body);
    const after = event.body.type === "moved" ? (await modelByHash(client, event.body.to))!.unit : unit;
    await keepSummary(client, job, after, [...events, event], unreadable, event);
    // The logbook says "not computed" until it is there.
    if (event.body.type === "closed") await askFor(client, "best-course", { job: jobId });
    return { ok: true, repeated: false };
  });
}

/** Why a job cannot be moved so: it stands elsewhere by now, or the other model is none of its unit. */
async function moveProblem(
  on: Connection,
  { from, to }: Extract<JobEvent["body"], { type: "moved" }>,
  stands: string,
  unitId: string,
): Promise<string | undefined> {
  if (from !== stands)
    return "The job was moved to another revision by somebody else. Look at the page again.";
  if (from === to) return "The job stands at this revision already.";
  const target = await modelByHash(on, to);
  return target?.unit.id === unitId ? undefined : "This unit never was that model.";
}

const standsTwice = ({ code }: AdmissionProblem) => code === "already-retracted" || code === "job-closed";

const isId = (text: string) => z.uuid().safeParse(text).success;

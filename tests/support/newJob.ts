import { randomUUID } from "node:crypto";
import { openJob } from "#server/jobs/openJob.ts";

/** Takes in a glasswasher whose rinse stays cold, or as said; returns the job's id. */
export async function newJob(said: Partial<Parameters<typeof openJob>[0]> = {}): Promise<string> {
  const id = randomUUID();
  const refusal = await openJob({
    id,
    unit: "glasswasher-gw4",
    person: "ansa",
    label: "",
    complaint: "Rinse stays cold.",
    seen: {},
    claims: [],
    ...said,
  });
  if (refusal !== undefined) throw new Error(`The job was not taken in: ${JSON.stringify(refusal)}`);
  return id;
}

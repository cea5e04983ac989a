import type { Connection } from "../database/query.ts";
import { askFor } from "../queue/queue.ts";
import { storeModel } from "./models.ts";

/** A revision is often followed by another; what is not the newest any more by then is not computed. */
const SETTLED_S = 60;

/** Takes a model as the newest of its unit, and has computed what its first job will need. Returns its hash. */
export async function keepRevision(on: Connection, unit: string, model: unknown): Promise<string> {
  const hash = await storeModel(on, model);
  await askFor(on, "dictionary", { unit }, SETTLED_S);
  return hash;
}

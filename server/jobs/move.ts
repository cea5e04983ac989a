import { misfits, replay } from "#core/job/index.ts";
import { likelyItems, unplacedText, type JobView } from "#core/view/index.ts";
import { changesBetween, type SectionChange } from "#core/workshop/index.ts";
import { pool } from "../database/pool.ts";
import { modelByHash, modelFile } from "../units/models.ts";
import { analyseJob } from "../workers/analysis.ts";
import type { Job } from "./readJob.ts";

export interface Likely {
  readonly name: string;
  readonly chance: number;
}

const likely = (view: JobView) => likelyItems(view).map(({ name, chance }) => ({ name, chance }));

/** What a job would be on the newest revision of its unit. */
export interface Move {
  readonly from: string;
  readonly to: string;
  readonly changes: readonly SectionChange[];
  /** Entries that would not be weighed any more, in words. */
  readonly unplaced: readonly string[];
  /** The likeliest items now and then; left out while one of the two cannot be weighed. */
  readonly likely?: { readonly now: readonly Likely[]; readonly then: readonly Likely[] };
}

/** What moving the job to the newest revision would change; undefined where it stands there. */
export async function previewMove(job: Job, asker?: AbortSignal): Promise<Move | undefined> {
  if (job.newer === undefined) return undefined;
  const [before, after, model] = await Promise.all([
    modelFile(job.modelHash),
    modelFile(job.newer),
    modelByHash(pool(), job.newer),
  ]);
  const { unit } = model!;
  const [now, then] = await Promise.all([
    analyseJob(job, asker),
    analyseJob({ ...job, unit, modelHash: job.newer }, asker),
  ]);
  const standing = new Set(replay(unit, job.events).unplaced.map((u) => u.event.id));
  return {
    from: job.modelHash,
    to: job.newer,
    changes: changesBetween(before, after),
    unplaced: job.events
      .filter((e) => standing.has(e.id))
      .map((event) => unplacedText({ event, why: misfits(unit, event.body) })),
    ...(now.readingsOnly || then.readingsOnly ? {} : { likely: { now: likely(now), then: likely(then) } }),
  };
}

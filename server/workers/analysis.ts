import { Piscina } from "piscina";
import type { JobView } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { pool } from "../database/pool.ts";
import type { Job } from "../jobs/readJob.ts";
import { ANALYSIS_FILE, modelsWithoutDictionary } from "../units/dictionaries.ts";
import { modelByHash } from "../units/models.ts";
import type { AnalysisRequest } from "./analysis.worker.ts";

type Threads = Piscina<AnalysisRequest, JobView | undefined>;

const holder = globalThis as typeof globalThis & { zygodromeAnalysis?: Threads };

/** The job's view, computed off the event loop. */
export async function analyseJob(job: Job): Promise<JobView> {
  return (await analysisThreads().run({ hash: job.modelHash, unit: job.unit, events: job.events }))!;
}

/**
 * Has the unit's dictionary built while its Start a job form is being filled in. Nobody waits for it, and what goes wrong
 * in it goes wrong again, and is reported, when the job is opened.
 */
export function prepareAnalysis(hash: string, unit: UnitModel): void {
  analysisThreads()
    .run({ hash, unit })
    .catch(() => undefined);
}

/**
 * Builds what dictionaries the library still lacks, one after the other in a thread of its own, so that a page never
 * waits for them. A unit that cannot be built is left to whoever opens it.
 */
export async function prepareLibrary(): Promise<void> {
  const hashes = await modelsWithoutDictionary(pool());
  if (hashes.length === 0) return;
  const thread = makeThreads();
  for (const hash of hashes) {
    const stored = await modelByHash(pool(), hash);
    if (stored) await thread.run({ hash, unit: stored.unit }).catch(() => undefined);
  }
  await thread.destroy();
}

function analysisThreads(): Threads {
  return (holder.zygodromeAnalysis ??= makeThreads());
}

function makeThreads(): Threads {
  return new Piscina<AnalysisRequest, JobView | undefined>({
    filename: ANALYSIS_FILE,
    // A dictionary is some ten megabytes; what building it leaves behind is better collected than kept.
    resourceLimits: { maxYoungGenerationSizeMb: 8, maxOldGenerationSizeMb: 256 },
    maxThreads: 1,
    idleTimeout: 60_000,
  });
}

import path from "node:path";
import { Piscina } from "piscina";
import type { JobView } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { Job } from "../jobs/readJob.ts";
import type { AnalysisRequest } from "./analysis.worker.ts";

const holder = globalThis as typeof globalThis & { zygodromeAnalysis?: Piscina<AnalysisRequest, JobView> };

/** The job's view, computed off the event loop. */
export function analyseJob(job: Job): Promise<JobView> {
  return analysisThreads().run({ hash: job.modelHash, unit: job.unit, events: job.events });
}

/**
 * Has the unit's dictionary built while its Start a job form is being filled in. Nobody waits for it, and what goes wrong
 * in it goes wrong again, and is reported, when the job is opened.
 */
export function prepareAnalysis(hash: string, unit: UnitModel): void {
  analysisThreads()
    .run({ hash, unit, events: [], prepare: true })
    .catch(() => undefined);
}

function analysisThreads(): Piscina<AnalysisRequest, JobView> {
  return (holder.zygodromeAnalysis ??= new Piscina<AnalysisRequest, JobView>({
    filename: path.resolve("build/node/analysis.js"),
    // A dictionary is some ten megabytes; what building it leaves behind is better collected than kept.
    resourceLimits: { maxYoungGenerationSizeMb: 8, maxOldGenerationSizeMb: 192 },
    maxThreads: 1,
    idleTimeout: 60_000,
  }));
}

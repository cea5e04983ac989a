import path from "node:path";
import { Piscina } from "piscina";
import type { JobView } from "#core/job/index.ts";
import type { Job } from "../jobs/readJob.ts";
import type { AnalysisRequest } from "./analysis.worker.ts";

const holder = globalThis as typeof globalThis & { zygodromeAnalysis?: Piscina<AnalysisRequest, JobView> };

/** The job's view, computed off the event loop. */
export function analyseJob(job: Job): Promise<JobView> {
  const threads = (holder.zygodromeAnalysis ??= new Piscina<AnalysisRequest, JobView>({
    filename: path.resolve("build/node/analysis.js"),
    // A dictionary is some ten megabytes; what building it leaves behind is better collected than kept.
    resourceLimits: { maxYoungGenerationSizeMb: 8, maxOldGenerationSizeMb: 192 },
    maxThreads: 1,
    idleTimeout: 60_000,
  }));
  return threads.run({ hash: job.modelHash, unit: job.unit, events: job.events });
}

import path from "node:path";
import { Piscina } from "piscina";
import type { JobView } from "#core/job/index.ts";
import type { Job } from "../jobs/readJob.ts";
import type { AnalysisRequest } from "./analysis.worker.ts";

const holder = globalThis as typeof globalThis & { zygodromeAnalysis?: Piscina<AnalysisRequest, JobView> };

/** The job's view, computed off the event loop. */
export function analyseJob(job: Job): Promise<JobView> {
  const threads = (holder.zygodromeAnalysis ??= new Piscina<AnalysisRequest, JobView>({
    // From the project's folder rather than this module's: in production this module stands in the bundle.
    filename: path.resolve("server/workers/analysis.worker.ts"),
    execArgv: ["--import", "tsx"],
    maxThreads: 1,
    idleTimeout: 60_000,
  }));
  return threads.run({ hash: job.modelHash, unit: job.unit, events: job.events });
}

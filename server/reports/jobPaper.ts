import { billOf, estimateOf, recordOf, type Bill, type JobRecord } from "#core/job/index.ts";
import { customerPage, type CustomerPage, type JobView } from "#core/view/index.ts";
import { listPeople, type Person } from "../people/people.ts";
import { readSettings, type ShopSettings } from "../shop/settings.ts";
import { analyseSoFar, analyseWhole } from "../workers/analysis.ts";
import { readJob, type Job } from "../jobs/readJob.ts";

/** All that a job's papers are made of; their figures come from one replay of its log. */
export interface JobPaper {
  readonly job: Job;
  readonly view: JobView;
  readonly names: Readonly<Record<string, string>>;
  readonly settings: ShopSettings;
  readonly record: JobRecord;
  readonly page: CustomerPage;
  readonly bill: Bill;
  /** What the call came to when it was made; undefined before one. */
  readonly estimate?: Bill;
  /** The last day of the warranty, ISO 8601; undefined until it is closed as repaired. */
  readonly warrantyUntil?: string;
}

const DAY_MS = 86_400_000;

/**
 * For what is kept and sent: it waits for the unit's suspects. Undefined where there is no such job.
 * @param through the job as its log stood at that place
 */
export async function readPaper(
  id: string,
  asker?: AbortSignal,
  through?: number,
): Promise<JobPaper | undefined> {
  const job = await readJob(id, through);
  return job && paperOfView(job, await analyseWhole(job, asker));
}

/** For the screen, at once; `pending` while the unit's suspects are being computed. Undefined where there is no such job. */
export async function readPaperSoFar(
  id: string,
  asker?: AbortSignal,
): Promise<{ paper: JobPaper; pending: boolean } | undefined> {
  const job = await readJob(id);
  if (!job) return undefined;
  const { view, pending } = await analyseSoFar(job, asker);
  return { paper: await paperOfView(job, view), pending };
}

async function paperOfView(job: Job, view: JobView): Promise<JobPaper> {
  const [people, settings] = await Promise.all([listPeople(), readSettings()]);
  return paperOf(job, view, people, settings);
}

/** A job's papers from what was read. */
export function paperOf(
  job: Job,
  view: JobView,
  people: readonly Person[],
  settings: ShopSettings,
): JobPaper {
  const record = recordOf(job.unit, job.events);
  const estimate = estimateOf(job.unit, record, settings);
  return {
    job,
    view,
    names: Object.fromEntries(people.map((p) => [p.id, p.name])),
    settings,
    record,
    page: customerPage(job.unit, view, record),
    bill: billOf(record, settings),
    ...(estimate ? { estimate } : {}),
    ...(record.outcome === "repaired" && record.closedAt !== undefined
      ? {
          warrantyUntil: new Date(Date.parse(record.closedAt) + settings.warrantyDays * DAY_MS)
            .toISOString()
            .slice(0, 10),
        }
      : {}),
  };
}

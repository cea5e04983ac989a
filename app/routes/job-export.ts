import { languageOf, readChoices } from "#server/people/choices.ts";
import { sayOnPaper } from "#server/reports/inLanguage.ts";
import { listPeople } from "#server/people/people.ts";
import { findingsCsv, jobArchive } from "#server/jobs/file/jobArchive.ts";
import { jobFile } from "#server/jobs/file/jobFile.ts";
import { readSettings } from "#server/shop/settings.ts";
import { readJob } from "#server/jobs/readJob.ts";
import { analyseWhole } from "#server/workers/analysis.ts";
import type { Route } from "./+types/job-export";

/** A job in the form that its address names: job.json, findings.csv, or job.zip with the photographs and a page of its own. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const job = await readJob(params.job);
  if (!job) throw new Response("There is no job at this address.", { status: 404 });
  const stem = `job-${String(job.number).padStart(4, "0")}`;
  const send = (body: BodyInit, media: string, name: string) =>
    new Response(body, {
      headers: { "Content-Type": media, "Content-Disposition": `attachment; filename="${name}"` },
    });
  switch (params.form) {
    case "job.json":
      return send(
        `${JSON.stringify(await jobFile(job), null, 2)}\n`,
        "application/json; charset=utf-8",
        `${stem}.json`,
      );
    case "findings.csv": {
      const [view, people, { decimal }] = await Promise.all([
        analyseWhole(job, request.signal),
        listPeople(),
        readSettings(),
      ]);
      return send(findingsCsv(job, view, people, decimal), "text/csv; charset=utf-8", `${stem}-findings.csv`);
    }
    case "job.zip": {
      const language = languageOf(request, await readChoices(request));
      const say = sayOnPaper(language, await readSettings(), job.unit);
      return send(
        jobArchive(job, await analyseWhole(job, request.signal), say && { language, say }),
        "application/zip",
        `${stem}.zip`,
      );
    }
    default:
      throw new Response("A job is had as job.json, findings.csv or job.zip.", { status: 404 });
  }
}

import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { analyseOverTime } from "#server/workers/analysis.ts";
import { customerPdf, four } from "#server/reports/customerPdf.ts";
import { labelsPdf } from "#server/reports/labelsPdf.ts";
import { readPaper } from "#server/reports/jobPaper.ts";
import { readSettings } from "#server/shop/settings.ts";
import { shopPdf } from "#server/reports/shopPdf.ts";
import { readJob } from "#server/jobs/readJob.ts";
import { languageOf, readChoices } from "#server/people/choices.ts";
import { sayOnPaper } from "#server/reports/inLanguage.ts";
import { replay } from "#core/job/index.ts";
import type { Route } from "./+types/job-paper";
import { speaking } from "../language/tongue.ts";
import { SuspectsChart } from "../report/SuspectsChart.tsx";

/** Ink on white paper. */
const INKS = { ink: "#1c2729", soft: "#4a5958", rule: "#cfc6b1", here: "#0d5a61" };

/** A job's papers as PDF: customer.pdf, findings.pdf, and labels.pdf for the wires of what was called. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const { job: id, paper: wanted } = params;
  const address = new URL(`/jobs/${id}`, request.url).href;
  const language = languageOf(request, await readChoices(request));
  const none = () => new Response("There is no job at this address.", { status: 404 });
  if (wanted === "labels.pdf") {
    const job = await readJob(id);
    if (!job) throw none();
    const { call } = replay(job.unit, job.events);
    if (!call) throw new Response("There are labels once the call is made.", { status: 404 });
    const say = sayOnPaper(language, await readSettings(), job.unit);
    return send(
      await labelsPdf(job, call.body.item.split("+"), address, say),
      `job-${four(job.number)}-labels`,
    );
  }
  if (wanted !== "customer.pdf" && wanted !== "findings.pdf")
    throw new Response("A job has customer.pdf, findings.pdf and labels.pdf.", { status: 404 });
  const paper = await readPaper(id, request.signal);
  if (!paper) throw none();
  const say = sayOnPaper(language, paper.settings, paper.job.unit);
  const name = `job-${four(paper.job.number)}-${wanted.slice(0, -".pdf".length)}`;
  if (wanted === "customer.pdf") return send(await customerPdf(paper, address, say), name);
  const over = await analyseOverTime(paper.job);
  const chart =
    over.items.length === 0
      ? undefined
      : speaking({ say }, () =>
          renderToStaticMarkup(createElement(SuspectsChart, { over, inks: INKS, width: 493 })),
        );
  return send(await shopPdf(paper, address, chart, say), name);
}

const send = (pdf: Uint8Array<ArrayBuffer>, name: string) =>
  new Response(pdf, {
    headers: { "Content-Type": "application/pdf", "Content-Disposition": `inline; filename="${name}.pdf"` },
  });

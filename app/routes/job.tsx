import { data } from "react-router";
import { readJob } from "#server/jobs/readJob.ts";
import { dictionaryAddress } from "#server/units/dictionaries.ts";
import { analyseJob } from "#server/workers/analysis.ts";
import type { Route } from "./+types/job";
import { JobWorkspace } from "../job/JobWorkspace.tsx";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  {
    title: loaderData
      ? `${loaderData.job.unit.name}, job ${loaderData.job.number} · Zygodrome`
      : "Job · Zygodrome",
  },
];

export async function loader({ params }: Route.LoaderArgs) {
  const job = await readJob(params.job);
  if (!job)
    throw data("There is no job at this address. It may have been opened in another shop's Zygodrome.", {
      status: 404,
    });
  return { job, view: await analyseJob(job), dictionary: dictionaryAddress(job.modelHash) };
}

/** The page keeps its own log of events once it is open; a revalidation would only send the same job again. */
export const shouldRevalidate = ({
  formAction,
  defaultShouldRevalidate,
}: {
  formAction?: string;
  defaultShouldRevalidate: boolean;
}) => (formAction === "/settings/choices" ? false : defaultShouldRevalidate);

export default function JobPage({ loaderData }: Route.ComponentProps) {
  const { job, view, dictionary } = loaderData;
  return <JobWorkspace key={job.id} job={job} first={view} dictionary={dictionary} />;
}

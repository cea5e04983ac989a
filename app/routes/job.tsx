import { useEffect } from "react";
import { data, isRouteErrorResponse } from "react-router";
import { readJob } from "#server/jobs/readJob.ts";
import { dictionaryAddress } from "#server/units/dictionaries.ts";
import { analyseJob } from "#server/workers/analysis.ts";
import type { Route } from "./+types/job";
import { translated } from "../language/tongue.ts";
import { JobWorkspace } from "../job/JobWorkspace.tsx";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  {
    title: translated(
      loaderData
        ? `${loaderData.job.unit.name}, job ${loaderData.job.number} · Zygodrome`
        : "Job · Zygodrome",
    ),
  },
];

export async function loader({ params, request }: Route.LoaderArgs) {
  const job = await readJob(params.job);
  if (!job)
    throw data("There is no job at this address. It may have been opened in another shop's Zygodrome.", {
      status: 404,
    });
  return { job, view: await analyseJob(job, request.signal), dictionary: dictionaryAddress(job.modelHash) };
}

type Served = Awaited<ReturnType<typeof loader>>;
/** The page as it was last served, by job. */
const served = new Map<string, Served>();

/** The page in hand goes on while server, database or network are away: what it was served with stands until then. */
export async function clientLoader({ params, serverLoader }: Route.ClientLoaderArgs): Promise<Served> {
  try {
    const fresh = await serverLoader();
    served.clear();
    served.set(params.job, fresh);
    return fresh;
  } catch (error) {
    const isAway = error instanceof TypeError || (isRouteErrorResponse(error) && error.status >= 500);
    const kept = served.get(params.job);
    if (isAway && kept) return kept;
    throw error;
  }
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
  useEffect(() => void served.set(job.id, loaderData), [job.id, loaderData]);
  return <JobWorkspace key={`${job.id} ${job.modelHash}`} job={job} first={view} dictionary={dictionary} />;
}

import { data } from "react-router";
import { readJob } from "#server/jobs/readJob.ts";
import { stripLoads } from "#server/units/stripLoads.ts";
import type { Route } from "./+types/strip";
import { translated } from "../language/tongue.ts";
import { StripAlone } from "../bench/StripAlone.tsx";
import { StripOfJob } from "../bench/StripOfJob.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("Strip-down · Zygodrome") }];

/** The strip-down by itself, or of a job: then with what protects the unit, the loads behind it, and the tries so far. */
export async function loader({ request }: Route.LoaderArgs) {
  const id = new URL(request.url).searchParams.get("job");
  if (!id) return { job: undefined };
  const job = await readJob(id);
  if (!job) throw data("There is no job at this address.", { status: 404 });
  const { offers, loads: all } = stripLoads(job.modelHash, job.unit);
  return { job, offers, loads: all };
}

export default function StripPage({ loaderData }: Route.ComponentProps) {
  return loaderData.job ? (
    <StripOfJob
      key={loaderData.job.id}
      job={loaderData.job}
      offers={loaderData.offers}
      loads={loaderData.loads}
    />
  ) : (
    <StripAlone />
  );
}

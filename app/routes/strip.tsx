import { data } from "react-router";
import { unitLoads, unitProtections } from "#core/loads/index.ts";
import { readJob } from "#server/jobs/readJob.ts";
import type { Route } from "./+types/strip";
import { StripAlone } from "../components/StripAlone.tsx";
import { StripOfJob } from "../components/StripOfJob.tsx";

export const meta: Route.MetaFunction = () => [{ title: "Strip-down · Zygodrome" }];

/** The strip-down by itself, or of a job: then with what protects the unit, the loads behind it, and the tries so far. */
export async function loader({ request }: Route.LoaderArgs) {
  const id = new URL(request.url).searchParams.get("job");
  if (!id) return { job: undefined };
  const job = await readJob(id);
  if (!job) throw data("There is no job at this address.", { status: 404 });
  // A leakage device adds up what leaks, whatever path the load's own current takes.
  const all = unitLoads(job.unit);
  const offers = unitProtections(job.unit).map((offer) => ({
    ...offer,
    loads: offer.protection.kind === "rcd" ? all : unitLoads(job.unit, offer.id),
  }));
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

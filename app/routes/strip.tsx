import { data } from "react-router";
import { replay } from "#core/job/index.ts";
import { unitLoads, unitProtections } from "#core/loads/index.ts";
import { readJob } from "#server/jobs/readJob.ts";
import type { Route } from "./+types/strip";
import { StripDown } from "../components/StripDown.tsx";

export const meta: Route.MetaFunction = () => [{ title: "Strip-down · Zygodrome" }];

/** The strip-down by itself, or of a job: then with the unit's own loads and protection, and the tries so far. */
export async function loader({ request }: Route.LoaderArgs) {
  const id = new URL(request.url).searchParams.get("job");
  if (!id) return { job: undefined };
  const job = await readJob(id);
  if (!job) throw data("There is no job at this address.", { status: 404 });
  return {
    job: {
      id: job.id,
      number: job.number,
      unit: job.unit.name,
      hazards: job.unit.hazards,
      loads: unitLoads(job.unit),
      protections: unitProtections(job.unit),
      steps: replay(job.unit, job.events).strip.map(({ connected, tripped, spent }) => ({
        connected,
        tripped,
        spent,
      })),
    },
  };
}

export default function StripPage({ loaderData: { job } }: Route.ComponentProps) {
  return <StripDown key={job?.id ?? "alone"} job={job} />;
}

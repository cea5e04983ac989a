import { keepList } from "#server/jobs/keepList.ts";
import type { Route } from "./+types/keep";
import { readChoices } from "#server/people/choices.ts";

/** Which pages a browser keeps for times without a network. */
export async function loader({ request }: Route.LoaderArgs) {
  return Response.json(await keepList((await readChoices(request)).person));
}

import { SCHOOLS } from "#core/practice/index.ts";
import { keepBest } from "#server/practice/progress.ts";
import { readFinished } from "#server/practice/practices.ts";
import { playBy } from "#server/practice/practiceThreads.ts";
import type { Route } from "./+types/practice-school";

/** How one way of looking goes against the fault of a finished exercise; kept where it is the shortest that was right. */
export async function loader({ params }: Route.LoaderArgs) {
  const order = SCHOOLS.find((s) => s === params.order);
  const worked = await readFinished(params.practice);
  if (order === undefined || worked === undefined)
    throw new Response("There is no such way.", { status: 404 });
  if (worked === "not over") throw new Response("The exercise is not over yet.", { status: 409 });
  const play = await playBy(order, worked);
  if (play.right) await keepBest(params.practice, play.minutes);
  return Response.json(play);
}

import { simulatedParts } from "#server/stock/offers.ts";
import type { Route } from "./+types/unit-parts";

/** What the shelf and the suppliers have of a unit's items, by `?items=a+b`. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const asked = (new URL(request.url).searchParams.get("items") ?? "").split(" ").filter(Boolean);
  return { offers: await simulatedParts.offers(params.unit, asked.slice(0, 20)) };
}

import { METER_FUNCTIONS } from "#core/meter/index.ts";
import { MeterError } from "#server/meters/askMeter.ts";
import { readMeter } from "#server/meters/meters.ts";
import { plainText } from "#server/requests/jsonBody.ts";
import type { Route } from "./+types/meter-reading";

/** One reading of a bench meter, by `?fn=vac`; JSON has no infinity, so over limit is a word. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const asked = new URL(request.url).searchParams.get("fn");
  const fn = METER_FUNCTIONS.find((f) => f === asked);
  if (!fn) return plainText("There is no such function of a meter.", 400);
  try {
    const value = await readMeter(params.meter, fn);
    return Response.json({ value: Number.isFinite(value) ? value : "OL" });
  } catch (error) {
    if (error instanceof MeterError) return plainText(error.message, 502);
    throw error;
  }
}

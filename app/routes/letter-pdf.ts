import { letterPdf } from "#server/outbox/letterPaper.ts";
import type { Route } from "./+types/letter-pdf";

/** The paper that went with a letter. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const pdf = await letterPdf(params.letter.replace(/\.pdf$/u, ""), request.signal);
  if (!pdf) throw new Response("There is no such letter.", { status: 404 });
  return new Response(pdf, { headers: { "Content-Type": "application/pdf" } });
}

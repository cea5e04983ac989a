import { whoActs } from "#server/people/acting.ts";
import {
  keepPasskey,
  offerPasskey,
  passkeysOf,
  registrationAnswer,
  removePasskey,
} from "#server/people/passkeys.ts";
import { fromOf, siteOf } from "#server/requests/from.ts";
import { jsonBody, plainText } from "#server/requests/jsonBody.ts";
import type { Route } from "./+types/you-passkeys";

/** The passkeys of who is signed in. */
export async function loader() {
  const person = whoActs()?.person;
  return Response.json(person ? await passkeysOf(person.id) : []);
}

/** Offers, keeps and removes a passkey of who is signed in. */
export async function action({ request }: Route.ActionArgs) {
  const acting = whoActs();
  if (!acting?.person) return plainText("Sign in first: at the shop's own machine nobody is.", 401);
  const site = siteOf(request);
  if (!site) return plainText("Passkeys need a site with a name; this one is a number.", 400);
  const body = (await jsonBody(request, "the passkey")) as { answer?: unknown; remove?: unknown } | null;
  if (typeof body?.remove === "string") {
    await removePasskey(acting.person.id, body.remove);
    return new Response(null, { status: 204 });
  }
  if (body?.answer === undefined) {
    const offered = await offerPasskey(acting.shop, acting.person, site);
    return "said" in offered ? plainText(offered.said, 409) : Response.json(offered.options);
  }
  const parsed = registrationAnswer.safeParse(body.answer);
  if (!parsed.success) return plainText("That is no passkey.", 400);
  const said = await keepPasskey(acting.person.id, parsed.data, site, fromOf(request));
  return said === undefined ? new Response(null, { status: 204 }) : plainText(said, 400);
}

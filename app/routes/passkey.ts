import { askForPasskey, signInAnswer, signInByPasskey } from "#server/people/passkeys.ts";
import { fromOf, siteOf } from "#server/requests/from.ts";
import { jsonBody, plainText } from "#server/requests/jsonBody.ts";
import { changeSession } from "#server/requests/sessionCookie.ts";
import type { Route } from "./+types/passkey";

/** Nothing is read here. */
export const loader = () => plainText("Nothing is shown at this address.", 404);

/** Signs somebody in by a passkey: asked with nothing it says what is to be signed; asked with a signature it opens. */
export async function action({ request }: Route.ActionArgs) {
  const site = siteOf(request);
  if (!site) return plainText("Passkeys need a site with a name; this one is a number.", 400);
  const body = (await jsonBody(request, "the passkey")) as { answer?: unknown } | null;
  if (body?.answer === undefined) return Response.json(await askForPasskey(site));
  const parsed = signInAnswer.safeParse(body.answer);
  if (!parsed.success) return plainText("That is no passkey's answer.", 400);
  const from = fromOf(request);
  const signedIn = await signInByPasskey(parsed.data, site, from);
  if ("said" in signedIn) return plainText(signedIn.said, signedIn.status);
  return new Response(null, {
    status: 204,
    headers: { "Set-Cookie": await changeSession(request, signedIn.token, from.secure) },
  });
}

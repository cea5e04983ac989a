import { data, Form, Link, redirectDocument, useNavigation } from "react-router";
import { openLink, takeLink } from "#server/people/links.ts";
import { uncleanText } from "#server/requests/cleanText.ts";
import { fromOf } from "#server/requests/from.ts";
import { changeSession } from "#server/requests/sessionCookie.ts";
import type { Route } from "./+types/sign-in-link";
import { translated } from "../language/tongue.ts";
import { Button } from "../ui/Button.tsx";
import { Gate } from "../ui/Gate.tsx";
import { PassphraseField } from "../ui/PassphraseField.tsx";

export const meta: Route.MetaFunction = () => [
  { title: translated("Choose a passphrase · Zygodrome") },
  // The address is a key: no page that is opened from here learns it.
  { name: "referrer", content: "no-referrer" },
];

export async function loader({ params }: Route.LoaderArgs) {
  return { link: await openLink(params.link) };
}

export async function action({ request, params }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData().catch(() => new FormData()));
  const passphrase = form["passphrase"];
  if (typeof passphrase !== "string" || passphrase.length > 1000 || uncleanText(form) !== undefined)
    return data({ said: "That passphrase cannot be read." }, { status: 400 });
  const from = fromOf(request);
  const used = await takeLink(params.link, passphrase, from.device);
  if ("said" in used) return data({ said: used.said }, { status: used.status });
  return redirectDocument("/", {
    headers: { "Set-Cookie": await changeSession(request, used.token, from.secure) },
  });
}

/** An invitation, or a reset: a passphrase is chosen, and its owner is in. */
export default function SignInLink({ loaderData: { link }, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== "idle";
  if (!link)
    return (
      <Gate title="This link is over">
        <p>It was used, or its time is over. Ask a lead for another, or sign in with your passphrase.</p>
        <Link to="/sign-in" className="inline-flex min-h-11 items-center underline underline-offset-4">
          Sign in
        </Link>
      </Gate>
    );
  return (
    <Gate title={`${link.name}, choose a passphrase`}>
      <p>
        For {link.shopName}. From now on you sign in with the shop <b className="reading">{link.shop}</b>,
        your name <b className="reading">{link.person}</b> and this passphrase.
      </p>
      <Form method="post" className="flex flex-col gap-4">
        <input type="hidden" name="username" autoComplete="username" value={link.person} />
        <PassphraseField
          label="Passphrase"
          name="passphrase"
          hint="Twelve characters or more. Four words that belong to nobody else are easy to keep."
          error={actionData?.said}
          fresh
        />
        <div>
          <Button type="submit" look="main" disabled={busy}>
            {busy ? "One moment…" : "Keep it and go in"}
          </Button>
        </div>
      </Form>
    </Gate>
  );
}

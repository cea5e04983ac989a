import { useEffect } from "react";
import { data, Form, redirectDocument, useNavigation } from "react-router";
import { askForReset, signIn, signInForm } from "#server/people/signIn.ts";
import { whoActs } from "#server/people/acting.ts";
import { fromOf } from "#server/requests/from.ts";
import { ownPath } from "#server/requests/ownPath.ts";
import { changeSession } from "#server/requests/sessionCookie.ts";
import { uncleanText } from "#server/requests/cleanText.ts";
import type { Route } from "./+types/sign-in";
import { translated } from "../language/tongue.ts";
import { forgetPages } from "../offline/keepPages.ts";
import { Button } from "../ui/Button.tsx";
import { Field, inputClass } from "../ui/Field.tsx";
import { Gate } from "../ui/Gate.tsx";
import { PasskeySignIn } from "../ui/PasskeySignIn.tsx";
import { PassphraseField } from "../ui/PassphraseField.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("Sign in · Zygodrome") }];

export function loader({ request }: Route.LoaderArgs) {
  const acting = whoActs();
  return {
    to: inside(new URL(request.url).searchParams.get("to")),
    shop: acting?.shop ?? "",
    atTheMachine: acting !== undefined && acting.person === undefined,
  };
}

/** Where to go on once one is in: not to the door again. */
const inside = (to: unknown) => (ownPath(to).startsWith("/sign-") ? "/" : ownPath(to));

export async function action({ request }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData().catch(() => new FormData()));
  const refuse = (said: string, status: number) => data({ said, ok: false }, { status });
  if (uncleanText(form) !== undefined) return refuse("That has characters which cannot be read.", 400);
  const parsed = signInForm.safeParse(form);
  if (!parsed.success) return refuse(parsed.error.issues.map((i) => i.message).join(" "), 400);
  const from = fromOf(request);
  if (form["do"] === "reset") {
    await askForReset(parsed.data.shop, parsed.data.name, from);
    return {
      ok: true,
      said: "If that is somebody of this shop, a link waits in its outbox. A lead finds it there and hands it on.",
    };
  }
  const signedIn = await signIn(parsed.data, from);
  if ("said" in signedIn) return refuse(signedIn.said, signedIn.status);
  // A whole page anew: all that it shows is somebody else's now.
  return redirectDocument(inside(form["to"]), {
    headers: { "Set-Cookie": await changeSession(request, signedIn.token, from.secure) },
  });
}

/** The door: which shop, who, and the passphrase. */
export default function SignIn({ loaderData: { to, shop, atTheMachine }, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== "idle";
  useEffect(() => void forgetPages(), []);
  return (
    <Gate title="Sign in">
      {atTheMachine && (
        <p className="border-l-4 border-here pl-3">
          This is the shop’s own machine: it needs no sign-in. Who signs in here writes under their own name
          only.{" "}
          <a href="/" className="underline underline-offset-4">
            Go on without
          </a>
        </p>
      )}
      <Form method="post" className="flex flex-col gap-4">
        <input type="hidden" name="to" value={to} />
        <Field label="Shop" hint="Its short name; whoever invited you knows it.">
          {(aria) => (
            <input
              {...aria}
              name="shop"
              required
              autoCapitalize="none"
              autoComplete="organization"
              defaultValue={shop}
              className={inputClass}
            />
          )}
        </Field>
        <Field label="Your name">
          {(aria) => <input {...aria} name="name" required autoComplete="username" className={inputClass} />}
        </Field>
        <PassphraseField label="Passphrase" name="passphrase" required={false} />
        {actionData?.said && (
          <p
            role={actionData.ok ? "status" : "alert"}
            className={actionData.ok ? "" : "font-semibold text-hazard"}
          >
            {actionData.said}
          </p>
        )}
        <div className="flex flex-wrap items-center gap-3">
          <Button type="submit" look="main" name="do" value="sign in" disabled={busy}>
            {busy ? "One moment…" : "Sign in"}
          </Button>
          <Button type="submit" look="quiet" name="do" value="reset" disabled={busy}>
            I have forgotten it
          </Button>
        </div>
      </Form>
      <PasskeySignIn to={to} />
    </Gate>
  );
}

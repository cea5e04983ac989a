import { data, Form, redirect, redirectDocument, useNavigation } from "react-router";
import { whoActs } from "#server/people/acting.ts";
import { changePassphrase } from "#server/people/signIn.ts";
import { passkeysOf } from "#server/people/passkeys.ts";
import { sessionsOf } from "#server/people/sessions.ts";
import { signOutEverywhere } from "#server/people/staff.ts";
import { uncleanText } from "#server/requests/cleanText.ts";
import { fromOf } from "#server/requests/from.ts";
import { dropSessionCookie, changeSession, readSessionCookie } from "#server/requests/sessionCookie.ts";
import type { Route } from "./+types/you";
import { translated } from "../language/tongue.ts";
import { Button } from "../ui/Button.tsx";
import { LanguageChoice } from "../ui/LanguageChoice.tsx";
import { Clock } from "../ui/Clock.tsx";
import { Passkeys } from "../ui/Passkeys.tsx";
import { PassphraseField } from "../ui/PassphraseField.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("You · Zygodrome") }];

/** Who is signed in; at the shop's own machine nobody is. */
function you() {
  const acting = whoActs();
  if (!acting?.person) throw redirect("/sign-in");
  return { shop: acting.shop, person: acting.person };
}

export async function loader({ request }: Route.LoaderArgs) {
  const { shop, person } = you();
  const here = (await readSessionCookie(request.headers.get("Cookie"))) ?? "";
  const [sessions, passkeys] = await Promise.all([sessionsOf(person.id, here), passkeysOf(person.id)]);
  return { shop, person, sessions, passkeys };
}

export async function action({ request }: Route.ActionArgs) {
  const { shop, person } = you();
  const form = Object.fromEntries(await request.formData().catch(() => new FormData()));
  if (form["do"] === "sign out everywhere") {
    await signOutEverywhere(person.id);
    return redirectDocument("/sign-in", { headers: { "Set-Cookie": await dropSessionCookie() } });
  }
  const { before, after } = form;
  if (typeof before !== "string" || typeof after !== "string" || uncleanText(form) !== undefined)
    return data({ said: "These cannot be read.", ok: false }, { status: 400 });
  if (before.length > 1000 || after.length > 1000)
    return data({ said: "That passphrase is too long.", ok: false }, { status: 400 });
  const from = fromOf(request);
  const changed = await changePassphrase(shop, person, { before, after }, from);
  if ("said" in changed) return data({ said: changed.said, ok: false }, { status: 400 });
  return data(
    { said: "Kept. Everywhere else you are signed out.", ok: true },
    { headers: { "Set-Cookie": await changeSession(request, changed.token, from.secure) } },
  );
}

/** Who is signed in, where, and their passphrase. */
export default function You({ loaderData, actionData }: Route.ComponentProps) {
  const { shop, person, sessions, passkeys } = loaderData;
  const busy = useNavigation().state !== "idle";
  return (
    <main className="mx-auto flex max-w-2xl flex-col gap-5 p-4 md:p-6">
      <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">{person.name}</h1>
      <p>
        {person.role[0]!.toUpperCase() + person.role.slice(1)} at <b className="reading">{shop}</b>, signed in
        as <b className="reading">{person.id}</b>.
      </p>
      <Form method="post" action="/sign-out">
        <Button type="submit" look="main" disabled={busy}>
          Sign out
        </Button>
      </Form>
      <LanguageChoice />
      <section aria-labelledby="devices">
        <h2 id="devices" className="border-b border-rule pb-2 text-xl font-bold">
          Where you are signed in
        </h2>
        <ul>
          {sessions.map((s) => (
            <li key={s.beganAt} className="border-b border-rule-faint py-2">
              <b>{s.device}</b>
              {s.here && " (this one)"}, since <Clock at={s.beganAt} withDate />, last used{" "}
              <Clock at={s.seenAt} withDate />
            </li>
          ))}
        </ul>
        <Form method="post" className="pt-3">
          <Button type="submit" name="do" value="sign out everywhere" look="hazard" disabled={busy}>
            Sign out everywhere, here too
          </Button>
        </Form>
      </section>
      <Passkeys list={passkeys} />
      <section aria-labelledby="passphrase">
        <h2 id="passphrase" className="border-b border-rule pb-2 text-xl font-bold">
          Another passphrase
        </h2>
        <Form method="post" className="flex flex-col gap-4 pt-3" key={actionData?.ok ? "kept" : "open"}>
          <PassphraseField label="The one you have now" name="before" />
          <PassphraseField label="The new one" name="after" hint="Twelve characters or more." fresh />
          {actionData && (
            <p
              role={actionData.ok ? "status" : "alert"}
              className={actionData.ok ? "" : "font-semibold text-hazard"}
            >
              {actionData.said}
            </p>
          )}
          <div>
            <Button type="submit" disabled={busy}>
              Keep the new one
            </Button>
          </div>
        </Form>
      </section>
    </main>
  );
}

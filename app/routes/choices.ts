import { data, redirectDocument } from "react-router";
import { z } from "zod";
import { ownPath } from "#server/requests/ownPath.ts";
import { uncleanText } from "#server/requests/cleanText.ts";
import type { Route } from "./+types/choices";
import { rememberChoices } from "#server/people/choices.ts";

const choices = z.object({
  person: z.string().max(40).optional(),
  theme: z.enum(["paper", "cellar"]).optional(),
  language: z.enum(["en", "de"]).optional(),
  to: z.string().optional(),
});

/** Remembers who is working, which theme and which language, in this browser. */
export async function action({ request }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData().catch(() => new FormData()));
  const parsed = choices.safeParse(uncleanText(form) === undefined ? form : undefined);
  if (!parsed.success)
    return data({ message: "That is no person, theme or language of this shop." }, { status: 400 });
  const { person, theme, language, to } = parsed.data;
  const headers = await rememberChoices({
    ...(person ? { person } : {}),
    ...(theme ? { theme } : {}),
    ...(language ? { language } : {}),
  });
  // In another language the whole page is written anew, also where its program is not there yet.
  return language ? redirectDocument(ownPath(to), { headers }) : data({ message: "" }, { headers });
}

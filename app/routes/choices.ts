import { data } from "react-router";
import { z } from "zod";
import { uncleanText } from "#server/requests/cleanText.ts";
import type { Route } from "./+types/choices";
import { rememberChoices } from "#server/people/choices.ts";

const choices = z.object({
  person: z.string().max(40).optional(),
  theme: z.enum(["paper", "cellar"]).optional(),
  language: z.enum(["en", "de"]).optional(),
});

/** Remembers who is working, which theme and which language, in this browser. */
export async function action({ request }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData().catch(() => new FormData()));
  const parsed = choices.safeParse(uncleanText(form) === undefined ? form : undefined);
  if (!parsed.success)
    return data({ message: "That is no person, theme or language of this shop." }, { status: 400 });
  const { person, theme, language } = parsed.data;
  return data(
    { message: "" },
    {
      headers: await rememberChoices({
        ...(person ? { person } : {}),
        ...(theme ? { theme } : {}),
        ...(language ? { language } : {}),
      }),
    },
  );
}

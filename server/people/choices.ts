import { createCookie } from "react-router";
import { LANGUAGES, languageAmong, type Language } from "#core/language/index.ts";
import { whoActs } from "./acting.ts";

/** What this browser remembers: who is working here, which theme, which language. No secrets, and a name is believed at the shop's own machine only. */
const person = createCookie("person", { path: "/", sameSite: "lax", maxAge: 60 * 60 * 24 * 365 });
const theme = createCookie("theme", { path: "/", sameSite: "lax", maxAge: 60 * 60 * 24 * 365 });

const language = createCookie("language", { path: "/", sameSite: "lax", maxAge: 60 * 60 * 24 * 365 });

export type Theme = "paper" | "cellar";

export interface Choices {
  readonly person?: string;
  readonly theme?: Theme;
  readonly language?: Language;
}

export async function readChoices(request: Request): Promise<Choices> {
  const header = request.headers.get("Cookie");
  const kept = await Promise.all([person, theme, language].map((c): Promise<unknown> => c.parse(header)));
  const [who, look, tongue] = kept;
  const signedIn = whoActs()?.person?.id;
  const working = signedIn ?? (typeof who === "string" && who !== "" ? who : undefined);
  return {
    ...(working === undefined ? {} : { person: working }),
    ...(look === "paper" || look === "cellar" ? { theme: look } : {}),
    ...(typeof tongue === "string" && Object.hasOwn(LANGUAGES, tongue)
      ? { language: tongue as Language }
      : {}),
  };
}

/** The language of a page: as was chosen; before that, what the browser likes best of ours. */
export const languageOf = (request: Request, { language: chosen }: Choices): Language =>
  chosen ?? languageAmong(request.headers.get("Accept-Language") ?? "") ?? "en";

/** Headers that make the browser remember the choices named; the others stay. */
export async function rememberChoices(choices: Choices): Promise<Headers> {
  const headers = new Headers();
  if (choices.person !== undefined) headers.append("Set-Cookie", await person.serialize(choices.person));
  if (choices.theme !== undefined) headers.append("Set-Cookie", await theme.serialize(choices.theme));
  if (choices.language !== undefined)
    headers.append("Set-Cookie", await language.serialize(choices.language));
  return headers;
}

import { createCookie } from "react-router";
import { whoActs } from "./acting.ts";

/** What this browser remembers: who is working here, and which theme. No secrets, and a name is believed at the shop's own machine only. */
const person = createCookie("person", { path: "/", sameSite: "lax", maxAge: 60 * 60 * 24 * 365 });
const theme = createCookie("theme", { path: "/", sameSite: "lax", maxAge: 60 * 60 * 24 * 365 });

export type Theme = "paper" | "cellar";

export interface Choices {
  readonly person?: string;
  readonly theme?: Theme;
}

export async function readChoices(request: Request): Promise<Choices> {
  const header = request.headers.get("Cookie");
  const [who, look] = (await Promise.all([person.parse(header), theme.parse(header)])) as [unknown, unknown];
  const signedIn = whoActs()?.person?.id;
  const working = signedIn ?? (typeof who === "string" && who !== "" ? who : undefined);
  return {
    ...(working === undefined ? {} : { person: working }),
    ...(look === "paper" || look === "cellar" ? { theme: look } : {}),
  };
}

/** Headers that make the browser remember the choices named; the others stay. */
export async function rememberChoices(choices: Choices): Promise<Headers> {
  const headers = new Headers();
  if (choices.person !== undefined) headers.append("Set-Cookie", await person.serialize(choices.person));
  if (choices.theme !== undefined) headers.append("Set-Cookie", await theme.serialize(choices.theme));
  return headers;
}

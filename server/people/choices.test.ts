import { describe, expect, test } from "@jest/globals";
import { actingAs } from "./acting.ts";
import { languageOf, readChoices, rememberChoices } from "./choices.ts";

describe("what the browser remembers", () => {
  const request = (headers: Headers) =>
    new Request("http://here/", {
      headers: {
        Cookie: headers
          .getSetCookie()
          .map((c) => c.split(";")[0])
          .join("; "),
      },
    });

  test("who is working and the theme come back as they were chosen", async () => {
    const headers = await rememberChoices({ person: "ansa", theme: "cellar" });
    expect(headers.getSetCookie()).toHaveLength(2);
    for (const cookie of headers.getSetCookie()) expect(cookie).toMatch(/Path=\/; SameSite=Lax/);
    expect(await readChoices(request(headers))).toEqual({ person: "ansa", theme: "cellar" });
  });

  test("one choice leaves the other alone; nothing, and nonsense, is no choice", async () => {
    expect((await rememberChoices({ theme: "paper" })).getSetCookie()).toHaveLength(1);
    expect(await readChoices(new Request("http://here/"))).toEqual({});
    const odd = await rememberChoices({ person: "", theme: "neon" as "paper" });
    expect(await readChoices(request(odd))).toEqual({});
  });

  test("a language that was chosen goes before what the browser likes; one that is not spoken here is none", async () => {
    const asked = (headers: Headers, accepted: string) => {
      const it = request(headers);
      it.headers.set("Accept-Language", accepted);
      return it;
    };
    const chosen = await rememberChoices({ language: "en" });
    const german = asked(chosen, "de-DE,de");
    expect(languageOf(german, await readChoices(german))).toBe("en");
    const first = asked(new Headers(), "de-DE,de");
    expect(languageOf(first, await readChoices(first))).toBe("de");
    const other = asked(await rememberChoices({ language: "fr" as "de" }), "it");
    expect(await readChoices(other)).toEqual({});
    expect(languageOf(other, {})).toBe("en");
  });

  test("a name is not chosen by who is signed in: it is theirs", async () => {
    const headers = await rememberChoices({ person: "ansa" });
    const teo = { id: "teo", name: "Teo Marrick", role: "technician" } as const;
    const as = (person?: typeof teo) =>
      actingAs({ shop: "pellwick", ...(person ? { person } : {}) }, () => readChoices(request(headers)));
    expect(await as(teo)).toEqual({ person: "teo" });
    expect(await as()).toEqual({ person: "ansa" });
  });
});

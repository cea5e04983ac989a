import { existsSync, readdirSync, readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { GUIDE_PAGES, guidePage } from "./guidePages.ts";
import { KEYS } from "./keys.ts";
import { searchGuide } from "./searchGuide.ts";
import { TERMS } from "./terms.ts";

/** Everything that the screens are written from, on one line and with straight apostrophes. */
const SCREENS = ["app", "core/view"]
  .flatMap((room) => readdirSync(room, { recursive: true, encoding: "utf8" }).map((f) => `${room}/${f}`))
  .filter((f) => /\.tsx?$/u.test(f) && !f.includes(".test.") && !f.startsWith("app/guide/"))
  .map((f) => readFileSync(f, "utf8"))
  .join(" ")
  .replaceAll(/\s+/gu, " ")
  .replaceAll("’", "'");

const ids = (words: string) => searchGuide(words).map((p) => p.id);

describe("the guide", () => {
  test("has every page once, each with something to do, and what it names is there", () => {
    expect(new Set(GUIDE_PAGES.map((p) => p.id)).size).toBe(GUIDE_PAGES.length);
    for (const page of GUIDE_PAGES) {
      expect(page.steps.length).toBeGreaterThan(0);
      for (const next of page.next ?? []) expect(guidePage(next)).toBeDefined();
      for (const term of page.terms ?? []) expect(TERMS[term]).toBeDefined();
      expect(page.next ?? []).not.toContain(page.id);
    }
    expect(guidePage("teapot")).toBeUndefined();
  });

  test("shows pictures that the screenshots script takes", () => {
    const script = readFileSync("bin/screenshots.ts", "utf8");
    for (const { picture } of GUIDE_PAGES)
      if (picture) {
        expect(existsSync(`docs/screenshots/${picture.of}.png`)).toBe(true);
        expect(script).toContain(`"${picture.of}"`);
        expect(picture.alt.length).toBeGreaterThan(20);
      }
  });

  test("names buttons and places as they are called on the screen", () => {
    const named = GUIDE_PAGES.flatMap((p) => [...p.steps, ...(p.notes ?? [])]).flatMap((text) =>
      [...text.matchAll(/“([^”]+)”/gu)].map((m) => m[1]!),
    );
    expect(named.length).toBeGreaterThan(20);
    const lost = [...new Set(named)].filter((name) => !SCREENS.includes(name.replaceAll("’", "'")));
    // What somebody says, and what has a number in it.
    expect(lost).toEqual(["I don't know", "Starts from … jobs of this shop"]);
  });

  test("names keys that a job's page has", () => {
    const steps = GUIDE_PAGES.flatMap((p) => [...p.steps, ...(p.notes ?? [])]).join(" ");
    const named = [...steps.matchAll(/\b(?:press|with|With|Press) ([A-Z?])\b/gu)].map((m) => m[1]);
    expect(named.length).toBeGreaterThan(4);
    for (const key of named) expect(KEYS.map(([k]) => k)).toContain(key);
  });
});

describe("searching the guide", () => {
  test("finds a page by words of its title, its steps and its terms, the title first", () => {
    expect(ids("strip-down")[0]).toBe("strip-down");
    expect(ids("jumper")).toContain("prove-and-close");
    expect(ids("passphrase")).toEqual(["people-and-signing-in"]);
    expect(ids("meter wiggle")).toContain("watch-what-comes-and-goes");
  });

  test("takes the beginning of a word and a slip of the finger; every word counts", () => {
    expect(ids("offlin custom")).toEqual([]);
    expect(ids("practis")).toContain("practise");
    expect(ids("pasphrase")).toEqual(["people-and-signing-in"]);
    expect(ids("passphrase kiln")).toEqual([]);
  });

  test("has all pages in their order for nothing, and none for nonsense", () => {
    expect(searchGuide("  ")).toBe(GUIDE_PAGES);
    expect(ids("qqqqzzzz")).toEqual([]);
  });
});

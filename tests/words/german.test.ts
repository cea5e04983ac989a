import { describe, expect, test } from "@jest/globals";
import app from "../../core/german/app.json" with { type: "json" };
import components from "../../core/german/components.json" with { type: "json" };
import core from "../../core/german/core.json" with { type: "json" };
import { german } from "../../core/german/index.ts";
import server from "../../core/german/server.json" with { type: "json" };
import units from "../../core/german/units.json" with { type: "json" };
import { gather } from "../../bin/words/gather.ts";
import notRead from "../../bin/words/notRead.json" with { type: "json" };

const holes = (text: string) => [...new Set(text.match(/\{\d+\}/gu))].sort();

describe("the German interface", () => {
  const texts = gather();
  const known = new Set(texts.map((t) => t.text));

  test("every text of the sources has a German one, or is said to be read by nobody", () => {
    const unread = new Set(notRead);
    expect(
      texts
        .filter((t) => !(t.text in german) && !unread.has(t.text))
        .map((t) => `${t.file}:${t.line} ${t.text}`),
    ).toEqual([]);
  });

  test("no text is kept for a sentence that no source has any more", () => {
    const ofSources = { ...app, ...components, ...core, ...server, ...units };
    expect(Object.keys(ofSources).filter((t) => !known.has(t))).toEqual([]);
    expect(notRead.filter((t) => !known.has(t))).toEqual([]);
    expect(notRead.filter((t) => t in german)).toEqual([]);
  });

  test("what is put in is put in, in German too, whatever its order", () => {
    expect(Object.entries(german).filter(([en, de]) => holes(en).join() !== holes(de).join())).toEqual([]);
  });

  test("German is written as German is: no English quotes, no three points without a blank, no empty text", () => {
    expect(
      Object.entries(german).filter(([, de]) => de.trim() === "" || /[‘’]|“[^“”„]*”|\p{L}…$/u.test(de)),
    ).toEqual([]);
  });

  test("what must not be mistaken is said as the German rules for work on electrical installations say it", () => {
    // DIN VDE 0105-100, the five safety rules, from memory: freischalten, gegen Wiedereinschalten sichern, Spannungsfreiheit feststellen.
    expect(german["DEAD AND PROVEN"]).toBe("SPANNUNGSFREI UND NACHGEWIESEN");
    expect(german["LIVE"]).toBe("UNTER SPANNUNG");
    expect(german["dead"]).toBe("spannungsfrei");
    expect(german["live"]).toBe("unter Spannung");
    const dead = Object.entries(german).filter(([en]) => /^Dead,|^Dead and proven/u.test(en));
    expect(dead.length).toBeGreaterThan(10);
    for (const [, de] of dead) expect(de).toMatch(/^Spannungsfrei/u);
  });
});

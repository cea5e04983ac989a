import { describe, expect, test } from "@jest/globals";
import { inLanguage } from "./inElement.ts";
import { speakBy, speaking, translated } from "./tongue.ts";

const WORDS: Readonly<Record<string, string>> = {
  Save: "Speichern",
  "Open the job": "Auftrag öffnen",
  "\ue000 of \ue002 found": "Von \ue002 gefunden: \ue000",
  "3 checks": "3 Prüfungen",
};
const say = (text: string) => WORDS[text] ?? text;

describe("an element in another language", () => {
  test("its text and the attributes that are read are said; the others are the program's", () => {
    const props = { children: "Save", title: "Open the job", className: "Save", onClick: say };
    expect(inLanguage(say, props)).toEqual({ ...props, children: "Speichern", title: "Auftrag öffnen" });
  });

  test("elements in a text stand where the other language has them", () => {
    const [first, second] = [{ type: "b" }, { type: "i" }];
    expect(inLanguage(say, { children: [first, " of ", second, " found"] })).toEqual({
      children: ["Von ", second, " gefunden: ", first],
    });
  });

  test("a number in a text is part of it", () =>
    expect(inLanguage(say, { children: [3, " checks"] })).toEqual({ children: ["3 Prüfungen"] }));

  test("a text that is not known as a whole is said piece by piece", () => {
    const element = { type: "b" };
    expect(inLanguage(say, { children: ["Save", element, "?"] })).toEqual({
      children: ["Speichern", element, "?"],
    });
  });

  test("what shows nothing is no part of the text beside it", () => {
    const phrases = (text: string) =>
      text === "Meter on a port" ? "Messgerät am Anschluss" : text.replace(/^Meter/u, "Messgerät");
    for (const nothing of [undefined, null, false, ""])
      expect(inLanguage(phrases, { children: ["Meter on a port", nothing] })).toEqual({
        children: ["Messgerät am Anschluss", nothing],
      });
    const key = { type: "kbd" };
    expect(inLanguage(phrases, { children: ["Meter", key] })).toEqual({ children: ["Messgerät", key] });
  });

  test("what a component was given and passes on is a text of its own", () => {
    const icon = { type: "svg" };
    const given = [3, " checks"];
    expect(inLanguage(say, { children: [icon, given] })).toEqual({ children: [icon, ["3 Prüfungen"]] });
  });

  test("what people wrote is marked, and stays", () => {
    const props = { children: "Save", translate: "no" };
    expect(inLanguage(say, props)).toBe(props);
  });

  test("nothing to be said makes no new properties, nor looks into elements", () => {
    const props = { children: [{ type: "b" }, null, false], id: "Save" };
    expect(inLanguage(say, props)).toBe(props);
  });
});

test("a language of its own holds for what is made in one go, and no longer, even where that fails", () => {
  speakBy(() => ({}));
  expect(speaking({ say }, () => translated("Save"))).toBe("Speichern");
  expect(() =>
    speaking({ say }, () => {
      throw new Error("no paper");
    }),
  ).toThrow("no paper");
  expect(translated("Save")).toBe("Save");
});

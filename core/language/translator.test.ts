import { describe, expect, test } from "@jest/globals";
import { filled, heldBy, patternOf } from "./pattern.ts";
import { translatorOf } from "./translator.ts";

describe("a pattern", () => {
  const held = (pattern: string, text: string) => heldBy(patternOf(pattern), text);

  test("finds what was put in, each hole as little as it can hold", () => {
    expect(held("Measure {0} to {1}.", "Measure P4.3 to N.")).toEqual([["P4.3", "N"]]);
    expect(held("{0} of {1}", "two of")).toEqual([]);
    expect(held("Measure {0}.", "Measure P4.3")).toEqual([]);
    expect(held("no hole", "no hole")).toEqual([[]]);
    expect(held("no hole", "no hole, no hole")).toEqual([]);
    expect(held("aba{0}aba", "ababa")).toEqual([]);
    expect(held("aba{0}aba", "abaaba")).toEqual([[""]]);
  });

  test("where it may be read from the front and from the back, both are", () => {
    expect(held("Measure {0} to {1}.", "Measure A to B to C.")).toEqual([
      ["A", "B to C"],
      ["A to B", "C"],
    ]);
    expect(held("{0} and {1} more", "A and B and 6 more")).toEqual([
      ["A", "B and 6"],
      ["A and B", "6"],
    ]);
  });

  test("a mere blank between two holes stands before a number, else before the last word; behind a number that comes first", () => {
    expect(held("{0} {1} times", "Control board 24 times")[0]).toEqual(["Control board", "24"]);
    expect(held("{0} {1} times", "Control board many times")[0]).toEqual(["Control board", "many"]);
    expect(held("{0} {1} left", "3 red wires left")[0]).toEqual(["3", "red wires"]);
  });

  test("is filled in the other language's order; a hole may stand twice", () => {
    expect(filled(patternOf("{1} von {0}, {1}"), ["a", "b"])).toBe("b von a, b");
  });
});

describe("a translator", () => {
  const say = translatorOf({
    and: "und",
    or: "oder",
    ", and": " und",
    "Control board": "Steuerplatine",
    "coil open": "Spule unterbrochen",
    "the fuse": "die Sicherung",
    checks: "Prüfungen",
    "to be measured": "zu messen",
    "at least {0}": "mindestens {0}",
    "{0} of {1}": "{0} von {1}",
    "{0} is open": "{0} ist offen",
    "Not yet. {0}": "Noch nicht. {0}",
    "{0} Go on.": "{0} Weiter.",
    "{0} and {1} more": "{0} und {1} weitere",
    "{0} {1} times": "{0} {1}-mal",
    "Called: {0}": "Diagnose: {0}",
    "Measure {0} against {1} first.": "Zuerst {0} gegen {1} messen.",
    "Take the cover off.": "Die Abdeckung abnehmen.",
    "{0} at first, {1} at the end": "zuerst {0}, am Ende {1}",
    open: "unterbrochen",
    ", {0} open": ", {0} offen",
    "{0} parts{1}. {2}": "{0} Bauteile{1}. {2}",
  });

  test.each([
    ["a text as it stands", "Take the cover off.", "Die Abdeckung abnehmen."],
    ["what is put in, where it goes", "Measure P4.3 against N first.", "Zuerst P4.3 gegen N messen."],
    [
      "what is put in is said too",
      "Measure the fuse against N first.",
      "Zuerst die Sicherung gegen N messen.",
    ],
    ["at the beginning of a sentence", "The fuse", "Die Sicherung"],
    ["blanks around it stay", " the fuse ", " die Sicherung "],
    ["a number before it", "2 to be measured", "2 zu messen"],
    ["a part's short name before it", "K3 coil open", "K3 Spule unterbrochen"],
    [
      "sentences, one by one",
      "Take the cover off. Mind the cat. Take the cover off.",
      "Die Abdeckung abnehmen. Mind the cat. Die Abdeckung abnehmen.",
    ],
    [
      "a list, with names in it",
      "Control board 24 times, Fan F2 3 times",
      "Steuerplatine 24-mal, Fan F2 3-mal",
    ],
    [
      "names in a row, and how many more",
      "Wiring to pumps and valves, Fan F2 and 6 more",
      "Wiring to pumps and valves, Fan F2 und 6 weitere",
    ],
    ["what goes on from another text", ", 3 open", ", 3 offen"],
    ["two sentences of which one is put in", "57 parts, changed. Fan F2", "57 Bauteile, changed. Fan F2"],
    [
      "a list within sentences, of which one piece is somebody's",
      "Not yet. The fuse is open; measure it to 5 V. Go on.",
      "Noch nicht. The fuse is open; measure it to 5 V. Weiter.",
    ],
    [
      "a sentence around sentences",
      "Not yet. Take the cover off. It costs nothing. Go on.",
      "Noch nicht. Die Abdeckung abnehmen. It costs nothing. Weiter.",
    ],
    ["two things", "Control board and Fan F2", "Steuerplatine und Fan F2"],
    ["what stands in brackets", "64 mΩ (at least 30 mΩ)", "64 mΩ (mindestens 30 mΩ)"],
    ["before a point", "coil open.", "Spule unterbrochen."],
    ["a name behind a colon", "Called: The thing that nobody knows", "Diagnose: The thing that nobody knows"],
    [
      "pieces of a list, each by its own pattern",
      "A 84 % at first, 2 % at the end; B 5 % at first, 0 % at the end",
      "zuerst A 84 %, am Ende 2 %; zuerst B 5 %, am Ende 0 %",
    ],
  ])("%s", (_, english, german) => expect(say(english)).toBe(german));

  test.each([
    ["a complaint", "Display dark or dim, the lid does not lock and it smells of smoke."],
    ["a description", "Operator of a footbridge gate: 24 V DC from a battery"],
    ["a name", "Wiring to pumps and valves"],
    ["a sentence with a word of the program in it", "my cat ate the fuse, and then it was open all night"],
    ["a number", "230.4 V"],
    ["a name behind an element, which is said by itself", "\ue000Some load: open"],
    ["nothing", ""],
    ["blanks", "  "],
  ])("what people wrote stays as a whole: %s", (_, text) => expect(say(text)).toBe(text));

  test("what a text comes to does not hang on what was asked before: a German word may be an English one", () => {
    const twice = translatorOf({ Load: "Last", Last: "Zuletzt" });
    expect(twice("Load")).toBe("Last");
    expect(twice("Last")).toBe("Zuletzt");
  });

  test("a long list and a long tale are taken apart where they were joined, and nowhere else", () => {
    const list = Array.from({ length: 60 }, (_, i) => `K${i} coil open`).join("; ");
    expect(say(list)).toBe(list.replaceAll("coil open", "Spule unterbrochen"));
    const tale = `It hums${" and hums".repeat(60)}`;
    expect(say(`Take the cover off. ${tale}.`)).toBe(`Die Abdeckung abnehmen. ${tale}.`);
    expect(say(`Called: ${"a".repeat(480)}`)).toMatch(/^Diagnose: /u);
    expect(say(`Called: ${"a".repeat(500)}`)).toMatch(/^Called: /u);
  });

  test("a text within a text within a text ends, whatever it holds", () => {
    const deep = `${"Called: ".repeat(40)}the fuse`;
    expect(say(deep)).toMatch(/die Sicherung$/u);
    expect(say("$& and $1")).toBe("$& and $1");
  });
});

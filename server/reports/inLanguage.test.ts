import { expect, test } from "@jest/globals";
import { documentIn, sayOnPaper, translatorOnPaper } from "./inLanguage.ts";

test("a paper's texts are said in the language, and nothing else of it is touched", () => {
  const say = translatorOnPaper("de")!;
  const document = {
    info: { title: "Labels, job 0431" },
    content: [
      {
        text: "What was done",
        bold: true,
        color: "Travel",
        margin: [0, 2, 0, 8] as [number, number, number, number],
      },
      {
        columns: [
          { width: "*", stack: ["Travel", { text: ["What to watch", " "] }] },
          { qr: "Travel", fit: 62 },
        ],
      },
      { table: { widths: ["*", 90], body: [["Tax", "12.00"]] }, layout: "lightHorizontalLines" },
      { text: "Fan does nothing since the storm" },
    ],
  };
  expect(documentIn(say, document)).toEqual({
    info: { title: "Etiketten, Auftrag 0431" },
    content: [
      { text: "Was getan wurde", bold: true, color: "Travel", margin: [0, 2, 0, 8] },
      {
        columns: [
          { width: "*", stack: ["Anfahrt", { text: ["Worauf zu achten ist", " "] }] },
          { qr: "Travel", fit: 62 },
        ],
      },
      { table: { widths: ["*", 90], body: [["Steuer", "12.00"]] }, layout: "lightHorizontalLines" },
      { text: "Fan does nothing since the storm" },
    ],
  });
  expect(translatorOnPaper("en")).toBeUndefined();
});

test("a paper has the shop's marks and units, those of the unit where the shop leaves it to it", () => {
  const usual = { decimal: "point", temperature: "C", sizes: "metric" } as const;
  expect(sayOnPaper("en", usual, { hertz: 60 })).toBeUndefined();
  expect(sayOnPaper("de", usual, { hertz: 60 })!("Travel")).toBe("Anfahrt");
  const left = { decimal: "comma", temperature: "unit", sizes: "unit" } as const;
  expect(sayOnPaper("en", left, { hertz: 60 })!("4.7 V at 60 °C")).toBe("4,7 V at 140 °F");
  expect(sayOnPaper("en", left, { hertz: 50 })!("4.7 V at 60 °C")).toBe("4,7 V at 60 °C");
});

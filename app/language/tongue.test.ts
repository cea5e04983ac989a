import { expect, test } from "@jest/globals";
import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { writerFor } from "#core/language/index.ts";
import { jsx } from "./jsx-runtime.ts";
import { notationIn } from "./notationOfPage.ts";
import { speaking, translated, typedIn } from "./tongue.ts";

const say = (text: string) => text.replace("reads", "zeigt");
const write = writerFor({ decimal: "comma", temperature: "F", sizes: "metric" })!;
const page = (props: Record<string, unknown>) => renderToStaticMarkup(jsx("p", props));

test("what goes onto a page is said and written; a calculation keeps its units, what people wrote all of it", () => {
  const made = speaking({ say, write }, () => [
    page({ children: "K3 reads 4.7 V at 60 °C" }),
    page({ children: "0.5 · 60 °C reads 30.5", "data-calculation": true }),
    page({ children: "reads 4.7 V", translate: "no" }),
    page({ children: "reads 4.7 V or 4,7 V", "data-as-written": true }),
    page({ children: [4.5, " V at ", createElement("b", { key: "b" }, "4.7 V")] }),
  ]);
  expect(made).toEqual([
    "<p>K3 zeigt 4,7 V at 140 °F</p>",
    '<p data-calculation="true">0,5 · 60 °C zeigt 30,5</p>',
    '<p translate="no">reads 4.7 V</p>',
    '<p data-as-written="true">zeigt 4.7 V or 4,7 V</p>',
    "<p>4,5 V at <b>4.7 V</b></p>",
  ]);
});

test("a page in English may have the shop's marks, and people still type English", () => {
  expect(speaking({ write }, () => translated("4.7 V"))).toBe("4,7 V");
  expect(speaking({ write }, () => typedIn().language)).toBeUndefined();
  expect(speaking({ write }, () => typedIn().say!("at 60 °C"))).toBe("at 140 °F");
  expect(speaking({ say }, typedIn)).toEqual({ language: "de", say });
  expect(speaking({}, typedIn)).toEqual({});
});

test("a page's notation is the shop's, and the mains of the unit it is about where that is left to it", () => {
  const settings = { decimal: "comma", temperature: "unit", sizes: "metric" };
  const root = { settings };
  const at60 = { decimal: "comma", temperature: "F", sizes: "metric" };
  for (const data of [
    { unit: { hertz: 60 } },
    { job: { unit: { hertz: 60 } } },
    { job: { unit: "a name", hertz: 60 } },
    { practice: { unit: { hertz: 60 } } },
  ])
    expect(notationIn({ root, "routes/shop": null, "routes/any": data })).toEqual(at60);
  for (const data of [undefined, null, {}, { unit: { hertz: 50 } }, { job: { number: 60 } }])
    expect(notationIn({ root, "routes/any": data })).toEqual({ ...at60, temperature: "C" });
  // Before a sign-in nothing of a shop is known.
  expect(notationIn({ root: { settings: undefined }, "routes/any": { unit: { hertz: 60 } } })).toEqual({
    decimal: "point",
    temperature: "C",
    sizes: "metric",
  });
});

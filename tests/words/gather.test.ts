import { describe, expect, test } from "@jest/globals";
import { textsOf } from "../../bin/words/gather.ts";

const of = (code: string, file = "app/a.tsx") => textsOf(file, code).map((t) => t.text);

describe("texts gathered from a source", () => {
  test("a sentence with what is put in, as holes in their order", () => {
    expect(of("const a = `Measure ${from} to ${to}, twice.`;")).toEqual(["Measure {0} to {1}, twice."]);
    expect(of('const a = "Between {least} and {most:3} volts";')).toEqual(["Between {0} and {1} volts"]);
  });

  test("each way that a choice within a sentence may read is a text of its own", () => {
    expect(of('const a = `${n} check${n === 1 ? "" : "s"} left`;')).toEqual([
      "{0} check left",
      "{0} checks left",
    ]);
  });

  test("too many ways stand as something put in", () => {
    const four = '${a ? "x" : "y"}';
    expect(of(`const s = \`Pick ${four}, ${four}, ${four} and ${four} now\`;`)).toEqual([
      "Pick {0}, {1}, {2} and {3} now",
    ]);
  });

  test("holes side by side cannot be told apart and are one", () => {
    expect(of("const a = `Taken in ${day}${month} by hand`;")).toEqual(["Taken in {0} by hand"]);
  });

  test("the text of an element reads as the page has it, with elements in it as holes", () => {
    expect(
      of('const a = <p>\n  Choose a part\n  or <b>a line</b>.{" "}\n  It <i>is</i> dark.\n</p>;'),
    ).toEqual(["Choose a part or {0}. It {1} is dark.".replace(" is dark", " dark"), "a line", "is"]);
  });

  test("attributes that people read are, classes and addresses are not", () => {
    expect(
      of('const a = <img className="flex gap-3" src="/a b.svg" alt="The mark" data-x={`the ${y} key`} />;'),
    ).toEqual(["The mark", "the {0} key"]);
  });

  test("imports, keys, comparisons, cases and queries are none", () => {
    expect(
      of(
        'import x from "some where"; const a = { "two words": 1 }; if (b === "not this") c["nor this"]; switch (d) { case "no no": }' +
          "const q = sql`SELECT all of it`; const s = 'SELECT id FROM jobs WHERE a';",
        "server/a.ts",
      ),
    ).toEqual([]);
  });

  test("a word by itself counts where it is shown, or as a name", () => {
    expect(
      of(
        'const a = "open"; const d = "cut-out"; const e = "Strip-down"; const b = "Fuse"; const c = <b>{x ? "left" : "right"}</b>;',
      ),
    ).toEqual(["Strip-down", "Fuse", "left", "right"]);
  });
});

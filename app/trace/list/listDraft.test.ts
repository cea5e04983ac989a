import { describe, expect, test } from "@jest/globals";
import { EMPTY_ROW, type WireRow } from "#core/trace/index.ts";
import { seeded } from "../../../tests/support/random.ts";
import { decodeText } from "../../files/delimited.ts";
import { listToCsv, readDelimited, replaceIn } from "./listDraft.ts";

const row = (from: string, to: string, colour = "", size = "", length = ""): WireRow => ({
  from,
  to,
  colour,
  size,
  length,
});

describe("what a spreadsheet gives", () => {
  test.each([
    ["tabs", "L\tF1.1\tbrown\nF1.2\tN\tblue"],
    ["semicolons and a line break of another system", "L;F1.1;brown\r\nF1.2;N;blue\r\n"],
    ["commas, quotes and a mark of its encoding", '\uFEFF"L","F1.1","brown"\n"F1.2","N","blue"'],
  ])("%s", (_, text) => {
    expect(readDelimited(text).rows).toEqual([row("L", "F1.1", "brown"), row("F1.2", "N", "blue")]);
  });

  test("a quoted line break stays within its cell and is a space there", () => {
    expect(readDelimited('From,To,Colour\nL,F1.1,"green/\nyellow"').rows[0]!.colour).toBe("green/ yellow");
  });

  test("a decimal comma in a list with semicolons", () => {
    expect(readDelimited("L;F1.1;brown;0,75;1,5").rows[0]).toMatchObject({ size: "0,75", length: "1,5" });
  });
});

describe("encodings", () => {
  const text = "L\tF1.1\tgrün";
  test("UTF-8, UTF-16 both ways round with its mark, Latin-1", () => {
    const le = Buffer.from(`\uFEFF${text}`, "utf16le");
    const be = Buffer.from(le).swap16();
    for (const bytes of [Buffer.from(text), le, be, Buffer.from(text, "latin1")])
      expect(decodeText(new Uint8Array(bytes)).replace(/^\uFEFF/u, "")).toBe(text);
  });
});

describe("a list goes out and comes in the same", () => {
  test.each([1, 2, 3])("whatever stands in its cells, seed %i", (seed) => {
    const random = seeded(seed);
    const letters = ['"', ",", ";", "\t", "a", "Z", "1", " ", "/", "²", "ü", "'", "n"];
    const cell = () => {
      const text = Array.from(
        { length: 1 + Math.floor(6 * random()) },
        () => letters[Math.floor(random() * letters.length)]!,
      );
      // What reading takes off: spaces around, and the quote before.
      return (
        text
          .join("")
          .replace(/\s+/gu, " ")
          .trim()
          .replace(/^'+\s*/u, "")
          .trim() || "x"
      );
    };
    const rows = Array.from({ length: 40 }, () => row(cell(), cell(), cell(), cell(), cell()));
    expect(readDelimited(listToCsv(rows)).rows).toEqual(rows);
  });

  test.each(["=1+1", "+1", "-1", "@SUM(A1)"])(
    "%s is kept from running as a formula, and comes back",
    (formula) => {
      const csv = listToCsv([row(formula, "N")]);
      expect(csv).toContain(`'${formula}`);
      expect(readDelimited(csv).rows[0]!.from).toBe(formula);
    },
  );
});

describe("find and replace", () => {
  const rows = [row("P4.1", "F1.1", "grey"), row("P4.2", "N", "grey/red")];
  test("every cell in which it stands, and how many", () => {
    expect(replaceIn(rows, "grey", "pink")).toEqual({
      changed: 2,
      rows: [row("P4.1", "F1.1", "pink"), row("P4.2", "N", "pink/red")],
    });
  });
  test("what stands nowhere changes nothing", () => {
    expect(replaceIn(rows, "violet", "pink")).toEqual({ changed: 0, rows });
  });
  test("an empty row stays one", () => {
    expect(replaceIn([EMPTY_ROW], "a", "b").rows).toEqual([EMPTY_ROW]);
  });
});

import { describe, expect, test } from "@jest/globals";
import { pastedLines, TRACE_DRAFT, withLine } from "./traceDraft.ts";

describe("lines of a trace", () => {
  test("one goes in at its place, or at the end", () => {
    expect(withLine(["a", "b"], "c")).toEqual(["a", "b", "c"]);
    expect(withLine(["a", "b"], "c", 0)).toEqual(["c", "a", "b"]);
    expect(withLine(["a", "b"], "c", 1)).toEqual(["a", "c", "b"]);
  });

  test("what was pasted is a line each, whatever ends a line, without what is empty", () => {
    expect(pastedLines("mains 230V\r\n\r\n fuse 10A \rlamp\n")).toEqual(["mains 230V", "fuse 10A", "lamp"]);
    expect(pastedLines("x".repeat(201))).toEqual(["x".repeat(200)]);
  });

  test("a changed line is a step that can be taken back; a letter of the name is none", () => {
    const draft = { name: "Urn", maker: "", lines: ["mains 230V"] };
    expect(TRACE_DRAFT.isStep(draft, { ...draft, name: "Urns" })).toBe(false);
    expect(TRACE_DRAFT.isStep(draft, { ...draft, lines: [] })).toBe(true);
  });
});

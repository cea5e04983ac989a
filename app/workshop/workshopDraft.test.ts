import { describe, expect, test } from "@jest/globals";
import { WORKSHOP_DRAFT, type WorkshopDraft } from "./workshopDraft.ts";

const draft = (file: object, at: string): WorkshopDraft => ({
  base: "h",
  file: file as WorkshopDraft["file"],
  at,
});

describe("a step back in the workshop", () => {
  const before = draft({ name: "U" }, "");
  const first = draft({ name: "Un" }, "unit 0 name");

  test("is the first change, and each change of another field", () => {
    expect(WORKSHOP_DRAFT.isStep(before, first)).toBe(true);
    expect(WORKSHOP_DRAFT.isStep(first, draft({ name: "Un", maker: "M" }, "unit 0 maker"))).toBe(true);
  });

  test("is not a letter more in the same field, nor what changes nothing", () => {
    expect(WORKSHOP_DRAFT.isStep(first, draft({ name: "Uni" }, "unit 0 name"))).toBe(false);
    expect(WORKSHOP_DRAFT.isStep(first, { ...first, at: "unit 0 maker" })).toBe(false);
  });
});

import { describe, expect, test } from "@jest/globals";
import { traceUnit } from "#core/trace/index.ts";
import { worthMeasuring } from "#core/view/index.ts";
import { buildDictionary } from "../dictionary/dictionary.ts";
import { worthKnowing } from "./worthKnowing.ts";

const unit = (...lines: string[]) => traceUnit({ id: "u", name: "U", maker: "" }, lines).unit!.model;
const worth = (...lines: string[]) => {
  const model = unit(...lines);
  return worthKnowing(model, buildDictionary(model));
};

describe("what is worth knowing", () => {
  const simple = ["mains 230V", "fuse F1 10A", "switch S1", "element HT1", "to N"];

  test("is the load that nobody knew: an element that has aged reads like one of other watts until its watts are known", () => {
    const found = worth(...simple)!;
    expect(found.part).toBe("HT1");
    expect(found.told.every((way) => way.startsWith("HT1, "))).toBe(true);
    expect(found.told.length).toBeGreaterThan(0);
    expect(worthMeasuring(unit(...simple))).toMatch(
      /^HT1 is guessed\. Read its plate, or measure its ohms once with one lead off: (?:one more way|\d more ways) to fail could be told then \(HT1, /u,
    );
  });

  test("is nothing where every value is known", () => {
    expect(worth("mains 230V", "fuse F1 10A", "switch S1", "element HT1 2kW", "to N")).toBeUndefined();
    expect(worthMeasuring(unit("mains 230V", "fuse F1 10A", "element HT1 2kW", "to N"))).toBeUndefined();
  });

  test("of two unknown things is the one whose value shows more", () => {
    const found = worth("mains 230V", "fuse F1", "element HT1", "to N");
    expect(found!.part).toBe("HT1");
  });
});

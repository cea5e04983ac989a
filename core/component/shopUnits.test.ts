import { expect, test } from "@jest/globals";
import { componentTest, firstAnswers, inShopUnits, readEntries, unitAsked } from "./index.ts";
import { METRIC } from "./shopUnits.ts";

const CABLE = componentTest("cable-drop")!;
const NTC = componentTest("ntc")!;
const AMERICAN = { temperature: "F", sizes: "american" } as const;
const fieldOf = (test: typeof CABLE, id: string) => {
  const field = test.fields.find((f) => f.id === id)!;
  if (field.kind !== "quantity") throw new Error(id);
  return field;
};

test("a bare number is in what its field asks for; one with a unit, and what has none, stay", () => {
  expect(inShopUnits(CABLE, { metres: " 40 ", amps: "10", by: "awg" }, AMERICAN)).toEqual({
    metres: "40 ft",
    amps: "10",
    by: "awg",
  });
  expect(inShopUnits(CABLE, { metres: "12 m" }, AMERICAN)).toEqual({ metres: "12 m" });
  expect(inShopUnits(CABLE, { metres: "12" }, METRIC)).toEqual({ metres: "12" });
  expect(inShopUnits(NTC, { celsius: "−4,5" }, AMERICAN)).toEqual({ celsius: "−4,5 °F" });
  expect(inShopUnits(NTC, { celsius: "" }, AMERICAN)).toEqual({ celsius: "" });
});

test("labels say what a bare number is in", () => {
  const travel = fieldOf(componentTest("spark-gap")!, "gap");
  expect(unitAsked(travel, METRIC)).toBe("mm");
  expect(unitAsked(travel, AMERICAN)).toBe("in");
  expect(unitAsked(fieldOf(CABLE, "metres"), AMERICAN)).toBe("ft");
  expect(unitAsked(fieldOf(CABLE, "amps"), AMERICAN)).toBe("A");
  expect(unitAsked(fieldOf(NTC, "celsius"), { temperature: "F", sizes: "metric" })).toBe("°F");
  expect(unitAsked(fieldOf(NTC, "celsius"), { temperature: "C", sizes: "american" })).toBe("°C");
});

test("a wire's size is asked for by gauge where sizes are given so", () => {
  expect(firstAnswers(CABLE, AMERICAN)).toEqual({ by: "awg" });
  expect(firstAnswers(CABLE, METRIC)).toEqual({});
  expect(firstAnswers(NTC, AMERICAN)).toEqual({});
  // It has choices, and none of them is a gauge.
  expect(firstAnswers(componentTest("split-motor")!, AMERICAN)).toEqual({});
});

// 212 °F are 100 °C, and 40 ft are 12.192 m, both by definition.
test("what it comes to is told to those who measure otherwise, and reckoned with for all", () => {
  const hot = { celsius: "212 °F" };
  expect(readEntries(NTC, hot).questions).toEqual([{ field: "celsius", text: "212 °F is 100.0 °C." }]);
  expect(readEntries(NTC, hot, AMERICAN).questions).toEqual([]);
  const run = { metres: "40 ft", by: "awg", size: "14", amps: "10", volts: "120" };
  expect(readEntries(CABLE, run).questions).toEqual([{ field: "metres", text: "40 ft is 12.2 m." }]);
  const read = readEntries(CABLE, run, AMERICAN);
  expect(read.questions).toEqual([]);
  expect(read.values?.get("metres")).toBeCloseTo(12.192, 9);
});

test("what is hardly meant is asked of everybody", () =>
  expect(readEntries(NTC, { celsius: "900 °F" }, AMERICAN).questions).toHaveLength(1));

import { describe, expect, test } from "@jest/globals";
import { readFileSync } from "node:fs";
import { readUnit, type UnitFile } from "../index.ts";

type Hazards = NonNullable<UnitFile["hazards"]>;
const file = JSON.parse(readFileSync("demo/units/roaster-dr6.json", "utf8")) as UnitFile;
const read = (hazards: Hazards) => readUnit({ ...file, hazards });
const gas = (over: Partial<Hazards[number]>) => read([{ kind: "gas", text: "Gas burner.", ...over }]);

describe("where a hazard is met", () => {
  test.each([
    ["covers", "roof", "there is no cover “roof”"],
    ["states", "flight", "there is no state “flight”"],
    ["parts", "ZZ9", "there is no part “ZZ9”"],
    ["observations", "sings", "there is no observation “sings”"],
  ] as const)("%s must be the unit's own: %s", (field, id, message) => {
    const result = gas({ [field]: [id] });
    expect(result.ok).toBe(false);
    if (result.ok) return;
    expect(result.problems).toContainEqual(
      expect.objectContaining({ path: `hazards[0].${field}[0]`, message: expect.stringContaining(message) }),
    );
  });

  test.each([
    ["covers", "burner"],
    ["states", "ignite"],
    ["parts", "GV1"],
    ["observations", "rod-crust"],
  ] as const)("%s that are: %s", (field, id) => expect(gas({ [field]: [id] }).ok).toBe(true));

  test("the line for the card has 90 characters at most", () => {
    expect(gas({ brief: "x".repeat(90) }).ok).toBe(true);
    expect(gas({ brief: "x".repeat(91) }).ok).toBe(false);
    expect(gas({ brief: "" }).ok).toBe(false);
  });
});
